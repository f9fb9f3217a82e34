package hitchlamp.core.j1939;

import java.util.Optional;

/**
 * A long message that did not arrive whole. What was lost is told, never filled in.
 *
 * @param pgn which group it would have been
 * @param source who sent it
 * @param destination whom it was for
 * @param reason why it ended
 * @param packets packets that came
 * @param expected packets that were announced
 * @param micros bus time at which it was given up
 * @param abort why it was aborted, as the abort says, and by whom; empty for other reasons
 */
public record BrokenTransfer(
    int pgn,
    int source,
    int destination,
    Reason reason,
    int packets,
    int expected,
    long micros,
    Optional<Abort> abort) {
  /** One that nobody aborted. */
  public BrokenTransfer(
      int pgn, int source, int destination, Reason reason, int packets, int expected, long micros) {
    this(pgn, source, destination, reason, packets, expected, micros, Optional.empty());
  }

  /**
   * A connection abort.
   *
   * @param code its reason (J1939-21, from memory): 1 busy, 2 no room, 3 a time ran out, 4 clear to
   *     send amid packets, 5 asked for again too often, 6 an unexpected packet, 7 a wrong number, 8
   *     the same number twice, 9 too long
   * @param by address of who aborted
   */
  public record Abort(int code, int by) {}

  /** Why a transfer ended early. */
  public enum Reason {
    /** Packets are missing. */
    LOST_PACKETS,
    /** The sender fell silent. */
    TIMED_OUT,
    /** One side aborted the connection. */
    ABORTED,
    /** A new announcement came before the old message was whole. */
    REPLACED,
    /** Announced size and number of packets do not fit each other, or the size is not 9 to 1785. */
    BAD_ANNOUNCEMENT,
    /** The same packet came twice with different bytes. */
    CONTRADICTED,
    /** More transfers at once than are kept. */
    TOO_MANY
  }
}
