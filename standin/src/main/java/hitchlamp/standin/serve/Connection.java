package hitchlamp.standin.serve;

import hitchlamp.core.bus.Frame;
import hitchlamp.core.bus.StampedFrame;
import java.nio.ByteBuffer;
import java.nio.channels.SocketChannel;
import java.nio.charset.StandardCharsets;

/**
 * A client that speaks as with a CAN daemon. Says hello, opens a bus, changes to raw mode, then
 * passes frames both ways; one that is too slow is cut off.
 */
final class Connection extends Client {
  private static final byte[] HEX = "0123456789ABCDEF".getBytes(StandardCharsets.US_ASCII);
  private static final int LONGEST_FRAME = 72;
  private static final long ERROR_EVERY_MICROS = 50_000;

  private final Words reader = new Words();
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
    rightSpeed = onBackbone || bus.equals(berth().busName());
    say("< ok >");
  }

  private void send(String[] words) {
    if (!raw || words.length < 3) {
      say("< error not in raw mode >");
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
    Frame f = stamped.frame();
    put(out, "< frame ");
    for (int shift = f.extended() ? 28 : 8; shift >= 0; shift -= 4) {
      out.put(HEX[f.identifier() >>> shift & 15]);
    }
    out.put((byte) ' ');
    digits(out, stamped.micros() / 1_000_000, 1);
    out.put((byte) '.');
    digits(out, stamped.micros() % 1_000_000, 6);
    out.put((byte) ' ');
    for (int i = 0; i < f.length(); i++) {
      out.put(HEX[f.at(i) >>> 4]).put(HEX[f.at(i) & 15]);
    }
    put(out, " >");
  }

  private static void digits(ByteBuffer out, long value, int least) {
    int start = out.position();
    int count = 0;
    do {
      out.put((byte) ('0' + value % 10));
      value /= 10;
      count++;
    } while (value > 0 || count < least);
    for (int a = start, b = out.position() - 1; a < b; a++, b--) {
      byte swap = out.get(a);
      out.put(a, out.get(b)).put(b, swap);
    }
  }

  private static void put(ByteBuffer out, String text) {
    for (int i = 0; i < text.length(); i++) {
      out.put((byte) text.charAt(i));
    }
  }

  private void say(String text) {
    say(text.getBytes(StandardCharsets.US_ASCII));
  }
}
