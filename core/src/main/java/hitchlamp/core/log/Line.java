package hitchlamp.core.log;

import java.nio.charset.StandardCharsets;

/** A line of a text log as bytes, read from left to right without making strings of it. */
final class Line {
  /** Longest that is looked at. */
  static final int MOST = 1_000;

  byte[] bytes = new byte[MOST];
  int length;
  int at;

  int left() {
    return length - at;
  }

  int peek() {
    return at < length ? bytes[at] & 0xFF : -1;
  }

  boolean take(char c) {
    if (peek() == c) {
      at++;
      return true;
    }
    return false;
  }

  void blanks() {
    while (peek() == ' ' || peek() == '\t') {
      at++;
    }
  }

  boolean ends() {
    blanks();
    return at >= length;
  }

  /** The next word, up to a blank. */
  String word() {
    blanks();
    int from = at;
    while (at < length && bytes[at] != ' ' && bytes[at] != '\t') {
      at++;
    }
    return new String(bytes, from, at - from, StandardCharsets.ISO_8859_1);
  }

  /** Digits in a row, at most so many; -1 where there is none. */
  long digits(int most) {
    int from = at;
    long value = 0;
    while (at < length && at - from < most && bytes[at] >= '0' && bytes[at] <= '9') {
      value = 10 * value + bytes[at++] - '0';
    }
    return at == from ? -1 : value;
  }

  /** Value of a hex digit, -1 for anything else. */
  static int hex(int c) {
    if (c >= '0' && c <= '9') {
      return c - '0';
    }
    int low = c | 0x20;
    return low >= 'a' && low <= 'f' ? low - 'a' + 10 : -1;
  }

  /** Hex digits in a row, at most 16; how many there were is left in {@link #width}. */
  long hexNumber() {
    width = 0;
    long value = 0;
    while (at < length && width < 16 && hex(bytes[at]) >= 0) {
      value = value << 4 | hex(bytes[at++]);
      width++;
    }
    return value;
  }

  /** Hex digits of the last number. */
  int width;

  /** A part of a second behind the point as microseconds, however many digits it has. */
  long fraction() {
    long micros = 0;
    int n = 0;
    while (at < length && bytes[at] >= '0' && bytes[at] <= '9') {
      if (n < 6) {
        micros = 10 * micros + bytes[at] - '0';
        n++;
      }
      at++;
    }
    for (; n < 6; n++) {
      micros *= 10;
    }
    return micros;
  }

  @Override
  public String toString() {
    return new String(bytes, 0, length, StandardCharsets.ISO_8859_1);
  }
}
