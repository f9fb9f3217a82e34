package hitchlamp.standin.model;

import java.util.SplittableRandom;

/**
 * What makes this one engine different from its sisters. Nominal values are those of a made-up
 * six-cylinder diesel of 12.6 litres; each unit scatters around them by up to 15 %.
 *
 * @param inertia crank train and flywheel, kg·m²
 * @param frictionStatic friction torque at standstill, warm, N·m
 * @param frictionSpeed friction torque a rad/s, N·m·s
 * @param displacement litres
 * @param compressionRatio volume ratio
 * @param efficiency indicated efficiency, 0 to 1
 * @param coolantHeat heat capacity of block and coolant, J/K
 * @param radiator heat the radiator sheds a kelvin with the thermostat open, W/K
 * @param oilPressureGain oil pressure a rad/s at 90 °C, kPa·s
 * @param turboLag time constant of the charge, s
 * @param batteryOhms internal resistance of the battery pair, ohm
 * @param starterTorque stall torque at the crank with 24 V, N·m
 * @param idleSpeed governed idle, rpm
 */
public record EngineParameters(
    double inertia,
    double frictionStatic,
    double frictionSpeed,
    double displacement,
    double compressionRatio,
    double efficiency,
    double coolantHeat,
    double radiator,
    double oilPressureGain,
    double turboLag,
    double batteryOhms,
    double starterTorque,
    double idleSpeed) {
  /** Share by which a unit may differ from nominal. */
  public static final double SCATTER = 0.15;

  /** The middle of all units; the pack may know this. */
  public static EngineParameters nominal() {
    return new EngineParameters(
        3.4, 62, 0.62, 12.6, 17.2, 0.43, 210_000, 2_600, 4.1, 1.1, 0.011, 1_250, 600);
  }

  /** One unit. Idle speed and geometry are set by the maker and do not scatter. */
  public static EngineParameters of(SplittableRandom random) {
    EngineParameters n = nominal();
    return new EngineParameters(
        s(n.inertia, random),
        s(n.frictionStatic, random),
        s(n.frictionSpeed, random),
        n.displacement,
        n.compressionRatio,
        n.efficiency * (1 + 0.03 * (2 * random.nextDouble() - 1)),
        s(n.coolantHeat, random),
        s(n.radiator, random),
        s(n.oilPressureGain, random),
        s(n.turboLag, random),
        s(n.batteryOhms, random),
        s(n.starterTorque, random),
        n.idleSpeed);
  }

  private static double s(double nominal, SplittableRandom random) {
    return nominal * (1 + SCATTER * (2 * random.nextDouble() - 1));
  }
}
