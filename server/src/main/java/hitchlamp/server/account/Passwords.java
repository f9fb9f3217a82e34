package hitchlamp.server.account;

import com.nulabinc.zxcvbn.Strength;
import com.nulabinc.zxcvbn.Zxcvbn;
import hitchlamp.server.config.Refusal;
import java.nio.charset.StandardCharsets;
import java.util.List;

/**
 * Which passwords are accepted: long enough, and none that is on a list of the commonest or made of
 * them, of the name, or of a row of keys. The lists and the count of guesses are those of zxcvbn
 * (D. L. Wheeler, "zxcvbn: Low-Budget Password Strength Estimation", USENIX Security 2016).
 */
final class Passwords {
  /** Fewest characters. */
  static final int SHORTEST = 10;

  /** BCrypt reads no further. */
  static final int MOST_BYTES = 72;

  /** Of zxcvbn's scores from 0: 1 is guessed in fewer than a million tries. */
  private static final int WEAK = 1;

  private static final Zxcvbn MEASURE = new Zxcvbn();

  private Passwords() {}

  /**
   * @throws Refusal where the password cannot be taken
   */
  static void check(String name, String password) {
    if (password.length() < SHORTEST || password.equalsIgnoreCase(name.strip())) {
      throw Refusal.bad(
          AccountWords.say("the-password-needs-at-least-characters", SHORTEST),
          AccountWords.say("choose-a-longer-one-a-sentence"));
    }
    if (password.getBytes(StandardCharsets.UTF_8).length > MOST_BYTES) {
      throw Refusal.bad(
          AccountWords.say("the-password-is-longer-than-bytes", MOST_BYTES),
          AccountWords.say("choose-a-shorter-one"));
    }
    Strength s = MEASURE.measure(password, List.of(name.strip(), "hitchlamp", "hitch lamp"));
    if (s.getScore() <= WEAK) {
      throw Refusal.bad(
          AccountWords.say("this-password-is-one-of-the"),
          AccountWords.say("choose-four-or-five-words-that"));
    }
  }
}
