package hitchlamp.core.nmea2000;

import hitchlamp.core.words.Words;

/** The words of this area; they stand in {@code words.properties} of this package. */
final class Nmea2000Words {
  private static final Words WORDS = Words.of(Nmea2000Words.class);

  private Nmea2000Words() {}

  /** The sentence of that name with its places filled. */
  static String say(String name, Object... with) {
    return WORDS.say(name, with);
  }
}
