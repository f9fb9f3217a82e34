package hitchlamp.core.bus;

/**
 * Counts bits with stuffing while it computes the CRC of what was put in (ISO 11898-1). This runs
 * for every frame of every unit, so that whole bytes are looked up.
 */
final class Stuffing {
  private static final int POLYNOMIAL = 0x4599;
  private static final int CRC_BITS = 15;
  private static final int CRC_MASK = (1 << CRC_BITS) - 1;

  /** A complement follows so many equal bits. */
  private static final int EQUAL = 5;

  private static final int STATES = 2 * EQUAL;

  /** What a byte does to the CRC, by the first eight bits of CRC and byte together. */
  private static final int[] CRC = new int[256];

  /** By state and byte: the state after it in the low four bits, above them the bits put in. */
  private static final byte[] MOVES = new byte[STATES << 8];

  static {
    for (int i = 0; i < CRC.length; i++) {
      int crc = i << CRC_BITS - 8;
      for (int bit = 0; bit < 8; bit++) {
        crc = crc << 1 ^ (crc >>> CRC_BITS - 1 & 1) * POLYNOMIAL;
      }
      CRC[i] = crc & CRC_MASK;
    }
    Stuffing one = new Stuffing();
    for (int i = 0; i < MOVES.length; i++) {
      one.state = i >>> 8;
      one.bits = 0;
      for (int bit = 7; bit >= 0; bit--) {
        one.bit(i >>> bit & 1);
      }
      MOVES[i] = (byte) (one.bits - 8 << 4 | one.state);
    }
  }

  private int bits;
  private int crc;

  /**
   * The last bit times five, and how many before it were the same, 0 to 3. The bus is recessive, 1,
   * before the start of a frame, which is 0.
   */
  private int state = EQUAL;

  /**
   * Puts in bits, the highest first.
   *
   * @param count 1 to 63
   */
  void put(long value, int count) {
    int at = count;
    for (; (at & 7) != 0; at--) {
      int bit = (int) (value >>> at - 1) & 1;
      crc = (crc << 1 ^ ((crc >>> CRC_BITS - 1 ^ bit) & 1) * POLYNOMIAL) & CRC_MASK;
      bit(bit);
    }
    for (; at > 0; at -= 8) {
      int octet = (int) (value >>> at - 8) & 0xFF;
      crc = (crc << 8 ^ CRC[(crc >>> CRC_BITS - 8 ^ octet) & 0xFF]) & CRC_MASK;
      int move = MOVES[state << 8 | octet];
      bits += 8 + (move >> 4);
      state = move & 15;
    }
  }

  private void bit(int bit) {
    bits++;
    int last = state / EQUAL;
    int same = state % EQUAL + 1;
    if (bit != last) {
      state = bit * EQUAL;
    } else if (same < EQUAL - 1) {
      state = bit * EQUAL + same;
    } else {
      bits++;
      state = (1 - bit) * EQUAL;
    }
  }

  /** Bits so far, with those put in between. */
  int bits() {
    return bits;
  }

  /** CRC of what was put in, 15 bits. */
  int crc() {
    return crc;
  }
}
