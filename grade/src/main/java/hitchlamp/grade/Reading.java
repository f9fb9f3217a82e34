package hitchlamp.grade;

import hitchlamp.core.bus.Link;
import hitchlamp.core.bus.StampedFrame;
import hitchlamp.core.fault.FaultCall;
import hitchlamp.core.fault.FaultReading;
import hitchlamp.core.hookup.Roll;
import hitchlamp.core.hookup.RollCall;
import hitchlamp.core.j1939.AddressClaim;
import hitchlamp.core.j1939.Name;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.station.LockStep;
import hitchlamp.core.station.Procedure;
import hitchlamp.core.station.Station;
import hitchlamp.standin.scenario.Scenario;
import hitchlamp.standin.unit.SimUnit;
import java.util.ArrayList;
import java.util.List;

/** Hooks up to a simulated unit in virtual time and calls the roll, as the application would. */
final class Reading {
  /** NAME under which `try` and `measure` hook up. */
  static final Name OWN = Name.of(1, 0x7FF, 0, 0, Name.FUNCTION_SERVICE_TOOL, 0, 0, 0, false);

  /**
   * Time with the key on before the tool hooks up, so that modules have missed each other's
   * messages.
   */
  private static final long WAKE_MICROS = 20_000_000;

  private static final long LIMIT_MICROS = 120_000_000;

  /**
   * @param roll the roll as it ended
   * @param frames all frames of the bus since the hook-up
   * @param began bus time at which the roll call began
   * @param firstAfter bus time from then to the first module on the roll
   * @param faults what was read after the roll call; empty where it was not asked for
   */
  record Result(
      Roll roll, List<StampedFrame> frames, long began, long firstAfter, FaultReading faults) {}

  /** How much is asked for. */
  enum Depth {
    /** Who is there. */
    QUICK,
    /** The full roll call: identity, active and earlier faults. */
    FULL,
    /** The full roll call, then all that modules keep about faults. */
    WITH_FAULTS
  }

  private Reading() {}

  static Result read(Scenario scenario, Pack pack, Depth depth) throws InterruptedException {
    SimUnit unit = new SimUnit(scenario);
    unit.runUntil(WAKE_MICROS);
    List<StampedFrame> frames = new ArrayList<>();
    try (Link link = new LockStepLink(unit, frames::add)) {
      return read(link, unit.now(), scenario.bus().bitsPerSecond(), pack, depth, frames);
    }
  }

  static Result read(
      Link link, long start, int rate, Pack pack, Depth depth, List<StampedFrame> frames)
      throws InterruptedException {
    RollCall call = new RollCall(pack, depth != Depth.QUICK);
    long[] first = {-1};
    Station[] self = {null};
    Station hookUp =
        new Station(
            OWN,
            rate,
            false,
            link::send,
            new Station.Listener() {
              @Override
              public void progressed(Procedure<?> procedure) {
                // Merely heard does not count: the first that has answered with its NAME.
                if (first[0] < 0
                    && call.result().entries().stream().anyMatch(e -> e.name().isPresent())) {
                  first[0] = self[0].now();
                }
              }
            });
    self[0] = hookUp;
    hookUp.start(start);
    LockStep.run(
        link,
        hookUp,
        start + LIMIT_MICROS,
        () ->
            hookUp.claim().state() == AddressClaim.State.CLAIMED
                || hookUp.claim().state() == AddressClaim.State.CANNOT_CLAIM);
    long began = hookUp.now();
    hookUp.run(call);
    LockStep.run(link, hookUp, began + LIMIT_MICROS, call::finished);
    call.brokenOff(hookUp.now());
    boolean more = depth == Depth.WITH_FAULTS;
    FaultCall faults = new FaultCall(pack, more ? call.result().modules(pack) : List.of());
    long readFrom = hookUp.now();
    hookUp.run(faults);
    LockStep.run(link, hookUp, readFrom + LIMIT_MICROS, faults::finished);
    faults.brokenOff();
    hookUp.close("done");
    return new Result(call.result(), frames, began, first[0] - began, faults.result());
  }
}
