package hitchlamp.core.j1939;

/**
 * What the bits of a parameter say: a number, or one of the states that look like one (J1939-71,
 * from memory).
 */
public enum RawValue {
  VALID,
  /** 0xFB: its meaning is the parameter's own. */
  PARAMETER_SPECIFIC,
  RESERVED,
  ERROR,
  NOT_AVAILABLE;

  private static final int FIRST_SPECIFIC = 0xFB;

  /**
   * The band that raw bits fall in, by the high byte in fields of whole bytes; shorter fields have
   * only error (all ones less one) and not available (all ones), and single bits have neither.
   *
   * @param raw unsigned
   * @param bits width of the field, 1 to 32
   */
  public static RawValue of(long raw, int bits) {
    if (bits >= 8) {
      int high = (int) (raw >>> (bits - 8)) & 0xFF;
      if (high < FIRST_SPECIFIC) {
        return VALID;
      }
      return switch (high) {
        case FIRST_SPECIFIC -> PARAMETER_SPECIFIC;
        case 0xFC, 0xFD -> RESERVED;
        case 0xFE -> ERROR;
        default -> NOT_AVAILABLE;
      };
    }
    if (bits == 1) {
      return VALID;
    }
    long ones = (1L << bits) - 1;
    return raw == ones ? NOT_AVAILABLE : raw == ones - 1 ? ERROR : VALID;
  }
}
