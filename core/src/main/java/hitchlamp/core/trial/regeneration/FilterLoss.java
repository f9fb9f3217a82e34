package hitchlamp.core.trial.regeneration;

import hitchlamp.core.judge.Median;
import java.util.List;
import java.util.OptionalDouble;

/**
 * What the filter loses, at one flow and temperature, so that before and after can be compared.
 * Through wall and soot gas creeps: the loss grows with viscosity and volume flow (Darcy), which is
 * mass flow times the temperature to the power of 1.7 (viscosity of air: power of 0.7, Sutherland's
 * law nearby).
 */
final class FilterLoss {
  private static final double POWER = 1.7;
  private static final double ZERO_C = 273.15;
  private static final int FEWEST = 30;

  /** Less flow tells nothing beside the sensor's own error, share of the usual. */
  private static final double LEAST_FLOW = 0.5;

  private FilterLoss() {}

  /** The middle of some moments, kPa; empty where too few were told. */
  static OptionalDouble of(List<BurnRow> rows) {
    double[] all =
        rows.stream()
            .filter(r -> r.flow() > LEAST_FLOW * RegenerationSetup.FLOW)
            .mapToDouble(FilterLoss::alike)
            .filter(Double::isFinite)
            .toArray();
    return all.length < FEWEST ? OptionalDouble.empty() : OptionalDouble.of(Median.of(all));
  }

  private static double alike(BurnRow r) {
    double wallK = (r.outC() + r.behindC()) / 2 + ZERO_C;
    double then = RegenerationSetup.FLOW * Math.pow(RegenerationSetup.CELSIUS + ZERO_C, POWER);
    return r.filterKpa() * then / (r.flow() * Math.pow(wallK, POWER));
  }

  /** Soot that a loss stands for, percent of a full filter. */
  static double soot(double kpa, RegenerationSetup setup) {
    return 100 * (kpa - setup.cleanKpa()) / (setup.fullKpa() - setup.cleanKpa());
  }
}
