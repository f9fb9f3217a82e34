package hitchlamp.server.phone;

import hitchlamp.core.words.Words;

/** The words of this area; they stand in {@code words.properties} of this package. */
final class PhoneWords {
  private static final Words WORDS = Words.of(PhoneWords.class);

  private PhoneWords() {}

  static String say(String name, Object... with) {
    return WORDS.say(name, with);
  }
}
