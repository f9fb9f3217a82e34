package hitchlamp.grade;

import java.io.IOException;
import java.io.InputStream;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.openqa.selenium.chrome.ChromeDriver;

/** How soon a value on the bus is seen on a page that shows all of them. */
final class WatchedPage {
  private static final int UNITS = 20;
  private static final int WATCH_SECONDS = 40;

  private final Installation at;
  private final Report report;

  WatchedPage(Installation at, Report report) {
    this.at = at;
    this.report = report;
  }

  void measure() throws Exception {
    long job = at.hookedUp("ferry-1", "Watched");
    double offset = busOffset(UNITS);
    ChromeDriver driver = HeadlessChromium.start();
    try {
      driver.executeCdpCommand(
          "Page.addScriptToEvaluateOnNewDocument", Map.of("source", BrowserScript.SEEN));
      BrowserProbe.signIn(driver, at.address());
      driver.get(at.address() + "/jobs/" + job + "/watch");
      Installation.await("values on the page", () -> rows(driver) > 150);
      TimeUnit.SECONDS.sleep(3);
      int values = rows(driver);
      driver.executeScript("window.__seen = [];");
      double serverBefore = at.cpu("server");
      double browserBefore = Installation.browserCpu();
      long began = System.nanoTime();
      TimeUnit.SECONDS.sleep(WATCH_SECONDS);
      double seconds = (System.nanoTime() - began) / 1e9;
      double serverShare = 100 * (at.cpu("server") - serverBefore) / seconds;
      double browserShare = 100 * (Installation.browserCpu() - browserBefore) / seconds;
      List<?> seen = (List<?>) driver.executeScript("return window.__seen;");
      List<Double> millis = new ArrayList<>();
      double before = Double.NaN;
      for (Object o : seen) {
        List<?> pair = (List<?>) o;
        double bus = ((Number) pair.get(0)).doubleValue();
        double drawn = ((Number) pair.get(1)).doubleValue();
        // Frames came all the time between this message of values and the one before.
        for (int k = 0; k < 10 && !Double.isNaN(before); k++) {
          double frame = before + (bus - before) * (k + 0.5) / 10;
          millis.add((drawn - frame * 1e6 - offset) / 1e3);
        }
        before = bus;
      }
      double[] all = Installation.sorted(millis);
      report.say(
          values
              + " values of a ferry's two engines on one page (those in view written with every message, the others twice a second), by headless Chromium without a graphics processor on the same two cores as server, database and 21 simulated units. From a frame on the link (its stamp, brought to this machine's clock by a tap of its own) to the second animation frame after the page was told; frames are taken evenly between two messages of values.");
      report
          .head("figure", "median, ms", "99th percentile, ms", "worst, ms", "messages of values")
          .row(
              "frame to second animation frame",
              Installation.at(all, 0.5),
              Installation.at(all, 0.99),
              Installation.at(all, 1),
              seen.size())
          .end()
          .head("process", "share of one core, %")
          .row("server, one unit watched, 21 simulated beside it", serverShare)
          .row("browser", browserShare)
          .end()
          .keep("latencyMedianMs", Installation.at(all, 0.5))
          .keep("latency99Ms", Installation.at(all, 0.99));
    } finally {
      driver.quit();
    }
    at.server().call("DELETE", "/api/jobs/" + job + "/hook-up", null);
  }

  private static int rows(ChromeDriver driver) {
    return ((Number)
            driver.executeScript("return document.querySelectorAll('tr[data-channel]').length;"))
        .intValue();
  }

  /** Microseconds since the epoch at bus time 0: the least that arrival is behind a stamp. */
  private double busOffset(int unit) throws IOException {
    int port = 8600 + unit;
    double least = Double.POSITIVE_INFINITY;
    try (Socket s = new Socket("127.0.0.1", port)) {
      s.setTcpNoDelay(true);
      s.getOutputStream().write("< open can250 >< rawmode >".getBytes(StandardCharsets.US_ASCII));
      InputStream in = s.getInputStream();
      byte[] buffer = new byte[65_536];
      Pattern frame = Pattern.compile("< frame [0-9A-Fa-f]+ (\\d+)\\.(\\d{6}) ");
      long until = System.nanoTime() + 3_000_000_000L;
      while (System.nanoTime() < until) {
        int n = in.read(buffer);
        Instant now = Instant.now();
        double micros = now.getEpochSecond() * 1e6 + now.getNano() / 1e3;
        Matcher m = frame.matcher(new String(buffer, 0, Math.max(0, n), StandardCharsets.US_ASCII));
        while (m.find()) {
          double stamp = Long.parseLong(m.group(1)) * 1e6 + Long.parseLong(m.group(2));
          least = Math.min(least, micros - stamp);
        }
      }
    }
    return least;
  }
}
