package hitchlamp.core.watch;

import java.util.Arrays;

/**
 * The last samples of one track: what can be scrolled back to, and what a recording has before its
 * start. Old ones go when they are older than a span or when there are too many.
 */
public final class Ring {
  /** Most samples kept of one track: half an hour of a group every 50 ms. */
  public static final int MOST_SAMPLES = 36_000;

  private final int channels;
  private final long keptMicros;
  private long[] micros = new long[64];
  private final long[][] raws;
  private int first;
  private int size;

  /**
   * @param channels of the track
   * @param keptMicros how far back it reaches
   */
  public Ring(int channels, long keptMicros) {
    this.channels = channels;
    this.keptMicros = keptMicros;
    this.raws = new long[channels][64];
  }

  /** Takes a sample not older than the last one. */
  public void add(long at, long[] values) {
    while (size > 0 && (micros[first] < at - keptMicros || size == MOST_SAMPLES)) {
      first = (first + 1) % micros.length;
      size--;
    }
    if (size == micros.length) {
      grow();
    }
    int place = (first + size) % micros.length;
    micros[place] = at;
    for (int c = 0; c < channels; c++) {
      raws[c][place] = values[c];
    }
    size++;
  }

  private void grow() {
    int length = Math.min(MOST_SAMPLES, micros.length * 2);
    micros = unrolled(micros, length);
    for (int c = 0; c < channels; c++) {
      raws[c] = unrolled(raws[c], length);
    }
    first = 0;
  }

  private long[] unrolled(long[] from, int length) {
    long[] to = new long[length];
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
    return micros[first];
  }

  /** Time of the newest sample; only where there is one. */
  public long newest() {
    return micros[(first + size - 1) % micros.length];
  }

  /** Time of a sample, 0 is the oldest. */
  public long micros(int at) {
    return micros[(first + at) % micros.length];
  }

  /** Count of a channel in a sample. */
  public long raw(int at, int channel) {
    return raws[channel][(first + at) % micros.length];
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
    Arrays.fill(micros, 0);
  }
}
