package hitchlamp.core.pack;

import java.util.List;

/**
 * What is known of how a unit moves, for a power pull or a sea trial; all nominal.
 *
 * @param massKg of the empty unit; the load is entered
 * @param wheelM rolling radius of the driven wheels, 0 for a vessel
 * @param finalDrive ratio of the axle, or of the reversing gear of a vessel
 * @param gears ratios of the gearbox, first gear first
 * @param engineInertia of crank train and flywheel, kg·m²
 * @param wheelInertia of all wheels together, kg·m²
 * @param dragArea drag coefficient times frontal area, m²
 * @param rolling rolling resistance, share of the weight
 * @param drivelineEfficiency power at the wheels or at the propeller for power at the crank, 0 to 1
 * @param torqueNm torque that 100 % stands for (SPN 544)
 * @param ratedRpm speed at which it gives its rated power
 * @param ratedKw rated power at the crank
 * @param reference full-load power over speed, rising speed
 * @param source where the figures are from
 */
public record DriveKind(
    double massKg,
    double wheelM,
    double finalDrive,
    List<Double> gears,
    double engineInertia,
    double wheelInertia,
    double dragArea,
    double rolling,
    double drivelineEfficiency,
    double torqueNm,
    double ratedRpm,
    double ratedKw,
    List<Point> reference,
    String source) {
  public DriveKind {
    gears = List.copyOf(gears);
    reference = List.copyOf(reference);
  }

  /** Full-load power at a speed. */
  public record Point(double rpm, double kw) {}

  /** Full-load power at a speed, kW, straight between points; not a number outside them. */
  public double referenceKw(double rpm) {
    for (int i = 1; i < reference.size(); i++) {
      Point a = reference.get(i - 1);
      Point b = reference.get(i);
      if (rpm >= a.rpm() && rpm <= b.rpm()) {
        return a.kw() + (b.kw() - a.kw()) * (rpm - a.rpm()) / (b.rpm() - a.rpm());
      }
    }
    return Double.NaN;
  }

  /** True for a vessel. */
  public boolean afloat() {
    return wheelM == 0;
  }
}
