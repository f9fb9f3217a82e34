package hitchlamp.core.trial;

/**
 * Something that must hold before a test may begin.
 *
 * @param id short name
 * @param says what must hold
 * @param state whether it does
 * @param now what is there now, in words with unit
 * @param how what to do so that it holds
 */
public record Precondition(String id, String says, State state, String now, String how) {
  /** Whether it holds. */
  public enum State {
    HOLDS,
    FAILS,
    /** Nobody tells it: not the same as holding. */
    NOT_KNOWN
  }
}
