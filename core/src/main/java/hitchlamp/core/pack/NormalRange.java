package hitchlamp.core.pack;

import java.util.Set;

/**
 * What a value is in a sound unit.
 *
 * @param of SPN, or name where the value has none
 * @param when states of the engine in which it holds
 * @param low least, in the unit of the parameter
 * @param high greatest
 * @param source where the figures are from
 */
public record NormalRange(
    String of, Set<EngineState> when, double low, double high, String source) {
  public NormalRange {
    when = Set.copyOf(when);
  }

  /** True where it is about such a value in such a state. */
  public boolean covers(int spn, String name, EngineState state) {
    return when.contains(state) && (of.equals(name) || of.equals(String.valueOf(spn)));
  }
}
