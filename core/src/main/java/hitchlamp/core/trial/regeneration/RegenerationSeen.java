package hitchlamp.core.trial.regeneration;

import hitchlamp.core.words.Said;
import java.util.List;
import java.util.Optional;

/**
 * What was seen of a regeneration.
 *
 * @param rows moments, two seconds apart
 * @param stage where it is
 * @param left until the soot is gone; empty where it cannot be told yet
 * @param hindered what keeps it from going on, as a sentence; empty where nothing does
 * @param answered true once the module has said how it ended
 * @param done true where it came to its end by itself
 * @param says how it ended, as the end of a sentence about the module; empty before
 */
public record RegenerationSeen(
    List<BurnRow> rows,
    BurnStage stage,
    Optional<TimeLeft> left,
    Said hindered,
    boolean answered,
    boolean done,
    String says) {
  /** Two hours and more. */
  static final int MOST_ROWS = 4_000;

  /**
   * @throws IllegalArgumentException where no regeneration lasts so long
   */
  public RegenerationSeen {
    if (rows.size() > MOST_ROWS) {
      throw new IllegalArgumentException(RegenerationWords.say("no-regeneration-lasts-so-long"));
    }
    rows = List.copyOf(rows);
    left = left == null ? Optional.empty() : left;
    hindered = hindered == null ? Said.plain("") : hindered;
  }
}
