package hitchlamp.grade;

import hitchlamp.core.bus.StampedFrame;
import hitchlamp.core.j1939.AddressClaim;
import hitchlamp.core.j1939.ConversionVersion;
import hitchlamp.core.pack.ModuleKind;
import hitchlamp.core.pack.ModuleRef;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.TestSpec;
import hitchlamp.core.station.LockStep;
import hitchlamp.core.station.Station;
import hitchlamp.core.trial.Bench;
import hitchlamp.core.trial.BenchState;
import hitchlamp.core.trial.BenchState.Stage;
import hitchlamp.core.trial.TestedUnit;
import hitchlamp.standin.scenario.Scenario;
import hitchlamp.standin.unit.SimUnit;
import java.util.List;
import java.util.function.Consumer;

/** One test of one simulated unit in virtual time, with somebody who looks on and has hands. */
final class TestRig implements AutoCloseable {
  static final long SECOND = 1_000_000;
  private static final long LOOK = SECOND / 10;

  private final SimUnit unit;
  private final LockStepLink link;
  private final Station station;
  private final Pack pack;
  private final TestSpec test;
  private final Bench<?, ?> trial;
  private Consumer<BenchState<?>> hands = s -> {};

  /**
   * @param test of the pack, run at the module of its role or else at the engine's
   * @param before seconds that the unit is left alone first
   */
  TestRig(Scenario scenario, Pack pack, String test, double before) throws InterruptedException {
    this(scenario, pack, test, before, f -> {});
  }

  /**
   * The same with all traffic written down.
   *
   * @param recorder takes every frame of the bus
   */
  TestRig(Scenario scenario, Pack pack, String test, double before, Consumer<StampedFrame> recorder)
      throws InterruptedException {
    this.pack = pack;
    this.test = pack.bench().tests().get(test);
    unit = new SimUnit(scenario);
    unit.runUntil(Math.round(before * SECOND));
    link = new LockStepLink(unit, recorder);
    station = new Station(Reading.OWN, 250_000, false, link::send, new Station.Listener() {});
    station.start(Math.max(unit.now(), 1));
    LockStep.run(
        link,
        station,
        unit.now() + 5 * SECOND,
        () -> station.claim().state() == AddressClaim.State.CLAIMED);
    String id = pack.engines().stream().map(ModuleKind::id).findFirst().orElse("engine");
    ModuleRef engine = new ModuleRef(id, "Engine", id, 0, ConversionVersion.V3, true);
    ModuleRef tested =
        pack.modules().values().stream()
            .filter(m -> m.id().equals(this.test.role()) && !m.id().equals(id))
            .findFirst()
            .map(m -> new ModuleRef(m.id(), m.title(), m.id(), m.address(), m.conversion(), true))
            .orElse(engine);
    List<ModuleRef> all = tested == engine ? List.of(engine) : List.of(engine, tested);
    trial = Bench.of(this.test, pack, new TestedUnit(tested, all, false));
    station.run(trial);
  }

  SimUnit unit() {
    return unit;
  }

  Pack pack() {
    return pack;
  }

  TestSpec test() {
    return test;
  }

  BenchState<?> state() {
    return trial.result();
  }

  /** What the person does, asked ten times a second. */
  TestRig hands(Consumer<BenchState<?>> does) {
    hands = does;
    return this;
  }

  /** A person does something to the test. */
  void act(String line) {
    station.say(trial, line);
  }

  /** Everything is let go of from outside. */
  void letGo() {
    station.letGoAll();
  }

  /** Time goes on. */
  void pass(double seconds) throws InterruptedException {
    long until = station.now() + Math.round(seconds * SECOND);
    while (station.now() < until) {
      station.say(trial, Bench.ALIVE);
      hands.accept(trial.result());
      LockStep.run(link, station, Math.min(until, station.now() + LOOK), () -> false);
    }
  }

  /** Begins as soon as every condition holds, vouching for what the unit does not tell. */
  void begin(double patience) throws InterruptedException {
    test.conditions().stream().filter(c -> c.vouch()).forEach(c -> act(Bench.VOUCH + " " + c.id()));
    for (double waited = 0; waited < patience && state().stage() == Stage.PREPARING; waited++) {
      pass(1);
      act(Bench.BEGIN);
    }
    pass(test.delaySeconds() + 1);
  }

  /** Goes on until it is over, at most for so long. */
  BenchState<?> run(double most) throws InterruptedException {
    for (double gone = 0; gone < most && state().stage() != Stage.ENDED; gone++) {
      pass(1);
    }
    return state();
  }

  @Override
  public void close() {
    link.close();
  }
}
