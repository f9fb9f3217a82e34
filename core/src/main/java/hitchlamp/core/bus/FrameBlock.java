package hitchlamp.core.bus;

import static java.nio.charset.StandardCharsets.UTF_8;

import java.nio.BufferUnderflowException;
import java.nio.ByteBuffer;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * Stored frames: a run of {@link Entry entries} as bytes, column by column so that a general
 * compressor finds the repetition. One layout for what is stored and what is replayed.
 *
 * <p>Layout, big endian: version (1 byte), count (4), first time (8); then per column: time steps
 * (variable length), kinds (1 each), identifiers (4), lengths (1), payloads (8), and texts of the
 * entries that are no frames.
 */
public final class FrameBlock {
  /** Most entries in one block: bounds what must be held to read it (about 1 MB). */
  public static final int MOST_ENTRIES = 16_384;

  /** Greatest number of a bus heard beside the first. */
  public static final int MOST_BUS = 3;

  private static final byte VERSION = 1;

  private FrameBlock() {}

  /** One stored thing in bus time. */
  public sealed interface Entry {
    long micros();

    /**
     * A frame on a bus; {@code own} where we had sent it.
     *
     * @param bus 0 for the bus that was hooked up to, up to {@link #MOST_BUS} for others heard
     *     beside it
     */
    record OfFrame(StampedFrame stamped, boolean own, int bus) implements Entry {
      public OfFrame {
        if (bus < 0 || bus > MOST_BUS) {
          throw new IllegalArgumentException(BusWords.say("a-hook-up-has-buses-0", MOST_BUS, bus));
        }
      }

      /** A frame on the bus that was hooked up to. */
      public OfFrame(StampedFrame stamped, boolean own) {
        this(stamped, own, 0);
      }

      @Override
      public long micros() {
        return stamped.micros();
      }
    }

    /** A tick that a procedure was given. */
    record OfTick(long micros) implements Entry {}

    /** What a person did, as text. */
    record OfOperator(long micros, String text) implements Entry {}
  }

  private static final int FRAME = 0;
  private static final int OWN = 1;
  private static final int TICK = 2;
  private static final int OPERATOR = 3;
  private static final int EXTENDED = 16;
  private static final int BUS_SHIFT = 5;
  private static final int KIND = 15;

  /** The bytes of a block. */
  public static byte[] encode(List<Entry> entries) {
    if (entries.isEmpty() || entries.size() > MOST_ENTRIES) {
      throw new IllegalArgumentException(
          BusWords.say("a-block-holds-1-to-entries", MOST_ENTRIES, entries.size()));
    }
    int texts = 0;
    for (Entry e : entries) {
      texts += e instanceof Entry.OfOperator o ? 4 + o.text().getBytes(UTF_8).length : 0;
    }
    ByteBuffer out = ByteBuffer.allocate(13 + entries.size() * (10 + 1 + 4 + 1 + 8) + texts);
    long last = entries.get(0).micros();
    out.put(VERSION).putInt(entries.size()).putLong(last);
    for (Entry e : entries) {
      putVariable(out, e.micros() - last);
      last = e.micros();
    }
    entries.forEach(e -> out.put((byte) kind(e)));
    for (Entry e : entries) {
      if (e instanceof Entry.OfFrame f) {
        out.putInt(f.stamped().frame().identifier());
      }
    }
    for (Entry e : entries) {
      if (e instanceof Entry.OfFrame f) {
        out.put((byte) f.stamped().frame().length());
      }
    }
    for (Entry e : entries) {
      if (e instanceof Entry.OfFrame f) {
        out.putLong(f.stamped().frame().payload());
      }
    }
    for (Entry e : entries) {
      if (e instanceof Entry.OfOperator o) {
        byte[] text = o.text().getBytes(UTF_8);
        out.putInt(text.length).put(text);
      }
    }
    return Arrays.copyOf(out.array(), out.position());
  }

  private static int kind(Entry e) {
    if (e instanceof Entry.OfFrame f) {
      return (f.own() ? OWN : FRAME)
          | (f.stamped().frame().extended() ? EXTENDED : 0)
          | f.bus() << BUS_SHIFT;
    }
    return e instanceof Entry.OfTick ? TICK : OPERATOR;
  }

  /**
   * The entries of a block.
   *
   * @throws IllegalArgumentException where the bytes are no block
   */
  public static List<Entry> decode(byte[] block) {
    try {
      return decode(ByteBuffer.wrap(block));
    } catch (BufferUnderflowException e) {
      throw new IllegalArgumentException(BusWords.say("a-stored-block-is-cut-short"), e);
    }
  }

  private static List<Entry> decode(ByteBuffer in) {
    int version = in.get();
    int count = in.getInt();
    if (version != VERSION || count < 1 || count > MOST_ENTRIES) {
      throw new IllegalArgumentException(
          BusWords.say("not-a-stored-block-version-entries", version, count));
    }
    long[] micros = new long[count];
    long last = in.getLong();
    for (int i = 0; i < count; i++) {
      last += getVariable(in);
      micros[i] = last;
    }
    byte[] kinds = new byte[count];
    in.get(kinds);
    int frames = 0;
    for (byte kind : kinds) {
      frames += (kind & KIND) <= OWN ? 1 : 0;
    }
    int ids = in.position();
    int lengths = ids + 4 * frames;
    int payloads = lengths + frames;
    ByteBuffer texts = in.duplicate();
    if (in.limit() < payloads + 8 * frames) {
      throw new BufferUnderflowException();
    }
    texts.position(payloads + 8 * frames);
    List<Entry> entries = new ArrayList<>(count);
    int f = 0;
    for (int i = 0; i < count; i++) {
      int kind = kinds[i] & KIND;
      switch (kind) {
        case FRAME, OWN -> {
          Frame frame =
              new Frame(
                  in.getInt(ids + 4 * f),
                  (kinds[i] & EXTENDED) != 0,
                  in.get(lengths + f),
                  in.getLong(payloads + 8 * f));
          entries.add(
              new Entry.OfFrame(
                  new StampedFrame(micros[i], frame),
                  kind == OWN,
                  (kinds[i] & 0xFF) >>> BUS_SHIFT & MOST_BUS));
          f++;
        }
        case TICK -> entries.add(new Entry.OfTick(micros[i]));
        case OPERATOR -> {
          int length = texts.getInt();
          if (length < 0 || length > texts.remaining()) {
            throw new BufferUnderflowException();
          }
          byte[] text = new byte[length];
          texts.get(text);
          entries.add(new Entry.OfOperator(micros[i], new String(text, UTF_8)));
        }
        default -> throw new IllegalArgumentException(BusWords.say("unknown-kind-of-entry", kind));
      }
    }
    return entries;
  }

  private static void putVariable(ByteBuffer out, long value) {
    long zigzag = (value << 1) ^ (value >> 63);
    while ((zigzag & ~0x7FL) != 0) {
      out.put((byte) (zigzag & 0x7F | 0x80));
      zigzag >>>= 7;
    }
    out.put((byte) zigzag);
  }

  private static long getVariable(ByteBuffer in) {
    long zigzag = 0;
    for (int shift = 0; shift < 64; shift += 7) {
      byte b = in.get();
      zigzag |= (long) (b & 0x7F) << shift;
      if (b >= 0) {
        return (zigzag >>> 1) ^ -(zigzag & 1);
      }
    }
    throw new IllegalArgumentException(BusWords.say("a-time-step-in-a-stored"));
  }
}
