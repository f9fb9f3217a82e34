package hitchlamp.grade;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.net.Socket;
import java.net.URI;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.SplittableRandom;
import java.util.concurrent.TimeUnit;
import java.util.function.BooleanSupplier;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.zip.GZIPOutputStream;
import org.openqa.selenium.chrome.ChromeDriver;
import tools.jackson.databind.JsonNode;

/**
 * Watching and recording through the real server: how soon a value is on the page, what recording
 * twenty units takes, a long recording, what a kill loses, and how soon cylinders fire again.
 */
final class WatchMeasure {
  private static final int UNITS = 20;
  private static final int RECORD_SECONDS = 60;
  private static final int WATCH_SECONDS = 40;
  private static final int LONG_ROWS = 288_000;
  private static final int LONG_COLUMNS = 100;
  private static final int KILLS = 10;
  private static final int ZOOMS = 12;

  /** Notes each message of values with the second frame after it, before the page loads. */
  private static final String SEEN =
      """
      window.__seen = [];
      const Plain = window.WebSocket;
      window.WebSocket = class extends Plain {
        constructor(...a) {
          super(...a);
          this.addEventListener('message', (m) => {
            if (!m.data.includes('"type":"now"')) return;
            const seconds = Number(/"seconds":([0-9.eE+]+)/.exec(m.data)[1]);
            requestAnimationFrame(() => requestAnimationFrame(() => {
              window.__seen.push([seconds, (performance.timeOrigin + performance.now()) * 1000]);
            }));
          });
        }
      };
      // Every plot in view shows the window that the page is to show, which is another than before.
      window.__drawn = (before) => {
        const all = document.querySelector('[data-window]');
        if (!all || all.dataset.window === before) return false;
        const inView = (n) => {
          const box = n.getBoundingClientRect();
          return box.bottom > 0 && box.top < innerHeight;
        };
        return [...all.children].filter(inView).every((g) =>
          g.dataset.drawn === all.dataset.window &&
          [...g.querySelectorAll('figure [role=img]')].filter(inView).every((p) => p.querySelector('canvas')));
      };
      """;

  private final String address;
  private final Path state;
  private final List<String> only;
  private final boolean json;
  private final Report report = new Report("watch", "Watching, recording, and what is never lost");
  private ServerClient server;

  WatchMeasure(String address, Path state, List<String> only, boolean json) {
    if (address == null || state == null) {
      throw new IllegalArgumentException(
          "watch needs --server and --state; ./hitch-lamp measure watch gives them");
    }
    this.address = address;
    this.state = state;
    this.only = only;
    this.json = json;
  }

  private boolean wanted(String part) {
    return only.isEmpty() || only.contains(part);
  }

  void measure() throws Exception {
    server = new ServerClient(address);
    server.signIn();
    if (wanted("release")) {
      new CutoutReleases(report).measure();
    }
    if (wanted("latency")) {
      latency();
    }
    if (wanted("record")) {
      record();
    }
    if (wanted("long")) {
      longRecording();
    }
    if (wanted("kills")) {
      kills();
    }
    report.finish(json);
  }

  // --- hooking up

  private long hookedUp(String unit, String name) throws Exception {
    long job = server.openJob(name + " " + System.nanoTime(), "measurement");
    String base = "/api/jobs/" + job;
    server.call("POST", base + "/hook-up", Map.of("link", "sim/" + unit));
    await("link of " + unit, () -> live(base));
    for (boolean full : new boolean[] {true, false}) {
      server.call("POST", base + "/roll-call", Map.of("full", full));
      await("roll of " + unit, () -> logged(base, full ? "Full roll call" : "Quick roll call"));
    }
    return job;
  }

  private boolean live(String base) {
    try {
      server.call("POST", base + "/watch/statistics", Map.of());
      return logged(base, "Hooked up");
    } catch (IllegalStateException notYet) {
      return false;
    }
  }

  private boolean logged(String base, String text) {
    return server.call("GET", base + "/logbook", null).toString().contains(text);
  }

  private static void await(String what, BooleanSupplier holds) throws InterruptedException {
    for (int i = 0; i < 600; i++) {
      if (holds.getAsBoolean()) {
        return;
      }
      TimeUnit.MILLISECONDS.sleep(200);
    }
    throw new IllegalStateException("waited two minutes in vain for: " + what);
  }

  private void cab(long job, String unit, String action, String value) {
    server.call(
        "POST", "/api/jobs/" + job + "/cab/" + unit, Map.of("action", action, "value", value));
  }

  // --- how soon a value is seen

  private void latency() throws Exception {
    long job = hookedUp("ferry-1", "Watched");
    double offset = busOffset(UNITS);
    ChromeDriver driver = HeadlessChromium.start();
    try {
      driver.executeCdpCommand("Page.addScriptToEvaluateOnNewDocument", Map.of("source", SEEN));
      BrowserProbe.signIn(driver, address);
      driver.get(address + "/jobs/" + job + "/watch");
      await("values on the page", () -> rows(driver) > 150);
      TimeUnit.SECONDS.sleep(3);
      int values = rows(driver);
      driver.executeScript("window.__seen = [];");
      double serverBefore = cpu("server");
      double browserBefore = browserCpu();
      long began = System.nanoTime();
      TimeUnit.SECONDS.sleep(WATCH_SECONDS);
      double seconds = (System.nanoTime() - began) / 1e9;
      double serverShare = 100 * (cpu("server") - serverBefore) / seconds;
      double browserShare = 100 * (browserCpu() - browserBefore) / seconds;
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
      double[] all = sorted(millis);
      report.say(
          values
              + " values of a ferry's two engines on one page, all of them drawn, by headless Chromium without a graphics processor on the same two cores as server, database and 21 simulated units. From a frame on the link (its stamp, brought to this machine's clock by a tap of its own) to the second animation frame after the page was told; frames are taken evenly between two messages of values.");
      report
          .head("figure", "median, ms", "99th percentile, ms", "worst, ms", "messages of values")
          .row(
              "frame to second animation frame",
              at(all, 0.5),
              at(all, 0.99),
              at(all, 1),
              seen.size())
          .end()
          .head("process", "share of one core, %")
          .row("server, one unit watched, 21 simulated beside it", serverShare)
          .row("browser", browserShare)
          .end()
          .keep("latencyMedianMs", at(all, 0.5))
          .keep("latency99Ms", at(all, 0.99));
    } finally {
      driver.quit();
    }
    server.call("DELETE", "/api/jobs/" + job + "/hook-up", null);
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

  private double cpu(String process) throws IOException {
    return cpuOf(Long.parseLong(Files.readString(state.resolve(process + ".pid")).strip()));
  }

  private static double cpuOf(long pid) {
    return ProcessHandle.of(pid)
        .flatMap(p -> p.info().totalCpuDuration())
        .map(d -> d.toMillis() / 1e3)
        .orElse(Double.NaN);
  }

  private static double browserCpu() {
    return ProcessHandle.allProcesses()
        .filter(p -> p.info().command().orElse("").contains("chromium"))
        .mapToDouble(p -> cpuOf(p.pid()))
        .filter(d -> !Double.isNaN(d))
        .sum();
  }

  // --- recording twenty units

  private void record() throws Exception {
    List<Long> jobs = new ArrayList<>();
    for (int i = 1; i <= UNITS; i++) {
      jobs.add(hookedUp("truck-" + i, "Recorded"));
      cab(jobs.get(i - 1), "truck-" + i, "gear", "d");
      cab(jobs.get(i - 1), "truck-" + i, "pedal", String.valueOf(0.4 + 0.02 * i));
    }
    for (long job : jobs) {
      server.call(
          "POST", "/api/jobs/" + job + "/watch/recorders", Map.of("name", "Twenty at once"));
    }
    double before = cpu("server");
    long began = System.nanoTime();
    for (int t = 0; t < RECORD_SECONDS; t += 5) {
      TimeUnit.SECONDS.sleep(5);
      String pedal = t / 5 % 3 == 0 ? "0.9" : t / 5 % 3 == 1 ? "0.3" : "0.6";
      for (int i = 1; i <= UNITS; i++) {
        cab(jobs.get(i - 1), "truck-" + i, "pedal", pedal);
      }
    }
    double seconds = (System.nanoTime() - began) / 1e9;
    double share = 100 * (cpu("server") - before) / seconds;
    for (long job : jobs) {
      server.call("DELETE", "/api/jobs/" + job + "/watch/recorders/1", null);
    }
    long samples = 0;
    long lost = 0;
    long bytes = 0;
    long channels = 0;
    double length = 0;
    for (long job : jobs) {
      JsonNode[] head = new JsonNode[1];
      await(
          "the recording in the database",
          () -> {
            head[0] = server.call("GET", "/api/jobs/" + job + "/recordings-made", null).path(0);
            return head[0].path("samples").isNumber();
          });
      samples += head[0].path("samples").asLong();
      lost += head[0].path("lost").asLong();
      bytes += head[0].path("bytes").asLong();
      channels += head[0].path("channels").asLong();
      length = head[0].path("seconds").asDouble();
    }
    long probe =
        server
            .call("GET", "/api/jobs/" + jobs.get(0) + "/recordings-made", null)
            .path(0)
            .path("id")
            .asLong();
    JsonNode stats = server.call("GET", "/api/recordings/" + probe + "/statistics", null);
    long numbers = 0;
    long moving = 0;
    List<String> alive = new ArrayList<>();
    for (JsonNode s : stats) {
      numbers += s.path("count").asLong();
      if (s.path("deviation").asDouble(0) > 0) {
        alive.add(s.path("channel").asString());
        moving += s.path("count").asLong();
      }
    }
    byte[] csv = download("/api/recordings/" + probe + "/table.csv");
    byte[] csvMoving =
        download("/api/recordings/" + probe + "/table.csv?channels=" + String.join(",", alive));
    long own =
        server
            .call("GET", "/api/jobs/" + jobs.get(0) + "/recordings-made", null)
            .path(0)
            .path("bytes")
            .asLong();
    report.say(
        "Twenty trucks that drive (gears, pedal up and down), every value that they tell recorded at once for a minute: "
            + channels
            + " values in all. A sample is one value at one moment, states included.");
    report
        .head("figure", "value")
        .row("samples a second", samples / length)
        .row("samples lost", lost)
        .row("bytes a sample in the database", (double) bytes / samples)
        .row("bytes a number, of one truck", (double) own / numbers)
        .row("bytes a number as gzip-CSV, same truck, every value", (double) gzip(csv) / numbers)
        .row("bytes a number as gzip-CSV, values that moved", (double) gzip(csvMoving) / moving)
        .row("server, share of one core, %", share)
        .end()
        .keep("samplesPerSecond", samples / length)
        .keep("lost", lost)
        .keep("bytesPerSample", (double) bytes / samples);
    for (int i = 1; i <= UNITS; i++) {
      cab(jobs.get(i - 1), "truck-" + i, "pedal", "0");
      server.call("DELETE", "/api/jobs/" + jobs.get(i - 1) + "/hook-up", null);
    }
  }

  private byte[] download(String path) {
    HttpResponse<byte[]> answer =
        server.send(
            "GET",
            path,
            HttpRequest.BodyPublishers.noBody(),
            "application/json",
            HttpResponse.BodyHandlers.ofByteArray());
    if (answer.statusCode() != 200) {
      throw new IllegalStateException(path + ": " + answer.statusCode());
    }
    return answer.body();
  }

  private static long gzip(byte[] bytes) throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    try (GZIPOutputStream zip = new GZIPOutputStream(out)) {
      zip.write(bytes);
    }
    return out.size();
  }

  // --- eight hours of a hundred channels

  private void longRecording() throws Exception {
    long job = server.openJob("Long " + System.nanoTime(), "measurement");
    Path table = state.resolve("long.csv");
    write(table);
    Path copy = state.resolve("copy.csv");
    long size = Files.size(table);
    long t = System.nanoTime();
    Files.copy(table, copy);
    double copied = seconds(t);
    t = System.nanoTime();
    HttpResponse<String> answer = upload("/api/jobs/" + job + "/tables", table);
    double in = seconds(t);
    if (answer.statusCode() != 201) {
      throw new IllegalStateException(answer.statusCode() + " " + answer.body());
    }
    JsonNode head = server.call("GET", "/api/jobs/" + job + "/recordings-made", null).path(0);
    long id = head.path("id").asLong();
    t = System.nanoTime();
    long out = download("/api/recordings/" + id + "/table.csv").length;
    double wrote = seconds(t);
    double mega = size / 1e6;
    ChromeDriver driver = HeadlessChromium.start();
    double[] opened;
    double[] zoomed;
    double[] panned;
    try {
      driver.executeCdpCommand("Page.addScriptToEvaluateOnNewDocument", Map.of("source", SEEN));
      BrowserProbe.signIn(driver, address);
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
        .row("open, all 100 values over 8 h", at(opened, 0.5), at(opened, 1))
        .row("zoom in by half, 100 values", at(zoomed, 0.5), at(zoomed, 1))
        .row("move by half a window, 100 values", at(panned, 0.5), at(panned, 1))
        .row(
            "window from the server alone, 100 values, 8 h to 4 s",
            at(windows, 0.5),
            at(windows, 1))
        .end()
        .head("file", "s", "MB/s")
        .row("table in, whole call, both passes and the database", in, mega / in)
        .row("table out", wrote, out / 1e6 / wrote)
        .row("plain copy of the file", copied, mega / copied)
        .end()
        .keep("openMs", at(opened, 0.5))
        .keep("zoomMs", at(zoomed, 0.5))
        .keep(
            "bytesPerLongSample",
            head.path("bytes").asLong() / (double) (LONG_ROWS * LONG_COLUMNS));
    Files.delete(copy);
    Files.delete(table);
  }

  private static double seconds(long since) {
    return (System.nanoTime() - since) / 1e9;
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
    return server.send(
        "POST",
        path,
        body,
        "multipart/form-data; boundary=" + border,
        HttpResponse.BodyHandlers.ofString());
  }

  private double open(ChromeDriver driver, long job, long id) throws InterruptedException {
    driver.get(address + "/jobs/" + job + "/watch");
    await("the list", () -> driver.getPageSource().contains("/watch/recordings/" + id));
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
      download(
          "/api/recordings/"
              + id
              + "/window?from="
              + (i == 0 ? 0 : from)
              + "&to="
              + ((i == 0 ? 0 : from) + width)
              + "&columns=300");
      all[i] = seconds(t) * 1e3;
      width /= 2;
    }
    return sorted(Arrays.stream(all).boxed().toList());
  }

  // --- kills

  private void kills() throws Exception {
    List<Double> serverLost = new ArrayList<>();
    List<Double> databaseLost = new ArrayList<>();
    List<Double> bothLost = new ArrayList<>();
    List<Double> released = new ArrayList<>();
    for (int i = 0; i < KILLS; i++) {
      serverLost.add(kill(true, false, released));
      databaseLost.add(kill(false, true, released));
      bothLost.add(kill(true, true, released));
    }
    report.say(
        "A truck is recorded and a cylinder held off; then processes are killed (signal 9), started again, and what is missing at the end of the recording is counted against the last moment at which values were told before the kill. Where the server lives on, the recording goes on and what is missing is its longest gap between two samples.");
    report
        .head("killed", "tries", "lost, median, s", "lost, worst, s")
        .row("server", KILLS, at(sorted(serverLost), 0.5), at(sorted(serverLost), 1))
        .row("database", KILLS, at(sorted(databaseLost), 0.5), at(sorted(databaseLost), 1))
        .row(
            "server while the database is down",
            KILLS,
            at(sorted(bothLost), 0.5),
            at(sorted(bothLost), 1))
        .end()
        .head(
            "cylinder held off, server killed", "tries", "fires again after, median, s", "worst, s")
        .row(
            "seen in the simulated cab",
            released.size(),
            at(sorted(released), 0.5),
            at(sorted(released), 1))
        .end()
        .keep("lostServerWorst", at(sorted(serverLost), 1))
        .keep("lostDatabaseWorst", at(sorted(databaseLost), 1))
        .keep("lostBothWorst", at(sorted(bothLost), 1))
        .keep("releasedWorst", at(sorted(released), 1));
  }

  /** Seconds of values that a kill lost. */
  private double kill(boolean theServer, boolean theDatabase, List<Double> released)
      throws Exception {
    long job = hookedUp("truck-1", "Killed");
    String base = "/api/jobs/" + job;
    server.call("POST", base + "/seat", Map.of());
    server.call("POST", base + "/trials/cutout", Map.of("engine", "engine"));
    TimeUnit.SECONDS.sleep(4);
    say(base, "begin");
    TimeUnit.SECONDS.sleep(1);
    server.call(
        "POST",
        base + "/watch/recorders",
        Map.of("name", "Killed", "channels", List.of("engine/190")));
    TimeUnit.SECONDS.sleep(1);
    say(base, "off 2");
    for (int i = 0; i < 3; i++) {
      TimeUnit.MILLISECONDS.sleep(900);
      say(base, "alive");
    }
    if (theDatabase) {
      end("database");
      TimeUnit.SECONDS.sleep(theServer ? 2 : 4);
    }
    double lost;
    if (theServer) {
      double busNow = busNow();
      long at = System.nanoTime();
      end("server");
      released.add(fires(at));
      if (theDatabase) {
        again("database");
      }
      again("server");
      server = new ServerClient(address);
      server.signIn();
      JsonNode head = ended(base);
      double last = head.path("seconds").asDouble() + firstOf(head);
      lost = Math.max(0, busNow - last);
    } else {
      again("database");
      TimeUnit.SECONDS.sleep(2);
      await("server after the database", () -> server.has(base));
      server.call("DELETE", base + "/watch/recorders/1", null);
      JsonNode head = ended(base);
      lost = longestGap(head.path("id").asLong());
      server.call("DELETE", base + "/hook-up", null);
    }
    return lost;
  }

  private void say(String base, String choice) {
    server.call("POST", base + "/trials/say", Map.of("choice", choice));
  }

  private JsonNode ended(String base) throws InterruptedException {
    JsonNode[] head = new JsonNode[1];
    await(
        "the recording after the kill",
        () -> {
          head[0] = server.call("GET", base + "/recordings-made", null).path(0);
          return head[0].path("samples").isNumber();
        });
    return head[0];
  }

  /** Bus time of the first moment of a recording: where its markers of bus time begin. */
  private double firstOf(JsonNode head) {
    return server
        .call("GET", "/api/recordings/" + head.path("id").asLong() + "/origin", null)
        .path("seconds")
        .asDouble();
  }

  private double longestGap(long id) {
    String text =
        new String(
            download("/api/recordings/" + id + "/table.csv?channels=engine/190"),
            StandardCharsets.UTF_8);
    double longest = 0;
    double before = Double.NaN;
    for (String line : text.split("\r\n")) {
      int comma = line.indexOf(',');
      if (comma > 0 && Character.isDigit(line.charAt(0))) {
        double t = Double.parseDouble(line.substring(0, comma));
        longest = Double.isNaN(before) ? 0 : Math.max(longest, t - before);
        before = t;
      }
    }
    return longest;
  }

  /** Bus time of the truck now, by its cab. */
  private double busNow() throws IOException, InterruptedException {
    return cabOf("truck-1").path("micros").asDouble() / 1e6;
  }

  private JsonNode cabOf(String unit) throws IOException, InterruptedException {
    java.net.http.HttpClient http = java.net.http.HttpClient.newHttpClient();
    String body =
        http.send(
                HttpRequest.newBuilder(URI.create("http://127.0.0.1:8582/units/" + unit))
                    .timeout(Duration.ofSeconds(5))
                    .build(),
                HttpResponse.BodyHandlers.ofString())
            .body();
    return tools.jackson.databind.json.JsonMapper.builder().build().readTree(body);
  }

  /** Seconds until the truck's engine fires on all its cylinders. */
  private double fires(long since) throws IOException, InterruptedException {
    while (cabOf("truck-1").path("firing").asInt() < 6) {
      if (seconds(since) > 20) {
        return Double.POSITIVE_INFINITY;
      }
      TimeUnit.MILLISECONDS.sleep(20);
    }
    return seconds(since);
  }

  private void end(String process) throws IOException, InterruptedException {
    long pid = Long.parseLong(Files.readString(state.resolve(process + ".pid")).strip());
    ProcessHandle.of(pid).ifPresent(ProcessHandle::destroyForcibly);
    await(process + " to be gone", () -> ProcessHandle.of(pid).map(p -> !p.isAlive()).orElse(true));
  }

  private static void again(String process) throws IOException, InterruptedException {
    int code =
        new ProcessBuilder("./hitch-lamp", "again", process)
            .redirectErrorStream(true)
            .redirectOutput(ProcessBuilder.Redirect.DISCARD)
            .start()
            .waitFor();
    if (code != 0) {
      throw new IllegalStateException(process + " did not start again");
    }
  }

  static double[] sorted(List<Double> values) {
    double[] all = values.stream().mapToDouble(Double::doubleValue).toArray();
    Arrays.sort(all);
    return all;
  }

  static double at(double[] values, double share) {
    double[] all = values.clone();
    Arrays.sort(all);
    return all.length == 0
        ? Double.NaN
        : all[Math.min(all.length - 1, (int) Math.ceil(share * all.length) - (share > 0 ? 1 : 0))];
  }
}
