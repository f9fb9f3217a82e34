package hitchlamp.grade;

import hitchlamp.core.bus.Candump;
import hitchlamp.standin.scenario.Scenario;
import hitchlamp.standin.unit.SimUnit;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStreamWriter;
import java.io.UncheckedIOException;
import java.io.Writer;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;

/** The case file of a large job: how large, how long out, how long in. */
final class CaseMeasure {
  private static final int FRAMES = 1_000_000;
  private static final int TIMES = 5;
  private static final String BORDER = "x-border-x";

  private final String address;
  private final boolean json;

  CaseMeasure(String address, boolean json) {
    if (address == null) {
      throw new IllegalArgumentException("case needs --server; ./hitch-lamp measure case gives it");
    }
    this.address = address;
    this.json = json;
  }

  void measure() throws IOException, InterruptedException {
    long job = ListsMeasure.visit(address);
    ServerClient server = new ServerClient(address);
    server.signIn();
    byte[] log = traffic();
    need(upload(server, "/api/jobs/" + job + "/recordings", "long.log", log));
    double[] out = new double[TIMES];
    double[] in = new double[TIMES];
    byte[] file = {};
    for (int i = -1; i < TIMES; i++) {
      long start = System.nanoTime();
      file =
          need(server.send(
                  "GET",
                  "/api/jobs/" + job + "/case-file",
                  HttpRequest.BodyPublishers.noBody(),
                  "application/json",
                  HttpResponse.BodyHandlers.ofByteArray()))
              .body();
      long made = System.nanoTime();
      need(upload(server, "/api/case-files", "case.zip", file));
      if (i >= 0) {
        out[i] = (made - start) / 1e9;
        in[i] = (System.nanoTime() - made) / 1e9;
      }
    }
    Report report = new Report("case", "Case file of a large job");
    report.say(
        String.format(
            Locale.ROOT,
            "A job with one hook-up, two full roll calls with faults and story, and a recording of %,d frames that came as a candump log of %.1f MB. %d times over HTTP on one machine, after one that is not counted; out runs to the last byte, in from the first byte to the answer, with every part checked against its checksum and stored.",
            FRAMES,
            log.length / 1e6,
            TIMES));
    report
        .head("figure", "median", "worst")
        .row("size, MB", file.length / 1e6, file.length / 1e6)
        .row("out, s", Report.median(out), Report.percentile(out, 1))
        .row("in, s", Report.median(in), Report.percentile(in, 1))
        .end();
    report.keep("megabytes", file.length / 1e6);
    report.keep("out", Report.median(out));
    report.keep("in", Report.median(in));
    report.finish(json);
  }

  private static byte[] traffic() throws IOException {
    SimUnit unit =
        new SimUnit(Scenario.read(Path.of("standin/scenarios/tipper-9.yaml")).withSeed(1));
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    try (Writer text = new OutputStreamWriter(bytes, StandardCharsets.US_ASCII)) {
      int[] count = {0};
      unit.bus()
          .listen(
              (stamped, sender) -> {
                if (count[0]++ < FRAMES) {
                  try {
                    Candump.write((Appendable) text, "can250", stamped);
                  } catch (IOException e) {
                    throw new UncheckedIOException(e);
                  }
                }
              });
      while (count[0] < FRAMES) {
        unit.runUntil(unit.now() + 1_000_000);
      }
    }
    return bytes.toByteArray();
  }

  private static HttpResponse<byte[]> upload(
      ServerClient server, String path, String name, byte[] content) {
    byte[] head =
        ("--"
                + BORDER
                + "\r\nContent-Disposition: form-data; name=\"file\"; filename=\""
                + name
                + "\"\r\nContent-Type: application/octet-stream\r\n\r\n")
            .getBytes(StandardCharsets.US_ASCII);
    byte[] tail = ("\r\n--" + BORDER + "--\r\n").getBytes(StandardCharsets.US_ASCII);
    return server.send(
        "POST",
        path,
        HttpRequest.BodyPublishers.ofByteArrays(List.of(head, content, tail)),
        "multipart/form-data; boundary=" + BORDER,
        HttpResponse.BodyHandlers.ofByteArray());
  }

  private static HttpResponse<byte[]> need(HttpResponse<byte[]> answer) {
    if (answer.statusCode() >= 300) {
      throw new IllegalStateException(
          answer.statusCode() + " " + new String(answer.body(), StandardCharsets.UTF_8));
    }
    return answer;
  }
}
