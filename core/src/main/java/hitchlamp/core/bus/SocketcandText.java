package hitchlamp.core.bus;

import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Locale;
import java.util.function.Consumer;

/**
 * The open text protocol of the {@code socketcand} daemon, from memory: words between {@code <} and
 * {@code >}. Parsed by brackets, since nothing ends a line. Data bytes may have blanks between
 * them. The reader holds at most {@link #MOST_PENDING} bytes of an unfinished message.
 */
public final class SocketcandText {
  /** Longest message that is accepted; a frame takes about 50 bytes. */
  public static final int MOST_PENDING = 4096;

  private static final byte[] FRAME = ascii("frame ");
  private static final int MICROS_DIGITS = 6;
  private static final int MOST_SECONDS_DIGITS = 11;

  private final byte[] pending = new byte[MOST_PENDING];
  private int length;
  private boolean inside;

  /** What the other side said. */
  public sealed interface Said {
    /** A frame with its stamp. */
    record FrameSaid(StampedFrame stamped) implements Said {}

    /**
     * Anything else, its words joined by single blanks: {@code hi}, {@code ok}, {@code error …}.
     */
    record Word(String text) implements Said {}

    /** Text that is no message of the protocol. */
    record Garbled(String text) implements Said {}
  }

  /** Feeds bytes as they arrive and hands out each whole message. */
  public void feed(byte[] bytes, int from, int to, Consumer<Said> sink) {
    for (int i = from; i < to; i++) {
      byte c = bytes[i];
      if (c == '<') {
        length = 0;
        inside = true;
      } else if (c == '>' && inside) {
        inside = false;
        sink.accept(parse());
      } else if (inside) {
        if (length == MOST_PENDING) {
          inside = false;
          sink.accept(new Said.Garbled(text(0, 60) + "…"));
        } else {
          pending[length++] = c;
        }
      }
    }
  }

  private String text(int from, int to) {
    return new String(pending, from, to - from, StandardCharsets.ISO_8859_1);
  }

  private Said parse() {
    int from = 0;
    int to = length;
    while (from < to && pending[from] == ' ') {
      from++;
    }
    while (to > from && pending[to - 1] == ' ') {
      to--;
    }
    if (!Arrays.equals(pending, from, Math.min(from + FRAME.length, to), FRAME, 0, FRAME.length)) {
      return new Said.Word(text(from, to).strip().replaceAll("\\s+", " "));
    }
    StampedFrame frame = frame(from + FRAME.length, to);
    return frame == null ? new Said.Garbled(text(from, to)) : new Said.FrameSaid(frame);
  }

  /** Written out by hand: this runs for every frame of every unit. Null where it is none. */
  private StampedFrame frame(int from, int to) {
    int at = from;
    int identifier = 0;
    for (; at < to && hex(pending[at]) >= 0; at++) {
      identifier = identifier << 4 | hex(pending[at]);
    }
    int digits = at - from;
    int secondsFrom = at + 1;
    if (digits == 0 || digits > 8 || at == to || pending[at] != ' ') {
      return null;
    }
    long seconds = 0;
    for (at = secondsFrom; at < to && decimal(pending[at]) >= 0; at++) {
      seconds = seconds * 10 + decimal(pending[at]);
    }
    int microsFrom = at + 1;
    if (at == secondsFrom
        || at - secondsFrom > MOST_SECONDS_DIGITS
        || at == to
        || pending[at] != '.') {
      return null;
    }
    int micros = 0;
    for (at = microsFrom; at < to && decimal(pending[at]) >= 0; at++) {
      micros = micros * 10 + decimal(pending[at]);
    }
    if (at - microsFrom != MICROS_DIGITS || at < to && pending[at] != ' ') {
      return null;
    }
    return frame(identifier, digits > 3, seconds * 1_000_000 + micros, at, to);
  }

  private StampedFrame frame(int identifier, boolean extended, long micros, int from, int to) {
    long payload = 0;
    int count = 0;
    for (int at = from; at < to; ) {
      if (pending[at] == ' ') {
        at++;
        continue;
      }
      int high = hex(pending[at]);
      int low = at + 1 < to ? hex(pending[at + 1]) : -1;
      if (high < 0 || low < 0 || count == 8) {
        return null;
      }
      payload |= (long) (high << 4 | low) << 8 * count++;
      at += 2;
    }
    if (identifier < 0
        || identifier > (extended ? Frame.GREATEST_EXTENDED : Frame.GREATEST_STANDARD)) {
      return null;
    }
    return new StampedFrame(micros, new Frame(identifier, extended, count, payload));
  }

  private static int decimal(byte c) {
    return c >= '0' && c <= '9' ? c - '0' : -1;
  }

  private static int hex(byte c) {
    if (c >= '0' && c <= '9') {
      return c - '0';
    }
    int upper = c & ~0x20;
    return upper >= 'A' && upper <= 'F' ? upper - 'A' + 10 : -1;
  }

  private static byte[] ascii(String text) {
    return text.getBytes(StandardCharsets.US_ASCII);
  }

  /** The message that asks for a frame to be sent. */
  public static byte[] send(Frame frame) {
    StringBuilder text = new StringBuilder("< send ");
    text.append(String.format(frame.extended() ? "%08X" : "%03X", frame.identifier()))
        .append(' ')
        .append(frame.length());
    for (int i = 0; i < frame.length(); i++) {
      text.append(' ').append(Integer.toHexString(frame.at(i)).toUpperCase(Locale.ROOT));
    }
    return ascii(text.append(" >").toString());
  }

  /** The message that opens a bus by its name. */
  public static byte[] open(String bus) {
    return ascii("< open " + bus + " >");
  }

  /** The message that changes to raw mode. */
  public static byte[] rawMode() {
    return ascii("< rawmode >");
  }
}
