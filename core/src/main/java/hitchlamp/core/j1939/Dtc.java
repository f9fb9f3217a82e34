package hitchlamp.core.j1939;

/**
 * A diagnostic trouble code: what is wrong with which parameter, and how often (J1939-73, from
 * memory).
 *
 * @param spn suspect parameter number, 19 bits; read as version 3 where the version is ambiguous
 * @param fmi failure mode identifier, 0 to 31
 * @param count occurrence count, 0 to 126; {@link #COUNT_NOT_AVAILABLE} where the module does not
 *     count
 * @param version how the SPN was read
 * @param raw the four bytes as they came, the first in the lowest eight bits
 */
public record Dtc(int spn, int fmi, int count, ConversionVersion version, int raw) {
  /** The count does not go further: 126 or more. */
  public static final int COUNT_CEILING = 126;

  public static final int COUNT_NOT_AVAILABLE = 127;
  public static final int GREATEST_SPN = 0x7FFFF;

  /**
   * Reads four bytes.
   *
   * @param raw the first byte in the lowest eight bits
   * @param old which of versions 1 to 3 the module uses where its conversion bit is set; {@link
   *     ConversionVersion#AMBIGUOUS} where nobody knows
   */
  public static Dtc decode(int raw, ConversionVersion old) {
    boolean version4 = raw >= 0;
    ConversionVersion version =
        version4
            ? ConversionVersion.V4
            : old == ConversionVersion.V4 ? ConversionVersion.AMBIGUOUS : old;
    int b1 = raw & 0xFF;
    int b2 = raw >>> 8 & 0xFF;
    int high = raw >>> 21 & 7;
    int spn =
        switch (version) {
          case V1 -> b1 << 11 | b2 << 3 | high;
          case V2 -> b2 << 11 | b1 << 3 | high;
          case V3, V4, AMBIGUOUS -> high << 16 | b2 << 8 | b1;
        };
    return new Dtc(spn, raw >>> 16 & 0x1F, raw >>> 24 & 0x7F, version, raw);
  }

  /**
   * Reads four bytes of a message.
   *
   * @param at place of the first
   * @param old as for {@link #decode}
   */
  static Dtc at(byte[] data, int at, ConversionVersion old) {
    return decode(
        data[at] & 0xFF
            | (data[at + 1] & 0xFF) << 8
            | (data[at + 2] & 0xFF) << 16
            | data[at + 3] << 24,
        old);
  }

  /** A fault in the bytes of a version. */
  public static Dtc encode(int spn, int fmi, int count, ConversionVersion version) {
    if (spn < 0 || spn > GREATEST_SPN || fmi < 0 || fmi > 31 || count < 0 || count > 127) {
      throw new IllegalArgumentException("SPN " + spn + " FMI " + fmi + " count " + count);
    }
    int first =
        switch (version) {
          case V1 -> spn >>> 11 | (spn >>> 3 & 0xFF) << 8 | (spn & 7) << 21;
          case V2 -> (spn >>> 3 & 0xFF) | spn >>> 11 << 8 | (spn & 7) << 21;
          case V3, V4, AMBIGUOUS -> (spn & 0xFFFF) | spn >>> 16 << 21;
        };
    int raw = first | fmi << 16 | count << 24 | (version == ConversionVersion.V4 ? 0 : 1 << 31);
    return new Dtc(spn, fmi, count, version, raw);
  }

  /** True where the bytes are the filler that says "no fault". */
  public boolean isNone() {
    return spn == 0 && fmi == 0 || raw == -1;
  }

  /** True where the FMI is reserved by the standard (22 to 30). */
  public boolean reservedFmi() {
    return fmi >= 22 && fmi <= 30;
  }
}
