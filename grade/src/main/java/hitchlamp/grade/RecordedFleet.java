package hitchlamp.grade;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import java.util.zip.GZIPOutputStream;
import tools.jackson.databind.JsonNode;

/** Twenty units recorded at once: what is lost, what it takes. */
final class RecordedFleet {
  private static final int UNITS = 20;
  private static final int RECORD_SECONDS = 60;

  private final Installation at;
  private final Report report;

  RecordedFleet(Installation at, Report report) {
    this.at = at;
    this.report = report;
  }

  void measure() throws Exception {
    List<Long> jobs = new ArrayList<>();
    for (int i = 1; i <= UNITS; i++) {
      jobs.add(at.hookedUp("truck-" + i, "Recorded"));
      at.cab(jobs.get(i - 1), "truck-" + i, "gear", "d");
      at.cab(jobs.get(i - 1), "truck-" + i, "pedal", String.valueOf(0.4 + 0.02 * i));
    }
    for (long job : jobs) {
      at.server()
          .call("POST", "/api/jobs/" + job + "/watch/recorders", Map.of("name", "Twenty at once"));
    }
    double before = at.cpu("server");
    long began = System.nanoTime();
    for (int t = 0; t < RECORD_SECONDS; t += 5) {
      TimeUnit.SECONDS.sleep(5);
      String pedal = t / 5 % 3 == 0 ? "0.9" : t / 5 % 3 == 1 ? "0.3" : "0.6";
      for (int i = 1; i <= UNITS; i++) {
        at.cab(jobs.get(i - 1), "truck-" + i, "pedal", pedal);
      }
    }
    double seconds = (System.nanoTime() - began) / 1e9;
    double share = 100 * (at.cpu("server") - before) / seconds;
    for (long job : jobs) {
      at.server().call("DELETE", "/api/jobs/" + job + "/watch/recorders/1", null);
    }
    long samples = 0;
    long lost = 0;
    long bytes = 0;
    long channels = 0;
    double length = 0;
    for (long job : jobs) {
      JsonNode[] head = new JsonNode[1];
      Installation.await(
          "the recording in the database",
          () -> {
            head[0] =
                at.server().call("GET", "/api/jobs/" + job + "/recordings-made", null).path(0);
            return head[0].path("samples").isNumber();
          });
      samples += head[0].path("samples").asLong();
      lost += head[0].path("lost").asLong();
      bytes += head[0].path("bytes").asLong();
      channels += head[0].path("channels").asLong();
      length = head[0].path("seconds").asDouble();
    }
    long probe =
        at.server()
            .call("GET", "/api/jobs/" + jobs.get(0) + "/recordings-made", null)
            .path(0)
            .path("id")
            .asLong();
    JsonNode stats = at.server().call("GET", "/api/recordings/" + probe + "/statistics", null);
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
    byte[] csv = at.download("/api/recordings/" + probe + "/table.csv");
    byte[] csvMoving =
        at.download("/api/recordings/" + probe + "/table.csv?channels=" + String.join(",", alive));
    long own =
        at.server()
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
      at.cab(jobs.get(i - 1), "truck-" + i, "pedal", "0");
      at.server().call("DELETE", "/api/jobs/" + jobs.get(i - 1) + "/hook-up", null);
    }
  }

  private static long gzip(byte[] bytes) throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    try (GZIPOutputStream zip = new GZIPOutputStream(out)) {
      zip.write(bytes);
    }
    return out.size();
  }
}
