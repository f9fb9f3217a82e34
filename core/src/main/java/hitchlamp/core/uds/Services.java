package hitchlamp.core.uds;

import java.util.List;

/** Requests of ISO 14229-1, as bytes (from memory). */
public final class Services {
  public static final int SESSION = 0x10;
  public static final int CLEAR = 0x14;
  public static final int FAULTS = 0x19;
  public static final int READ = 0x22;
  public static final int CONTROL = 0x2F;
  public static final int ROUTINE = 0x31;
  public static final int TESTER_PRESENT = 0x3E;

  public static final int DEFAULT_SESSION = 1;
  public static final int EXTENDED_SESSION = 3;

  /** How many faults there are, and in what format they are told. */
  static final int COUNT = 0x01;

  static final int BY_STATUS = 0x02;
  static final int SNAPSHOTS = 0x04;
  static final int EXTENDED_DATA = 0x06;
  private static final int SUPPRESS_ANSWER = 0x80;
  private static final int ALL_RECORDS = 0xFF;
  private static final int START = 0x01;
  private static final int STOP = 0x02;
  private static final int RESULTS = 0x03;
  private static final int RETURN_CONTROL = 0x00;
  private static final int SHORT_TERM = 0x03;

  private Services() {}

  /** Change to a session: {@link #DEFAULT_SESSION} or {@link #EXTENDED_SESSION}. */
  public static byte[] session(int session) {
    return bytes(SESSION, session);
  }

  /** Keeps a session open; with an answer. */
  public static byte[] testerPresent() {
    return bytes(TESTER_PRESENT, 0);
  }

  /** Keeps a session open; without an answer. */
  public static byte[] silentTesterPresent() {
    return bytes(TESTER_PRESENT, SUPPRESS_ANSWER);
  }

  /** How many faults have one of the bits of a mask, and the format in which they are told. */
  public static byte[] faultFormat(int mask) {
    return bytes(FAULTS, COUNT, mask);
  }

  /** Faults whose status has one of the bits of a mask. */
  public static byte[] faults(int mask) {
    return bytes(FAULTS, BY_STATUS, mask);
  }

  /** All snapshots of a fault. */
  public static byte[] snapshots(int dtc) {
    return bytes(FAULTS, SNAPSHOTS, dtc >> 16, dtc >> 8, dtc, ALL_RECORDS);
  }

  /** All extended data of a fault. */
  public static byte[] extendedData(int dtc) {
    return bytes(FAULTS, EXTENDED_DATA, dtc >> 16, dtc >> 8, dtc, ALL_RECORDS);
  }

  /** Clears every fault of the module. */
  public static byte[] clearAll() {
    return bytes(CLEAR, 0xFF, 0xFF, 0xFF);
  }

  /**
   * Clears one fault of the module alone.
   *
   * @param code its three bytes, the first the highest
   */
  public static byte[] clear(int code) {
    return bytes(CLEAR, code >> 16, code >> 8, code);
  }

  /** The value of a data identifier. */
  public static byte[] read(int identifier) {
    return bytes(READ, identifier >> 8, identifier);
  }

  /** The values of several data identifiers in one answer, in this order. */
  public static byte[] readAll(List<Integer> identifiers) {
    byte[] request = new byte[1 + 2 * identifiers.size()];
    request[0] = READ;
    for (int i = 0; i < identifiers.size(); i++) {
      request[1 + 2 * i] = (byte) (identifiers.get(i) >> 8);
      request[2 + 2 * i] = (byte) (int) identifiers.get(i);
    }
    return request;
  }

  /** Starts a routine. */
  public static byte[] start(int routine) {
    return bytes(ROUTINE, START, routine >> 8, routine);
  }

  /** Stops a routine. */
  public static byte[] stop(int routine) {
    return bytes(ROUTINE, STOP, routine >> 8, routine);
  }

  /** What a routine found, or how far it is. */
  public static byte[] results(int routine) {
    return bytes(ROUTINE, RESULTS, routine >> 8, routine);
  }

  /** Takes an output into the tester's hand: a short-term adjustment with its state. */
  public static byte[] control(int identifier, int... state) {
    int[] request = new int[4 + state.length];
    request[0] = CONTROL;
    request[1] = identifier >> 8;
    request[2] = identifier;
    request[3] = SHORT_TERM;
    System.arraycopy(state, 0, request, 4, state.length);
    return bytes(request);
  }

  /** Gives an output back to its module. */
  public static byte[] returnControl(int identifier) {
    return bytes(CONTROL, identifier >> 8, identifier, RETURN_CONTROL);
  }

  private static byte[] bytes(int... values) {
    byte[] out = new byte[values.length];
    for (int i = 0; i < values.length; i++) {
      out[i] = (byte) values[i];
    }
    return out;
  }
}
