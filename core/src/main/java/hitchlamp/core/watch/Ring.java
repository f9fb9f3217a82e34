package hitchlamp.core.watch;

/**
 * The last samples of one track: what can be scrolled back to, and what a recording has before its
 * start. Old ones go when they are older than a span or when there are too many. A count of the bus
 * has 32 bits at most and is kept in four bytes, so is a time: many units are hooked up at once.
 */
public final class Ring {
  /** Most samples kept of one track: half an hour of a group every 50 ms. */
  public static final int MOST_SAMPLES = 36_000;

  private static final long UNSIGNED = 0xFFFF_FFFFL;
  private static final int FEWEST = 64;

  private final int channels;
  private final long keptMicros;

  /** Time of what stands as 0, microseconds; no sample is older. */
  private long base;

  private int[] after = new int[FEWEST];
  private final int[][] raws;
  private int first;
  private int size;

  /**
   * @param channels of the track
   * @param keptMicros how far back it reaches; more than half an hour is cut to that
   */
  public Ring(int channels, long keptMicros) {
    this.channels = channels;
    this.keptMicros = Math.min(keptMicros, Integer.MAX_VALUE);
    this.raws = new int[channels][FEWEST];
  }

  /**
   * Takes a sample not older than the last one.
   *
   * @param values counts of 32 bits without sign
   */
  public void add(long at, long[] values) {
    while (size > 0 && (micros(0) < at - keptMicros || size == MOST_SAMPLES)) {
      first = (first + 1) % after.length;
      size--;
    }
    if (size == 0) {
      base = at;
    } else if (at - base > Integer.MAX_VALUE) {
      begin(micros(0));
    }
    if (size == after.length) {
      grow();
    }
    int place = (first + size) % after.length;
    after[place] = (int) (at - base);
    for (int c = 0; c < channels; c++) {
      raws[c][place] = (int) values[c];
    }
    size++;
  }

  /** Times count from another moment, that of the oldest sample. */
  private void begin(long from) {
    int less = (int) (from - base);
    for (int i = 0; i < size; i++) {
      after[(first + i) % after.length] -= less;
    }
    base = from;
  }

  private void grow() {
    int length = Math.min(MOST_SAMPLES, after.length + after.length / 2);
    after = unrolled(after, length);
    for (int c = 0; c < channels; c++) {
      raws[c] = unrolled(raws[c], length);
    }
    first = 0;
  }

  private int[] unrolled(int[] from, int length) {
    int[] to = new int[length];
    int head = from.length - first;
    System.arraycopy(from, first, to, 0, head);
    System.arraycopy(from, 0, to, head, first);
    return to;
  }

  public int size() {
    return size;
  }

  /** Time of the oldest sample; only where there is one. */
  public long oldest() {
    return micros(0);
  }

  /** Time of the newest sample; only where there is one. */
  public long newest() {
    return micros(size - 1);
  }

  /** Time of a sample, 0 is the oldest. */
  public long micros(int at) {
    return base + after[(first + at) % after.length];
  }

  /** Count of a channel in a sample. */
  public long raw(int at, int channel) {
    return raws[channel][(first + at) % after.length] & UNSIGNED;
  }

  /** All of one channel. */
  public Series series(Channel of, int channel) {
    long[] times = new long[size];
    long[] values = new long[size];
    for (int i = 0; i < size; i++) {
      times[i] = micros(i);
      values[i] = raw(i, channel);
    }
    return new Series(of, times, values);
  }

  /** All counts of a sample. */
  public long[] raws(int at) {
    long[] all = new long[channels];
    for (int c = 0; c < channels; c++) {
      all[c] = raw(at, c);
    }
    return all;
  }

  /** Forgets everything. */
  public void clear() {
    size = 0;
    first = 0;
  }
}
