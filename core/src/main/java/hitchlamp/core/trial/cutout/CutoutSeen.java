package hitchlamp.core.trial.cutout;

import java.util.List;

/**
 * What a cutout by hand has shown.
 *
 * @param cylinders of the engine
 * @param off cylinders that are commanded off, until the module has confirmed that they fire
 * @param offSeconds since the module confirmed it, 0 where none is off or it has not yet
 * @param allowed how many may be off at a time
 * @param heldRpm speed that is held, not a number at idle
 * @param speedFrom least speed that can be held, not a number where none can
 * @param speedTo greatest speed that can be held
 * @param settled true where speed and fuelling before the next cut are known
 * @param observations of cylinders that were off
 */
public record CutoutSeen(
    int cylinders,
    List<Integer> off,
    double offSeconds,
    int allowed,
    double heldRpm,
    double speedFrom,
    double speedTo,
    boolean settled,
    List<CutoutObservation> observations) {
  private static final int MOST_CYLINDERS = 32;
  private static final int MOST_OBSERVATIONS = 1_000;

  /**
   * @throws IllegalArgumentException where it cannot have been seen on an engine
   */
  public CutoutSeen {
    if (cylinders < 1
        || cylinders > MOST_CYLINDERS
        || off.size() > cylinders
        || observations.size() > MOST_OBSERVATIONS) {
      throw new IllegalArgumentException(
          CutoutWords.say("no-engine-has-shown-that", cylinders, off.size(), observations.size()));
    }
    off = List.copyOf(off);
    observations = List.copyOf(observations);
  }
}
