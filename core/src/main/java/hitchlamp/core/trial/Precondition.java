package hitchlamp.core.trial;

import hitchlamp.core.words.Said;

/**
 * Something that must hold before a test may begin.
 *
 * @param id short name
 * @param says what must hold
 * @param state whether it does
 * @param now what is there now
 * @param how what to do so that it holds
 */
public record Precondition(String id, Said says, State state, Said now, String how) {
  /** Whether it holds. */
  public enum State {
    HOLDS,
    FAILS,
    /** Nobody tells it: not the same as holding. */
    NOT_KNOWN
  }
}
