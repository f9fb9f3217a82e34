package hitchlamp.server.storage;

import hitchlamp.core.words.Words;

/** The words of this area; they stand in {@code words.properties} of this package. */
final class StorageWords {
  private static final Words WORDS = Words.of(StorageWords.class);

  private StorageWords() {}

  /** The sentence of that name with its places filled. */
  static String say(String name, Object... with) {
    return WORDS.say(name, with);
  }
}
