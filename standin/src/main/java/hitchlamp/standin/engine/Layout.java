package hitchlamp.standin.engine;

import java.util.List;

/**
 * How the cylinders of an engine lie and when they fire, and how its charge is kept.
 *
 * @param displacement of all cylinders together, m³
 * @param compressionRatio volume ratio
 * @param firing crank angle at which each cylinder fires, degrees after cylinder 1 in the order of
 *     their numbers, 0 to 719
 * @param wastegate whether gas by-passes a turbine of one size, where others have vanes
 */
public record Layout(
    double displacement, double compressionRatio, List<Integer> firing, boolean wastegate) {
  /** Six in line, 12.6 L, firing 1-5-3-6-2-4. */
  public static final Layout SIX =
      new Layout(12.6e-3, 17.2, List.of(0, 480, 240, 600, 120, 360), false);

  /** Four in line, 5.1 L, firing 1-3-4-2. */
  public static final Layout FOUR = new Layout(5.1e-3, 17.4, List.of(0, 540, 180, 360), false);

  /** Eight in a vee of 90°, 16.1 L, firing 1-5-4-2-6-3-7-8, with a wastegate. */
  public static final Layout EIGHT =
      new Layout(16.1e-3, 17.0, List.of(0, 270, 450, 180, 90, 360, 540, 630), true);

  public Layout {
    firing = List.copyOf(firing);
  }

  /** Number of cylinders. */
  public int cylinders() {
    return firing.size();
  }

  /** Displacement of one cylinder, m³. */
  public double swept() {
    return displacement / cylinders();
  }
}
