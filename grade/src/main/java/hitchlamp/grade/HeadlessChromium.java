package hitchlamp.grade;

import java.io.File;
import java.io.IOException;
import java.nio.file.Files;
import java.util.Map;
import org.openqa.selenium.chrome.ChromeDriver;
import org.openqa.selenium.chrome.ChromeDriverService;
import org.openqa.selenium.chrome.ChromeOptions;

/** Debian's Chromium without a window, started so that it looks nothing up outside. */
public final class HeadlessChromium {
  private static final int WIDTH = 1280;
  private static final int HEIGHT = 800;

  private HeadlessChromium() {}

  /** A browser with a profile of its own and a page of 1280 x 800; the caller quits it. */
  public static ChromeDriver start() throws IOException {
    ChromeDriverService service =
        new ChromeDriverService.Builder()
            .usingDriverExecutable(new File("/usr/bin/chromedriver"))
            .usingAnyFreePort()
            .withEnvironment(Map.of("SE_OFFLINE", "true", "SE_AVOID_STATS", "true"))
            .build();
    ChromeOptions options = new ChromeOptions();
    options.setBinary("/usr/bin/chromium");
    options.addArguments(
        "--headless=new",
        "--no-sandbox",
        "--disable-gpu",
        "--disable-quic",
        "--no-first-run",
        "--disable-background-networking",
        "--disable-component-update",
        "--disable-sync",
        "--force-device-scale-factor=1",
        "--hide-scrollbars",
        "--window-size=" + WIDTH + "," + HEIGHT,
        "--disable-dev-shm-usage",
        "--user-data-dir=" + Files.createTempDirectory("hitch-lamp-browser"));
    ChromeDriver driver = new ChromeDriver(service, options);
    size(driver, WIDTH, HEIGHT);
    return driver;
  }

  /** Sets the size of the page; that of the window alone leaves out the window's own bars. */
  public static void size(ChromeDriver driver, int width, int height) {
    driver.executeCdpCommand(
        "Emulation.setDeviceMetricsOverride",
        Map.of("width", width, "height", height, "deviceScaleFactor", 1, "mobile", false));
  }
}
