package hitchlamp.standin.story;

import hitchlamp.standin.model.EngineState;

/**
 * Soot gathers with the fuel that is burned; at work the module burns it off by itself. A shift
 * that ends meanwhile breaks that off. Coefficients our own.
 */
final class Soot {
  private static final double GATHERED_PER_KILOGRAM = 7.9e-4;
  private static final double BEGINS_AT = 0.6;
  private static final double ENDS_AT = 0.15;
  private static final double BURNED_PER_HOUR = 1.1;

  private boolean burning;

  /** True where a regeneration came to its end. */
  boolean step(double seconds, EngineState s) {
    double h = seconds / 3600;
    s.sootShare += s.commandedKgPerHour() * h * GATHERED_PER_KILOGRAM;
    burning |= s.sootShare >= BEGINS_AT;
    if (burning) {
      s.sootShare -= BURNED_PER_HOUR * h;
      if (s.sootShare <= ENDS_AT) {
        s.sootShare = ENDS_AT;
        burning = false;
        return true;
      }
    }
    return false;
  }

  /** The engine is stopped: true where that broke a regeneration off. */
  boolean stopped() {
    boolean broken = burning;
    burning = false;
    return broken;
  }
}
