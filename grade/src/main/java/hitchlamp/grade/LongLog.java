package hitchlamp.grade;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.file.Files;
import java.nio.file.Path;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * {@code try --log} of ten million frames as a whole process: roll, faults and every value of the
 * pack, beside the packet analyser that prints four numbers a frame of the same capture.
 */
final class LongLog {
  private static final int COPIES = 10;
  private static final int FILE_HEAD = 24;
  private static final int RECORD = 32;

  /** Heap that the start script gives it. */
  private static final String HEAP = "-Xmx320m";

  private final Report report;
  private final Path folder;

  LongLog(Report report, Path folder) {
    this.report = report;
    this.folder = folder;
  }

  /**
   * Times both in turn.
   *
   * @param million capture of a million frames of eight bytes
   */
  void measure(Path million, int runs) throws IOException, InterruptedException {
    Path ten = folder.resolve("ten.pcap");
    repeat(million, ten);
    Path found = folder.resolve("found.json");
    double[] ours = new double[runs];
    double[] theirs = new double[runs];
    double[] ratios = new double[runs];
    double[] peaks = new double[runs];
    for (int i = -1; i < runs; i++) {
      Processes.Run run =
          Processes.run(
              found,
              Processes.java(),
              HEAP,
              "-cp",
              System.getProperty("java.class.path"),
              "hitchlamp.grade.Main",
              "try",
              "--log",
              ten.toString(),
              "--pack",
              "orrendale-haulward");
      if (i >= 0) {
        ours[i] = run.seconds();
        peaks[i] = run.peakKilobytes() / 1_024.0;
        theirs[i] = Processes.time(null, Tshark.headers(ten));
        ratios[i] = theirs[i] / ours[i];
      }
    }
    JsonNode bus =
        JsonMapper.builder().build().readTree(Files.readString(found)).path("buses").path("can0");
    report.say(
        "The way of the product: `try --log` of "
            + bus.path("frames").asLong()
            + " frames (the same million ten times, each a quarter of an hour later), from the start of the process to its end: every frame read, the roll and the faults made, long messages put together, and each of the pack's parameters read in every frame that carries it ("
            + bus.path("valuesRead").asLong()
            + " values of "
            + bus.path("values").size()
            + " parameters). Beside it `tshark -T fields` prints priority, group, source and destination of the same frames; it reads no parameter. In turn, "
            + runs
            + " pairs after one of ours that is not counted.");
    report
        .head("figure", "median", "worst", "aim")
        .row("ours, s", Report.median(ours), Report.percentile(ours, 1), "")
        .row("tshark, s", Report.median(theirs), Report.percentile(theirs, 1), "")
        .row("times faster", Report.median(ratios), Report.percentile(ratios, 0), "10")
        .row("most memory of ours, MiB", Report.median(peaks), Report.percentile(peaks, 1), "512")
        .end();
    report.keep("logOurs", ours).keep("logTshark", theirs).keep("logPeakMiB", peaks);
  }

  /** Writes the capture several times one after another, its time going on. */
  private static void repeat(Path million, Path ten) throws IOException {
    byte[] all = Files.readAllBytes(million);
    ByteBuffer records = ByteBuffer.wrap(all).order(ByteOrder.LITTLE_ENDIAN);
    int last = all.length - RECORD;
    int seconds = records.getInt(last) - records.getInt(FILE_HEAD) + 1;
    try (OutputStream out = Files.newOutputStream(ten)) {
      out.write(all, 0, FILE_HEAD);
      for (int copy = 0; copy < COPIES; copy++) {
        out.write(all, FILE_HEAD, all.length - FILE_HEAD);
        for (int at = FILE_HEAD; at <= last; at += RECORD) {
          records.putInt(at, records.getInt(at) + seconds);
        }
      }
    }
  }
}
