package hitchlamp.standin.nmea;

/** Bytes of a message, low byte first; not a number is written as not available. */
final class Payload {
  private final byte[] bytes;
  private int at;

  Payload(int length) {
    bytes = new byte[length];
    java.util.Arrays.fill(bytes, (byte) 0xFF);
  }

  /** An unsigned count of some bytes. */
  Payload put(double value, double step, int width) {
    long most = (1L << 8 * width) - 4;
    return raw(
        Double.isNaN(value) ? -1 : Math.max(0, Math.min(most, Math.round(value / step))), width);
  }

  /** A signed count of some bytes. */
  Payload signed(double value, double step, int width) {
    long most = (1L << 8 * width - 1) - 4;
    return raw(
        Double.isNaN(value)
            ? (1L << 8 * width - 1) - 1
            : Math.max(-most, Math.min(most, Math.round(value / step))),
        width);
  }

  Payload raw(long counts, int width) {
    for (int i = 0; i < width; i++) {
      bytes[at++] = (byte) (counts >> 8 * i);
    }
    return this;
  }

  /** A text of fixed length, filled up with "not available". */
  Payload text(String text, int length) {
    for (int i = 0; i < length; i++) {
      bytes[at + i] = i < text.length() ? (byte) text.charAt(i) : (byte) 0xFF;
    }
    at += length;
    return this;
  }

  /** Leaves bytes as not available. */
  Payload skip(int width) {
    at += width;
    return this;
  }

  byte[] done() {
    return bytes;
  }
}
