package hitchlamp.core.log;

import hitchlamp.core.bus.Frame;

/**
 * What {@code candump} writes, to a log file ({@code (seconds) bus identifier#data}) or to the
 * console ({@code (seconds) bus identifier [length] data}), with the stamps of {@code -ta}, {@code
 * -td}, {@code -tz}, {@code -tA} or without any.
 */
final class CandumpLines implements LineFormat {
  private static final int MOST_DATA = 8;

  private boolean seenStamp;

  @Override
  public String says() {
    return LogWords.say("a-candump-log");
  }

  @Override
  public boolean take(Line line, long number, Tally tally) {
    line.at = 0;
    line.blanks();
    long micros = Long.MIN_VALUE;
    if (line.take('(')) {
      micros = stamp(line);
      if (micros == Long.MIN_VALUE) {
        return false;
      }
      seenStamp = true;
    }
    String bus = line.word();
    line.blanks();
    if (bus.isEmpty() || line.at >= line.length) {
      return false;
    }
    if (line.peek() == 'R' || line.peek() == 'T') {
      // Console output with -x: the way before the identifier.
      line.word();
      line.blanks();
    }
    long raw = line.hexNumber();
    int digits = line.width;
    if (digits == 0 || digits > 8) {
      return false;
    }
    if (line.take('#')) {
      data(line, bus, micros, raw, digits, number, tally);
      return true;
    }
    line.blanks();
    return line.take('[') && console(line, bus, micros, raw, digits, number, tally);
  }

  /** {@code (seconds.part)} or {@code (date time.part)}; none where it is neither. */
  private static long stamp(Line line) {
    long seconds = line.digits(11);
    if (seconds < 0) {
      return Long.MIN_VALUE;
    }
    if (line.peek() == '-') {
      return Dates.stamp(line, seconds);
    }
    long part = line.take('.') || line.take(',') ? line.fraction() : 0;
    return line.take(')') ? seconds * 1_000_000 + part : Long.MIN_VALUE;
  }

  private static void data(
      Line line, String bus, long micros, long raw, int digits, long number, Tally tally) {
    if (line.peek() == '#') {
      tally.odd(Odd.CAN_FD, number);
      return;
    }
    if ((line.peek() | 0x20) == 'r') {
      tally.odd(Odd.REMOTE, number);
      return;
    }
    long payload = 0;
    int half = 0;
    while (line.at < line.length) {
      int c = line.bytes[line.at];
      int h = Line.hex(c);
      if (h >= 0) {
        if (half < 2 * MOST_DATA) {
          payload |= (long) h << (8 * (half / 2) + (half % 2 == 0 ? 4 : 0));
        }
        half++;
      } else if (c == '_' && half == 2 * MOST_DATA || c == ' ' || c == '\t') {
        // A suffix of the length behind whole data, or the way behind all.
        break;
      } else if (c != '.' && c != '_') {
        tally.odd(Odd.BAD_DATA, number);
        return;
      }
      line.at++;
    }
    if (half % 2 != 0 || half > 2 * MOST_DATA) {
      tally.odd(Odd.BAD_DATA, number);
      return;
    }
    Frame f = Identifiers.frame(raw, digits, half / 2, payload, tally, number);
    if (f != null) {
      tally.take(bus, micros, f, number);
    }
  }

  private static boolean console(
      Line line, String bus, long micros, long raw, int digits, long number, Tally tally) {
    int from = line.at;
    long length = line.digits(2);
    if (length < 0 || !line.take(']')) {
      return false;
    }
    if (length > MOST_DATA || line.at - from == 3 && length < 10 && line.bytes[from] == '0') {
      // With two digits the console shows frames of CAN FD.
      tally.odd(Odd.CAN_FD, number);
      return true;
    }
    line.blanks();
    if ((line.peek() | 0x20) == 'r') {
      tally.odd(Odd.REMOTE, number);
      return true;
    }
    long payload = 0;
    for (int i = 0; i < length; i++) {
      line.blanks();
      long b = line.hexNumber();
      if (line.width != 2) {
        tally.odd(Odd.BAD_DATA, number);
        return true;
      }
      payload |= b << 8 * i;
    }
    Frame f = Identifiers.frame(raw, digits, (int) length, payload, tally, number);
    if (f != null) {
      tally.take(bus, micros, f, number);
    }
    return true;
  }

  /** True where any line had a stamp. */
  boolean stamped() {
    return seenStamp;
  }
}
