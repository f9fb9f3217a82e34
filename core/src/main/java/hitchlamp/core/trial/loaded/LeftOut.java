package hitchlamp.core.trial.loaded;

/**
 * A stretch that was not compared.
 *
 * @param off cylinder that did not fire, 0 where all did
 * @param fromSeconds since the recording began
 * @param toSeconds since the recording began
 * @param why it was left out
 */
public record LeftOut(int off, double fromSeconds, double toSeconds, Why why) {
  /** Why a stretch was left out. */
  public enum Why {
    /** The foot was off the pedal. */
    FOOT_LIFTED,
    /** The charge never came. */
    LOAD_NOT_REACHED,
    /** A gear was changed within it. */
    GEAR_CHANGED,
    TOO_SHORT,
    /** Its load is not that of the others. */
    LOAD_NOT_MATCHED,
    /** A value that is needed was missing. */
    VALUES_MISSING
  }
}
