package hitchlamp.core.j1939;

/**
 * The 64-bit NAME of a control application (J1939-81, from memory). The lower number wins an
 * address.
 *
 * @param bits all 64 bits, the identity number in the lowest
 */
public record Name(long bits) {
  /** Function of an off-board service tool. */
  public static final int FUNCTION_SERVICE_TOOL = 129;

  /** Puts a name together; each part must fit its width. */
  public static Name of(
      int identity,
      int manufacturer,
      int ecuInstance,
      int functionInstance,
      int function,
      int vehicleSystem,
      int vehicleSystemInstance,
      int industryGroup,
      boolean arbitraryAddress) {
    long bits =
        part(identity, 21, 0)
            | part(manufacturer, 11, 21)
            | part(ecuInstance, 3, 32)
            | part(functionInstance, 5, 35)
            | part(function, 8, 40);
    bits |=
        part(vehicleSystem, 7, 49)
            | part(vehicleSystemInstance, 4, 56)
            | part(industryGroup, 3, 60)
            | (arbitraryAddress ? 1L << 63 : 0);
    return new Name(bits);
  }

  private static long part(int value, int width, int shift) {
    if (value < 0 || value >= 1 << width) {
      throw new IllegalArgumentException(value + " does not fit " + width + " bits");
    }
    return (long) value << shift;
  }

  private int get(int shift, int width) {
    return (int) (bits >>> shift) & (1 << width) - 1;
  }

  /** Serial part given by the maker, 21 bits. */
  public int identity() {
    return get(0, 21);
  }

  /** Number of the maker, 11 bits. */
  public int manufacturer() {
    return get(21, 11);
  }

  public int ecuInstance() {
    return get(32, 3);
  }

  public int functionInstance() {
    return get(35, 5);
  }

  public int function() {
    return get(40, 8);
  }

  public int vehicleSystem() {
    return get(49, 7);
  }

  public int vehicleSystemInstance() {
    return get(56, 4);
  }

  public int industryGroup() {
    return get(60, 3);
  }

  /** True where it can take another address by itself. */
  public boolean arbitraryAddress() {
    return bits < 0;
  }

  /**
   * True where this name keeps the address against the other: the lower number, compared without
   * sign.
   */
  public boolean winsOver(Name other) {
    return Long.compareUnsigned(bits, other.bits) < 0;
  }

  /** 16 hex digits. */
  @Override
  public String toString() {
    return String.format("%016X", bits);
  }
}
