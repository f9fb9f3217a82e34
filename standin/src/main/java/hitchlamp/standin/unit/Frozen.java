package hitchlamp.standin.unit;

import hitchlamp.standin.module.Signal;
import java.io.ByteArrayOutputStream;
import java.util.LinkedHashMap;
import java.util.Map;

/** Values by identifier, as a module freezes them and tells them: counts, high byte first. */
final class Frozen {
  private final Map<Integer, byte[]> values = new LinkedHashMap<>();

  Frozen put(int identifier, int bytes, double counts) {
    long most = (0xFBL << 8 * (bytes - 1)) - 1;
    long raw = counts == Signal.ERROR ? 0xFEL << 8 * (bytes - 1) : Math.round(counts);
    if (counts != Signal.ERROR) {
      raw = Math.max(0, Math.min(most, raw));
    }
    byte[] told = new byte[bytes];
    for (int i = 0; i < bytes; i++) {
      told[i] = (byte) (raw >>> 8 * (bytes - 1 - i));
    }
    values.put(identifier, told);
    return this;
  }

  Frozen put(int identifier, int bytes, double value, double minus, double scale) {
    return put(identifier, bytes, value == Signal.ERROR ? Signal.ERROR : (value + minus) / scale);
  }

  /** One value; empty where it is not among them. */
  byte[] value(int identifier) {
    return values.getOrDefault(identifier, new byte[0]);
  }

  /** Number of values, then each with its identifier before it. */
  byte[] bytes() {
    ByteArrayOutputStream all = new ByteArrayOutputStream();
    all.write(values.size());
    values.forEach(
        (identifier, told) -> {
          all.write(identifier >> 8);
          all.write(identifier);
          all.writeBytes(told);
        });
    return all.toByteArray();
  }
}
