package hitchlamp.core.uds;

/**
 * A fault as fault information (0x19) names it: three bytes in the format of SAE J1939-73, version
 * 4, and a status byte (ISO 14229-1, from memory).
 *
 * @param spn suspect parameter number
 * @param fmi failure mode identifier
 * @param status eight bits
 */
public record ServiceFault(int spn, int fmi, int status) {
  /** The test fails at this moment. */
  public static final int TEST_FAILED = 0x01;

  /** It failed in this operation cycle. */
  public static final int FAILED_THIS_CYCLE = 0x02;

  public static final int PENDING = 0x04;
  public static final int CONFIRMED = 0x08;

  /** The test has not run to its end since the last clear. */
  public static final int NOT_RUN_SINCE_CLEAR = 0x10;

  /** The three bytes of a fault as one number, the first byte highest. */
  public static int code(int spn, int fmi) {
    return (spn & 0xFF) << 16 | (spn >> 8 & 0xFF) << 8 | (spn >> 16 & 7) << 5 | fmi & 0x1F;
  }

  /** The fault of three bytes. */
  static ServiceFault of(int code, int status) {
    int spn = code >> 16 & 0xFF | (code >> 8 & 0xFF) << 8 | (code >> 5 & 7) << 16;
    return new ServiceFault(spn, code & 0x1F, status);
  }

  /** True where a status bit is set. */
  public boolean has(int bit) {
    return (status & bit) != 0;
  }
}
