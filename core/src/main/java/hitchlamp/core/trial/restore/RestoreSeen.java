package hitchlamp.core.trial.restore;

import java.util.List;

/**
 * What was seen of a restore.
 *
 * @param cycles measurements of the flow in the order of time
 * @param stage where it is
 * @param flushed flushes so far
 * @param answered true once the module has said how it ended
 * @param done true where it came to its end, with the flow back or its tries used up
 * @param says how it ended, as the end of a sentence about the module; empty before
 */
public record RestoreSeen(
    List<RestoreCycle> cycles,
    RestoreStage stage,
    int flushed,
    boolean answered,
    boolean done,
    String says) {
  /** More cycles than any module makes are none. */
  static final int MOST = 20;

  /**
   * @throws IllegalArgumentException where there are too many cycles
   */
  public RestoreSeen {
    if (cycles.size() > MOST) {
      throw new IllegalArgumentException(RestoreWords.say("too-many"));
    }
    cycles = List.copyOf(cycles);
  }
}
