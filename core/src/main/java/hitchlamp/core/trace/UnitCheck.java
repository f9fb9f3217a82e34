package hitchlamp.core.trace;

import hitchlamp.core.j1939.Message;
import hitchlamp.core.watch.LiveBook;
import java.util.Optional;

/**
 * A check that the unit answers. It is fed with what is heard and looked at now and then; it sends
 * nothing, so there is nothing to let go of.
 */
public sealed interface UnitCheck permits FaultListening, ValueListening {
  /** Takes a message that was on the bus. */
  void heard(Message m);

  /** What the unit has answered by now; empty while it has not. */
  Optional<UnitAnswer> look(LiveBook book, long micros);

  /** What is waited for, in words. */
  String waits();
}
