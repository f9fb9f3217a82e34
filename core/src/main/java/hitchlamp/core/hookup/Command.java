package hitchlamp.core.hookup;

/** What a {@link Procedure} wants done. */
public sealed interface Command {
  /** Ask one module for a group; ends in {@link Event.Answered} with the same ticket. */
  record Ask(int ticket, int destination, int pgn, Urgency urgency, int tries) implements Command {}

  /** Ask everybody for a group; answers come as {@link Event.Heard} or {@link Event.Claimed}. */
  record AskAll(int pgn) implements Command {}

  /** Wake me at this bus time; a later wish replaces an earlier one. */
  record WakeAt(long micros) implements Command {}

  /** From now on the machine is commanded. */
  record Take(Hold hold) implements Command {}

  /** Let go of what was held. */
  record Release(String holdId) implements Command {}
}
