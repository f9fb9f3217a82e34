package hitchlamp.server.config;

import java.text.Normalizer;
import java.util.stream.IntStream;

/** Text as people type it, checked or cleaned before it is kept or printed. */
public final class PlainText {
  private PlainText() {}

  /**
   * A name that reads as what it is: no markup, nothing that cannot be seen, no blanks around it.
   *
   * @param what it is the name of, as a message begins
   * @throws Refusal where it has such characters, or none at all
   */
  public static String name(String what, String text) {
    String name = Normalizer.normalize(text, Normalizer.Form.NFC).strip();
    int bad = name.codePoints().filter(c -> !readable(c)).findFirst().orElse(-1);
    if (bad >= 0) {
      throw Refusal.bad(
          ConfigWords.say("has-a-character-that-cannot-stand", what, shown(bad)),
          ConfigWords.say("use-letters-digits-blanks-and-plain"));
    }
    if (name.isEmpty()) {
      throw Refusal.bad(ConfigWords.say("is-empty", what), ConfigWords.say("type-it"));
    }
    return name;
  }

  private static boolean readable(int c) {
    return switch (Character.getType(c)) {
      case Character.CONTROL,
          Character.FORMAT,
          Character.SURROGATE,
          Character.PRIVATE_USE,
          Character.UNASSIGNED,
          Character.LINE_SEPARATOR,
          Character.PARAGRAPH_SEPARATOR ->
          false;
      case Character.SPACE_SEPARATOR -> c == ' ';
      default -> c != '<' && c != '>' && c != '&' && c != '"' && c != '\\';
    };
  }

  private static String shown(int c) {
    return Character.getType(c) == Character.CONTROL || !readable(c) && c > '~'
        ? String.format("U+%04X", c)
        : "'" + Character.toString(c) + "'";
  }

  /**
   * The same text without what no document can hold: control characters other than tab and line
   * ends, halves of pairs and noncharacters such as U+FFFE (XML 1.0, section 2.2, and Unicode 15,
   * section 23.7).
   */
  public static String printable(String text) {
    return fits(text) ? text : kept(text);
  }

  private static boolean fits(String text) {
    return text.codePoints().allMatch(PlainText::inDocument);
  }

  private static String kept(String text) {
    return text.codePoints()
        .flatMap(c -> inDocument(c) ? IntStream.of(c) : IntStream.of('\uFFFD'))
        .collect(StringBuilder::new, StringBuilder::appendCodePoint, StringBuilder::append)
        .toString();
  }

  private static boolean inDocument(int c) {
    if (c < 0x20) {
      return c == '\t' || c == '\n' || c == '\r';
    }
    boolean half = c >= 0xD800 && c <= 0xDFFF;
    boolean none = c >= 0xFDD0 && c <= 0xFDEF || (c & 0xFFFE) == 0xFFFE;
    return !half && !none && !(c >= 0x7F && c <= 0x9F);
  }
}
