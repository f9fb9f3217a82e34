package hitchlamp.core.trace;

import hitchlamp.core.words.Said;
import java.util.Optional;

/**
 * What the unit answers to a check.
 *
 * @param outcome of the check; empty where the unit cannot tell
 * @param says what was seen, or why it cannot be told
 */
public record UnitAnswer(Optional<String> outcome, Said says) {
  static UnitAnswer of(String outcome, String says) {
    return new UnitAnswer(Optional.of(outcome), Said.plain(says));
  }

  static UnitAnswer of(String outcome, Said says) {
    return new UnitAnswer(Optional.of(outcome), says);
  }

  /** The unit cannot tell, and why. */
  public static UnitAnswer cannotTell(String why) {
    return new UnitAnswer(Optional.empty(), Said.plain(why));
  }
}
