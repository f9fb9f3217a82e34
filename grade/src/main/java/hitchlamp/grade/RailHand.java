package hitchlamp.grade;

import hitchlamp.core.trial.rail.RailSeen;
import hitchlamp.standin.model.EngineState;
import hitchlamp.standin.unit.SimUnit;

/** Somebody at the pedal and at the key, who follows what a test of the rail pressure asks for. */
final class RailHand {
  private static final double LOOKS_SECONDS = 0.1;
  private static final double SLOW = 0.00004;
  private static final double RAISED_RPM = 1_500;
  private static final double FLOOR_SECONDS = 1.2;
  private static final double WAITS_SECONDS = 5;
  private static final double STANDS_SECONDS = 3;

  private final SimUnit unit;
  private final boolean governed;
  private final double heavy;
  private final double reacts;
  private double pedal;
  private double snap;
  private double off;

  /**
   * @param governed true where it has one speed and no pedal
   * @param heavy how heavy the foot is, 1 for a usual one
   * @param reacts seconds until something is done
   */
  RailHand(SimUnit unit, boolean governed, double heavy, double reacts) {
    this.unit = unit;
    this.governed = governed;
    this.heavy = heavy;
    this.reacts = reacts;
  }

  /** Does the next tenth of a second of what is asked for. */
  void follow(RailSeen seen) {
    double rpm = unit.cab(1).rpm();
    switch (seen.stage()) {
      case RAISED ->
          pedal =
              governed ? 0 : Math.max(0, Math.min(1, pedal + heavy * SLOW * (RAISED_RPM - rpm)));
      case SNAP -> {
        snap += LOOKS_SECONDS;
        pedal = snap % (FLOOR_SECONDS + WAITS_SECONDS + reacts) < FLOOR_SECONDS ? 1 : 0;
      }
      case STOP -> {
        pedal = 0;
        off += LOOKS_SECONDS;
        boolean again = rpm < 1 && off > reacts + STANDS_SECONDS;
        unit.key(off > reacts && !again ? EngineState.Key.OFF : EngineState.Key.ON);
      }
      default -> pedal = 0;
    }
    unit.pedal(pedal);
  }
}
