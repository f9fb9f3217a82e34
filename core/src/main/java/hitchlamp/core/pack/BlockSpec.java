package hitchlamp.core.pack;

import hitchlamp.core.quantity.Unit;
import java.util.Arrays;
import java.util.Optional;

/**
 * An identifier that tells the same of every cylinder: perhaps a counter at its head, then for each
 * cylinder so many numbers. How many cylinders there are its length tells.
 *
 * @param name as the user reads it
 * @param headBytes of the counter; 0 where it has none
 * @param parts numbers of each cylinder
 * @param bytes of a number, high byte first; all ones where there is none
 * @param scale of a number, in {@code unit} a count
 * @param offset of a number
 * @param unit of the numbers
 */
public record BlockSpec(
    String name, int headBytes, int parts, int bytes, double scale, double offset, Unit unit) {
  /**
   * What an answer tells.
   *
   * @param head the counter, 0 where it has none
   * @param of each cylinder, the first first, its numbers; not a number where there is none
   */
  public record Told(long head, double[][] of) {
    /** Cylinders of which it tells. */
    public int cylinders() {
      return of.length;
    }

    @Override
    public boolean equals(Object o) {
      return o instanceof Told t && head == t.head && Arrays.deepEquals(of, t.of);
    }

    @Override
    public int hashCode() {
      return 31 * Long.hashCode(head) + Arrays.deepHashCode(of);
    }
  }

  /**
   * Reads an answer.
   *
   * @param data answer of the module
   * @param from where its value begins
   * @return empty where it has no whole number of cylinders
   */
  public Optional<Told> read(byte[] data, int from) {
    int each = parts * bytes;
    int left = data.length - from - headBytes;
    if (left < each || left % each != 0) {
      return Optional.empty();
    }
    double[][] of = new double[left / each][parts];
    int at = from + headBytes;
    long none = (1L << 8 * bytes) - 1;
    for (double[] cylinder : of) {
      for (int i = 0; i < parts; i++) {
        long raw = number(data, at, bytes);
        cylinder[i] = raw == none ? Double.NaN : raw * scale + offset;
        at += bytes;
      }
    }
    return Optional.of(new Told(number(data, from, headBytes), of));
  }

  private static long number(byte[] data, int at, int bytes) {
    long raw = 0;
    for (int i = 0; i < bytes; i++) {
      raw = raw << 8 | data[at + i] & 0xFF;
    }
    return raw;
  }
}
