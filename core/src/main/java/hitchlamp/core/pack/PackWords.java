package hitchlamp.core.pack;

import hitchlamp.core.words.Words;

/** The words of this area; they stand in {@code words.properties} of this package. */
final class PackWords {
  private static final Words WORDS = Words.of(PackWords.class);

  private PackWords() {}

  /** The sentence of that name with its places filled. */
  static String say(String name, Object... with) {
    return WORDS.say(name, with);
  }
}
