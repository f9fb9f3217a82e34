package hitchlamp.core.fault;

import hitchlamp.core.pack.ModuleRef;
import java.util.List;

/**
 * What came of the test that a module made of its own circuits.
 *
 * @param target the module
 * @param ended true once it has ended
 * @param passed true where the test ran to its end
 * @param says how it ended, in words
 * @param found faults that it found at that moment
 */
public record SelfTest(
    ModuleRef target, boolean ended, boolean passed, String says, List<Found> found) {
  public SelfTest {
    found = List.copyOf(found);
  }

  /** A fault that a module found at this moment. */
  public record Found(int spn, int fmi) {}
}
