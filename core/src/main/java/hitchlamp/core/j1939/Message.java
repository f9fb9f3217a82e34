package hitchlamp.core.j1939;

import java.util.Arrays;

/**
 * A whole parameter group as it arrived, in one frame or by a transport.
 *
 * @param pgn parameter group number
 * @param source who sent it
 * @param destination whom it was for; {@link Address#GLOBAL} for everybody
 * @param priority of its only or first frame, 0 to 7
 * @param data its bytes, 0 to 1785; never changed
 * @param firstMicros bus time of its first frame
 * @param lastMicros bus time of its last frame
 */
public record Message(
    int pgn,
    int source,
    int destination,
    int priority,
    byte[] data,
    long firstMicros,
    long lastMicros) {
  /** Byte at an index as 0 to 255. */
  public int at(int index) {
    return data[index] & 0xFF;
  }

  /**
   * An unsigned number, least significant byte first.
   *
   * @param index first byte
   * @param bytes 1 to 4
   */
  public long number(int index, int bytes) {
    long value = 0;
    for (int i = bytes - 1; i >= 0; i--) {
      value = value << 8 | at(index + i);
    }
    return value;
  }

  @Override
  public boolean equals(Object other) {
    return other instanceof Message m
        && pgn == m.pgn
        && source == m.source
        && destination == m.destination
        && priority == m.priority
        && firstMicros == m.firstMicros
        && lastMicros == m.lastMicros
        && Arrays.equals(data, m.data);
  }

  @Override
  public int hashCode() {
    return 31 * (31 * pgn + source) + Arrays.hashCode(data);
  }

  @Override
  public String toString() {
    return "PGN "
        + pgn
        + " from "
        + source
        + " to "
        + destination
        + " "
        + java.util.HexFormat.of().formatHex(data);
  }
}
