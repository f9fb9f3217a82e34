package hitchlamp.core.story;

import hitchlamp.core.fault.FaultReading;
import java.util.List;
import java.util.Optional;

/**
 * What else is known when a story is judged.
 *
 * @param faults the read of faults nearest to it; empty where there is none
 * @param ownClears engine hours at which this workshop cleared, in this job and earlier ones
 * @param before the story of the unit's visit before this one; empty where there is none
 */
public record Background(
    Optional<FaultReading> faults, List<Double> ownClears, Optional<StoryReading> before) {
  /** Nothing. */
  public static final Background NONE =
      new Background(Optional.empty(), List.of(), Optional.empty());
}
