package hitchlamp.core.log;

import hitchlamp.core.bus.Candump;
import hitchlamp.core.bus.Frame;
import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;

/**
 * Captures: pcap of either byte order with stamps in micro- or nanoseconds, and pcapng. Of their
 * packets those of CAN are read: link type 227 (SocketCAN), and Linux cooked captures (113, 276)
 * that hold it. Layouts from memory; checked against tshark and Wireshark's editcap and mergecap.
 */
final class Capture {
  private static final int PCAP_MICROS = 0xA1B2C3D4;
  private static final int PCAP_NANOS = 0xA1B23C4D;
  private static final int PCAPNG = 0x0A0D0D0A;
  private static final int BYTE_ORDER = 0x1A2B3C4D;
  private static final int SOCKETCAN = 227;
  private static final int COOKED = 113;
  private static final int COOKED_2 = 276;

  /** Ethernet types of CAN and of CAN FD in a cooked capture. */
  private static final int TYPE_CAN = 0x000C;

  private static final int TYPE_CAN_FD = 0x000D;
  private static final int MOST_PACKET = 1 << 16;
  private static final int HEAD = 8;
  private static final int FD_FLAG = 0x04;

  private final InputStream in;
  private final Tally tally;
  private ByteOrder order = ByteOrder.LITTLE_ENDIAN;
  private long at;

  /** Interfaces of a pcapng section. */
  private final List<Interface> interfaces = new ArrayList<>();

  private record Interface(int link, String name, long ticks, long since) {}

  private Capture(InputStream in, Tally tally) {
    this.in = in;
    this.tally = tally;
  }

  static boolean known(int head) {
    return head == PCAPNG
        || head == PCAP_MICROS
        || head == PCAP_NANOS
        || head == Integer.reverseBytes(PCAP_MICROS)
        || head == Integer.reverseBytes(PCAP_NANOS);
  }

  static LogReport read(InputStream in, int head, Candump.Sink to, long most) throws IOException {
    Tally tally = new Tally(to, false, most);
    Capture c = new Capture(in, tally);
    try {
      if (head == PCAPNG) {
        c.blocks();
      } else {
        c.packets(head);
      }
    } catch (CutShort e) {
      tally.odd(Odd.CUT_SHORT, c.at + 1);
    }
    return tally.report(LogWords.say(head == PCAPNG ? "a-pcapng" : "a-pcap"));
  }

  /** The file ends within something. */
  private static final class CutShort extends IOException {}

  private ByteBuffer bytes(int count) throws IOException {
    byte[] all;
    try {
      all = in.readNBytes(count);
    } catch (IOException e) {
      throw new CutShort();
    }
    if (all.length < count) {
      throw new CutShort();
    }
    at += count;
    return ByteBuffer.wrap(all).order(order);
  }

  /** Four bytes, or none where the file ends here. */
  private ByteBuffer start(int count) throws IOException {
    byte[] all = in.readNBytes(count);
    if (all.length == 0) {
      return null;
    }
    if (all.length < count) {
      throw new CutShort();
    }
    at += count;
    return ByteBuffer.wrap(all).order(order);
  }

  private void packets(int head) throws IOException {
    order =
        head == PCAP_MICROS || head == PCAP_NANOS ? ByteOrder.BIG_ENDIAN : ByteOrder.LITTLE_ENDIAN;
    ByteBuffer file = bytes(24);
    boolean nanos = file.getInt(0) == PCAP_NANOS;
    int link = file.getInt(20) & 0x0FFF_FFFF;
    if (link != SOCKETCAN && link != COOKED && link != COOKED_2) {
      throw new LogFault(LogWords.say("another-network", link));
    }
    Interface one = new Interface(link, "can0", nanos ? 1_000_000_000 : 1_000_000, 0);
    for (ByteBuffer p = start(16); p != null; p = start(16)) {
      long place = at - 15;
      long micros =
          (p.getInt(0) & 0xFFFF_FFFFL) * 1_000_000
              + (p.getInt(4) & 0xFFFF_FFFFL) / (nanos ? 1_000 : 1);
      int length = p.getInt(8);
      if (length < 0 || length > MOST_PACKET) {
        throw new CutShort();
      }
      packet(one, micros, bytes(length), place);
    }
  }

  private void blocks() throws IOException {
    for (ByteBuffer b = start(HEAD); b != null; b = start(HEAD)) {
      long place = at - 7;
      if (b.getInt(0) == PCAPNG) {
        section(b);
        continue;
      }
      int length = b.getInt(4);
      if (length < 12 || length > MOST_PACKET * 2 || length % 4 != 0) {
        throw new CutShort();
      }
      ByteBuffer body = bytes(length - HEAD);
      switch (b.getInt(0)) {
        case 1 -> interfaces.add(describe(body, length - 12));
        case 6 -> enhanced(body, length - 12, place);
        case 3 -> {
          if (!interfaces.isEmpty()) {
            packet(interfaces.get(0), Long.MIN_VALUE, body.slice(4, length - 16), place);
          }
        }
        default -> {
          // Statistics, names and comments of others.
        }
      }
    }
  }

  private void section(ByteBuffer head) throws IOException {
    ByteBuffer magic = bytes(4);
    order =
        magic.order(ByteOrder.BIG_ENDIAN).getInt(0) == BYTE_ORDER
            ? ByteOrder.BIG_ENDIAN
            : ByteOrder.LITTLE_ENDIAN;
    if (magic.order(order).getInt(0) != BYTE_ORDER) {
      throw new LogFault(LogWords.say("no-pcapng"));
    }
    int length = head.order(order).getInt(4);
    if (length < 28 || length > MOST_PACKET) {
      throw new CutShort();
    }
    bytes(length - 12);
    interfaces.clear();
  }

  private Interface describe(ByteBuffer b, int length) {
    b.order(order);
    int link = b.getShort(0) & 0xFFFF;
    String name = "can" + interfaces.size();
    long ticks = 1_000_000;
    long since = 0;
    int i = 8;
    while (i + 4 <= length) {
      int code = b.getShort(i) & 0xFFFF;
      int of = b.getShort(i + 2) & 0xFFFF;
      if (code == 0 || i + 4 + of > length) {
        break;
      }
      if (code == 2 && of > 0 && of <= 32) {
        byte[] text = new byte[of];
        b.get(i + 4, text);
        name = new String(text, StandardCharsets.UTF_8).replace("\0", "").replace(' ', '-');
      } else if (code == 9 && of == 1) {
        int r = b.get(i + 4) & 0xFF;
        ticks = r < 128 ? (long) Math.pow(10, Math.min(18, r)) : 1L << Math.min(62, r - 128);
      } else if (code == 14 && of == 8) {
        since = b.getLong(i + 4);
      }
      i += 4 + (of + 3) / 4 * 4;
    }
    return new Interface(link, name, ticks, since);
  }

  private void enhanced(ByteBuffer b, int length, long place) {
    b.order(order);
    if (length < 20) {
      return;
    }
    int which = b.getInt(0);
    if (which < 0 || which >= interfaces.size()) {
      tally.odd(Odd.OTHER_NETWORK, place);
      return;
    }
    Interface of = interfaces.get(which);
    long ticks = (b.getInt(4) & 0xFFFF_FFFFL) << 32 | b.getInt(8) & 0xFFFF_FFFFL;
    long seconds = Long.divideUnsigned(ticks, of.ticks());
    long rest = Long.remainderUnsigned(ticks, of.ticks());
    long micros =
        (seconds + of.since()) * 1_000_000 + (long) ((double) rest / of.ticks() * 1_000_000 + 0.5);
    int captured = b.getInt(12);
    if (captured < 0 || 20 + captured > length) {
      tally.odd(Odd.BAD_DATA, place);
      return;
    }
    packet(of, micros, b.slice(20, captured), place);
  }

  private void packet(Interface of, long micros, ByteBuffer p, long place) {
    int head =
        switch (of.link()) {
          case SOCKETCAN -> 0;
          case COOKED -> 16;
          case COOKED_2 -> 20;
          default -> -1;
        };
    if (head < 0) {
      tally.odd(Odd.OTHER_NETWORK, place);
      return;
    }
    p.order(ByteOrder.BIG_ENDIAN);
    if (p.remaining() < head + HEAD) {
      tally.odd(Odd.BAD_DATA, place);
      return;
    }
    if (head > 0) {
      int type = p.getShort(of.link() == COOKED ? 14 : 0) & 0xFFFF;
      if (type != TYPE_CAN) {
        tally.odd(type == TYPE_CAN_FD ? Odd.CAN_FD : Odd.OTHER_NETWORK, place);
        return;
      }
    }
    frame(of.name(), micros, p, head, place);
  }

  private void frame(String bus, long micros, ByteBuffer p, int from, long place) {
    long raw = p.getInt(from) & 0xFFFF_FFFFL;
    int length = p.get(from + 4) & 0xFF;
    if (length > 8 || (p.get(from + 5) & FD_FLAG) != 0) {
      tally.odd(Odd.CAN_FD, place);
      return;
    }
    if ((raw & 0x2000_0000L) != 0) {
      tally.odd(Odd.ERROR_FRAME, place);
      return;
    }
    if ((raw & 0x4000_0000L) != 0) {
      tally.odd(Odd.REMOTE, place);
      return;
    }
    if (p.remaining() < from + HEAD + length) {
      tally.odd(Odd.BAD_DATA, place);
      return;
    }
    long payload = 0;
    for (int i = 0; i < length; i++) {
      payload |= (p.get(from + HEAD + i) & 0xFFL) << 8 * i;
    }
    boolean extended = raw >= 0x8000_0000L;
    long id = raw & (extended ? Frame.GREATEST_EXTENDED : 0x1FFF_FFFFL);
    if (!extended && id > Frame.GREATEST_STANDARD) {
      tally.odd(Odd.BAD_IDENTIFIER, place);
      return;
    }
    tally.take(bus, micros, new Frame((int) id, extended, length, payload), place);
  }
}
