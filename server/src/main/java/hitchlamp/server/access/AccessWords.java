package hitchlamp.server.access;

import hitchlamp.core.words.Words;

/** The words of this area; they stand in {@code words.properties} of this package. */
final class AccessWords {
  private static final Words WORDS = Words.of(AccessWords.class);

  private AccessWords() {}

  /** The sentence of that name with its places filled. */
  static String say(String name, Object... with) {
    return WORDS.say(name, with);
  }
}
