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
    FOOT_LIFTED("why-foot-lifted"),
    /** The charge never came. */
    LOAD_NOT_REACHED("why-load-not-reached"),
    /** A gear was changed within it. */
    GEAR_CHANGED("why-gear-changed"),
    TOO_SHORT("why-too-short"),
    /** Its load is not that of the others. */
    LOAD_NOT_MATCHED("why-load-not-matched"),
    /** A value that is needed was missing. */
    VALUES_MISSING("why-values-missing");

    private final String word;

    Why(String word) {
      this.word = word;
    }

    /** Name of what it is called, in the words of this area. */
    String word() {
      return word;
    }

    /** As a reader reads it. */
    public String says() {
      return LoadedWords.say(word);
    }
  }
}
