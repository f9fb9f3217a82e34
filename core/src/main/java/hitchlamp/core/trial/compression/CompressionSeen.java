package hitchlamp.core.trial.compression;

import java.util.List;

/**
 * What was seen of an engine that was cranked without fuel.
 *
 * @param stage how far the person is
 * @param wanted cycles that are wanted
 * @param cycles that the module timed with the crank at speed
 * @param restVolts supply before, not a number where it was not told
 * @param leastVolts lowest supply while it was cranked, the first moment apart
 * @param meanVolts mean of it
 * @param crankedSeconds how long it was cranked in all
 * @param stretches how often the key was turned to start
 * @param fired true where the engine ran
 * @param says how the module's own part ended before its time; empty where it did not
 */
public record CompressionSeen(
    Stage stage,
    int wanted,
    List<CrankCycle> cycles,
    double restVolts,
    double leastVolts,
    double meanVolts,
    double crankedSeconds,
    int stretches,
    boolean fired,
    String says) {
  private static final int MOST_CYCLES = 500;

  /** What the person has to do. */
  public enum Stage {
    /** The module does not hold the fuel back yet. */
    PREPARES,
    /** Turn the key to start. */
    CRANK,
    /** Go on. */
    KEEP_CRANKING,
    /** The key was let go of too soon: crank again. */
    CRANK_AGAIN,
    /** Enough. */
    LET_GO,
    DONE
  }

  /**
   * @throws IllegalArgumentException where nobody cranks an engine for so long
   */
  public CompressionSeen {
    if (cycles.size() > MOST_CYCLES) {
      throw new IllegalArgumentException(CompressionWords.say("nobody-cranks-so-long"));
    }
    cycles = List.copyOf(cycles);
  }

  /** What was seen before anything was. */
  static CompressionSeen nothing(int wanted) {
    return new CompressionSeen(
        Stage.PREPARES, wanted, List.of(), Double.NaN, Double.NaN, Double.NaN, 0, 0, false, "");
  }
}
