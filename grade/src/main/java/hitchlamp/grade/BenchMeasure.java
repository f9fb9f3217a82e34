package hitchlamp.grade;

import hitchlamp.core.bus.Frame;
import hitchlamp.core.station.Hold;
import hitchlamp.core.trial.Bench;
import hitchlamp.core.trial.cutout.Cutout;
import hitchlamp.core.trial.loaded.LoadedCutout;
import hitchlamp.core.trial.quantity.DosedQuantity;
import hitchlamp.standin.model.EngineState;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.SplittableRandom;
import java.util.TreeMap;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;

/**
 * Letting go: whether anything is still held after thousands of random lives of a test, and how
 * soon all cylinders fire again after each way in which it can end.
 */
final class BenchMeasure {
  private static final Path PACKS = Path.of("packs");
  private static final int ONE_TRUCK = 50;
  private static final int EACH_WAY = 100;
  private static final int ACTS = 8;

  private final Report report = new Report("bench", "Letting go");
  private final long seed;
  private final int lives;

  /**
   * @param share of the 10,000 random lives, 0 to 1
   */
  BenchMeasure(long seed, double share) {
    this.seed = seed;
    this.lives = Math.max(1, (int) Math.round(10_000 * share / ONE_TRUCK)) * ONE_TRUCK;
  }

  /** What came of some lives. */
  static final class Count {
    int lives;
    int commanded;
    int cut;
    int notConfirmed;
    int held;
    int wrong;
    String example = "";

    void add(Count o) {
      lives += o.lives;
      commanded += o.commanded;
      cut += o.cut;
      notConfirmed += o.notConfirmed;
      held += o.held;
      wrong += o.wrong;
      example = example.isEmpty() ? o.example : example;
    }
  }

  /** A kind of test, as it is run here. */
  enum Kind {
    CUTOUT("cutout", true),
    CIRCUITS("circuits", false),
    LAMPS("lamps", false),
    PRIMING("priming", false),
    ROUTINE("new-trip", false),
    COMPRESSION("compression", false),
    CONTRIBUTION("contribution", true),
    COILS("coils", false),
    LOADED("loaded", true),
    DOSING("dosing", false),
    QUANTITY("quantity", false),
    RESTORE("restore", true),
    AIR_PATH("airpath", true),
    ACTUATOR("actuator", false),
    COOLER("cooler", true);

    /** Those that take something of the unit into our hand by themselves. */
    static final List<Kind> LEADING =
        List.of(
            COMPRESSION,
            CONTRIBUTION,
            COILS,
            LOADED,
            DOSING,
            QUANTITY,
            RESTORE,
            AIR_PATH,
            ACTUATOR,
            COOLER);

    private final String test;
    private final boolean runs;

    Kind(String test, boolean runs) {
      this.test = test;
      this.runs = runs;
    }
  }

  private static final List<String> OF_LAMPS =
      List.of("key-off", "key-on", "seen stop NEVER_LIT", "seen warning STAYED_LIT", "others-lit");

  /** An act that a kind knows; a cylinder off where it knows none, which must come to nothing. */
  private static String act(Kind kind, SplittableRandom r) {
    return switch (kind) {
      case LAMPS -> OF_LAMPS.get(r.nextInt(OF_LAMPS.size()));
      case LOADED -> r.nextBoolean() ? LoadedCutout.SKIP : LoadedCutout.AGAIN + " " + r.nextInt(7);
      case COILS -> "heard " + (1 + r.nextInt(6)) + " CLICKS";
      case DOSING -> "looked " + (r.nextBoolean() ? "DRY" : "LINE");
      case ACTUATOR -> "move " + (r.nextBoolean() ? "throttle" : "turbo");
      case QUANTITY -> r.nextBoolean() ? DosedQuantity.READY : "caught " + r.nextInt(90) + " GRAM";
      default -> "off " + (1 + r.nextInt(6));
    };
  }

  /** A way in which a cutout ends. */
  enum Way {
    RELEASE("released by hand (Esc, the strip)"),
    LOST_FRAME("released by hand, the release frame is lost"),
    SEAT("the seat is given up, handed over or taken"),
    BROWSER("the browser is gone (3 s after its last sign)"),
    LINK("the link is lost and back after 1 s"),
    KILLED("the process is killed and hooked up again after 3 s"),
    GONE("nothing is ever sent again (the module's session of 5 s)");

    private final String words;

    Way(String words) {
      this.words = words;
    }
  }

  void measure(boolean json) throws Exception {
    Map<Kind, Count> all = new TreeMap<>();
    Map<String, List<Double>> times = new LinkedHashMap<>();
    Map<String, List<Double>> stops = new LinkedHashMap<>();
    ExecutorService pool = Executors.newFixedThreadPool(Runtime.getRuntime().availableProcessors());
    try {
      Map<Kind, List<Future<Count>>> parts = new TreeMap<>();
      for (Kind kind : Kind.values()) {
        List<Future<Count>> ofKind = new ArrayList<>();
        for (int i = 0; i < lives / ONE_TRUCK; i++) {
          long of = seed * 1_000_000 + kind.ordinal() * 100_000L + i;
          ofKind.add(pool.submit((Callable<Count>) () -> lives(PACKS, kind, of, ONE_TRUCK)));
        }
        parts.put(kind, ofKind);
      }
      Map<String, List<Future<Double>>> ways = new LinkedHashMap<>();
      for (Way way : Way.values()) {
        ways.put(way.words, tries(pool, 500_000, of -> once(PACKS, way, of)));
      }
      Map<String, List<Future<Double>>> ends = new LinkedHashMap<>();
      for (Kind kind : Kind.LEADING) {
        ends.put(
            kind.test + ": frame on the bus",
            tries(pool, 700_000, of -> stopped(PACKS, kind, of).sent()));
        ends.put(
            kind.test + ": nothing in hand",
            tries(pool, 700_000, of -> stopped(PACKS, kind, of).free()));
      }
      for (Map.Entry<Kind, List<Future<Count>>> k : parts.entrySet()) {
        Count count = new Count();
        for (Future<Count> p : k.getValue()) {
          count.add(p.get());
        }
        all.put(k.getKey(), count);
      }
      collect(ways, times);
      collect(ends, stops);
    } finally {
      pool.shutdownNow();
    }
    report.say(
        "Each kind of test on simulated trucks, in virtual time, over a link that loses up to 60 % of the frames of diagnostic services in either direction, is lost and comes back. In each life "
            + ACTS
            + " random acts at random times: begin, end, what the kind knows (cylinders off and on, all on), release from the strip, the browser silent, the link lost. Then the link is sound again for at most 20 s.");
    report.head(
        "kind",
        "lives",
        "began",
        "something was in our hand",
        "said: not confirmed",
        "still held at the end",
        "said otherwise than it was");
    all.forEach(
        (kind, c) ->
            report
                .row(kind.test, c.lives, c.commanded, c.cut, c.notConfirmed, c.held, c.wrong)
                .keep("lives" + kind.name(), c.lives)
                .keep("held" + kind.name(), c.held)
                .keep("wrong" + kind.name(), c.wrong));
    report.end();
    all.values().stream()
        .filter(c -> !c.example.isEmpty())
        .findFirst()
        .ifPresent(c -> report.say("The first of them: " + c.example));
    report.say("From each way out until all cylinders fire, " + EACH_WAY + " tries each:");
    rows("way out", times);
    report.say(
        "From \"End it\" of tests that lead by themselves: until the frame that lets go is on the bus, and until the module has done it. Its own time for a routine is 10 to 200 ms here.");
    rows("test", stops);
    report.finish(json);
  }

  /** Seconds that a try of a seed takes. */
  @FunctionalInterface
  private interface Try {
    double seconds(long seed) throws Exception;
  }

  private List<Future<Double>> tries(ExecutorService pool, long from, Try once) {
    List<Future<Double>> all = new ArrayList<>();
    for (int i = 0; i < EACH_WAY; i++) {
      long of = seed * 1_000_000 + from + i;
      all.add(pool.submit(() -> once.seconds(of)));
    }
    return all;
  }

  private static void collect(Map<String, List<Future<Double>>> of, Map<String, List<Double>> to)
      throws Exception {
    for (Map.Entry<String, List<Future<Double>>> e : of.entrySet()) {
      List<Double> found = new ArrayList<>();
      for (Future<Double> f : e.getValue()) {
        found.add(f.get());
      }
      to.put(e.getKey(), found);
    }
  }

  private void rows(String head, Map<String, List<Double>> times) {
    report.head(head, "tries", "median, s", "worst, s");
    times.forEach(
        (name, found) -> {
          double[] sorted = Installation.sorted(found);
          report
              .row(name, found.size(), Installation.at(sorted, 0.5), Installation.at(sorted, 1))
              .keep("worst " + name, Installation.at(sorted, 1));
        });
    report.end();
  }

  /** Lives of one truck, one after the other; none after one that ended badly. */
  static Count lives(Path packs, Kind kind, long seed, int most) throws InterruptedException {
    Count count = new Count();
    SplittableRandom r = new SplittableRandom(seed);
    try (BenchTruck truck = new BenchTruck(packs, seed, kind.test, kind.runs)) {
      for (int i = 0; i < most; i++) {
        live(truck, kind, r, count);
        if (!truck.wrongWord().isEmpty() || truck.taken()) {
          count.example = "seed " + seed + ", life " + i + ": " + truck.wrongWord();
          break;
        }
      }
    }
    return count;
  }

  private static void live(BenchTruck truck, Kind kind, SplittableRandom r, Count count)
      throws InterruptedException {
    count.lives++;
    if (kind == Kind.COMPRESSION) {
      // Its module does it once until the key was off.
      truck.unit.key(EngineState.Key.OFF);
      truck.pass(8, false);
      truck.unit.key(EngineState.Key.ON);
    }
    truck.unit.pedal(0);
    truck.prepare();
    truck.pass(4, true);
    truck.station().say(truck.trial(), Bench.BEGIN);
    if (kind == Kind.CUTOUT) {
      truck.pass(3.3, true);
      truck.station().say(truck.trial(), "off " + (1 + r.nextInt(6)));
    }
    if (kind == Kind.LOADED) {
      truck.pass(3.3, true);
      truck.station().say(truck.trial(), LoadedCutout.AGAIN + " " + (1 + r.nextInt(6)));
      truck.unit.pedal(1);
      truck.pass(2, true);
    } else if (Kind.LEADING.contains(kind)) {
      hangsTheBeaker(truck, kind);
      truck.pass(3.3 + (kind == Kind.CONTRIBUTION ? 20 : 3) * r.nextDouble(), true);
    }
    truck.pass(0.2 * r.nextDouble(), true);
    truck.link().loses(r.nextInt(4) * 0.2);
    boolean cut = false;
    boolean notConfirmed = false;
    for (int i = 0; i < ACTS; i++) {
      int cylinder = 1 + r.nextInt(6);
      switch (r.nextInt(12)) {
        case 0, 1, 2, 3 -> truck.station().say(truck.trial(), act(kind, r));
        case 4 -> {
          truck.station().say(truck.trial(), "on " + cylinder);
          truck.unit.pedal(kind == Kind.LOADED ? r.nextInt(2) : 0);
        }
        case 5 -> truck.station().say(truck.trial(), Cutout.ALL_ON);
        case 6 -> truck.station().say(truck.trial(), Bench.END);
        case 7 -> truck.station().letGoAll();
        case 8 -> truck.station().stop(truck.trial());
        case 9 -> truck.link().loses(r.nextInt(4) * 0.2);
        case 10 -> {
          truck.station().linkLost();
          truck.trial().brokenOff();
          List<Hold> left = truck.station().left();
          truck.alone(r.nextDouble() * 3);
          truck.hookUp(left);
        }
        default -> truck.pass(r.nextDouble() * 4, false);
      }
      truck.pass(r.nextDouble() * r.nextDouble() * 3, true);
      cut |= truck.taken();
      notConfirmed |= truck.notConfirmed();
    }
    boolean commanded = truck.trial().commanded();
    truck.station().stop(truck.trial());
    truck.link().loses(0);
    truck.untilNothingIsHeld();
    count.commanded += commanded ? 1 : 0;
    count.cut += cut ? 1 : 0;
    count.notConfirmed += notConfirmed ? 1 : 0;
    count.held += truck.taken() || !truck.station().holds().isEmpty() ? 1 : 0;
    count.wrong += truck.wrongWord().isEmpty() ? 0 : 1;
  }

  private static void hangsTheBeaker(BenchTruck truck, Kind kind) {
    if (kind == Kind.QUANTITY) {
      truck.station().say(truck.trial(), DosedQuantity.READY);
    }
  }

  /**
   * A test that leads is ended.
   *
   * @param sent seconds until the first frame that lets go was on the bus
   * @param free seconds until nothing is in our hand any more; a simulated module takes 10 to 200
   *     ms of its own for a routine
   */
  record Stopped(double sent, double free) {}

  static Stopped stopped(Path packs, Kind kind, long seed) throws InterruptedException {
    try (BenchTruck truck = new BenchTruck(packs, seed, kind.test, kind.runs)) {
      truck.begin();
      if (kind == Kind.LOADED) {
        truck.station().say(truck.trial(), LoadedCutout.AGAIN + " " + (1 + seed % 6));
        truck.unit.pedal(1);
      }
      hangsTheBeaker(truck, kind);
      for (int i = 0; i < 600 && !truck.taken(); i++) {
        truck.pass(0.1, true);
      }
      truck.pass(seed % 7 * 0.05, true);
      if (!truck.taken()) {
        throw new IllegalStateException("nothing is in hand: " + truck.trial().result().says());
      }
      long at = truck.unit.now();
      long[] sent = {Long.MAX_VALUE};
      truck
          .unit
          .bus()
          .listen(
              (f, sender) -> sent[0] = letsGo(f.frame()) ? Math.min(sent[0], f.micros()) : sent[0]);
      truck.station().stop(truck.trial());
      double rest = truck.untilNothingIsTaken();
      return new Stopped(
          (sent[0] - at) / 1e6, Double.isInfinite(rest) ? rest : (truck.unit.now() - at) / 1e6);
    }
  }

  /**
   * A request in one frame to end a routine or to give a control back (ISO 14229-1, from memory).
   */
  private static boolean letsGo(Frame f) {
    boolean asked = (f.identifier() & ~0xFFFF) == 0x18DA0000 && (f.identifier() & 0xFF) == 0xF9;
    boolean routine = f.at(1) == 0x31 && f.at(2) == 0x02;
    boolean control = f.at(1) == 0x2F && f.at(4) == 0x00;
    return asked && f.length() >= 5 && (routine || control);
  }

  /** Seconds from a way out until all cylinders fire; infinite where they do not in a minute. */
  static double once(Path packs, Way way, long seed) throws InterruptedException {
    try (BenchTruck truck = new BenchTruck(packs, seed)) {
      truck.begin();
      truck.station().say(truck.trial(), "off " + (1 + seed % 6));
      truck.pass(1 + seed % 7 * 0.3, true);
      if (!truck.cutOut()) {
        throw new IllegalStateException("no cylinder is off: " + truck.trial().result().says());
      }
      long at = truck.unit.now();
      switch (way) {
        case LOST_FRAME -> {
          truck.link().losesNext(f -> (f.identifier() >> 16 & 0xFF) == 0xDA);
          truck.station().letGoAll();
        }
        case RELEASE, SEAT -> truck.station().letGoAll();
        case BROWSER -> truck.station().say(truck.trial(), Bench.ALIVE);
        case LINK, KILLED -> {
          List<Hold> left = truck.station().left();
          truck.alone(way == Way.LINK ? 1 : 3);
          truck.hookUp(left);
        }
        default -> {
          while (truck.cutOut() && truck.unit.now() < at + 60 * BenchTruck.SECOND) {
            truck.alone(0.01);
          }
        }
      }
      double rest = truck.untilAllFire();
      return Double.isInfinite(rest) ? rest : (truck.unit.now() - at) / 1e6;
    }
  }
}
