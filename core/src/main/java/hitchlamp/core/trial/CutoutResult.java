package hitchlamp.core.trial;

import java.util.List;

/**
 * How far a cutout by hand is and what it has shown.
 *
 * @param says what happened last and what is to be done, as a sentence
 * @param preconditions while it has not begun
 * @param cylinders of the engine
 * @param off cylinders that are commanded off, until the module has confirmed that they fire
 * @param offSeconds since the module confirmed it, 0 where none is off or it has not yet
 * @param allowed how many may be off at a time
 * @param rpm engine speed now, not a number where not told
 * @param fuel mg a stroke now
 * @param settled true where speed and fuelling before the next cut are known
 * @param trace what it saw over time, ten times a second, for at most ten minutes
 * @param verdict of the observations
 */
public record CutoutResult(
    Stage stage,
    String says,
    List<Precondition> preconditions,
    int cylinders,
    List<Integer> off,
    double offSeconds,
    int allowed,
    double rpm,
    double fuel,
    boolean settled,
    List<CutoutObservation> observations,
    List<Point> trace,
    CutoutVerdict verdict) {
  /** How far it is. */
  public enum Stage {
    /** Preconditions are looked at; nothing is commanded. */
    PREPARING,
    /** A session is being opened. */
    OPENING,
    /** A session is held; cylinders can be switched off. */
    HOLDING,
    /** Everything is being let go of; the module has not confirmed it yet. */
    LETTING_GO,
    ENDED
  }

  /** What was seen at a moment. */
  public record Point(long micros, double rpm, double fuel, List<Integer> off) {}
}
