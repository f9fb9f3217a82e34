package hitchlamp.standin.unit;

import java.util.HashMap;
import java.util.Map;

/** What the vessel carries, by side. */
final class Tanks {
  /** Capacity of a fuel tank and of the fresh water tank, L. */
  static final double FUEL_LITRES = 2_400;

  static final double WATER_LITRES = 600;
  private final Map<String, Double> drawn = new HashMap<>();

  /** Fuel is taken from the tank of a side. */
  void draw(String side, double litres) {
    drawn.merge(side, litres, Double::sum);
  }

  /** How full a fuel tank is, 0 to 1; the starboard one was filled less. */
  double fuelShare(String side) {
    double filled = side.equals(Ferry.PORT) ? 0.71 : 0.64;
    return Math.max(0, filled - drawn.getOrDefault(side, 0.0) / FUEL_LITRES);
  }

  /** What was fresh is grey now. */
  double greyShare() {
    return 0.31;
  }

  double waterShare() {
    return 0.83;
  }
}
