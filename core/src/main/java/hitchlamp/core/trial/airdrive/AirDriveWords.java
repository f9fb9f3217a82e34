package hitchlamp.core.trial.airdrive;

import hitchlamp.core.words.Said;
import hitchlamp.core.words.Words;

/** The words of this area; they stand in {@code words.properties} of this package. */
final class AirDriveWords {
  private static final Words WORDS = Words.of(AirDriveWords.class);

  private AirDriveWords() {}

  /** The sentence of that name with its places filled. */
  static String say(String name, Object... with) {
    return WORDS.say(name, with);
  }

  /** The sentence of that name; figures in it convert when it is read. */
  static Said said(String name, Object... with) {
    return WORDS.said(name, with);
  }
}
