package hitchlamp.standin.model;

import java.util.List;

/**
 * Gears, wheels and weight of a vehicle.
 *
 * @param ratios first gear first
 * @param finalDrive ratio of the axle
 * @param wheel rolling radius, m
 * @param emptyKg its weight without a load
 * @param usualLoadKg what usually lies on it
 * @param dragArea drag coefficient times frontal area, m²
 * @param startsIn gear in which the gearbox starts by itself
 */
public record Gearing(
    List<Double> ratios,
    double finalDrive,
    double wheel,
    double emptyKg,
    double usualLoadKg,
    double dragArea,
    int startsIn) {
  /** The road truck's, twelve gears. */
  public static final Gearing HAULAGE =
      new Gearing(
          List.of(11.6, 9.0, 7.0, 5.5, 4.3, 3.4, 2.65, 2.07, 1.64, 1.29, 1.0, 0.78),
          2.85,
          0.5,
          15_000,
          12_000,
          5.6,
          3);

  /** The yard tractor's, six gears; its load is a trailer. */
  public static final Gearing YARD =
      new Gearing(List.of(7.4, 4.6, 3.1, 2.1, 1.45, 1.0), 6.2, 0.5, 8_000, 16_000, 6.5, 1);

  public Gearing {
    ratios = List.copyOf(ratios);
  }
}
