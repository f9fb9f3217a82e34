package hitchlamp.grade;

import hitchlamp.core.bus.Frame;
import hitchlamp.core.bus.Pcap;
import hitchlamp.core.bus.StampedFrame;
import hitchlamp.core.hookup.RollEntry;
import hitchlamp.core.j1939.Identifier;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.PackLibrary;
import hitchlamp.standin.scenario.Scenario;
import hitchlamp.standin.unit.SimUnit;
import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Callable;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** {@code ./hitch-lamp measure NAME}: each name writes a page below {@code docs/measured}. */
@Command(
    name = "measure",
    description =
        "roll-call, decoding, simulation, fleet, screen, lists, leads, agreement, healthy, guides, story, trials-cylinder, trials-dosing, trials-regen, trials-air, bench, hardening or watch",
    mixinStandardHelpOptions = true)
final class Measure implements Callable<Integer> {
  @Parameters(
      index = "0",
      description =
          "roll-call, decoding, simulation, fleet, screen, lists, leads, agreement, healthy, guides, story, trials-cylinder, trials-dosing, trials-regen, trials-air, bench, hardening or watch")
  private String name;

  @Option(names = "--json", description = "print JSON instead of the page")
  private boolean json;

  @Option(names = "--seed", description = "first seed", defaultValue = "1")
  private long seed;

  @Option(names = "--runs", description = "number of runs", defaultValue = "20")
  private int runs;

  @Option(names = "--plans", description = "file with query plans (lists only)")
  private Path plans;

  @Option(names = "--server", description = "address of the server (fleet, screen and lists)")
  private String server;

  @Option(
      names = "--pids",
      description = "name=pid of processes to account for (fleet only)",
      split = ",")
  private List<String> pids = List.of();

  @Option(names = "--state", description = "folder of the installation (watch only)")
  private Path state;

  @Option(names = "--small-disk", description = "folder on a small disk (hardening only)")
  private Path smallDisk;

  @Option(names = "--starts", description = "times of starts in ms (hardening only)", split = ",")
  private List<Long> starts = List.of();

  @Option(
      names = "--only",
      description = "parts to measure (watch, hardening, trials)",
      split = ",")
  private List<String> only = List.of();

  static int run(String... args) {
    return new CommandLine(new Measure()).execute(args);
  }

  @Override
  public Integer call() throws Exception {
    switch (name) {
      case "roll-call" -> rollCall();
      case "simulation" -> new SimulationMeasure(seed, Math.min(runs, 7)).measure(json);
      case "decoding" -> decoding();
      case "hardening" ->
          new HardeningMeasure(new Installation(server, state), smallDisk, starts, seed, only)
              .measure(json);
      case "bench" -> new BenchMeasure(seed, Math.min(1, runs / 20.0)).measure(json);
      case "leads" -> new LeadsMeasure(seed, Math.min(1, runs / 20.0)).measure(json);
      case "agreement" -> new AgreementMeasure(seed, Math.min(1, runs / 20.0)).measure(json);
      case "healthy" -> new HealthyMeasure(seed, Math.min(1, runs / 20.0)).measure(json);
      case "guides" -> new GuidesMeasure(seed, Math.min(1, runs / 20.0)).measure(json);
      case "trials-cylinder", "trials-dosing", "trials-regen", "trials-air" ->
          new TrialsMeasure(name, seed, Math.min(1, runs / 20.0), only).measure(json);
      case "story" -> new StoryMeasure(seed, Math.min(1, runs / 20.0)).measure(json);
      case "one-visit" -> ListsMeasure.visit(server);
      case "case" -> new CaseMeasure(server, json).measure();
      case "lists" -> new ListsMeasure(server, plans, json).measure();
      case "screen" -> new ScreenMeasure(server, json).measure();
      case "watch" -> new WatchMeasure(server, state, only, json).measure();
      case "fleet" -> new Fleet(server, pids, json).measure();
      default -> {
        System.err.println(
            "There is no measurement '"
                + name
                + "'; there are roll-call, decoding, simulation, fleet, screen, lists, case, leads, agreement, healthy, guides, story, trials-cylinder, trials-dosing, trials-regen, trials-air, bench.");
        return 2;
      }
    }
    return 0;
  }

  private void rollCall() throws Exception {
    Pack pack = PackLibrary.read(Path.of("packs")).with("orrendale-haulward");
    Scenario base = Scenario.read(Path.of("standin/scenarios/roll-call-12.yaml"));
    double[] first = new double[runs];
    double[] all = new double[runs];
    double[] bounds = new double[runs];
    double[] ratios = new double[runs];
    for (int i = 0; i < runs; i++) {
      RollTimes t = rollTimes(base.withSeed(seed + i), pack);
      first[i] = t.firstMillis();
      all[i] = t.allSeconds();
      bounds[i] = t.boundSeconds();
      ratios[i] = all[i] / bounds[i];
    }
    new Report("roll-call", "Roll call of twelve modules")
        .say(
            "A full roll call (identity and faults, ten requests a module) of 12 answering modules at 250 kbit/s with 40 % background load and module delays of 10 to 200 ms, in virtual bus time, "
                + runs
                + " seeds from "
                + seed
                + ". Nothing is silent in this scenario; a silent module adds 4.15 s to the end of the roll call (three tries of 1.25 s after 0.4 s for the claims), while the others are complete and usable.")
        .say(
            "The lower bound is what no tool that holds one conversation a module could beat: for the slowest module the delays it drew plus the bus time of its own conversation, or the bus time of all conversations in what the background leaves free, whichever is longer.")
        .head("figure", "median", "worst", "aim")
        .row(
            "first module on the roll, ms",
            Report.median(first),
            Report.percentile(first, 1),
            "300")
        .row("all modules complete, s", Report.median(all), Report.percentile(all, 1), "3")
        .row("lower bound, s", Report.median(bounds), Report.percentile(bounds, 1), "")
        .row("ratio to the lower bound", Report.median(ratios), Report.percentile(ratios, 1), "")
        .end()
        .keep("firstMs", first)
        .keep("allSeconds", all)
        .keep("boundSeconds", bounds)
        .finish(json);
  }

  /**
   * One roll call of twelve in bus time.
   *
   * @param firstMillis to the first module that has answered with its NAME, ms
   * @param allSeconds to the last module complete, s
   * @param boundSeconds what no tool could beat, s
   */
  record RollTimes(double firstMillis, double allSeconds, double boundSeconds) {}

  /** Calls the roll of a unit whose twelve modules all answer. */
  static RollTimes rollTimes(Scenario scenario, Pack pack) throws InterruptedException {
    SimUnit unit = new SimUnit(scenario);
    unit.runUntil(20_000_000);
    var delaysBefore = unit.delays();
    List<StampedFrame> frames = new ArrayList<>();
    Reading.Result r =
        Reading.read(
            new LockStepLink(unit, frames::add),
            unit.now(),
            scenario.bus().bitsPerSecond(),
            pack,
            Reading.Depth.FULL,
            frames);
    List<RollEntry> answering =
        r.roll().entries().stream()
            .filter(e -> e.presence() == RollEntry.Presence.ANSWERS)
            .toList();
    if (answering.size() != 12) {
      throw new IllegalStateException(
          "seed " + scenario.seed() + ": " + answering.size() + " of 12 answered");
    }
    long last = answering.stream().mapToLong(e -> e.doneMicros().orElseThrow()).max().orElseThrow();
    return new RollTimes(
        r.firstAfter() / 1e3,
        (last - r.began()) / 1e6,
        bound(unit, delaysBefore, frames, r.began(), scenario.bus()) / 1e6);
  }

  /** Microseconds that delays and bus rate alone take. */
  static double bound(
      SimUnit unit,
      java.util.Map<Integer, Long> before,
      List<StampedFrame> frames,
      long began,
      Scenario.Bus bus) {
    double slowest = 0;
    double conversations = 0;
    for (var delay : unit.delays().entrySet()) {
      int address = delay.getKey();
      long bits = 0;
      for (StampedFrame f : frames) {
        Identifier id = Identifier.of(f.frame().identifier());
        boolean toUs = id.source() == address && id.destination() == 249;
        boolean fromUs = id.source() == 249 && id.destination() == address;
        bits += f.micros() >= began && (toUs || fromUs) ? f.frame().bitsOnWire() : 0;
      }
      double air = bits * 1e6 / bus.bitsPerSecond();
      conversations += air;
      slowest = Math.max(slowest, delay.getValue() - before.get(address) + air);
    }
    return Math.max(slowest, conversations / (1 - bus.load()));
  }

  private void decoding() throws Exception {
    Path folder = Files.createTempDirectory("measure");
    Path capture = folder.resolve("million.pcap");
    capture(capture, 1_000_000);
    String java = Processes.java();
    int count = Math.min(runs, 5);
    double[] ours = new double[count];
    double[] theirs = new double[count];
    double[] ratios = new double[count];
    Path a = folder.resolve("ours.txt");
    Path b = folder.resolve("tshark.txt");
    for (int i = -1; i < count; i++) {
      double t1 =
          Processes.time(
              null,
              java,
              "-Xshare:auto",
              "-XX:+UseSerialGC",
              "-cp",
              System.getProperty("java.class.path"),
              "hitchlamp.grade.DecodeFile",
              capture.toString(),
              a.toString());
      double t2 = Processes.time(b, Tshark.headers(capture));
      if (i >= 0) {
        ours[i] = t1;
        theirs[i] = t2;
        ratios[i] = t2 / t1;
      }
    }
    boolean same = Files.mismatch(a, b) == -1;
    Report report = new Report("decoding", "Decoding");
    report.say(
        "As whole processes: the same capture of one million frames of a simulated truck to the same text fields (priority, group, source, destination), `tshark -T fields` and ours in turn, "
            + count
            + " pairs after one that is not counted. The two texts are "
            + (same ? "equal, byte for byte." : "NOT equal."));
    report
        .head("figure", "median", "slowest", "aim")
        .row("ours, s", Report.median(ours), Report.percentile(ours, 1), "")
        .row("tshark, s", Report.median(theirs), Report.percentile(theirs, 1), "")
        .row("times faster", Report.median(ratios), Report.percentile(ratios, 0), "10")
        .end();
    report.keep("ours", ours).keep("tshark", theirs).keep("equal", same);
    new LongLog(report, folder).measure(capture, Math.min(3, count));
    jmh(java, folder, report);
    report.finish(json);
  }

  /** Writes a capture of a simulated truck, its time stretched over as many frames as wanted. */
  private static void capture(Path file, int frames) throws IOException {
    SimUnit unit = new SimUnit(Scenario.read(Path.of("standin/scenarios/tipper-9.yaml")));
    List<StampedFrame> heard = new ArrayList<>(frames);
    unit.bus().listen((stamped, sender) -> heard.add(stamped));
    while (heard.size() < frames) {
      unit.step(Long.MAX_VALUE);
    }
    try (OutputStream out = new BufferedOutputStream(Files.newOutputStream(file), 1 << 16)) {
      Pcap.write(out, heard.subList(0, frames));
    }
  }

  private static void jmh(String java, Path folder, Report report) throws Exception {
    try {
      Class.forName("org.openjdk.jmh.Main");
    } catch (ClassNotFoundException e) {
      report.say("The JMH part was left out: build with the profile `jmh`.");
      return;
    }
    Path result = folder.resolve("jmh.json");
    Processes.time(
        null,
        java,
        "-cp",
        System.getProperty("java.class.path"),
        "org.openjdk.jmh.Main",
        "-rf",
        "json",
        "-rff",
        result.toString(),
        "-f",
        "1",
        "-wi",
        "3",
        "-w",
        "1",
        "-i",
        "5",
        "-r",
        "1");
    report.say(
        "With JMH (one fork, 3 warm-ups and 5 iterations of 1 s), frames a second on one core:");
    report.head("what", "frames a second", "error (99.9 %)");
    for (var run :
        tools.jackson.databind.json.JsonMapper.builder()
            .build()
            .readTree(Files.readString(result))) {
      String what = run.path("benchmark").asString();
      double score = run.path("primaryMetric").path("score").asDouble();
      report.row(
          what.substring(what.lastIndexOf('.') + 1),
          score,
          run.path("primaryMetric").path("scoreError").asDouble());
      report.keep(what.substring(what.lastIndexOf('.') + 1), score);
    }
    report.end();
  }

  /** A frame for those who want one without a bus. */
  static Frame engineSpeed() {
    return Frame.extended(0x0CF00400, 0xFF, 0x7D, 0x7D, 0x00, 0x19, 0xFF, 0xFF, 0xFF);
  }
}
