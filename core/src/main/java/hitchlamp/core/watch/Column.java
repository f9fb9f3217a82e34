package hitchlamp.core.watch;

import java.nio.BufferUnderflowException;
import java.nio.ByteBuffer;

/**
 * A column of whole numbers as bytes: steps from one value to the next, each in as few bytes as it
 * needs, so that a general compressor finds what repeats. Times step evenly and are stored as
 * changes of their step.
 *
 * <p>Layout: version (1 byte), count (4, big endian), then zigzag numbers of variable length, seven
 * bits a byte, lowest first.
 */
public final class Column {
  /** Most values of one column part: bounds what must be held to read it. */
  public static final int MOST_VALUES = 65_536;

  /**
   * Times are kept in steps of this, microseconds: finer than a frame lasts on a bus of 500 kbit/s
   * (about 250), far coarser than the noise of a stamp.
   */
  public static final long TIME_STEP_MICROS = 100;

  private static final byte VERSION = 1;
  private static final int HEAD = 5;
  private static final int LONGEST = 10;

  private Column() {}

  /** Values as bytes. */
  public static byte[] values(long[] values, int from, int to) {
    ByteBuffer out = begin(to - from);
    long last = 0;
    for (int i = from; i < to; i++) {
      put(out, values[i] - last);
      last = values[i];
    }
    return bytes(out);
  }

  /** Times, microseconds, as bytes; they come back cut to {@link #TIME_STEP_MICROS}. */
  public static byte[] times(long[] micros, int from, int to) {
    ByteBuffer out = begin(to - from);
    long last = 0;
    long step = 0;
    for (int i = from; i < to; i++) {
      long at = Math.floorDiv(micros[i], TIME_STEP_MICROS);
      put(out, at - last - step);
      step = at - last;
      last = at;
    }
    return bytes(out);
  }

  private static ByteBuffer begin(int count) {
    if (count < 1 || count > MOST_VALUES) {
      throw new IllegalArgumentException(
          WatchWords.say("a-column-part-holds-1-to", MOST_VALUES, count));
    }
    return ByteBuffer.allocate(HEAD + count * LONGEST).put(VERSION).putInt(count);
  }

  private static byte[] bytes(ByteBuffer out) {
    return java.util.Arrays.copyOf(out.array(), out.position());
  }

  /**
   * Values of bytes that {@link #values} wrote.
   *
   * @throws IllegalArgumentException where the bytes are no column
   */
  public static long[] values(byte[] bytes) {
    return read(bytes, false);
  }

  /** Times, microseconds, of bytes that {@link #times} wrote. */
  public static long[] times(byte[] bytes) {
    return read(bytes, true);
  }

  private static long[] read(byte[] bytes, boolean times) {
    ByteBuffer in = ByteBuffer.wrap(bytes);
    try {
      byte version = in.get();
      int count = in.getInt();
      if (version != VERSION || count < 1 || count > MOST_VALUES) {
        throw new IllegalArgumentException(
            WatchWords.say("not-a-column-version-values", version, count));
      }
      long[] out = new long[count];
      long last = 0;
      long step = 0;
      for (int i = 0; i < count; i++) {
        long told = get(in);
        if (times) {
          step += told;
          last += step;
          out[i] = last * TIME_STEP_MICROS;
        } else {
          last += told;
          out[i] = last;
        }
      }
      if (in.hasRemaining()) {
        throw new IllegalArgumentException(WatchWords.say("a-column-has-bytes-behind-its"));
      }
      return out;
    } catch (BufferUnderflowException e) {
      throw new IllegalArgumentException(WatchWords.say("a-column-is-cut-short"), e);
    }
  }

  /** Puts a whole number in variable length. */
  public static void put(ByteBuffer out, long value) {
    long zigzag = value << 1 ^ value >> 63;
    while ((zigzag & ~0x7FL) != 0) {
      out.put((byte) (zigzag & 0x7F | 0x80));
      zigzag >>>= 7;
    }
    out.put((byte) zigzag);
  }

  /** Gets a whole number of variable length. */
  public static long get(ByteBuffer in) {
    long zigzag = 0;
    for (int shift = 0; shift < 64; shift += 7) {
      byte b = in.get();
      zigzag |= (long) (b & 0x7F) << shift;
      if (b >= 0) {
        return zigzag >>> 1 ^ -(zigzag & 1);
      }
    }
    throw new IllegalArgumentException(WatchWords.say("a-number-in-a-column-is"));
  }
}
