package hitchlamp.standin.serve;

import hitchlamp.core.bus.Frame;
import hitchlamp.core.bus.StampedFrame;
import java.nio.channels.SocketChannel;
import java.nio.charset.StandardCharsets;
import java.util.Locale;

/**
 * A serial adapter plugged into a unit: speaks the SLCAN text protocol. It holds at most {@link
 * #MOST_UNREAD_FRAMES} bytes of frames; what comes while they are not read is lost, and its status
 * tells so. At a wrong rate it hears errors only, and taking part there destroys what the bus
 * carries.
 */
final class Adapter extends Client {
  /** Bytes of frames that it holds for a slow reader. */
  static final int MOST_UNREAD_FRAMES = 256 * 1024;

  private static final int LONGEST_LINE = 40;
  private static final int MINUTE = 60_000;
  private static final byte[] DONE = bytes("\r");
  private static final byte[] REFUSED = {7};
  private static final int[] RATES = {
    10_000, 20_000, 50_000, 100_000, 125_000, 250_000, 500_000, 800_000, 1_000_000
  };

  /** Bits of the status, from memory of the protocol. */
  private static final int RECEIVE_FULL = 1;

  private static final int OVERRUN = 8;
  private static final int BUS_ERROR = 0x80;

  private enum Bus {
    CLOSED,
    LISTENS,
    TAKES_PART
  }

  private final StringBuilder line = new StringBuilder();
  private int flags;
  private Bus bus = Bus.CLOSED;
  private int bitsPerSecond;
  private boolean stamps;

  Adapter(SocketChannel channel, UnitHost berth) {
    super(channel, berth);
  }

  @Override
  boolean wantsRealTime() {
    return bus != Bus.CLOSED;
  }

  @Override
  void take(byte[] bytes, int count) {
    for (int i = 0; i < count; i++) {
      char c = (char) (bytes[i] & 0xFF);
      if (c == '\r') {
        String said = line.toString();
        line.setLength(0);
        byte[] answer = answer(said);
        if (answer.length > 0) {
          say(answer);
        }
      } else if (line.length() < LONGEST_LINE) {
        line.append(c);
      }
    }
  }

  private byte[] answer(String said) {
    if (said.isEmpty()) {
      return new byte[0];
    }
    boolean closed = bus == Bus.CLOSED;
    return switch (said.charAt(0)) {
      case 'V' -> bytes("V0114\r");
      case 'N' -> bytes("NSTND\r");
      case 'S' -> done(closed && rate(said));
      case 'Z' -> done(closed && stamps(said));
      case 'L' -> done(closed && bitsPerSecond > 0 && opened(Bus.LISTENS));
      case 'O' -> done(closed && bitsPerSecond > 0 && opened(Bus.TAKES_PART));
      case 'C' -> done(!closed && opened(Bus.CLOSED));
      case 'F' -> closed ? REFUSED : status();
      case 'T', 't' -> sent(said);
      default -> REFUSED;
    };
  }

  private static byte[] done(boolean done) {
    return done ? DONE : REFUSED;
  }

  private boolean rate(String said) {
    int number = said.length() == 2 ? said.charAt(1) - '0' : -1;
    bitsPerSecond = number >= 0 && number < RATES.length ? RATES[number] : 0;
    return bitsPerSecond > 0;
  }

  private boolean stamps(String said) {
    stamps = said.equals("Z1");
    return stamps || said.equals("Z0");
  }

  private boolean opened(Bus now) {
    bus = now;
    flags = 0;
    return true;
  }

  private byte[] status() {
    byte[] told = bytes(String.format(Locale.ROOT, "F%02X\r", flags));
    flags = 0;
    return told;
  }

  private byte[] sent(String said) {
    Frame frame = bus == Bus.TAKES_PART ? frame(said) : null;
    if (frame == null) {
      return REFUSED;
    }
    if (rightRate()) {
      berth().fromClient(frame, this);
    } else {
      berth().disturb();
      flags |= BUS_ERROR;
    }
    return bytes(frame.extended() ? "Z\r" : "z\r");
  }

  /** The frame of a line; null where it is none. */
  private static Frame frame(String said) {
    boolean extended = said.charAt(0) == 'T';
    int from = extended ? 9 : 4;
    try {
      int identifier = Integer.parseInt(said.substring(1, from), 16);
      int length = Integer.parseInt(said.substring(from, from + 1));
      if (said.length() != from + 1 + 2 * length) {
        return null;
      }
      long payload = 0;
      for (int i = 0; i < length; i++) {
        payload |= Long.parseLong(said, from + 1 + 2 * i, from + 3 + 2 * i, 16) << 8 * i;
      }
      return new Frame(identifier, extended, length, payload);
    } catch (IllegalArgumentException | IndexOutOfBoundsException e) {
      return null;
    }
  }

  private static byte[] bytes(String text) {
    return text.getBytes(StandardCharsets.US_ASCII);
  }

  private boolean rightRate() {
    return bitsPerSecond == berth().bitsPerSecond();
  }

  @Override
  void hear(StampedFrame stamped, Object sender) {
    if (bus == Bus.CLOSED || sender == this || dead()) {
      return;
    }
    if (!rightRate()) {
      flags |= BUS_ERROR;
      if (bus == Bus.TAKES_PART) {
        berth().disturb();
      }
      return;
    }
    if (unread() > MOST_UNREAD_FRAMES) {
      flags |= RECEIVE_FULL;
      flags |= OVERRUN;
      return;
    }
    Frame f = stamped.frame();
    StringBuilder told = new StringBuilder(LONGEST_LINE);
    told.append(String.format(Locale.ROOT, f.extended() ? "T%08X" : "t%03X", f.identifier()));
    told.append(f.length());
    for (int i = 0; i < f.length(); i++) {
      octet(told, f.at(i));
    }
    if (stamps) {
      int millis = (int) (stamped.micros() / 1_000 % MINUTE);
      octet(told, millis >> 8);
      octet(told, millis & 0xFF);
    }
    say(bytes(told.append('\r').toString()));
  }

  private static void octet(StringBuilder to, int value) {
    to.append(Character.toUpperCase(Character.forDigit(value >> 4, 16)))
        .append(Character.toUpperCase(Character.forDigit(value & 15, 16)));
  }
}
