package hitchlamp.core.trial;

import hitchlamp.core.uds.Reply;
import java.util.Arrays;

/**
 * What a routine ended with.
 *
 * @param answered true where the module said how it ended, if only that it refuses
 * @param done true where the module says that it came to its end
 * @param says why it did not, or that it did, as the end of a sentence about the module
 * @param found what it reports beside; empty where nothing
 */
public record RoutineEnd(boolean answered, boolean done, String says, byte[] found) {
  public RoutineEnd {
    found = found.clone();
  }

  /** It did not do it, as far as its answer goes. */
  static RoutineEnd of(Reply reply) {
    return new RoutineEnd(reply instanceof Reply.Refused, false, reply.says(), new byte[0]);
  }

  @Override
  public byte[] found() {
    return found.clone();
  }

  @Override
  public boolean equals(Object o) {
    return o instanceof RoutineEnd e
        && answered == e.answered
        && done == e.done
        && says.equals(e.says)
        && Arrays.equals(found, e.found);
  }

  @Override
  public int hashCode() {
    return Arrays.hashCode(found);
  }
}
