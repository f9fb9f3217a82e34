package hitchlamp.grade;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.bus.Link;
import hitchlamp.core.fault.FaultCall;
import hitchlamp.core.fault.FaultReading;
import hitchlamp.core.hookup.Roll;
import hitchlamp.core.hookup.RollCall;
import hitchlamp.core.j1939.AddressClaim;
import hitchlamp.core.j1939.Message;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.PackLibrary;
import hitchlamp.core.station.LockStep;
import hitchlamp.core.station.Procedure;
import hitchlamp.core.station.Station;
import hitchlamp.core.story.StoryCall;
import hitchlamp.core.story.StoryReading;
import hitchlamp.standin.scenario.Scenario;
import hitchlamp.standin.unit.SimUnit;
import java.nio.file.Path;
import java.util.function.Consumer;
import org.junit.jupiter.api.AfterEach;

/** A visit to a simulated unit in lock-step: hooked up, the roll called. */
abstract class VisitTest {
  static final PackLibrary SHELF = PackLibrary.read(Path.of("../packs"));
  private static final long WAKE_MICROS = 20_000_000;
  private static final long LIMIT = 300_000_000;

  /** Takes every message of the bus. */
  Consumer<Message> hears = m -> {};

  SimUnit unit;
  Link link;
  Station station;
  Pack pack;
  Roll roll;

  /** Hooks up to a scenario, with the pack that its kind of unit has, and calls the roll. */
  void visit(String scenario) throws InterruptedException {
    Scenario s = Scenario.read("s", scenario);
    pack =
        SHELF.with(
            switch (s.unit()) {
              case ROAD_TRUCK -> "orrendale-haulward";
              case LOADING_SHOVEL -> "orrendale-gravelwright";
              case FERRY -> "orrendale-tidewright";
              case GENERATING_SET -> "orrendale-steadwright";
              case YARD_TRACTOR -> "orrendale-yardwright";
            });
    unit = new SimUnit(s);
    unit.runUntil(WAKE_MICROS);
    link = new LockStepLink(unit, f -> {});
    station =
        new Station(
            Reading.OWN,
            250_000,
            false,
            link::send,
            new Station.Listener() {
              @Override
              public void heard(Message message) {
                hears.accept(message);
              }
            });
    station.start(unit.now());
    LockStep.run(link, station, LIMIT, () -> station.claim().state() == AddressClaim.State.CLAIMED);
    RollCall call = new RollCall(pack, true);
    run(call);
    roll = call.result();
  }

  @AfterEach
  void leave() {
    if (link != null) {
      link.close();
    }
  }

  void run(Procedure<?> p) throws InterruptedException {
    station.run(p);
    LockStep.run(link, station, station.now() + LIMIT, p::finished);
    assertThat(p.finished()).isTrue();
  }

  FaultReading readFaults() throws InterruptedException {
    FaultCall call = new FaultCall(pack, roll.modules(pack));
    run(call);
    return call.result();
  }

  StoryReading readStory() throws InterruptedException {
    StoryCall call = new StoryCall(pack, roll.modules(pack));
    run(call);
    assertThat(call.result().state()).isEqualTo(StoryReading.State.COMPLETE);
    return call.result();
  }
}
