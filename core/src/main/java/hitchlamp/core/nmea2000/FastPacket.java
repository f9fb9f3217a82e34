package hitchlamp.core.nmea2000;

import hitchlamp.core.bus.Frame;
import java.util.HashMap;
import java.util.Iterator;
import java.util.Map;
import java.util.Optional;

/**
 * Puts messages of up to 223 bytes together from frames of one group and source (fast packet, from
 * memory): three bits of sequence and five of frame number, the length in the first frame, six
 * bytes in it and seven in each that follows. Frames come in order; a hole, a frame twice with
 * other content, or {@link #PATIENCE_MICROS} without the next drop the message. Holds at most
 * {@link #MOST_OPEN} at once.
 */
public final class FastPacket {
  /** Longest message, bytes. */
  public static final int LONGEST = 223;

  static final long PATIENCE_MICROS = 750_000;
  static final int MOST_OPEN = 256;
  private static final int IN_FIRST = 6;
  private static final int IN_NEXT = 7;

  private static final class Open {
    final int sequence;
    final byte[] data;
    int next = 1;
    int filled;
    long micros;

    Open(int sequence, int length, long micros) {
      this.sequence = sequence;
      this.data = new byte[length];
      this.micros = micros;
    }
  }

  private final Map<Long, Open> open = new HashMap<>();
  private long dropped;

  /** Messages that did not come whole so far. */
  public long dropped() {
    return dropped;
  }

  /**
   * Takes a frame of a group that is sent in fast packets.
   *
   * @return the whole message where this frame ends it
   */
  public Optional<byte[]> accept(int pgn, int source, Frame f, long micros) {
    forget(micros);
    if (f.length() < 2) {
      return Optional.empty();
    }
    // Messages of one group may overlap with another sequence, so that it is part of the key.
    int sequence = f.at(0) >>> 5;
    int number = f.at(0) & 0x1F;
    long key = (long) pgn << 16 | source << 8 | sequence;
    if (number == 0) {
      return begin(key, sequence, f, micros);
    }
    Open m = open.get(key);
    if (m == null) {
      return Optional.empty();
    }
    if (number == m.next - 1 && number > 0) {
      // The same frame once more: a sender that repeats itself adds nothing.
      return Optional.empty();
    }
    if (number != m.next) {
      open.remove(key);
      dropped++;
      return Optional.empty();
    }
    m.next++;
    m.micros = micros;
    return fill(key, m, f, 1, IN_NEXT);
  }

  private Optional<byte[]> begin(long key, int sequence, Frame f, long micros) {
    int length = f.at(1);
    if (open.remove(key) != null) {
      dropped++;
    }
    if (length == 0 || length > LONGEST || open.size() >= MOST_OPEN) {
      dropped++;
      return Optional.empty();
    }
    Open m = new Open(sequence, length, micros);
    open.put(key, m);
    return fill(key, m, f, 2, IN_FIRST);
  }

  private Optional<byte[]> fill(long key, Open m, Frame f, int from, int most) {
    int take = Math.min(most, m.data.length - m.filled);
    if (f.length() < from + take) {
      open.remove(key);
      dropped++;
      return Optional.empty();
    }
    for (int i = 0; i < take; i++) {
      m.data[m.filled++] = (byte) f.at(from + i);
    }
    if (m.filled < m.data.length) {
      return Optional.empty();
    }
    open.remove(key);
    return Optional.of(m.data);
  }

  private void forget(long micros) {
    if (open.isEmpty()) {
      return;
    }
    for (Iterator<Open> i = open.values().iterator(); i.hasNext(); ) {
      if (micros - i.next().micros > PATIENCE_MICROS) {
        i.remove();
        dropped++;
      }
    }
  }
}
