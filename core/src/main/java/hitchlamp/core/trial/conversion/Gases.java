package hitchlamp.core.trial.conversion;

import java.util.List;

/** Parameters of SAE J1939-71 by which the conversion is seen (from memory). */
final class Gases {
  static final int BEFORE = 3216;
  static final int BEHIND = 3226;
  static final int OXYGEN_BEFORE = 3217;
  static final int OXYGEN_BEHIND = 3227;

  /** Supply in range, at temperature, reading stable. */
  static final List<Integer> BEFORE_STATES = List.of(3218, 3219, 3220);

  static final List<Integer> BEHIND_STATES = List.of(3228, 3229, 3230);
  static final int CELSIUS = 4360;
  static final int DOSED = 4331;
  static final int FLUID_PRESSURE = 4334;
  static final int RPM = 190;
  static final int KMH = 84;
  static final int FUEL = 183;
  static final int TANK_CELSIUS = 3031;
  static final int TANK_LEVEL = 1761;
  static final int REGENERATES = 3700;

  /** Without these nothing can be told. */
  static final List<Integer> NEEDED = List.of(BEFORE, BEHIND);

  private Gases() {}
}
