package hitchlamp.core.j1939;

/**
 * Addresses with a meaning of their own (J1939-81, from memory; compared with the kernel header).
 */
public final class Address {
  /** Everybody. */
  public static final int GLOBAL = 255;

  /** Nobody: the source of one who has no address. */
  public static final int NULL = 254;

  /** Greatest address that a module can have. */
  public static final int GREATEST_UNICAST = 253;

  /** Off-board service tool 1. */
  public static final int SERVICE_TOOL_1 = 249;

  /** Off-board service tool 2. */
  public static final int SERVICE_TOOL_2 = 250;

  private Address() {}
}
