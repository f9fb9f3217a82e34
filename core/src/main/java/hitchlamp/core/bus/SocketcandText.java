package hitchlamp.core.bus;

import java.nio.charset.StandardCharsets;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Consumer;

/**
 * The open text protocol of the {@code socketcand} daemon, raw mode: words between {@code <} and
 * {@code >}. Parsed by brackets, since nothing ends a line. The reader holds at most {@link
 * #MOST_PENDING} bytes of an unfinished message.
 */
public final class SocketcandText {
  /** Longest message that is accepted; a frame takes about 50 bytes. */
  public static final int MOST_PENDING = 4096;

  private final StringBuilder pending = new StringBuilder();
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
      char c = (char) (bytes[i] & 0xFF);
      if (c == '<') {
        pending.setLength(0);
        inside = true;
      } else if (c == '>' && inside) {
        inside = false;
        sink.accept(parse(pending.toString().trim()));
        pending.setLength(0);
      } else if (inside) {
        pending.append(c);
        if (pending.length() > MOST_PENDING) {
          inside = false;
          sink.accept(new Said.Garbled(pending.substring(0, 60) + "…"));
          pending.setLength(0);
        }
      }
    }
  }

  private static Said parse(String text) {
    if (!text.startsWith("frame ")) {
      return new Said.Word(text.replaceAll("\\s+", " "));
    }
    return frame(text).<Said>map(Said.FrameSaid::new).orElseGet(() -> new Said.Garbled(text));
  }

  // Written out by hand: this runs for every frame of every unit.
  private static Optional<StampedFrame> frame(String text) {
    int idFrom = 6;
    int idTo = text.indexOf(' ', idFrom);
    int dot = text.indexOf('.', Math.max(idTo, 0));
    int timeTo = text.indexOf(' ', Math.max(dot, 0));
    if (idTo < 0 || dot < 0) {
      return Optional.empty();
    }
    if (timeTo < 0) {
      timeTo = text.length();
    }
    int dataFrom = Math.min(timeTo + 1, text.length());
    int digits = text.length() - dataFrom;
    if (idTo - idFrom > 8
        || timeTo - dot != 7
        || dot - idTo > 12
        || digits > 16
        || digits % 2 != 0) {
      return Optional.empty();
    }
    try {
      boolean extended = idTo - idFrom > 3;
      int identifier = Integer.parseInt(text, idFrom, idTo, 16);
      long micros =
          Long.parseLong(text, idTo + 1, dot, 10) * 1_000_000
              + Integer.parseInt(text, dot + 1, timeTo, 10);
      long payload = 0;
      for (int i = 0; i < digits; i += 2) {
        int high = Character.digit(text.charAt(dataFrom + i), 16);
        int low = Character.digit(text.charAt(dataFrom + i + 1), 16);
        if (high < 0 || low < 0) {
          return Optional.empty();
        }
        payload |= (long) (high << 4 | low) << (4 * i);
      }
      return Optional.of(
          new StampedFrame(micros, new Frame(identifier, extended, digits / 2, payload)));
    } catch (IllegalArgumentException e) {
      return Optional.empty();
    }
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
    return text.append(" >").toString().getBytes(StandardCharsets.US_ASCII);
  }

  /** The message that opens a bus by its name. */
  public static byte[] open(String bus) {
    return ("< open " + bus + " >").getBytes(StandardCharsets.US_ASCII);
  }

  /** The message that changes to raw mode. */
  public static byte[] rawMode() {
    return "< rawmode >".getBytes(StandardCharsets.US_ASCII);
  }
}
