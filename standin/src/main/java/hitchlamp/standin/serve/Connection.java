package hitchlamp.standin.serve;

import hitchlamp.core.bus.Frame;
import hitchlamp.core.bus.StampedFrame;
import java.nio.ByteBuffer;
import java.nio.channels.SocketChannel;
import java.nio.charset.StandardCharsets;
import java.util.stream.LongStream;

/**
 * A client that speaks as with a CAN daemon. Says hello and opens a bus; from then on it may send,
 * and in raw mode it hears all that others send. One that is too slow is cut off.
 */
final class Connection extends Client {
  private static final byte[] HEX = "0123456789ABCDEF".getBytes(StandardCharsets.US_ASCII);
  private static final byte[] BEGIN = "< frame ".getBytes(StandardCharsets.US_ASCII);
  private static final byte[] END = " >".getBytes(StandardCharsets.US_ASCII);
  private static final int LONGEST_FRAME = 72;

  /** Powers of ten, by the number of digits that lie below. */
  private static final long[] POWERS = LongStream.iterate(1, p -> p * 10).limit(19).toArray();

  private static final long ERROR_EVERY_MICROS = 50_000;

  private final Words reader = new Words();
  private final byte[] told = new byte[LONGEST_FRAME];
  private boolean opened;
  private boolean raw;
  private boolean rightSpeed;
  private boolean onBackbone;
  private long lastError;

  Connection(SocketChannel channel, UnitHost berth) {
    super(channel, berth);
    say("< hi >");
  }

  @Override
  boolean onBackbone() {
    return onBackbone;
  }

  @Override
  void take(byte[] bytes, int count) {
    reader.feed(bytes, count, this::said);
  }

  private void said(String message) {
    String[] words = message.split(" ");
    switch (words[0]) {
      case "open" -> open(words);
      case "rawmode" -> {
        raw = true;
        say("< ok >");
      }
      case "send" -> send(words);
      case "echo" -> say("< echo >");
      default -> say("< error unknown command >");
    }
  }

  private void open(String[] words) {
    String bus = words.length == 2 ? words[1] : "";
    onBackbone = !bus.isEmpty() && bus.equals(berth().backboneName());
    if (!onBackbone && !UnitHost.buses().contains(bus)) {
      say("< error could not open bus >");
      die();
      return;
    }
    opened = true;
    rightSpeed = onBackbone || bus.equals(berth().busName());
    say("< ok >");
  }

  private void send(String[] words) {
    if (!opened || words.length < 3) {
      say("< error no bus is open >");
      return;
    }
    try {
      boolean extended = words[1].length() > 3;
      int length = Integer.parseInt(words[2]);
      long payload = 0;
      for (int i = 0; i < length; i++) {
        payload |= (Long.parseLong(words[3 + i], 16) & 0xFF) << 8 * i;
      }
      Frame frame = new Frame(Integer.parseInt(words[1], 16), extended, length, payload);
      if (rightSpeed) {
        berth().fromClient(frame, this);
      }
    } catch (IllegalArgumentException | ArrayIndexOutOfBoundsException e) {
      say("< error bad frame >");
    }
  }

  @Override
  void hear(StampedFrame stamped, Object sender) {
    if (!raw || sender == this || dead()) {
      return;
    }
    if (!rightSpeed) {
      if (stamped.micros() - lastError > ERROR_EVERY_MICROS) {
        lastError = stamped.micros();
        say(
            "< error 00000020 "
                + stamped.micros() / 1_000_000
                + "."
                + String.format("%06d", stamped.micros() % 1_000_000)
                + " >");
      }
      return;
    }
    ByteBuffer out = room(LONGEST_FRAME);
    if (!dead()) {
      out.put(told, 0, tell(stamped));
    }
  }

  /**
   * Writes a frame as it is told; how many bytes that takes. Runs for every frame of every unit.
   */
  private int tell(StampedFrame stamped) {
    Frame f = stamped.frame();
    int at = put(0, BEGIN);
    for (int shift = f.extended() ? 28 : 8; shift >= 0; shift -= 4) {
      told[at++] = HEX[f.identifier() >>> shift & 15];
    }
    told[at++] = ' ';
    at = digits(at, stamped.micros() / 1_000_000, 1);
    told[at++] = '.';
    at = digits(at, stamped.micros() % 1_000_000, 6);
    told[at++] = ' ';
    for (int i = 0; i < f.length(); i++) {
      told[at++] = HEX[f.at(i) >>> 4];
      told[at++] = HEX[f.at(i) & 15];
    }
    return put(at, END);
  }

  private int digits(int from, long value, int least) {
    int count = least;
    while (count < POWERS.length && value >= POWERS[count]) {
      count++;
    }
    long rest = value;
    for (int at = from + count - 1; at >= from; at--) {
      told[at] = (byte) ('0' + rest % 10);
      rest /= 10;
    }
    return from + count;
  }

  private int put(int at, byte[] text) {
    System.arraycopy(text, 0, told, at, text.length);
    return at + text.length;
  }

  private void say(String text) {
    say(text.getBytes(StandardCharsets.US_ASCII));
  }
}
