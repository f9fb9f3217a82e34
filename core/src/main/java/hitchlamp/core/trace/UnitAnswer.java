package hitchlamp.core.trace;

import java.util.Optional;

/**
 * What the unit answers to a check.
 *
 * @param outcome of the check; empty where the unit cannot tell
 * @param says what was seen, or why it cannot be told
 */
public record UnitAnswer(Optional<String> outcome, String says) {
  static UnitAnswer of(String outcome, String says) {
    return new UnitAnswer(Optional.of(outcome), says);
  }

  static UnitAnswer cannotTell(String why) {
    return new UnitAnswer(Optional.empty(), why);
  }
}
