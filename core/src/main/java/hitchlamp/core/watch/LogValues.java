package hitchlamp.core.watch;

import hitchlamp.core.j1939.Message;
import hitchlamp.core.j1939.Pgn;
import hitchlamp.core.j1939.RawValue;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.Parameter;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.atomic.AtomicInteger;

/**
 * What every parameter of a log came to: each is read in each message that carries it, and how
 * often it came, its least, greatest and last value are kept. Holds one line for each parameter of
 * each address, whatever the length of the log, and {@link #MOST} lines at most.
 */
public final class LogValues {
  /** Lines of one log, all its buses together: bounds memory against a log of nonsense. */
  public static final int MOST = 20_000;

  private static final int ADDRESSES = 256;
  private static final int FRAME_BITS = 64;

  /**
   * A parameter of one address.
   *
   * @param least smallest value that was valid; not a number where none was
   * @param most greatest
   * @param last newest
   * @param valid messages with a value
   * @param missing messages that said "not available"
   * @param error messages that said "error"
   * @param other messages with a count that the standard reserves, or leaves to the parameter
   */
  public record Value(
      int source,
      Parameter parameter,
      double least,
      double most,
      double last,
      long valid,
      long missing,
      long error,
      long other) {}

  /** What came of a parameter from one address. */
  private static final class Sum {
    long valid;
    long least = Long.MAX_VALUE;
    long most = Long.MIN_VALUE;
    long last;
    long missing;
    long error;
    long other;
  }

  /** The parameters of one group, as numbers. */
  private static final class Group {
    final Parameter[] parameters;
    final Scale[] scales;
    final int[] shift;
    final int[] end;
    final long[] mask;

    /** First count that is no plain number. */
    final long[] plain;

    final Sum[][] sums = new Sum[ADDRESSES][];

    Group(List<Parameter> of, Pack pack) {
      int n = of.size();
      parameters = of.toArray(new Parameter[0]);
      scales = new Scale[n];
      shift = new int[n];
      end = new int[n];
      mask = new long[n];
      plain = new long[n];
      for (int i = 0; i < n; i++) {
        Parameter p = parameters[i];
        scales[i] = Scale.of(p, pack.watch().words().getOrDefault(p.spn(), Map.of()));
        shift[i] = p.startBit();
        end[i] = p.startBit() + p.bits();
        mask[i] = (1L << p.bits()) - 1;
        plain[i] = firstState(p.bits());
      }
    }

    /** Empty where there is no room for another address. */
    Sum[] of(int source, AtomicInteger room) {
      Sum[] s = sums[source];
      if (s == null && room.get() < parameters.length) {
        return NONE;
      }
      if (s == null) {
        room.addAndGet(-parameters.length);
        s = new Sum[parameters.length];
        for (int i = 0; i < s.length; i++) {
          s[i] = new Sum();
        }
        sums[source] = s;
      }
      return s;
    }
  }

  private static final Sum[] NONE = {};

  private final Group[] groups = new Group[Pgn.GREATEST + 1];
  private final AtomicInteger room;
  private long read;
  private long leftOut;

  /**
   * Reads the parameters of a pack.
   *
   * @param room lines that may still be kept, shared by the buses of one log
   */
  public LogValues(Pack pack, AtomicInteger room) {
    this.room = room;
    Map<Integer, List<Parameter>> byGroup = new HashMap<>();
    pack.parameters()
        .values()
        .forEach(p -> byGroup.computeIfAbsent(p.pgn(), g -> new ArrayList<>()).add(p));
    byGroup.forEach((pgn, of) -> groups[pgn] = new Group(of, pack));
  }

  /** Counts from here on are states, by the bands of {@link RawValue}. */
  private static long firstState(int bits) {
    long raw = bits >= 8 ? 0xFBL << (bits - 8) : bits == 1 ? 2 : (1L << bits) - 2;
    assert RawValue.of(raw - 1, bits) == RawValue.VALID;
    return raw;
  }

  /**
   * A frame of a group, its data in the low bits.
   *
   * @param length bytes of data, 0 to 8
   */
  public void take(int pgn, int source, int length, long payload) {
    Group g = groups[pgn];
    if (g == null) {
      return;
    }
    Sum[] sums = g.of(source, room);
    leftOut += sums.length == 0 ? 1 : 0;
    int bits = length * 8;
    for (int i = 0; i < sums.length; i++) {
      long raw = g.end[i] <= bits ? payload >>> g.shift[i] & g.mask[i] : g.mask[i];
      add(g, i, sums[i], raw);
    }
    read += sums.length;
  }

  /** A message that came in packets; one of a single frame is for the other call. */
  public void take(Message m) {
    Group g = m.data().length * 8 > FRAME_BITS ? groups[m.pgn()] : null;
    if (g != null) {
      Sum[] sums = g.of(m.source(), room);
      leftOut += sums.length == 0 ? 1 : 0;
      for (int i = 0; i < sums.length; i++) {
        add(g, i, sums[i], g.parameters[i].raw(m));
      }
      read += sums.length;
    }
  }

  private static void add(Group g, int i, Sum s, long raw) {
    if (raw >= g.plain[i]) {
      RawValue state = g.scales[i].state(raw);
      if (state != RawValue.VALID) {
        s.missing += state == RawValue.NOT_AVAILABLE ? 1 : 0;
        s.error += state == RawValue.ERROR ? 1 : 0;
        s.other += state != RawValue.NOT_AVAILABLE && state != RawValue.ERROR ? 1 : 0;
        return;
      }
    }
    s.valid++;
    s.last = raw;
    s.least = Math.min(s.least, raw);
    s.most = Math.max(s.most, raw);
  }

  /** Values that were read, of whatever state. */
  public long read() {
    return read;
  }

  /** Messages of which nothing was read, since there was no room for another address. */
  public long leftOut() {
    return leftOut;
  }

  /** All that came, by address and SPN. */
  public List<Value> all() {
    List<Value> all = new ArrayList<>();
    for (Group g : groups) {
      for (int source = 0; g != null && source < ADDRESSES; source++) {
        Sum[] sums = g.sums[source];
        for (int i = 0; sums != null && i < sums.length; i++) {
          all.add(value(source, g.parameters[i], sums[i]));
        }
      }
    }
    all.sort(Comparator.comparingInt(Value::source).thenComparingInt(v -> v.parameter().spn()));
    return List.copyOf(all);
  }

  private static Value value(int source, Parameter p, Sum s) {
    double a = s.valid == 0 ? Double.NaN : s.least * p.scale() + p.offset();
    double b = s.valid == 0 ? Double.NaN : s.most * p.scale() + p.offset();
    double last = s.valid == 0 ? Double.NaN : s.last * p.scale() + p.offset();
    return new Value(
        source, p, Math.min(a, b), Math.max(a, b), last, s.valid, s.missing, s.error, s.other);
  }
}
