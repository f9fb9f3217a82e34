package hitchlamp.standin.unit;

import hitchlamp.standin.module.Signal;
import java.io.ByteArrayOutputStream;

/** Builds the values of a snapshot: identifier, then counts, high byte first. */
final class Frozen {
  private final ByteArrayOutputStream out = new ByteArrayOutputStream();
  private int count;

  Frozen put(int identifier, int bytes, double counts) {
    out.write(identifier >> 8);
    out.write(identifier);
    long most = (0xFBL << 8 * (bytes - 1)) - 1;
    long raw = counts == Signal.ERROR ? 0xFEL << 8 * (bytes - 1) : Math.round(counts);
    if (counts != Signal.ERROR) {
      raw = Math.max(0, Math.min(most, raw));
    }
    for (int i = bytes - 1; i >= 0; i--) {
      out.write((int) (raw >>> 8 * i));
    }
    count++;
    return this;
  }

  Frozen put(int identifier, int bytes, double value, double minus, double scale) {
    return put(identifier, bytes, value == Signal.ERROR ? Signal.ERROR : (value + minus) / scale);
  }

  /** Number of values, then the values. */
  byte[] bytes() {
    byte[] values = out.toByteArray();
    byte[] all = new byte[values.length + 1];
    all[0] = (byte) count;
    System.arraycopy(values, 0, all, 1, values.length);
    return all;
  }
}
