package hitchlamp.grade;

import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;
import org.openqa.selenium.By;
import org.openqa.selenium.chrome.ChromeDriver;

/**
 * How smooth the faults screen stays with hundreds of faults: read from a simulated truck through
 * the real server, shown by a real browser. Times run to the second animation frame after a change.
 */
final class ScreenMeasure {
  private static final int OPENINGS = 10;
  private static final int PATIENCE_SECONDS = 240;
  private static final int STEPS = 120;

  /**
   * Resolves with the milliseconds from a change to the second frame after the one in which a
   * selector finds something; so a page that is not drawn yet is not taken for one.
   */
  private static final String AFTER =
      """
      const done = arguments[arguments.length - 1];
      const t = performance.now();
      %s
      const drawn = () =>
        document.querySelector("%s")
          ? requestAnimationFrame(() => requestAnimationFrame(() => done(performance.now() - t)))
          : requestAnimationFrame(drawn);
      drawn();
      """;

  private static final String LEAD = "main li > button[aria-expanded]";

  /** Scrolls from top to bottom, a step a frame; resolves with the gaps between frames. */
  private static final String SCROLL =
      """
      const done = arguments[arguments.length - 1];
      const steps = arguments[0];
      const box = [...document.querySelectorAll('*')].find((e) => {
        const o = getComputedStyle(e).overflowY;
        return e.scrollHeight > e.clientHeight + 200 && (o === 'auto' || o === 'scroll');
      });
      const gaps = [];
      let i = 0;
      let before = performance.now();
      const step = (now) => {
        gaps.push(now - before);
        before = now;
        box.scrollTop = (box.scrollHeight - box.clientHeight) * (i / steps);
        if (i++ < steps) requestAnimationFrame(step);
        else done(gaps.slice(2));
      };
      requestAnimationFrame(step);
      """;

  private final String address;
  private final boolean json;

  ScreenMeasure(String server, boolean json) {
    if (server == null) {
      throw new IllegalArgumentException(
          "screen needs --server; ./hitch-lamp measure screen gives it");
    }
    this.address = server;
    this.json = json;
  }

  void measure() throws Exception {
    ServerClient server = new ServerClient(address);
    server.signIn();
    long probe = server.call("GET", "/api/jobs", null).get(0).path("id").asLong();
    String link =
        server.call("GET", "/api/jobs/" + probe + "/links", null).get(0).path("id").asString();
    long job = server.openJob("Screen " + System.nanoTime(), "screen measurement");
    String base = "/api/jobs/" + job;
    server.call("POST", base + "/hook-up", java.util.Map.of("link", link));
    await(() -> linkUp(server, base));
    server.call("POST", base + "/roll-call", java.util.Map.of("full", true));
    await(() -> server.has(base + "/faults"));
    int faults = server.call("GET", base + "/faults", null).path("faults").size();
    int leads = server.call("GET", base + "/faults", null).path("leads").size();
    server.call("DELETE", base + "/hook-up", null);
    ChromeDriver driver = HeadlessChromium.start();
    try {
      BrowserProbe.signIn(driver, address);
      double[] opened = new double[OPENINGS];
      for (int i = 0; i < OPENINGS; i++) {
        opened[i] = open(driver, job);
      }
      TimeUnit.SECONDS.sleep(1);
      double all =
          after(
              driver,
              "[...document.querySelectorAll('main button')].find((b) => b.textContent.startsWith('Show the other')).click();",
              "main li:nth-of-type(" + leads / 2 + ") > button[aria-expanded]");
      TimeUnit.SECONDS.sleep(1);
      List<Double> gaps = new ArrayList<>();
      for (Object gap : (List<?>) driver.executeAsyncScript(SCROLL, STEPS)) {
        gaps.add(((Number) gap).doubleValue());
      }
      double[] scrolled = gaps.stream().mapToDouble(Double::doubleValue).toArray();
      double[] chosen = new double[OPENINGS];
      for (int i = 0; i < OPENINGS; i++) {
        chosen[i] =
            after(
                driver,
                "document.querySelectorAll('" + LEAD + "')[" + (i * 7 + 3) + "].click();",
                "main li:nth-of-type(" + (i * 7 + 4) + ") > button[aria-expanded='true']");
      }
      report(faults, leads, opened, new double[] {all}, scrolled, chosen);
    } finally {
      driver.quit();
    }
  }

  private void report(
      int faults, int leads, double[] opened, double[] all, double[] scrolled, double[] chosen)
      throws Exception {
    Report report = new Report("screen", "The faults screen with many faults");
    report.say(
        faults
            + " faults in "
            + leads
            + " leads, read from a simulated truck whose modules remember that many, shown by headless Chromium without a graphics processor on the same machine. Times run to the second animation frame after the change; while scrolling, the gap between two frames (16.7 ms at 60 a second).");
    report
        .head("figure", "median, ms", "99th percentile, ms", "worst, ms")
        .row("go to the page until it is drawn", at(opened, 0.5), at(opened, 0.99), at(opened, 1))
        .row("show all leads, once", at(all, 0.5), at(all, 0.99), at(all, 1))
        .row(
            "scroll all of them from top to bottom, gap between frames",
            at(scrolled, 0.5),
            at(scrolled, 0.99),
            at(scrolled, 1))
        .row(
            "choose another of them until it is drawn",
            at(chosen, 0.5),
            at(chosen, 0.99),
            at(chosen, 1))
        .end();
    report
        .keep("faults", faults)
        .keep("openMedianMs", at(opened, 0.5))
        .keep("scrollGap99Ms", at(scrolled, 0.99))
        .keep("chooseMedianMs", at(chosen, 0.5));
    report.finish(json);
  }

  private static double at(double[] values, double share) {
    return share == 0.5 ? Report.median(values) : Report.percentile(values, share);
  }

  /** Comes from the logbook by the path of the job, as a user would. */
  private double open(ChromeDriver driver, long job) throws InterruptedException {
    driver.get(address + "/jobs/" + job + "/logbook");
    BrowserProbe.find(driver, By.cssSelector("nav a[href$='/faults']"));
    TimeUnit.MILLISECONDS.sleep(500);
    return after(driver, "document.querySelector(\"nav a[href$='/faults']\").click();", LEAD);
  }

  private static double after(ChromeDriver driver, String change, String shows) {
    return ((Number) driver.executeAsyncScript(AFTER.formatted(change, shows))).doubleValue();
  }

  private static boolean linkUp(ServerClient server, String base) {
    return server.call("GET", base + "/logbook", null).toString().contains("Hooked up through");
  }

  private static void await(java.util.function.BooleanSupplier there) throws InterruptedException {
    for (int i = 0; i < PATIENCE_SECONDS * 4; i++) {
      if (there.getAsBoolean()) {
        return;
      }
      TimeUnit.MILLISECONDS.sleep(250);
    }
    throw new IllegalStateException("the server did not come that far");
  }
}
