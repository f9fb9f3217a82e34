package hitchlamp.standin.serve;

import java.util.function.Consumer;

/**
 * Cuts what a client sends into the messages between angle brackets. At most {@value #LONGEST}
 * characters each.
 */
final class Words {
  static final int LONGEST = 512;

  private final StringBuilder text = new StringBuilder();
  private boolean inside;

  void feed(byte[] bytes, int count, Consumer<String> message) {
    for (int i = 0; i < count; i++) {
      char c = (char) (bytes[i] & 0xFF);
      if (c == '<') {
        text.setLength(0);
        inside = true;
      } else if (c == '>' && inside) {
        inside = false;
        message.accept(text.toString().trim().replaceAll("\\s+", " "));
      } else if (inside && text.length() < LONGEST) {
        text.append(c);
      }
    }
  }
}
