package hitchlamp.core.nmea2000;

/**
 * What the bits of a field say (NMEA 2000, from memory). Its bands are not those of J1939: only the
 * three greatest counts of a field are set apart, whatever its width.
 */
public enum Band {
  VALID,
  /** All ones less two. */
  RESERVED,
  /** All ones less one: the sender knows that it cannot tell. */
  ERROR,
  /** All ones; of signed fields the greatest positive count. */
  NOT_AVAILABLE;

  private static final int SMALLEST_WITH_RESERVED = 4;

  /**
   * The band that counts fall in.
   *
   * @param raw the field's bits, unsigned
   * @param bits width, 1 to 63; fields of one bit have no bands, those of two or three bits only
   *     the last two
   * @param signed whether it is two's complement
   */
  public static Band of(long raw, int bits, boolean signed) {
    if (bits < 2) {
      return VALID;
    }
    long most = (1L << (signed ? bits - 1 : bits)) - 1;
    if (raw == most) {
      return NOT_AVAILABLE;
    } else if (raw == most - 1) {
      return ERROR;
    }
    return raw == most - 2 && bits >= SMALLEST_WITH_RESERVED ? RESERVED : VALID;
  }
}
