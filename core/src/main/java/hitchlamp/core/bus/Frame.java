package hitchlamp.core.bus;

/**
 * One data frame of classical CAN (ISO 11898-1). A value without arrays: the up to eight data bytes
 * stand in a long, byte 1 of the standards (index 0 here) in the lowest eight bits, so that a
 * little-endian signal is a shift and a mask.
 *
 * @param identifier 11 or 29 bits
 * @param extended true for a 29-bit identifier
 * @param length number of data bytes, 0 to 8
 * @param payload the data bytes, unused ones zero
 */
public record Frame(int identifier, boolean extended, int length, long payload) {
  /** Greatest 29-bit identifier. */
  public static final int GREATEST_EXTENDED = 0x1FFF_FFFF;

  /** Greatest 11-bit identifier. */
  public static final int GREATEST_STANDARD = 0x7FF;

  public Frame {
    if (identifier < 0 || identifier > (extended ? GREATEST_EXTENDED : GREATEST_STANDARD)) {
      throw new IllegalArgumentException(
          "identifier out of range: " + Integer.toHexString(identifier));
    }
    if (length < 0 || length > 8) {
      throw new IllegalArgumentException("length out of range: " + length);
    }
    payload = length == 8 ? payload : payload & ((1L << (8 * length)) - 1);
  }

  /** A frame with a 29-bit identifier. */
  public static Frame extended(int identifier, int... bytes) {
    return new Frame(identifier, true, bytes.length, pack(bytes));
  }

  /** A frame with a 29-bit identifier. */
  public static Frame extended(int identifier, byte[] bytes) {
    int[] wide = new int[bytes.length];
    for (int i = 0; i < wide.length; i++) {
      wide[i] = bytes[i];
    }
    return extended(identifier, wide);
  }

  private static long pack(int[] bytes) {
    if (bytes.length > 8) {
      throw new IllegalArgumentException("a frame holds at most 8 bytes, not " + bytes.length);
    }
    long payload = 0;
    for (int i = 0; i < bytes.length; i++) {
      payload |= (bytes[i] & 0xFFL) << (8 * i);
    }
    return payload;
  }

  /**
   * Data byte at an index.
   *
   * @param index 0 to 7; the standards count the same byte from 1
   * @return 0 to 255
   */
  public int at(int index) {
    return (int) (payload >>> (8 * index)) & 0xFF;
  }

  /** The data bytes as a new array. */
  public byte[] bytes() {
    byte[] bytes = new byte[length];
    for (int i = 0; i < length; i++) {
      bytes[i] = (byte) at(i);
    }
    return bytes;
  }

  /**
   * Bits this frame takes on the wire: from start of frame to the end of the intermission, with the
   * stuff bits that its own content brings (ISO 11898-1: a complement after five equal bits from
   * start of frame to the end of the CRC sequence; then 13 unstuffed bits: delimiter,
   * acknowledgement, end of frame, intermission).
   */
  public int bitsOnWire() {
    Stuffing s = new Stuffing();
    if (extended) {
      // Start of frame, base, SRR and IDE, extension, RTR, r1, r0, length.
      long head = (long) identifier >>> 18 << 27 | 0b11L << 25 | (identifier & 0x3FFFFL) << 7;
      s.put(head | length, 39);
    } else {
      // Start of frame, identifier, RTR, IDE, r0, length.
      s.put((long) identifier << 7 | length, 19);
    }
    for (int i = 0; i < length; i++) {
      s.put(at(i), 8);
    }
    s.put(s.crc(), 15);
    return s.bits() + 13;
  }

  @Override
  public String toString() {
    StringBuilder text =
        new StringBuilder(String.format(extended ? "%08X" : "%03X", identifier)).append('#');
    for (int i = 0; i < length; i++) {
      text.append(String.format("%02X", at(i)));
    }
    return text.toString();
  }
}
