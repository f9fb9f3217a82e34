package hitchlamp.core.nmea2000;

import hitchlamp.core.quantity.Unit;
import java.util.Map;

/**
 * A field of a group.
 *
 * @param name what it tells
 * @param bit first bit, counted from 0 at the low bit of the first byte
 * @param bits width
 * @param signed two's complement
 * @param step units a count
 * @param offset units at a count of 0
 * @param unit what it is told in
 * @param decimals shown behind the point
 * @param words what its counts mean, for enumerated fields
 * @param flags what each bit means where it is set, for fields of states
 */
public record Field(
    String name,
    int bit,
    int bits,
    boolean signed,
    double step,
    double offset,
    Unit unit,
    int decimals,
    Map<Integer, String> words,
    Map<Integer, String> flags) {
  static Field number(String name, int bit, int bits, double step, Unit unit, int decimals) {
    return new Field(name, bit, bits, false, step, 0, unit, decimals, Map.of(), Map.of());
  }

  static Field signed(String name, int bit, int bits, double step, Unit unit, int decimals) {
    return new Field(name, bit, bits, true, step, 0, unit, decimals, Map.of(), Map.of());
  }

  /** A temperature told in kelvin, shown in °C. */
  static Field kelvin(String name, int bit, int bits, double step) {
    return new Field(name, bit, bits, false, step, -273.15, Unit.CELSIUS, 1, Map.of(), Map.of());
  }

  static Field words(String name, int bit, int bits, Map<Integer, String> words) {
    return new Field(name, bit, bits, false, 1, 0, Unit.ONE, 0, words, Map.of());
  }

  static Field flags(String name, int bit, int bits, Map<Integer, String> flags) {
    return new Field(name, bit, bits, false, 1, 0, Unit.ONE, 0, Map.of(), flags);
  }

  /** The field's bits in a message; all ones where the message is too short for them. */
  long raw(byte[] data) {
    long value = 0;
    for (int i = 0; i < bits; i++) {
      int at = bit + i;
      boolean set = at / 8 >= data.length || (data[at / 8] >> at % 8 & 1) == 1;
      value |= set ? 1L << i : 0;
    }
    return value;
  }

  /** A count as a number of its unit. */
  double value(long raw) {
    long count = signed && raw >>> bits - 1 == 1 ? raw - (1L << bits) : raw;
    return count * step + offset;
  }
}
