package hitchlamp.core.fault;

import hitchlamp.core.pack.Parameter;
import java.util.List;
import java.util.Optional;

/**
 * What a module froze when a fault was set.
 *
 * @param number as the module counts them
 * @param values in the module's order, raw counts kept
 */
public record Snapshot(int number, List<Parameter.Reading> values) {
  /** The value with a name in the pack. */
  public Optional<Parameter.Reading> find(String name) {
    return values.stream().filter(v -> v.parameter().name().equals(name)).findFirst();
  }

  /** The value of an SPN. */
  public Optional<Parameter.Reading> find(int spn) {
    return values.stream().filter(v -> spn != 0 && v.parameter().spn() == spn).findFirst();
  }
}
