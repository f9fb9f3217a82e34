package hitchlamp.core.trace;

/**
 * One thing that happened while a guide was followed; entries are added and never changed.
 *
 * @param check the check it is about
 * @param how who or what answered
 * @param outcome which outcome; empty for what is no answer
 * @param says what was seen, in words: a reading, an answer, the reason of an assumption
 */
public record TraceEntry(String check, How how, String outcome, String says) {
  /** Who or what answered. */
  public enum How {
    /** The unit, by what was read from it. */
    UNIT,
    /** A person, with their own eyes, ears or hands. */
    PERSON,
    /** A meter, whose reading a person entered. */
    METER,
    /** Nobody: it was assumed, with a reason. */
    ASSUMED,
    /** The check was gone back from. */
    BACK,
    /** The whole guide was set aside, with a reason; any later entry takes it up again. */
    SET_ASIDE
  }
}
