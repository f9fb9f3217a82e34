package hitchlamp.core.trial.circuits;

import java.util.List;

/**
 * What a module found in its own circuits.
 *
 * @param answered true once the module has answered
 * @param done true where the test ran to its end
 * @param says how it ended, as the end of a sentence about the module; empty before
 * @param found faults that it found at this moment
 */
public record CircuitsSeen(boolean answered, boolean done, String says, List<Found> found) {
  public CircuitsSeen {
    found = List.copyOf(found);
  }

  /** A fault that a module found at this moment. */
  public record Found(int spn, int fmi) {}
}
