package hitchlamp.core.words;

/** The words of this area; they stand in {@code words.properties} of this package. */
final class WordsWords {
  private static final Words WORDS = Words.of(WordsWords.class);

  private WordsWords() {}

  /** The sentence of that name with its places filled. */
  static String say(String name, Object... with) {
    return WORDS.say(name, with);
  }
}
