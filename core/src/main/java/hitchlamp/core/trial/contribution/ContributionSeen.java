package hitchlamp.core.trial.contribution;

import java.util.List;

/**
 * What an automatic cutout has shown.
 *
 * @param cylinders of the engine by its pack
 * @param planned cuts that belong to a whole run
 * @param off cylinder that is commanded off until the module has confirmed that it fires, 0 for
 *     none
 * @param cuts in their order
 * @param after what was seen with all firing behind the last of them
 */
public record ContributionSeen(
    int cylinders, int planned, int off, List<ContributionCut> cuts, Steady after) {
  private static final int MOST_CUTS = 500;

  /**
   * @throws IllegalArgumentException where no run has so many cuts
   */
  public ContributionSeen {
    if (cuts.size() > MOST_CUTS) {
      throw new IllegalArgumentException(ContributionWords.say("no-run-has-so-many"));
    }
    cuts = List.copyOf(cuts);
  }

  /** With all firing behind a cut: what was seen before the next. */
  Steady behind(int cut) {
    return cut + 1 < cuts.size() ? cuts.get(cut + 1).before() : after;
  }
}
