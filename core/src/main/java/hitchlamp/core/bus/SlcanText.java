package hitchlamp.core.bus;

import java.nio.charset.StandardCharsets;
import java.util.EnumSet;
import java.util.HexFormat;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;

/**
 * The SLCAN text protocol of serial CAN adapters, from memory: commands, answers and frames are
 * lines of ASCII that a carriage return ends; a bell refuses. The reader holds at most {@link
 * #MOST_PENDING} bytes of an unfinished line.
 */
public final class SlcanText {
  /** Longest line that is accepted; a frame takes 31 characters. */
  public static final int MOST_PENDING = 128;

  /** Stamps count milliseconds up to this one, then begin again. */
  public static final int STAMPS = 60_000;

  /** What stands in for the stamp of a frame that has none. */
  public static final int NO_STAMP = -1;

  private static final char BELL = 7;
  private static final HexFormat HEX = HexFormat.of().withUpperCase();
  private static final Map<Integer, Integer> RATES =
      Map.of(
          10_000, 0, 20_000, 1, 50_000, 2, 100_000, 3, 125_000, 4, 250_000, 5, 500_000, 6, 800_000,
          7, 1_000_000, 8);

  private final StringBuilder pending = new StringBuilder();
  private boolean tooLong;

  /** What an adapter reports of its controller: bit 0 is the first. */
  public enum Flag {
    RECEIVE_FULL,
    SEND_FULL,
    WARNING,
    OVERRUN,
    UNUSED,
    PASSIVE,
    ARBITRATION_LOST,
    BUS_ERROR
  }

  /** What the adapter said. */
  public sealed interface Said {
    /**
     * A frame of the bus.
     *
     * @param millis its stamp, 0 to 59,999, or {@link #NO_STAMP}
     */
    record FrameSaid(Frame frame, int millis) implements Said {}

    /** A command is done, or a frame taken to be sent. */
    record Done() implements Said {}

    /** A command or a frame is refused. */
    record Refused() implements Said {}

    /** How its controller stands since it was asked last. */
    record Status(Set<Flag> flags) implements Said {}

    /** Its version or serial number, as it says it. */
    record Answer(String text) implements Said {}

    /** Sound, yet of no use here: a remote frame, a frame of CAN FD. */
    record Passed(String line) implements Said {}

    /** No line of the protocol. */
    record Garbled(String line) implements Said {}
  }

  /** Feeds bytes as they arrive and hands out each whole line. */
  public void feed(byte[] bytes, int from, int to, Consumer<Said> sink) {
    for (int i = from; i < to; i++) {
      char c = (char) (bytes[i] & 0xFF);
      if (c == BELL) {
        if (!pending.isEmpty()) {
          sink.accept(new Said.Garbled(taken()));
        }
        sink.accept(new Said.Refused());
      } else if (c == '\r') {
        boolean cut = tooLong;
        String line = taken();
        sink.accept(cut ? new Said.Garbled(line) : parse(line));
      } else if (c != '\n') {
        tooLong |= pending.length() >= MOST_PENDING;
        if (!tooLong) {
          pending.append(c);
        }
      }
    }
  }

  private String taken() {
    String line = pending.toString();
    pending.setLength(0);
    tooLong = false;
    return line;
  }

  private static Said parse(String line) {
    if (line.isEmpty()) {
      return new Said.Done();
    }
    Optional<Said> said =
        switch (line.charAt(0)) {
          case 'T' -> frame(line, 8);
          case 't' -> frame(line, 3);
          case 'r', 'R', 'd', 'D', 'b', 'B' -> Optional.of(new Said.Passed(line));
          case 'z', 'Z' ->
              line.length() == 1 ? Optional.of(new Said.Done()) : Optional.<Said>empty();
          case 'F' -> status(line);
          case 'V', 'v', 'N' -> Optional.of(new Said.Answer(line));
          default -> Optional.<Said>empty();
        };
    return said.orElseGet(() -> new Said.Garbled(line));
  }

  private static Optional<Said> status(String line) {
    int bits = line.length() == 3 ? number(line, 1, 3) : -1;
    if (bits < 0) {
      return Optional.empty();
    }
    Set<Flag> flags = EnumSet.noneOf(Flag.class);
    for (Flag f : Flag.values()) {
      if ((bits >>> f.ordinal() & 1) == 1) {
        flags.add(f);
      }
    }
    return Optional.of(new Said.Status(flags));
  }

  private static Optional<Said> frame(String line, int digits) {
    int lengthAt = 1 + digits;
    int length = lengthAt < line.length() ? line.charAt(lengthAt) - '0' : -1;
    int dataAt = lengthAt + 1;
    int stampAt = dataAt + 2 * length;
    boolean stamped = line.length() == stampAt + 4;
    if (length < 0 || length > 8 || !stamped && line.length() != stampAt) {
      return Optional.empty();
    }
    int identifier = number(line, 1, lengthAt);
    int millis = stamped ? number(line, stampAt, line.length()) : NO_STAMP;
    long payload = 0;
    for (int i = 0; i < length; i++) {
      int octet = number(line, dataAt + 2 * i, dataAt + 2 * i + 2);
      if (octet < 0) {
        return Optional.empty();
      }
      payload |= (long) octet << 8 * i;
    }
    boolean extended = digits == 8;
    if (identifier < 0
        || identifier > (extended ? 0x1FFF_FFFF : 0x7FF)
        || stamped && (millis < 0 || millis >= STAMPS)) {
      return Optional.empty();
    }
    return Optional.of(
        new Said.FrameSaid(new Frame(identifier, extended, length, payload), millis));
  }

  /** The hexadecimal number between two places; negative where there is none. */
  private static int number(String line, int from, int to) {
    int value = 0;
    for (int i = from; i < to; i++) {
      int digit =
          HexFormat.isHexDigit(line.charAt(i)) ? HexFormat.fromHexDigit(line.charAt(i)) : -1;
      if (digit < 0 || value > 0x0FFF_FFFF) {
        return -1;
      }
      value = value << 4 | digit;
    }
    return value;
  }

  /**
   * The command that sets the rate.
   *
   * @throws IllegalArgumentException for a rate that the protocol has no number for
   */
  public static byte[] rate(int bitsPerSecond) {
    Integer number = RATES.get(bitsPerSecond);
    if (number == null) {
      throw new IllegalArgumentException("no number for " + bitsPerSecond + " bit/s");
    }
    return command("S" + number);
  }

  /** The rate that a number of the command stands for; empty for one that stands for none. */
  public static Optional<Integer> rateOf(int number) {
    return RATES.entrySet().stream()
        .filter(e -> e.getValue() == number)
        .map(Map.Entry::getKey)
        .findFirst();
  }

  /** Opens the bus to listen only: nothing is sent, not even an acknowledgement. */
  public static byte[] listenOnly() {
    return command("L");
  }

  /** Opens the bus to take part. */
  public static byte[] open() {
    return command("O");
  }

  public static byte[] close() {
    return command("C");
  }

  /** Asks for a stamp with each frame. */
  public static byte[] stamps() {
    return command("Z1");
  }

  /** Asks how the controller stands. */
  public static byte[] status() {
    return command("F");
  }

  public static byte[] version() {
    return command("V");
  }

  /** The command that sends a frame; the same line tells one that was heard. */
  public static byte[] send(Frame frame) {
    StringBuilder line = new StringBuilder(28);
    line.append(frame.extended() ? 'T' : 't');
    line.append(
        frame.extended()
            ? HEX.toHexDigits(frame.identifier(), 8)
            : HEX.toHexDigits(frame.identifier(), 3));
    line.append(frame.length());
    for (int i = 0; i < frame.length(); i++) {
      HEX.toHexDigits(line, (byte) frame.at(i));
    }
    return command(line.toString());
  }

  /** The same with a stamp behind it, as an adapter tells it. */
  public static byte[] tell(Frame frame, int millis) {
    String line = new String(send(frame), StandardCharsets.US_ASCII).trim();
    return command(line + HEX.toHexDigits(millis, 4));
  }

  /** The answer that tells how a controller stands. */
  public static byte[] told(Set<Flag> flags) {
    int bits = flags.stream().mapToInt(f -> 1 << f.ordinal()).sum();
    return command(String.format(Locale.ROOT, "F%02X", bits));
  }

  /** Any line. */
  public static byte[] command(String line) {
    return (line + "\r").getBytes(StandardCharsets.US_ASCII);
  }
}
