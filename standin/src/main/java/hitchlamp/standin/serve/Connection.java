package hitchlamp.standin.serve;

import hitchlamp.core.bus.Frame;
import hitchlamp.core.bus.StampedFrame;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.SocketChannel;
import java.nio.charset.StandardCharsets;

/**
 * One client of one unit. Says hello, opens a bus, changes to raw mode, then passes frames both
 * ways. What a slow client has not read is held up to {@link #MOST_UNREAD} bytes; then it is cut
 * off.
 */
final class Connection {
  /** Bytes that may wait for a slow client. */
  static final int MOST_UNREAD = 4 * 1024 * 1024;

  private static final byte[] HEX = "0123456789ABCDEF".getBytes(StandardCharsets.US_ASCII);
  private static final int LONGEST_FRAME = 72;
  private static final long ERROR_EVERY_MICROS = 50_000;

  private final SocketChannel channel;
  private final UnitHost berth;
  private final Words reader = new Words();
  private final ByteBuffer in = ByteBuffer.allocate(8192);
  private ByteBuffer out = ByteBuffer.allocate(16_384);
  private boolean raw;
  private boolean rightSpeed;
  private boolean onBackbone;
  private long lastError;
  private boolean dead;

  Connection(SocketChannel channel, UnitHost berth) {
    this.channel = channel;
    this.berth = berth;
    say("< hi >");
  }

  SocketChannel channel() {
    return channel;
  }

  UnitHost berth() {
    return berth;
  }

  /** True where it hears the vessel's network and not the bus of the engines. */
  boolean onBackbone() {
    return onBackbone;
  }

  boolean dead() {
    return dead;
  }

  /** Reads what has come. */
  void read() {
    try {
      int count;
      while ((count = channel.read(in)) > 0) {
        reader.feed(in.array(), count, this::said);
        in.clear();
      }
      dead |= count < 0;
    } catch (IOException e) {
      dead = true;
    }
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
    onBackbone = !bus.isEmpty() && bus.equals(berth.backboneName());
    if (!onBackbone && !UnitHost.buses().contains(bus)) {
      say("< error could not open bus >");
      dead = true;
      return;
    }
    rightSpeed = onBackbone || bus.equals(berth.busName());
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
        berth.fromClient(frame, this);
      }
    } catch (IllegalArgumentException | ArrayIndexOutOfBoundsException e) {
      say("< error bad frame >");
    }
  }

  /** A frame was on the bus. */
  void hear(StampedFrame stamped, Object sender) {
    if (!raw || sender == this || dead) {
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
    room(LONGEST_FRAME);
    Frame f = stamped.frame();
    put("< frame ");
    for (int shift = f.extended() ? 28 : 8; shift >= 0; shift -= 4) {
      out.put(HEX[f.identifier() >>> shift & 15]);
    }
    out.put((byte) ' ');
    digits(stamped.micros() / 1_000_000, 1);
    out.put((byte) '.');
    digits(stamped.micros() % 1_000_000, 6);
    out.put((byte) ' ');
    for (int i = 0; i < f.length(); i++) {
      out.put(HEX[f.at(i) >>> 4]).put(HEX[f.at(i) & 15]);
    }
    put(" >");
  }

  private void digits(long value, int least) {
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

  private void put(String text) {
    for (int i = 0; i < text.length(); i++) {
      out.put((byte) text.charAt(i));
    }
  }

  private void say(String text) {
    room(text.length());
    put(text);
  }

  private void room(int bytes) {
    if (out.remaining() >= bytes) {
      return;
    }
    if (out.capacity() >= MOST_UNREAD) {
      dead = true;
      out.clear();
      return;
    }
    ByteBuffer larger = ByteBuffer.allocate(out.capacity() * 2);
    out.flip();
    larger.put(out);
    out = larger;
  }

  /** Writes what waits, as far as the client takes it. */
  void flush() {
    if (out.position() == 0) {
      return;
    }
    try {
      out.flip();
      channel.write(out);
      out.compact();
    } catch (IOException e) {
      dead = true;
    }
  }

  void close() {
    dead = true;
    try {
      channel.close();
    } catch (IOException e) {
      // It is gone either way.
    }
  }
}
