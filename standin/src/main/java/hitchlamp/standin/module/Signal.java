package hitchlamp.standin.module;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;

/**
 * Counts of signals in a frame's payload. Not a number means not available; {@link #ERROR} means
 * the sensor failed.
 */
public final class Signal {
  /** The module knows that its sensor is broken. */
  public static final double ERROR = Double.NEGATIVE_INFINITY;

  /** A payload with every byte not available. */
  public static final long NOTHING = -1L;

  private Signal() {}

  /**
   * A payload with one signal put in.
   *
   * @param payload the other signals
   * @param startBit counted from 0
   * @param bits 2 to 32
   * @param value in units of {@code scale} and {@code offset}
   */
  public static long put(
      long payload, int startBit, int bits, double value, double scale, double offset) {
    long mask = (1L << bits) - 1;
    long raw;
    if (Double.isNaN(value)) {
      raw = mask;
    } else if (value == ERROR) {
      raw = bits < 8 ? mask - 1 : (0xFEL << (bits - 8)) | (mask >>> 8);
    } else {
      long most = bits < 8 ? mask - 2 : (0xFBL << (bits - 8)) - 1;
      raw = Math.max(0, Math.min(most, Math.round((value - offset) / scale)));
    }
    return payload & ~(mask << startBit) | raw << startBit;
  }

  /** A payload as bytes, the first first. */
  public static byte[] bytes(long payload) {
    return ByteBuffer.allocate(Long.BYTES).order(ByteOrder.LITTLE_ENDIAN).putLong(payload).array();
  }
}
