package hitchlamp.core.log;

import hitchlamp.core.bus.Frame;
import java.util.Locale;

/**
 * The ASCII trace format that {@code log2asc} and {@code asc2log} of can-utils write and read:
 * seconds, channel, identifier (with an x where it has 29 bits), way, d and length, data.
 */
final class AscLines implements LineFormat {
  private static final int DECIMAL = 10;
  private static final int HEX = 16;

  private int base = HEX;
  private boolean relative;
  private long began;
  private long now;

  /** A head line comes before the first frame, and shows that it is this format. */
  private boolean head;

  @Override
  public String says() {
    return LogWords.say("an-ascii-trace");
  }

  @Override
  public boolean take(Line line, long number, Tally tally) {
    line.at = 0;
    line.blanks();
    int c = line.peek();
    if (c < '0' || c > '9') {
      return headLine(line.toString().trim(), number, tally);
    }
    long seconds = line.digits(11);
    if (!line.take('.')) {
      return false;
    }
    long micros = seconds * 1_000_000 + line.fraction();
    if (!head && line.peek() != ' ' && line.peek() != '\t') {
      return false;
    }
    now = relative ? now + micros : micros;
    frame(line, began + now, number, tally);
    return true;
  }

  private boolean headLine(String text, long number, Tally tally) {
    String low = text.toLowerCase(Locale.ROOT);
    boolean known = true;
    if (low.startsWith("date ")) {
      began = Dates.head(text.substring(5));
    } else if (low.startsWith("base ")) {
      base = low.contains("base dec") ? DECIMAL : HEX;
      relative = low.contains("relative");
    } else {
      known =
          low.startsWith("no internal")
              || low.startsWith("internal events")
              || low.startsWith("begin")
              || low.startsWith("end")
              || head && low.startsWith("//");
    }
    if (known) {
      head = true;
      tally.odd(Odd.NO_FRAME, number);
    }
    return known;
  }

  private void frame(Line line, long micros, long number, Tally tally) {
    String channel = line.word();
    String id = line.word();
    if (channel.equalsIgnoreCase("CANFD") || id.equalsIgnoreCase("CANFD")) {
      tally.odd(Odd.CAN_FD, number);
      return;
    }
    if (id.equalsIgnoreCase("ErrorFrame")) {
      tally.odd(Odd.ERROR_FRAME, number);
      return;
    }
    String way = line.word();
    String kind = line.word();
    boolean number1 = channel.matches("\\d{1,2}");
    if (!number1 || !way.matches("(?i)[rt]xr?q?")) {
      tally.odd(Odd.NO_FRAME, number);
      return;
    }
    if (kind.equalsIgnoreCase("r")) {
      tally.odd(Odd.REMOTE, number);
      return;
    }
    if (!kind.equalsIgnoreCase("d")) {
      tally.odd(line.left() == 0 ? Odd.CUT_SHORT : Odd.NO_FRAME, number);
      return;
    }
    data(line, "can" + (Integer.parseInt(channel) - 1), id, micros, number, tally);
  }

  private void data(Line line, String bus, String id, long micros, long number, Tally tally) {
    boolean extended = id.endsWith("x") || id.endsWith("X");
    String digits = extended ? id.substring(0, id.length() - 1) : id;
    long raw;
    int length;
    try {
      raw = Long.parseLong(digits, base);
      length = Integer.parseInt(line.word(), HEX);
    } catch (NumberFormatException e) {
      tally.odd(Odd.UNREADABLE, number);
      return;
    }
    if (raw < 0 || raw > (extended ? Frame.GREATEST_EXTENDED : Frame.GREATEST_STANDARD)) {
      tally.odd(Odd.BAD_IDENTIFIER, number);
      return;
    }
    if (length > 8) {
      tally.odd(Odd.BAD_DATA, number);
      return;
    }
    long payload = 0;
    for (int i = 0; i < length; i++) {
      String b = line.word();
      int value;
      try {
        value = b.isEmpty() ? -1 : Integer.parseInt(b, base);
      } catch (NumberFormatException e) {
        value = -1;
      }
      if (value < 0 || value > 255) {
        tally.odd(Odd.BAD_DATA, number);
        return;
      }
      payload |= (long) value << 8 * i;
    }
    tally.take(bus, micros, new Frame((int) raw, extended, length, payload), number);
  }
}
