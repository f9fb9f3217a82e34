package hitchlamp.core.trial.balance;

import hitchlamp.core.trial.Level;
import java.util.List;

/**
 * What the module told of the balance of an idling engine.
 *
 * @param seconds for which it was looked at
 * @param wanted seconds
 * @param rpm engine speed meanwhile
 * @param coolantC at the end, not a number where it is not told
 * @param corrections of each cylinder, percent more than the mean, over time: first, second … tenth
 *     of the time
 * @param misses of each cylinder meanwhile; none where the module counts none
 * @param segments mean duration of each cylinder's segment, s; none where they were not timed
 * @param cycles of the engine meanwhile
 */
public record BalanceSeen(
    double seconds,
    double wanted,
    Level rpm,
    double coolantC,
    List<List<Double>> corrections,
    List<Integer> misses,
    List<Double> segments,
    int cycles) {
  private static final int MOST = 32;

  /**
   * @throws IllegalArgumentException where no engine has so many cylinders
   */
  public BalanceSeen {
    corrections = corrections.stream().map(List::copyOf).toList();
    if (corrections.size() > MOST
        || misses.size() > MOST
        || segments.size() > MOST
        || corrections.stream().anyMatch(c -> c.size() > MOST)) {
      throw new IllegalArgumentException(BalanceWords.say("no-engine-has-so-many"));
    }
    misses = List.copyOf(misses);
    segments = List.copyOf(segments);
  }
}
