package hitchlamp.core.trial;

import hitchlamp.core.words.Said;

/**
 * Something that must hold before a test may begin, as it stands now.
 *
 * @param id short name
 * @param says what must hold
 * @param state whether it does
 * @param now what is there now
 * @param vouch true where a person may say that it holds, as long as the unit does not report it
 * @param how what to do so that it holds
 */
public record Condition(String id, Said says, State state, Said now, boolean vouch, Said how) {
  /** Whether it holds. */
  public enum State {
    HOLDS,
    FAILS,
    /** The unit does not report it: not the same as holding. */
    NOT_KNOWN
  }

  /** True where it holds. */
  public boolean holds() {
    return state == State.HOLDS;
  }
}
