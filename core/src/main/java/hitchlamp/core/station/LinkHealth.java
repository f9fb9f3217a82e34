package hitchlamp.core.station;

import hitchlamp.core.bus.StampedFrame;
import java.util.OptionalLong;

/** Bus load and frame rate over the last second, from what the tap shows. */
public final class LinkHealth {
  private static final int SLOTS = 10;
  private static final long SLOT_MICROS = 100_000;

  private final int bitsPerSecond;
  private final long[] bits = new long[SLOTS];
  private final int[] frames = new int[SLOTS];
  private long slot = Long.MIN_VALUE;
  private long first = Long.MIN_VALUE;
  private long last = Long.MIN_VALUE;
  private long errors;
  private long total;

  /**
   * @param bitsPerSecond rate of the bus, 0 where unknown: then there is no load
   */
  public LinkHealth(int bitsPerSecond) {
    this.bitsPerSecond = bitsPerSecond;
  }

  /**
   * What is known of the link at one moment.
   *
   * @param loadPercent share of the bus time in use, 0 to 100; NaN where the rate is not known
   * @param framesPerSecond frames in the last second
   * @param lastFrameAgeMicros time since the last frame; empty where there was none
   * @param errors bus errors told since the hook-up
   * @param frames frames since the hook-up
   */
  public record Health(
      double loadPercent,
      int framesPerSecond,
      OptionalLong lastFrameAgeMicros,
      long errors,
      long frames) {}

  /** A frame was on the bus. */
  public void accept(StampedFrame stamped) {
    move(stamped.micros());
    int i = (int) Math.floorMod(slot, (long) SLOTS);
    bits[i] += stamped.frame().bitsOnWire();
    frames[i]++;
    total++;
    last = Math.max(last, stamped.micros());
    first = first == Long.MIN_VALUE ? stamped.micros() : first;
  }

  /** The controller reported an error. */
  public void error() {
    errors++;
  }

  private void move(long micros) {
    long now = Math.floorDiv(micros, SLOT_MICROS);
    if (slot == Long.MIN_VALUE || now - slot >= SLOTS) {
      java.util.Arrays.fill(bits, 0);
      java.util.Arrays.fill(frames, 0);
      slot = now;
    }
    while (slot < now) {
      slot++;
      bits[(int) Math.floorMod(slot, (long) SLOTS)] = 0;
      frames[(int) Math.floorMod(slot, (long) SLOTS)] = 0;
    }
  }

  /** The state at a bus time. */
  public Health at(long micros) {
    if (last == Long.MIN_VALUE) {
      return new Health(bitsPerSecond > 0 ? 0 : Double.NaN, 0, OptionalLong.empty(), errors, 0);
    }
    move(Math.max(micros, last));
    long bitSum = 0;
    int frameSum = 0;
    for (int i = 0; i < SLOTS; i++) {
      bitSum += bits[i];
      frameSum += frames[i];
    }
    // The newest slot is still filling, and a young hook-up has not filled all.
    double inSlot = Math.floorMod(Math.max(micros, last), SLOT_MICROS) / 1e6;
    double span =
        Math.min(
            (SLOTS - 1) * SLOT_MICROS / 1e6 + inSlot,
            Math.max(0.1, (Math.max(micros, last) - first) / 1e6));
    double load =
        bitsPerSecond > 0 ? Math.min(100, 100 * bitSum / (bitsPerSecond * span)) : Double.NaN;
    return new Health(
        load,
        (int) Math.round(frameSum / span),
        OptionalLong.of(Math.max(0, micros - last)),
        errors,
        total);
  }
}
