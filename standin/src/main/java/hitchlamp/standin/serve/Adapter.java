package hitchlamp.standin.serve;

import hitchlamp.core.bus.Frame;
import hitchlamp.core.bus.SlcanText;
import hitchlamp.core.bus.SlcanText.Flag;
import hitchlamp.core.bus.StampedFrame;
import java.nio.channels.SocketChannel;
import java.util.EnumSet;
import java.util.Set;

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
  private static final byte[] DONE = SlcanText.command("");
  private static final byte[] REFUSED = {7};

  private enum Bus {
    CLOSED,
    LISTENS,
    TAKES_PART
  }

  private final StringBuilder line = new StringBuilder();
  private final Set<Flag> flags = EnumSet.noneOf(Flag.class);
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
      case 'V' -> SlcanText.command("V0114");
      case 'N' -> SlcanText.command("NSTND");
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
    bitsPerSecond = said.length() == 2 ? SlcanText.rateOf(said.charAt(1) - '0').orElse(0) : 0;
    return bitsPerSecond > 0;
  }

  private boolean stamps(String said) {
    stamps = said.equals("Z1");
    return stamps || said.equals("Z0");
  }

  private boolean opened(Bus now) {
    bus = now;
    flags.clear();
    return true;
  }

  private byte[] status() {
    byte[] told = SlcanText.told(flags);
    flags.clear();
    return told;
  }

  private byte[] sent(String said) {
    Frame[] frame = new Frame[1];
    byte[] text = SlcanText.command(said);
    new SlcanText()
        .feed(
            text,
            0,
            text.length,
            s -> frame[0] = s instanceof SlcanText.Said.FrameSaid f ? f.frame() : null);
    if (frame[0] == null || bus != Bus.TAKES_PART) {
      return REFUSED;
    }
    if (rightRate()) {
      berth().fromClient(frame[0], this);
    } else {
      berth().disturb();
      flags.add(Flag.BUS_ERROR);
    }
    return SlcanText.command(frame[0].extended() ? "Z" : "z");
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
      flags.add(Flag.BUS_ERROR);
      if (bus == Bus.TAKES_PART) {
        berth().disturb();
      }
      return;
    }
    if (unread() > MOST_UNREAD_FRAMES) {
      flags.add(Flag.RECEIVE_FULL);
      flags.add(Flag.OVERRUN);
      return;
    }
    int millis = (int) (stamped.micros() / 1_000 % SlcanText.STAMPS);
    say(stamps ? SlcanText.tell(stamped.frame(), millis) : SlcanText.send(stamped.frame()));
  }
}
