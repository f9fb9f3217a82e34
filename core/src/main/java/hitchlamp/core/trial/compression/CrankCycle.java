package hitchlamp.core.trial.compression;

import java.util.List;

/**
 * One cycle of a cranked engine as its module timed it.
 *
 * @param micros bus time at which it was told
 * @param count number of the cycle by the module's counter
 * @param times of the parts of each cylinder's segment, µs; cylinder 1 first, -1 where there is
 *     none
 */
public record CrankCycle(long micros, long count, List<List<Integer>> times) {
  private static final int MOST = 32;

  /**
   * @throws IllegalArgumentException where no engine has so many cylinders or parts
   */
  public CrankCycle {
    times = times.stream().map(List::copyOf).toList();
    if (times.size() > MOST || times.stream().anyMatch(t -> t.size() > MOST)) {
      throw new IllegalArgumentException(CompressionWords.say("no-engine-has-so-many"));
    }
  }

  /** True where every part was timed. */
  boolean whole() {
    return !times.isEmpty()
        && times.stream()
            .allMatch(
                t -> t.size() == times.get(0).size() && t.stream().allMatch(micros -> micros > 0));
  }

  /** Duration of the cycle, s. */
  double seconds() {
    return times.stream().flatMap(List::stream).mapToInt(Integer::intValue).sum() / 1e6;
  }

  /** Mean speed, rpm: a cycle is two turns. */
  double rpm() {
    return 120 / seconds();
  }
}
