package hitchlamp.core.j1939;

import hitchlamp.core.words.Words;

/** The words of this area; they stand in {@code words.properties} of this package. */
final class J1939Words {
  private static final Words WORDS = Words.of(J1939Words.class);

  private J1939Words() {}

  /** The sentence of that name with its places filled. */
  static String say(String name, Object... with) {
    return WORDS.say(name, with);
  }
}
