package hitchlamp.grade;

import hitchlamp.core.agreement.Evidence;
import hitchlamp.core.agreement.Sheet;
import hitchlamp.core.bus.Link;
import hitchlamp.core.bus.StampedFrame;
import hitchlamp.core.fault.FaultCall;
import hitchlamp.core.fault.FaultReading;
import hitchlamp.core.fault.Lead;
import hitchlamp.core.fault.Leads;
import hitchlamp.core.hookup.Roll;
import hitchlamp.core.hookup.RollCall;
import hitchlamp.core.hookup.UnitShown;
import hitchlamp.core.j1939.AddressClaim;
import hitchlamp.core.pack.ModuleRef;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.PackLibrary;
import hitchlamp.core.pack.TestSpec;
import hitchlamp.core.station.LockStep;
import hitchlamp.core.station.Station;
import hitchlamp.core.story.StoryCall;
import hitchlamp.core.story.StoryReading;
import hitchlamp.core.trial.Bench;
import hitchlamp.core.trial.BenchState;
import hitchlamp.core.trial.TestedUnit;
import hitchlamp.core.trial.agreement.Agreement;
import hitchlamp.core.trial.agreement.AgreementSeen;
import hitchlamp.standin.unit.SimUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;

/**
 * What a technician does first at a unit, in virtual time: hooks up, calls the roll, takes the pack
 * that fits, reads the faults, asks where to start.
 */
final class Visit {
  private static final long LIMIT_MICROS = 240_000_000;

  /**
   * @param pack the pack that the engine's identity chose
   * @param story what the modules remember; empty where it was not read
   */
  record Found(
      Roll roll, FaultReading reading, List<Lead> leads, Pack pack, Optional<StoryReading> story) {}

  private Visit() {}

  /** Visits a unit that runs already, for its faults. */
  static Found to(SimUnit unit, PackLibrary shelf, Consumer<StampedFrame> recorder)
      throws InterruptedException {
    return to(unit, shelf, recorder, false);
  }

  /** Visits a unit that runs already, for its faults and perhaps its story. */
  static Found to(
      SimUnit unit, PackLibrary shelf, Consumer<StampedFrame> recorder, boolean withStory)
      throws InterruptedException {
    try (Link link = new LockStepLink(unit, recorder)) {
      Station station = claimed(unit, link, new Station.Listener() {});
      long limit = unit.now() + LIMIT_MICROS;
      Roll first = roll(link, station, shelf.base(), limit);
      Pack pack = UnitShown.of(first).fits(shelf.base(), shelf).orElse(shelf.base());
      Roll roll = roll(link, station, pack, limit);
      FaultCall faults = new FaultCall(pack, roll.modules(pack));
      station.run(faults);
      LockStep.run(link, station, limit, faults::finished);
      faults.brokenOff();
      FaultReading reading = faults.result();
      Optional<StoryReading> story = Optional.empty();
      if (withStory) {
        StoryCall call = new StoryCall(pack, roll.modules(pack));
        station.run(call);
        LockStep.run(link, station, limit, call::finished);
        call.brokenOff();
        story = Optional.of(call.result());
      }
      station.close("done");
      return new Found(
          roll,
          reading,
          Leads.find(reading.faults(), roll.silentKinds(), pack, reading.engineHours(), List.of()),
          pack,
          story);
    }
  }

  /**
   * Reads the story of the engine alone, after the roll.
   *
   * @param begins called when the read begins
   */
  static StoryReading engineStory(
      SimUnit unit, PackLibrary shelf, Consumer<StampedFrame> recorder, Runnable begins)
      throws InterruptedException {
    try (Link link = new LockStepLink(unit, recorder)) {
      Station station = claimed(unit, link, new Station.Listener() {});
      long limit = unit.now() + LIMIT_MICROS;
      Roll first = roll(link, station, shelf.base(), limit);
      Pack pack = UnitShown.of(first).fits(shelf.base(), shelf).orElse(shelf.base());
      Roll roll = roll(link, station, pack, limit);
      StoryCall call =
          new StoryCall(
              pack, roll.modules(pack).stream().filter(t -> pack.keepsStory(t.kind())).toList());
      begins.run();
      station.run(call);
      LockStep.run(link, station, limit, call::finished);
      station.close("done");
      return call.result();
    }
  }

  /** Reads how the sensors of a unit agree, by each test of that kind whose conditions hold now. */
  static Evidence agreement(SimUnit unit, PackLibrary shelf) throws InterruptedException {
    try (Link link = new LockStepLink(unit, f -> {})) {
      Station station = claimed(unit, link, new Station.Listener() {});
      long limit = unit.now() + LIMIT_MICROS;
      Roll first = roll(link, station, shelf.base(), limit);
      Pack pack = UnitShown.of(first).fits(shelf.base(), shelf).orElse(shelf.base());
      List<ModuleRef> modules = roll(link, station, pack, limit).modules(pack);
      List<Evidence.OfModule> sheets = new ArrayList<>();
      for (TestSpec test : pack.bench().tests().values()) {
        if (test.kind().equals(Agreement.ID)) {
          for (ModuleRef module : TestedUnit.choices(test, pack, modules)) {
            agreement(link, station, limit, test, pack, new TestedUnit(module, modules, false))
                .ifPresent(s -> sheets.add(new Evidence.OfModule(module.kind(), s)));
          }
        }
      }
      station.close("done");
      return new Evidence(sheets);
    }
  }

  private static Optional<Sheet> agreement(
      Link link, Station station, long limit, TestSpec test, Pack pack, TestedUnit of)
      throws InterruptedException {
    Agreement kind = new Agreement();
    Bench<Agreement.Setup, AgreementSeen> bench = Bench.of(kind, test, pack, of);
    station.run(bench);
    station.say(bench, Bench.BEGIN_SOON);
    LockStep.run(link, station, limit, bench::finished);
    BenchState<AgreementSeen> ended = bench.result();
    return ended.ending() == BenchState.Ending.COMPLETE
        ? Optional.of(Agreement.sheet(kind.read(test, pack), ended.observed()))
        : Optional.empty();
  }

  /** A station on a unit's bus that has its address. */
  static Station claimed(SimUnit unit, Link link, Station.Listener listener)
      throws InterruptedException {
    Station station =
        new Station(Reading.OWN, unit.bus().bitsPerSecond(), false, link::send, listener);
    station.start(unit.now());
    LockStep.run(
        link,
        station,
        unit.now() + LIMIT_MICROS,
        () -> station.claim().state() == AddressClaim.State.CLAIMED);
    return station;
  }

  private static Roll roll(Link link, Station station, Pack pack, long limit)
      throws InterruptedException {
    RollCall call = new RollCall(pack, true);
    station.run(call);
    LockStep.run(link, station, limit, call::finished);
    call.brokenOff(station.now());
    return call.result();
  }
}
