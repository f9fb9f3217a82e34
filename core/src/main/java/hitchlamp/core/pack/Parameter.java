package hitchlamp.core.pack;

import hitchlamp.core.j1939.Message;
import hitchlamp.core.j1939.RawValue;
import hitchlamp.core.quantity.Unit;

/**
 * Where a parameter stands in a broadcast group and what its counts mean.
 *
 * @param spn suspect parameter number
 * @param name what it measures
 * @param pgn group that carries it
 * @param startBit first bit, counted from 0 at the lowest bit of the first byte
 * @param bits width, 1 to 32
 * @param scale units a count
 * @param offset value at 0 counts
 * @param unit unit of scale and offset
 */
public record Parameter(
    int spn, String name, int pgn, int startBit, int bits, double scale, double offset, Unit unit) {
  /** A reading: raw counts are kept, so that states survive. */
  public record Reading(Parameter parameter, long raw, RawValue state, long micros) {
    /** The figure in the parameter's unit; only where {@link #state} is valid. */
    public double value() {
      if (state != RawValue.VALID) {
        throw new IllegalStateException("SPN " + parameter.spn + " is " + state + ", no figure");
      }
      return raw * parameter.scale + parameter.offset;
    }
  }

  /** Reads the parameter; not available where the message is too short to hold it. */
  public Reading read(Message message) {
    long raw = raw(message);
    return new Reading(this, raw, RawValue.of(raw, bits), message.lastMicros());
  }

  /** Its counts in a message; all ones, which is not available, where the message is too short. */
  public long raw(Message message) {
    int last = (startBit + bits - 1) / 8;
    if (message.data().length <= last) {
      return (1L << bits) - 1;
    }
    long raw = 0;
    for (int i = last; i >= startBit / 8; i--) {
      raw = raw << 8 | message.at(i);
    }
    return raw >>> startBit % 8 & (1L << bits) - 1;
  }

  /** Decimals that the resolution of the signal bears, 0 to 3. */
  public int decimals() {
    return (int) Math.max(0, Math.min(3, Math.ceil(-Math.log10(scale) - 1e-9)));
  }
}
