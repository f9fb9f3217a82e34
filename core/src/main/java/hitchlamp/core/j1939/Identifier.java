package hitchlamp.core.j1939;

/**
 * The four parts of a 29-bit J1939 identifier (J1939-21, from memory).
 *
 * @param priority 0 (first) to 7
 * @param pgn parameter group number, 0 to 0x3FFFF; its low byte is 0 where the group is sent to one
 *     address (PDU1)
 * @param source source address, 0 to 255
 * @param destination destination address; {@link Address#GLOBAL} for a PDU2 group, which has none
 */
public record Identifier(int priority, int pgn, int source, int destination) {
  /** First PDU format that has a group extension in place of a destination. */
  private static final int FIRST_PDU2_FORMAT = 240;

  public Identifier {
    if (priority < 0
        || priority > 7
        || pgn < 0
        || pgn > Pgn.GREATEST
        || source < 0
        || source > 255) {
      throw new IllegalArgumentException(
          "priority " + priority + ", PGN " + pgn + ", source " + source);
    }
    if (hasDestination(pgn)) {
      if ((pgn & 0xFF) != 0 || destination < 0 || destination > 255) {
        throw new IllegalArgumentException("PGN " + pgn + " to " + destination);
      }
    } else if (destination != Address.GLOBAL) {
      throw new IllegalArgumentException("PGN " + pgn + " is always sent to everybody");
    }
  }

  /** The parts of a 29-bit identifier. */
  public static Identifier of(int identifier) {
    return new Identifier(
        priorityOf(identifier), pgnOf(identifier), sourceOf(identifier), destinationOf(identifier));
  }

  /** To one address, or to everybody where {@code destination} is global or the group has none. */
  public static Identifier to(int destination, int pgn, int source, int priority) {
    return new Identifier(
        priority, pgn, source, hasDestination(pgn) ? destination : Address.GLOBAL);
  }

  /** True where the group carries a destination (PDU1). */
  public static boolean hasDestination(int pgn) {
    return (pgn >>> 8 & 0xFF) < FIRST_PDU2_FORMAT;
  }

  public static int priorityOf(int identifier) {
    return identifier >>> 26 & 7;
  }

  public static int pgnOf(int identifier) {
    int pgn = identifier >>> 8 & Pgn.GREATEST;
    return hasDestination(pgn) ? pgn & 0x3FF00 : pgn;
  }

  public static int sourceOf(int identifier) {
    return identifier & 0xFF;
  }

  public static int destinationOf(int identifier) {
    return hasDestination(identifier >>> 8) ? identifier >>> 8 & 0xFF : Address.GLOBAL;
  }

  /** The 29 bits. */
  public int bits() {
    return priority << 26 | pgn << 8 | (hasDestination(pgn) ? destination << 8 : 0) | source;
  }
}
