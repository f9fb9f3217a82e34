package hitchlamp.grade;

import hitchlamp.core.bus.Candump;
import hitchlamp.core.bus.StampedFrame;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.PackLibrary;
import hitchlamp.core.watch.Dbc;
import hitchlamp.standin.scenario.Scenario;
import hitchlamp.standin.unit.SimUnit;
import java.io.IOException;
import java.io.Writer;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;

/**
 * A candump log in, as whole processes: ours beside the packet analyser and beside a decoder of
 * DBC, each reading the same log.
 */
final class LogDecoding {
  private static final int FRAMES = 300_000;
  private static final int RUNS = 3;

  private final Report report;
  private final Path folder;

  LogDecoding(Report report, Path folder) {
    this.report = report;
    this.folder = folder;
  }

  void measure() throws IOException, InterruptedException {
    Pack pack = PackLibrary.read(Path.of("packs")).with("orrendale-haulward");
    Path dbc = folder.resolve("truck.dbc");
    Files.writeString(dbc, Dbc.write(List.copyOf(pack.parameters().values())));
    Path log = folder.resolve("truck.log");
    write(log);
    Path mine = folder.resolve("ours.txt");
    Path theirs = folder.resolve("candied.txt");
    double[] ours = new double[RUNS];
    double[] candied = new double[RUNS];
    double[] tshark = new double[RUNS];
    for (int i = -1; i < RUNS; i++) {
      double a =
          Processes.time(
              null,
              Processes.java(),
              "-XX:+UseSerialGC",
              "-cp",
              System.getProperty("java.class.path"),
              DecodeLog.class.getName(),
              log.toString(),
              dbc.toString(),
              mine.toString());
      double b =
          Processes.time(
              null,
              "node",
              "web/reference/decodeLog.mjs",
              log.toString(),
              dbc.toString(),
              theirs.toString());
      double c = Processes.time(null, Tshark.headers(log));
      if (i >= 0) {
        ours[i] = a;
        candied[i] = b;
        tshark[i] = c;
      }
    }
    boolean same = Files.mismatch(mine, theirs) == -1;
    report.say(
        "A candump log of "
            + FRAMES
            + " frames of a simulated truck in, as whole processes, in turn, "
            + RUNS
            + " times after one that is not counted. Ours and candied decode every signal of the same DBC and print how often each came and the sum of its counts; the two texts are "
            + (same ? "equal, byte for byte" : "NOT equal")
            + ". tshark reads the same log and prints priority, group, source and destination.");
    report
        .head("process", "median, s", "slowest, s", "frames a second, median")
        .row("ours", Report.median(ours), Report.percentile(ours, 1), FRAMES / Report.median(ours))
        .row(
            "candied",
            Report.median(candied),
            Report.percentile(candied, 1),
            FRAMES / Report.median(candied))
        .row(
            "tshark",
            Report.median(tshark),
            Report.percentile(tshark, 1),
            FRAMES / Report.median(tshark))
        .end()
        .keep("candumpOurs", Report.median(ours))
        .keep("candumpCandied", Report.median(candied))
        .keep("candumpTshark", Report.median(tshark))
        .keep("candumpEqual", same);
  }

  private static void write(Path log) throws IOException {
    SimUnit unit = new SimUnit(Scenario.read(Path.of("standin/scenarios/tipper-9.yaml")));
    try (Writer out = Files.newBufferedWriter(log)) {
      int[] left = {FRAMES};
      IOException[] failed = new IOException[1];
      unit.bus()
          .listen(
              (StampedFrame stamped, Object sender) -> {
                try {
                  if (left[0]-- > 0) {
                    Candump.write(out, "can0", stamped);
                  }
                } catch (IOException e) {
                  failed[0] = e;
                }
              });
      while (left[0] > 0) {
        unit.step(Long.MAX_VALUE);
      }
      if (failed[0] != null) {
        throw failed[0];
      }
    }
  }
}
