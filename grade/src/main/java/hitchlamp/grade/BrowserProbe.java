package hitchlamp.grade;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.openqa.selenium.By;
import org.openqa.selenium.WebElement;
import org.openqa.selenium.chrome.ChromeDriver;

/**
 * A real browser on the page of one job: notes when a value arrives and when the second frame after
 * it is drawn.
 */
final class BrowserProbe implements AutoCloseable {
  private static final int PATIENCE = 200;

  /** Wraps the page's WebSocket before the page loads; times are microseconds since the epoch. */
  private static final String SCRIPT =
      """
      window.__seen = [];
      const Plain = window.WebSocket;
      window.WebSocket = class extends Plain {
        constructor(...a) {
          super(...a);
          this.addEventListener('message', (m) => {
            const change = JSON.parse(m.data);
            if (change.type !== 'vitals') return;
            requestAnimationFrame(() => requestAnimationFrame(() => {
              window.__seen.push([change.body.busSeconds, (performance.timeOrigin + performance.now()) * 1000]);
            }));
          });
        }
      };
      """;

  private final ChromeDriver driver;

  /**
   * One value: bus time of its newest frame, seconds; when it was drawn, microseconds since the
   * epoch.
   */
  record Drawn(double busSeconds, double micros) {}

  BrowserProbe(String server, long job) throws IOException, InterruptedException {
    driver = HeadlessChromium.start();
    driver.executeCdpCommand("Page.addScriptToEvaluateOnNewDocument", Map.of("source", SCRIPT));
    signIn(driver, server);
    driver.get(server + "/jobs/" + job + "/hook-up");
    find(driver, By.xpath("//*[contains(., 'last frame')]"));
  }

  /** Signs the demo's manager in. */
  static void signIn(ChromeDriver driver, String server) throws InterruptedException {
    driver.get(server);
    find(driver, By.cssSelector("input[autocomplete=username]")).sendKeys(ServerClient.NAME);
    find(driver, By.cssSelector("input[type=password]")).sendKeys(ServerClient.PASSWORD);
    find(driver, By.xpath("//button[.='Sign in']")).click();
    find(driver, By.xpath("//h1[contains(., 'Jobs')]"));
  }

  /** The first element that fits, waited for. */
  static WebElement find(ChromeDriver driver, By what) throws InterruptedException {
    for (int i = 0; i < PATIENCE; i++) {
      List<WebElement> found = driver.findElements(what);
      if (!found.isEmpty()) {
        return found.get(0);
      }
      Thread.sleep(100);
    }
    throw new IllegalStateException("the page does not show " + what);
  }

  /** Forgets what was seen so far. */
  void begin() {
    driver.executeScript("window.__seen.length = 0");
  }

  /** What was drawn since {@link #begin}. */
  List<Drawn> drawn() {
    List<Drawn> drawn = new ArrayList<>();
    for (Object row : (List<?>) driver.executeScript("return window.__seen")) {
      List<?> pair = (List<?>) row;
      drawn.add(
          new Drawn(((Number) pair.get(0)).doubleValue(), ((Number) pair.get(1)).doubleValue()));
    }
    return drawn;
  }

  @Override
  public void close() {
    driver.quit();
  }
}
