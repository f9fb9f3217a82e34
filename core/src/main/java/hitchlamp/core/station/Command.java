package hitchlamp.core.station;

/** What a {@link Procedure} wants done. */
public sealed interface Command {
  /** Ask one module; ends in {@link Event.Answered} with the same ticket. */
  record Ask(int ticket, int destination, Query query, Urgency urgency, int tries)
      implements Command {
    /** Tries before a module counts as silent. */
    public static final int TRIES = 3;

    /** Asks it for a group. */
    public Ask(int ticket, int destination, int pgn, Urgency urgency, int tries) {
      this(ticket, destination, new Query.Group(pgn), urgency, tries);
    }

    /** Group of the answer. */
    public int pgn() {
      return query.pgn();
    }
  }

  /**
   * Ask one module for a diagnostic service; ends in {@link Event.Replied} with the same ticket.
   *
   * @param request service byte and what follows it
   * @param pendingMicros how long "more time" may go on
   */
  record Call(
      int ticket, int destination, byte[] request, Urgency urgency, int tries, long pendingMicros)
      implements Command {
    /** Tries before a module counts as silent. */
    public static final int TRIES = 2;
  }

  /** Ask everybody for a group; answers come as {@link Event.Heard} or {@link Event.Claimed}. */
  record AskAll(int pgn) implements Command {}

  /** Wake me at this bus time; a later wish replaces an earlier one. */
  record WakeAt(long micros) implements Command {}

  /** From now on the machine is commanded. */
  record Take(Hold hold) implements Command {}

  /** The module confirmed what is held. */
  record Confirm(String holdId) implements Command {}

  /** Let go of what was held; ends in {@link Event.LetGo}. */
  record Release(String holdId) implements Command {}
}
