package hitchlamp.core.j1939;

import hitchlamp.core.bus.Frame;

/**
 * Layouts, limits and times of the J1939-21 transport protocol (from memory). Times in
 * microseconds.
 */
public final class Transport {
  public static final int REQUEST_TO_SEND = 16;
  public static final int CLEAR_TO_SEND = 17;
  public static final int END_OF_MESSAGE = 19;
  public static final int ANNOUNCE = 32;
  public static final int ABORT = 255;

  /** Smallest and greatest message that needs and fits the transport, bytes. */
  public static final int LEAST_SIZE = 9;

  public static final int GREATEST_SIZE = 1785;

  /** Data bytes in a packet. */
  public static final int PACKET = 7;

  /** Response time: a module answers a request within 200 ms. */
  public static final long TR_MICROS = 200_000;

  /** Longest gap between two packets as the receiver sees it. */
  public static final long T1_MICROS = 750_000;

  /** Longest wait for the first packet after a clear to send. */
  public static final long T2_MICROS = 1_250_000;

  /** Longest wait for an answer of the receiver after the last packet or the request to send. */
  public static final long T3_MICROS = 1_250_000;

  /** Longest wait for the next clear to send after one that holds the connection. */
  public static final long T4_MICROS = 1_050_000;

  /** Gap between packets of an announced broadcast, 50 to 200 ms. */
  public static final long BROADCAST_GAP_MICROS = 50_000;

  /** Reasons of an abort. */
  public static final int ABORT_BUSY = 1;

  public static final int ABORT_RESOURCES = 2;
  public static final int ABORT_TIMEOUT = 3;
  public static final int ABORT_CTS_WHILE_SENDING = 4;
  public static final int ABORT_RETRANSMIT_LIMIT = 5;
  public static final int ABORT_BAD_SEQUENCE = 7;
  public static final int ABORT_TOO_LONG = 9;

  /** Lowest priority: transports do not push live data aside. */
  private static final int PRIORITY = 7;

  private Transport() {}

  /** Packets that a message of this size needs. */
  public static int packetsFor(int size) {
    return (size + PACKET - 1) / PACKET;
  }

  static Frame control(int from, int to, int kind, int b1, int b2, int b3, int b4, int pgn) {
    return Frame.extended(
        Identifier.to(to, Pgn.TRANSPORT_CONTROL, from, PRIORITY).bits(),
        kind,
        b1,
        b2,
        b3,
        b4,
        pgn,
        pgn >> 8,
        pgn >> 16);
  }

  static Frame clearToSend(int from, int to, int packets, int next, int pgn) {
    return control(from, to, CLEAR_TO_SEND, packets, next, 0xFF, 0xFF, pgn);
  }

  static Frame endOfMessage(int from, int to, int size, int packets, int pgn) {
    return control(from, to, END_OF_MESSAGE, size, size >> 8, packets, 0xFF, pgn);
  }

  static Frame abort(int from, int to, int reason, int pgn) {
    return control(from, to, ABORT, reason, 0xFF, 0xFF, 0xFF, pgn);
  }

  static Frame packet(int from, int to, int number, byte[] data) {
    int[] bytes = {number, 0xFF, 0xFF, 0xFF, 0xFF, 0xFF, 0xFF, 0xFF};
    int first = (number - 1) * PACKET;
    for (int i = 0; i < PACKET && first + i < data.length; i++) {
      bytes[i + 1] = data[first + i] & 0xFF;
    }
    return Frame.extended(Identifier.to(to, Pgn.TRANSPORT_DATA, from, PRIORITY).bits(), bytes);
  }

  /** The parameter group that a control frame speaks of. */
  static int pgnOf(Frame frame) {
    return (frame.at(5) | frame.at(6) << 8 | frame.at(7) << 16) & Pgn.GREATEST;
  }
}
