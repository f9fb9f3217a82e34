package hitchlamp.core.trial.cooler;

import hitchlamp.core.pack.MoveSpec;
import java.util.List;

/**
 * What a pack says of a test of the exhaust cooler, of a nominal unit.
 *
 * @param moves what is set, in the order in which the pack states it; the one that opens the
 *     recirculation is the last
 * @param flow that goes through a clear cooler then
 * @param passes heat that a clear cooler passes a kelvin, W/K
 * @param leastFlow percent of the flow from which on the cooler is free
 * @param leastPasses percent of the heat from which on it cools
 * @param hotter by how much the exhaust must be hotter than the coolant, K
 */
public record CoolerSetup(
    List<MoveSpec> moves,
    MoveSpec.Response flow,
    double passes,
    double leastFlow,
    double leastPasses,
    double hotter) {
  public CoolerSetup {
    moves = List.copyOf(moves);
  }
}
