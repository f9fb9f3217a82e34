package hitchlamp.core.watch;

import hitchlamp.core.j1939.RawValue;
import hitchlamp.core.pack.Parameter;
import hitchlamp.core.quantity.Unit;
import java.util.Map;

/**
 * What the counts of a channel mean.
 *
 * @param bits width of the field on the bus, 1 to 32, whose upper bands are states; 0 for plain
 *     signed counts, as an imported file has them, where only {@link #MISSING} is none
 * @param factor units a count, not 0
 * @param offset value at 0 counts
 * @param unit of factor and offset
 * @param words meaning of single counts, empty where they are numbers
 */
public record Scale(int bits, double factor, double offset, Unit unit, Map<Integer, String> words) {
  /** Plain counts: no value here. */
  public static final long MISSING = Long.MIN_VALUE;

  public Scale {
    if (bits < 0 || bits > 32 || factor == 0 || !Double.isFinite(factor + offset)) {
      throw new IllegalArgumentException(
          "no scale: " + bits + " bits, factor " + factor + ", offset " + offset);
    }
    words = Map.copyOf(words);
  }

  /** The scale of a parameter. */
  public static Scale of(Parameter p, Map<Integer, String> words) {
    return new Scale(p.bits(), p.scale(), p.offset(), p.unit(), words);
  }

  /** Plain counts of a file. */
  public static Scale plain(double factor, Unit unit) {
    return new Scale(0, factor, 0, unit, Map.of());
  }

  /** The state of a count; one that has a word of its own is no error. */
  public RawValue state(long raw) {
    if (bits == 0) {
      return raw == MISSING ? RawValue.NOT_AVAILABLE : RawValue.VALID;
    }
    RawValue state = RawValue.of(raw, bits);
    return state == RawValue.ERROR && words.containsKey((int) raw) ? RawValue.VALID : state;
  }

  /** The figure of a count in {@link #unit}; not a number where its state is not valid. */
  public double value(long raw) {
    return state(raw) == RawValue.VALID ? raw * factor + offset : Double.NaN;
  }

  /** Greatest value that the field can tell; plus infinity for plain counts. */
  public double most() {
    if (bits == 0) {
      return Double.POSITIVE_INFINITY;
    }
    long top = bits >= 8 ? (0xFBL << (bits - 8)) - 1 : bits == 1 ? 1 : (1L << bits) - 3;
    return Math.max(0, top) * factor + offset;
  }

  /** Decimals that the resolution bears, 0 to 4. */
  public int decimals() {
    return (int) Math.max(0, Math.min(4, Math.round(-Math.log10(Math.abs(factor)))));
  }
}
