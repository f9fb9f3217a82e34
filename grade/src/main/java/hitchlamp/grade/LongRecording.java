package hitchlamp.grade;

import java.io.IOException;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Map;
import java.util.SplittableRandom;
import java.util.concurrent.TimeUnit;
import org.openqa.selenium.chrome.ChromeDriver;
import tools.jackson.databind.JsonNode;

/** A recording of eight hours of a hundred values: in, out, opened, zoomed, moved. */
final class LongRecording {
  private static final int LONG_ROWS = 288_000;
  private static final int LONG_COLUMNS = 100;
  private static final int ZOOMS = 12;

  private final Installation at;
  private final Report report;

  LongRecording(Installation at, Report report) {
    this.at = at;
    this.report = report;
  }

  void measure() throws Exception {
    long job = at.server().openJob("Long " + System.nanoTime(), "measurement");
    Path table = at.state().resolve("long.csv");
    write(table);
    Path copy = at.state().resolve("copy.csv");
    long size = Files.size(table);
    long t = System.nanoTime();
    Files.copy(table, copy);
    double copied = Installation.seconds(t);
    t = System.nanoTime();
    HttpResponse<String> answer = upload("/api/jobs/" + job + "/tables", table);
    double in = Installation.seconds(t);
    if (answer.statusCode() != 201) {
      throw new IllegalStateException(answer.statusCode() + " " + answer.body());
    }
    JsonNode head = at.server().call("GET", "/api/jobs/" + job + "/recordings-made", null).path(0);
    long id = head.path("id").asLong();
    t = System.nanoTime();
    long out = at.download("/api/recordings/" + id + "/table.csv").length;
    double wrote = Installation.seconds(t);
    double mega = size / 1e6;
    ChromeDriver driver = HeadlessChromium.start();
    double[] opened;
    double[] zoomed;
    double[] panned;
    try {
      driver.executeCdpCommand(
          "Page.addScriptToEvaluateOnNewDocument", Map.of("source", BrowserScript.SEEN));
      BrowserProbe.signIn(driver, at.address());
      opened = new double[5];
      for (int i = 0; i < opened.length; i++) {
        opened[i] = open(driver, job, id);
      }
      zoomed = new double[ZOOMS];
      panned = new double[ZOOMS];
      for (int i = 0; i < ZOOMS; i++) {
        zoomed[i] = change(driver, "+");
      }
      for (int i = 0; i < ZOOMS; i++) {
        panned[i] = change(driver, "pan");
      }
    } finally {
      driver.quit();
    }
    double[] windows = windows(id);
    report.say(
        String.format(
            java.util.Locale.ROOT,
            "Eight hours of a hundred values at ten samples a second (28.8 million samples, a table of %.0f MB), read in as a table, kept in %.1f MB, drawn as a hundred plots of 300 columns each. Opened: from leaving another page of the job until the plots in view are drawn and two animation frames more (the others are drawn when they come into view); zoomed and moved: from the key until the plots in view show the new window and two animation frames more; the others are asked for after that.",
            mega,
            head.path("bytes").asLong() / 1e6));
    report
        .head("figure", "median, ms", "worst, ms")
        .row(
            "open, all 100 values over 8 h",
            Installation.at(opened, 0.5),
            Installation.at(opened, 1))
        .row(
            "zoom in by half, 100 values", Installation.at(zoomed, 0.5), Installation.at(zoomed, 1))
        .row(
            "move by half a window, 100 values",
            Installation.at(panned, 0.5),
            Installation.at(panned, 1))
        .row(
            "window from the server alone, 100 values, 8 h to 4 s",
            Installation.at(windows, 0.5),
            Installation.at(windows, 1))
        .end()
        .head("file", "s", "MB/s")
        .row("table in, whole call, both passes and the database", in, mega / in)
        .row("table out", wrote, out / 1e6 / wrote)
        .row("plain copy of the file", copied, mega / copied)
        .end()
        .keep("openMs", Installation.at(opened, 0.5))
        .keep("zoomMs", Installation.at(zoomed, 0.5))
        .keep(
            "bytesPerLongSample",
            head.path("bytes").asLong() / (double) (LONG_ROWS * LONG_COLUMNS));
    Files.delete(copy);
    Files.delete(table);
  }

  private static void write(Path table) throws IOException {
    SplittableRandom r = new SplittableRandom(11);
    double[] value = new double[LONG_COLUMNS];
    try (var out = Files.newBufferedWriter(table)) {
      StringBuilder line = new StringBuilder("time [s]");
      for (int c = 0; c < LONG_COLUMNS; c++) {
        line.append(",value ").append(c + 1).append(" [kPa]");
        value[c] = 50 + c;
      }
      out.append(line).append('\n');
      for (int i = 0; i < LONG_ROWS; i++) {
        line.setLength(0);
        line.append(i / 10).append('.').append(i % 10);
        for (int c = 0; c < LONG_COLUMNS; c++) {
          value[c] += (r.nextDouble() - 0.5) * 2 + (50 + c - value[c]) * 0.01;
          long tenth = Math.round(value[c] * 10);
          line.append(',').append(tenth / 10).append('.').append(Math.abs(tenth % 10));
        }
        out.append(line).append('\n');
      }
    }
  }

  private HttpResponse<String> upload(String path, Path file) throws IOException {
    String border = "x-border-x";
    byte[] start =
        ("--"
                + border
                + "\r\nContent-Disposition: form-data; name=\"file\"; filename=\"long.csv\"\r\nContent-Type: text/csv\r\n\r\n")
            .getBytes(StandardCharsets.US_ASCII);
    byte[] end = ("\r\n--" + border + "--\r\n").getBytes(StandardCharsets.US_ASCII);
    HttpRequest.BodyPublisher body =
        HttpRequest.BodyPublishers.concat(
            HttpRequest.BodyPublishers.ofByteArray(start),
            HttpRequest.BodyPublishers.ofFile(file),
            HttpRequest.BodyPublishers.ofByteArray(end));
    return at.server()
        .send(
            "POST",
            path,
            body,
            "multipart/form-data; boundary=" + border,
            HttpResponse.BodyHandlers.ofString());
  }

  private double open(ChromeDriver driver, long job, long id) throws InterruptedException {
    driver.get(at.address() + "/jobs/" + job + "/watch");
    Installation.await(
        "the list", () -> driver.getPageSource().contains("/watch/recordings/" + id));
    TimeUnit.MILLISECONDS.sleep(500);
    Object ms =
        driver.executeAsyncScript(
            """
            const done = arguments[arguments.length - 1];
            const t = performance.now();
            history.pushState(null, '', arguments[0]);
            window.dispatchEvent(new PopStateEvent('popstate'));
            const drawn = () =>
              document.querySelectorAll('figure [role=img]').length >= arguments[1] && window.__drawn('')
                ? requestAnimationFrame(() => requestAnimationFrame(() => done(performance.now() - t)))
                : requestAnimationFrame(drawn);
            drawn();
            """,
            "/jobs/" + job + "/watch/recordings/" + id + "?take=all",
            LONG_COLUMNS);
    return ((Number) ms).doubleValue();
  }

  private static double change(ChromeDriver driver, String what) throws InterruptedException {
    Object ms =
        driver.executeAsyncScript(
            """
            const done = arguments[arguments.length - 1];
            const before = document.querySelector('[data-window]').dataset.window;
            const t = performance.now();
            if (arguments[0] === 'pan') {
              document.querySelector("button[aria-label='On by half a window']").click();
            } else {
              const plot = document.querySelector("[role=img][tabindex='0']");
              plot.dispatchEvent(new KeyboardEvent('keydown', { key: arguments[0], bubbles: true }));
            }
            const drawn = () =>
              window.__drawn(before)
                ? requestAnimationFrame(() => requestAnimationFrame(() => done(performance.now() - t)))
                : requestAnimationFrame(drawn);
            drawn();
            """,
            what);
    TimeUnit.MILLISECONDS.sleep(300);
    return ((Number) ms).doubleValue();
  }

  private double[] windows(long id) {
    double[] all = new double[13];
    double width = 28_800;
    for (int i = 0; i < all.length; i++) {
      double from = 9_000;
      long t = System.nanoTime();
      at.download(
          "/api/recordings/"
              + id
              + "/window?from="
              + (i == 0 ? 0 : from)
              + "&to="
              + ((i == 0 ? 0 : from) + width)
              + "&columns=300");
      all[i] = Installation.seconds(t) * 1e3;
      width /= 2;
    }
    return Installation.sorted(Arrays.stream(all).boxed().toList());
  }
}
