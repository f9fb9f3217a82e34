package hitchlamp.standin.story;

import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;

/** Builds the value of a data identifier: numbers high byte first. */
final class Bytes {
  private static final double MOST_LONG = 0xFAFF_FFFFL;

  private final ByteArrayOutputStream out = new ByteArrayOutputStream();

  Bytes one(int value) {
    out.write(value);
    return this;
  }

  Bytes two(double value) {
    return put((long) Math.max(0, Math.min(0xFAFF, Math.rint(value))), 2);
  }

  /** Four bytes; not a number is not available. */
  Bytes four(double value) {
    return put(
        Double.isNaN(value)
            ? 0xFFFF_FFFFL
            : (long) Math.max(0, Math.min(MOST_LONG, Math.rint(value))),
        4);
  }

  /** A counter that begins again at 0 after its last count. */
  Bytes wrapping(long value) {
    return put(value & 0xFFFF, 2);
  }

  Bytes text(String text, int length) {
    out.writeBytes(
        String.format("%-" + length + "." + length + "s", text)
            .getBytes(StandardCharsets.US_ASCII));
    return this;
  }

  private Bytes put(long value, int bytes) {
    for (int i = bytes - 1; i >= 0; i--) {
      out.write((int) (value >>> 8 * i));
    }
    return this;
  }

  byte[] done() {
    return out.toByteArray();
  }
}
