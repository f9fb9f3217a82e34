package hitchlamp.grade;

import hitchlamp.core.j1939.AddressClaim;
import hitchlamp.core.j1939.ConversionVersion;
import hitchlamp.core.pack.ModuleRef;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.PackLibrary;
import hitchlamp.core.pack.TestSpec;
import hitchlamp.core.station.Held;
import hitchlamp.core.station.Hold;
import hitchlamp.core.station.LockStep;
import hitchlamp.core.station.Station;
import hitchlamp.core.trial.Bench;
import hitchlamp.core.trial.BenchState;
import hitchlamp.core.trial.TestedUnit;
import hitchlamp.standin.scenario.Scenario;
import hitchlamp.standin.unit.SimUnit;
import java.nio.file.Path;
import java.util.List;
import java.util.SplittableRandom;

/** A simulated truck at idle with a tool on it, in virtual time, for what letting go must stand. */
final class BenchTruck implements AutoCloseable {
  static final long SECOND = 1_000_000;
  private static final List<ModuleRef> MODULES =
      List.of(
          new ModuleRef("engine", "Engine", "engine", 0, ConversionVersion.V4, true),
          new ModuleRef(
              "aftertreatment",
              "Aftertreatment",
              "aftertreatment",
              85,
              ConversionVersion.V3,
              true));

  final SimUnit unit;
  final Pack pack;
  private final SplittableRandom random;
  private final LockStepLink bus;
  private HostileLink link;
  private Station station;
  private Bench<?, ?> trial;
  private final String test;
  private String wrongWord = "";

  /**
   * @param packs folder of the packs
   */
  BenchTruck(Path packs, long seed) throws InterruptedException {
    this(packs, seed, "cutout", true);
  }

  /**
   * @param test of the pack that is run
   * @param runs true where the engine idles, false where only the key is on
   */
  BenchTruck(Path packs, long seed, String test, boolean runs) throws InterruptedException {
    random = new SplittableRandom(seed);
    this.test = test;
    unit =
        new SimUnit(
            Scenario.read(
                "s",
                "scenario: c\ntitle: C\nunit: road-truck\nseed: "
                    + seed % 100_000
                    + "\nvin: SMW0TPR1400018204\nhistory: {hours: 4000}\nstart: {key-on: yes, engine: "
                    + (runs ? "yes" : "no")
                    + "}\n"));
    pack = PackLibrary.read(packs).with("orrendale-haulward");
    unit.runUntil(20 * SECOND);
    bus = new LockStepLink(unit, f -> {});
    hookUp(List.of());
  }

  HostileLink link() {
    return link;
  }

  Station station() {
    return station;
  }

  Bench<?, ?> trial() {
    return trial;
  }

  /** Says something untrue that the page said at some time, empty for nothing. */
  String wrongWord() {
    return wrongWord;
  }

  boolean cutOut() {
    return unit.cutOut("engine") != 0;
  }

  /** A tool comes, or comes back; it begins by letting go of what was left. */
  void hookUp(List<Hold> left) throws InterruptedException {
    link = new HostileLink(bus, random);
    station = new Station(Reading.OWN, 250_000, false, link::send, new Station.Listener() {});
    station.start(Math.max(unit.now(), 1));
    station.letGoFirst(left);
    LockStep.run(
        link,
        station,
        unit.now() + 5 * SECOND,
        () -> station.claim().state() == AddressClaim.State.CLAIMED);
  }

  /** Prepares a cutout and begins it. */
  void begin() throws InterruptedException {
    prepare();
    pass(4, true);
    station.say(trial, Bench.BEGIN);
    pass(5, true);
  }

  void prepare() {
    TestSpec spec = pack.bench().tests().get(test);
    ModuleRef of = TestedUnit.choices(spec, pack, MODULES).get(0);
    trial = Bench.of(spec, pack, new TestedUnit(of, MODULES, false));
    station.run(trial);
  }

  /** Time goes on, with or without a browser that looks on. */
  void pass(double seconds, boolean browser) throws InterruptedException {
    long until = station.now() + Math.round(seconds * SECOND);
    while (station.now() < until) {
      if (browser && trial != null) {
        station.say(trial, Bench.ALIVE);
      }
      LockStep.run(link, station, Math.min(until, station.now() + SECOND / 10), () -> false);
      look();
    }
  }

  /** Nobody sends anything: no link, or no process any more. */
  void alone(double seconds) {
    unit.runUntil(unit.now() + Math.round(seconds * SECOND));
    while (bus.drop()) {
      // What was on the bus meanwhile is never seen.
    }
  }

  private void look() {
    boolean shown =
        station.holds().stream().anyMatch(h -> h.hold().id().equals("cutout cylinders 0"));
    if (cutOut() && test.equals("cutout") && !shown) {
      wrongWord = "nothing is shown as held, and a cylinder is cut out";
    }
    if (taken() && station.holds().isEmpty()) {
      wrongWord = "nothing is shown as held, and something is";
    }
    if (cutOut()
        && trial != null
        && trial.result().stage() != BenchState.Stage.PREPARING
        && trial.result().says().toString().contains("All cylinders fire")) {
      wrongWord = trial.result().says().toString();
    }
  }

  /**
   * True while something of the unit is in our hand: a cylinder, an injector, the fuel, the pump,
   * the circuit of the exhaust fluid.
   */
  boolean taken() {
    return unit.firstEngine().inHand() || unit.firstEngine().aftertreatment().fluid().inHand();
  }

  /** Time goes on until nothing is shown as held, for at most 20 s. */
  void untilNothingIsHeld() throws InterruptedException {
    for (int i = 0; i < 20 && !station.holds().isEmpty(); i++) {
      pass(1, false);
    }
  }

  boolean notConfirmed() {
    return station.holds().stream().anyMatch(h -> h.state() == Held.State.NOT_CONFIRMED);
  }

  /** Seconds of the unit until nothing is in our hand; infinite where that takes a minute. */
  double untilNothingIsTaken() throws InterruptedException {
    long at = unit.now();
    LockStep.run(link, station, station.now() + 60 * SECOND, () -> !taken());
    return taken() ? Double.POSITIVE_INFINITY : (unit.now() - at) / 1e6;
  }

  /** Seconds of the unit until all cylinders fire; infinite where they do not within a minute. */
  double untilAllFire() throws InterruptedException {
    long at = unit.now();
    LockStep.run(link, station, station.now() + 60 * SECOND, () -> !cutOut());
    return cutOut() ? Double.POSITIVE_INFINITY : (unit.now() - at) / 1e6;
  }

  @Override
  public void close() {
    bus.close();
  }
}
