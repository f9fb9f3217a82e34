package hitchlamp.core.trial;

import java.util.Arrays;

/**
 * What a routine ended with.
 *
 * @param done true where the module says that it came to its end
 * @param says why it did not, or that it did, as the end of a sentence about the module
 * @param found what it reports beside; empty where nothing
 */
public record RoutineEnd(boolean done, String says, byte[] found) {
  public RoutineEnd {
    found = found.clone();
  }

  @Override
  public byte[] found() {
    return found.clone();
  }

  @Override
  public boolean equals(Object o) {
    return o instanceof RoutineEnd e
        && done == e.done
        && says.equals(e.says)
        && Arrays.equals(found, e.found);
  }

  @Override
  public int hashCode() {
    return Arrays.hashCode(found);
  }
}
