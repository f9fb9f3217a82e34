package hitchlamp.core.bus;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;

/**
 * Packet capture files of link type 227 (CAN with a SocketCAN pseudo-header): identifier in 4 bytes
 * big endian with bit 31 set for 29-bit identifiers, length, 3 zero bytes, 8 data bytes. Written
 * little endian with microsecond stamps.
 */
public final class Pcap {
  private static final int MAGIC_MICROS = 0xA1B2C3D4;
  private static final int LINKTYPE_CAN_SOCKETCAN = 227;
  private static final int EXTENDED_FLAG = 0x8000_0000;
  private static final int PACKET = 16;
  private static final int HEAD = 16;

  private Pcap() {}

  /** Takes each frame of a capture in its order. */
  public interface Sink {
    void frame(long micros, int identifier, boolean extended, int length, long payload);
  }

  /** A capture that cannot be read: where, and why. */
  public static final class Fault extends RuntimeException {
    Fault(long offset, String reason) {
      super("byte " + offset + ": " + reason);
    }
  }

  /** Writes a capture. */
  public static void write(OutputStream out, Iterable<StampedFrame> frames) throws IOException {
    begin(out);
    for (StampedFrame stamped : frames) {
      append(out, stamped);
    }
  }

  /** Writes the head of a capture. */
  public static void begin(OutputStream out) throws IOException {
    ByteBuffer head = ByteBuffer.allocate(24).order(ByteOrder.LITTLE_ENDIAN);
    head.putInt(MAGIC_MICROS)
        .putShort((short) 2)
        .putShort((short) 4)
        .putInt(0)
        .putInt(0)
        .putInt(65_535);
    head.putInt(LINKTYPE_CAN_SOCKETCAN);
    out.write(head.array());
  }

  /** Writes a frame behind the head. */
  public static void append(OutputStream out, StampedFrame stamped) throws IOException {
    Frame f = stamped.frame();
    ByteBuffer packet = ByteBuffer.allocate(HEAD + PACKET).order(ByteOrder.LITTLE_ENDIAN);
    packet
        .putInt((int) (stamped.micros() / 1_000_000))
        .putInt((int) (stamped.micros() % 1_000_000));
    packet.putInt(PACKET).putInt(PACKET);
    packet.order(ByteOrder.BIG_ENDIAN).putInt(f.identifier() | (f.extended() ? EXTENDED_FLAG : 0));
    packet.put((byte) f.length()).put((byte) 0).put((byte) 0).put((byte) 0);
    packet.order(ByteOrder.LITTLE_ENDIAN).putLong(f.payload());
    out.write(packet.array());
  }

  /**
   * Reads a capture that {@link #write} or another program made with little-endian microsecond
   * stamps.
   *
   * @return number of frames
   * @throws Fault where the file is of another kind or cut short
   */
  public static int read(ByteBuffer file, Sink sink) {
    ByteBuffer in = file.slice().order(ByteOrder.LITTLE_ENDIAN);
    if (in.remaining() < 24 || in.getInt(0) != MAGIC_MICROS) {
      throw new Fault(0, BusWords.say("not-a-little-endian-pcap-file"));
    }
    if (in.getInt(20) != LINKTYPE_CAN_SOCKETCAN) {
      throw new Fault(20, BusWords.say("link-type-is-not-227-can", in.getInt(20)));
    }
    int at = 24;
    int count = 0;
    int end = in.limit();
    while (at < end) {
      if (end - at < HEAD) {
        throw new Fault(at, BusWords.say("the-file-is-cut-in-the"));
      }
      int length = in.getInt(at + 8);
      if (length < 8 || length > 72 || end - at - HEAD < length) {
        throw new Fault(at, BusWords.say("a-packet-of-bytes-does-not", length));
      }
      long micros = (in.getInt(at) & 0xFFFF_FFFFL) * 1_000_000 + in.getInt(at + 4);
      int raw = Integer.reverseBytes(in.getInt(at + HEAD));
      int bytes = in.get(at + HEAD + 4) & 0xFF;
      if (bytes > 8 || length < 8 + bytes) {
        throw new Fault(at + HEAD + 4, BusWords.say("data-bytes-are-not-classical-can", bytes));
      }
      long payload = 0;
      if (length >= 16) {
        payload = in.getLong(at + HEAD + 8);
        payload = bytes == 8 ? payload : payload & ((1L << (8 * bytes)) - 1);
      } else {
        for (int i = 0; i < bytes; i++) {
          payload |= (in.get(at + HEAD + 8 + i) & 0xFFL) << (8 * i);
        }
      }
      sink.frame(micros, raw & Frame.GREATEST_EXTENDED, raw < 0, bytes, payload);
      at += HEAD + length;
      count++;
    }
    return count;
  }
}
