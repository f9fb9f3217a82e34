package hitchlamp.core.station;

import java.util.List;

/**
 * Something that takes its time on the bus: a state machine fed with events that answers with
 * commands. It knows no socket, no clock and no thread, so it runs in a test in milliseconds and
 * replays from a saved job to the same result.
 *
 * @param <R> what it finds; an immutable value that can be read at any time
 */
public interface Procedure<R> {
  /** Takes one event and says what is to be done now. */
  List<Command> on(Event event);

  /** What it found so far. */
  R result();

  /** True once it needs nothing more. */
  boolean finished();
}
