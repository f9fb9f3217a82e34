package hitchlamp.grade;

import java.io.IOException;
import java.net.http.WebSocket;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletionStage;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.TimeUnit;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * Many simulated trucks hooked up at once through the real server. The latency of a value is the
 * time from the bus time of the newest frame in it to its arrival over the WebSocket; the clocks
 * are set against each other by the cab's own time, asked for over HTTP, within the half of that
 * call.
 */
final class Fleet {
  /** Longer than the five minutes for which values are kept: what memory holds is all there. */
  private static final long SETTLE_SECONDS = 330;

  private static final long MEASURE_SECONDS = 30;

  /** Calls that set a clock, with pauses of different length, so that they meet any moment. */
  private static final int CALLS = 12;

  private static final int PAUSES_MILLIS = 7;

  /** Calls that took at most so many times the shortest count. */
  private static final double SHORT = 1.5;

  private final ServerClient server;
  private final List<String> pids;
  private final boolean json;
  private final JsonMapper mapper = JsonMapper.builder().build();
  private final Map<Long, Double> offsets = new ConcurrentHashMap<>();
  private double uncertainMicros;
  private final ConcurrentLinkedQueue<Double> latencies = new ConcurrentLinkedQueue<>();
  private final Map<Long, JsonNode> newest = new ConcurrentHashMap<>();
  private volatile boolean counting;

  Fleet(String server, List<String> pids, boolean json) {
    this.server = server == null ? null : new ServerClient(server);
    this.pids = pids;
    this.json = json;
  }

  void measure() throws Exception {
    if (server == null) {
      throw new IllegalArgumentException(
          "fleet needs --server; ./hitch-lamp measure fleet gives it");
    }
    server.signIn();
    long probe = server.call("GET", "/api/jobs", null).get(0).path("id").asLong();
    List<String> links = new ArrayList<>();
    server
        .call("GET", "/api/jobs/" + probe + "/links", null)
        .forEach(l -> links.add(l.path("id").asString()));
    // A serial port of this machine is a link too.
    links.removeIf(l -> !l.startsWith("sim/"));
    Map<Long, String> jobs = new LinkedHashMap<>();
    List<WebSocket> sockets = new ArrayList<>();
    String run = Long.toString(System.currentTimeMillis(), 36);
    for (String link : links) {
      long job = server.openJob(run + " " + link, "fleet measurement");
      jobs.put(job, link.substring(4));
      sockets.add(listen(job));
      server.call("POST", "/api/jobs/" + job + "/hook-up", Map.of("link", link));
    }
    TimeUnit.SECONDS.sleep(SETTLE_SECONDS);
    long watched = jobs.keySet().iterator().next();
    BrowserProbe browser = new BrowserProbe(server.address(), watched);
    for (Map.Entry<Long, String> j : jobs.entrySet()) {
      setClock(j.getKey(), j.getValue());
    }
    // The browser tells the time of day, everything else here a time of its own.
    double dayOffset = System.currentTimeMillis() * 1e3 - System.nanoTime() / 1e3;
    browser.begin();
    Map<String, long[]> before = processes();
    Map<Long, Long> framesBefore = frames();
    long start = System.nanoTime();
    counting = true;
    TimeUnit.SECONDS.sleep(MEASURE_SECONDS);
    counting = false;
    double seconds = (System.nanoTime() - start) / 1e9;
    Map<Long, Long> framesAfter = frames();
    Map<String, long[]> after = processes();
    double[] drawn =
        browser.drawn().stream()
            .mapToDouble(
                d -> (d.micros() - dayOffset - offsets.get(watched) - d.busSeconds() * 1e6) / 1e3)
            .toArray();
    browser.close();
    long frames =
        jobs.keySet().stream()
            .mapToLong(j -> framesAfter.getOrDefault(j, 0L) - framesBefore.getOrDefault(j, 0L))
            .sum();
    long lost = newest.values().stream().mapToLong(v -> v.path("lost").asLong()).sum();
    double[] ms = latencies.stream().mapToDouble(Double::doubleValue).toArray();
    Report report = new Report("fleet", jobs.size() + " trucks at once");
    report.say(
        jobs.size()
            + " simulated trucks, in a process of their own, hooked up at once through the real server with its database, each watched over a WebSocket; "
            + Math.round(seconds)
            + " s after "
            + SETTLE_SECONDS
            + " s of settling. All frames are stored. Latency: from the bus time of the newest frame in a value to the arrival of the value at the client; values are merged by the server to at most 50 a second. One of the trucks is also watched by a real browser (headless Chromium on the same machine): there the time runs to the second animation frame after the arrival.");
    report
        .head("figure", "value")
        .row("trucks", jobs.size())
        .row("trucks that told values", newest.size())
        .row("frames a second, all together", frames / seconds)
        .row("frames a second and truck", frames / seconds / jobs.size())
        .row("frames lost between link and owner", lost);
    report
        .row("clocks set within, worst truck, ms", uncertainMicros / 1e3)
        .row("latency, median, ms", Report.median(ms))
        .row("latency, 99th percentile, ms", Report.percentile(ms, 0.99))
        .row("latency, worst, ms", Report.percentile(ms, 1))
        .row("values received", ms.length);
    report
        .row("drawn in the browser, median, ms", Report.median(drawn))
        .row("drawn in the browser, 99th percentile, ms", Report.percentile(drawn, 0.99))
        .row("values drawn in the browser", drawn.length)
        .end();
    report.head("process", "processor, share of one core, %", "memory, MB");
    for (String process : after.keySet()) {
      double share = 100.0 * (after.get(process)[0] - before.get(process)[0]) / 100 / seconds;
      report.row(process, share, after.get(process)[1] / 1024.0);
      report.keep(process + "CpuPercent", share);
    }
    report.end();
    report
        .keep("trucks", jobs.size())
        .keep("framesPerSecond", frames / seconds)
        .keep("lost", lost)
        .keep("latencyMedianMs", Report.median(ms))
        .keep("latency99Ms", Report.percentile(ms, 0.99))
        .keep("browserMedianMs", Report.median(drawn))
        .keep("browser99Ms", Report.percentile(drawn, 0.99));
    for (long job : jobs.keySet()) {
      server.call("DELETE", "/api/jobs/" + job + "/hook-up", null);
    }
    sockets.forEach(WebSocket::abort);
    report.finish(json);
  }

  private Map<Long, Long> frames() {
    Map<Long, Long> frames = new LinkedHashMap<>();
    newest.forEach((job, v) -> frames.put(job, v.path("frames").asLong()));
    return frames;
  }

  /**
   * How far the bus clock of a unit is behind ours: the least that any of the short calls says. A
   * call that waited longer for its answer than for its way there tells an older time, so that the
   * offset looks greater and latencies smaller; one that was stalled tells nothing.
   */
  private void setClock(long job, String unit) throws InterruptedException {
    double[] halves = new double[CALLS];
    double[] said = new double[CALLS];
    for (int i = 0; i < CALLS; i++) {
      double sent = System.nanoTime() / 1e3;
      double micros =
          server.call("GET", "/api/jobs/" + job + "/cab/" + unit, null).path("micros").asDouble();
      double back = System.nanoTime() / 1e3;
      halves[i] = (back - sent) / 2;
      said[i] = (sent + back) / 2 - micros;
      TimeUnit.MILLISECONDS.sleep(1 + i % PAUSES_MILLIS);
    }
    double shortest = Arrays.stream(halves).min().orElseThrow();
    int best = -1;
    for (int i = 0; i < CALLS; i++) {
      if (halves[i] <= SHORT * shortest && (best < 0 || said[i] < said[best])) {
        best = i;
      }
    }
    offsets.put(job, said[best]);
    uncertainMicros = Math.max(uncertainMicros, halves[best]);
  }

  private WebSocket listen(long job) {
    WebSocket.Listener listener =
        new WebSocket.Listener() {
          private final StringBuilder part = new StringBuilder();

          @Override
          public CompletionStage<?> onText(WebSocket socket, CharSequence data, boolean last) {
            part.append(data);
            if (last) {
              take(job, part.toString(), System.nanoTime() / 1e3);
              part.setLength(0);
            }
            socket.request(1);
            return null;
          }
        };
    return server.listen(job, listener);
  }

  private void take(long job, String text, double at) {
    if (!text.contains("\"type\":\"vitals\"")) {
      return;
    }
    JsonNode body = mapper.readTree(text).path("body");
    newest.put(job, body);
    Double offset = offsets.get(job);
    if (counting && offset != null) {
      latencies.add((at - offset - body.path("busSeconds").asDouble() * 1e6) / 1e3);
    }
  }

  /** Processor ticks (10 ms) and resident kilobytes by name. */
  private Map<String, long[]> processes() throws IOException {
    Map<String, long[]> found = new LinkedHashMap<>();
    for (String entry : pids) {
      String[] parts = entry.split("=");
      String stat = Files.readString(Path.of("/proc", parts[1], "stat"));
      String[] fields = stat.substring(stat.lastIndexOf(')') + 2).split(" ");
      long resident =
          Files.readAllLines(Path.of("/proc", parts[1], "status")).stream()
              .filter(l -> l.startsWith("VmRSS"))
              .mapToLong(l -> Long.parseLong(l.replaceAll("\\D", "")))
              .findFirst()
              .orElse(0);
      found.put(
          parts[0], new long[] {Long.parseLong(fields[11]) + Long.parseLong(fields[12]), resident});
    }
    return found;
  }
}
