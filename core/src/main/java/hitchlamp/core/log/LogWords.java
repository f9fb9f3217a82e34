package hitchlamp.core.log;

import hitchlamp.core.words.Words;

/** The words of this area; they stand in {@code words.properties} of this package. */
final class LogWords {
  private static final Words WORDS = Words.of(LogWords.class);

  private LogWords() {}

  /** The sentence of that name with its places filled. */
  static String say(String name, Object... with) {
    return WORDS.say(name, with);
  }
}
