package hitchlamp.standin.model;

import hitchlamp.standin.aftertreatment.AfterFigures;
import hitchlamp.standin.engine.AirFigures;
import hitchlamp.standin.engine.FuelSystem;
import hitchlamp.standin.engine.Layout;
import java.util.SplittableRandom;
import java.util.function.DoubleUnaryOperator;

/**
 * What makes this one engine different from its sisters. Nominal values are those of a made-up
 * six-cylinder diesel of 12.6 litres; each unit scatters around them by up to 15 %, in what the
 * maker keeps within narrow limits by up to 3 %.
 *
 * @param layout cylinders and their order
 * @param inertia crank train and flywheel, kg·m²
 * @param frictionStatic friction torque at standstill, warm, N·m
 * @param frictionSpeed friction torque a rad/s, N·m·s
 * @param efficiency best gross indicated efficiency, 0 to 1
 * @param air sizes of the air path
 * @param ringArea that a sound cylinder leaks through, m²
 * @param coolantHeat heat capacity of block and coolant, J/K
 * @param radiator heat the radiator sheds a kelvin with the thermostat open, W/K
 * @param fuelFilterOhms resistance of its fuel filter when clean, Pa·s/m³
 * @param railPump delivery of its high-pressure pump, m³ a rad
 * @param oilPressureGain oil pressure a rad/s at 90 °C, kPa·s
 * @param ash in its particulate filter, kg
 * @param batteryOhms internal resistance of the battery pair, ohm
 * @param starterTorque stall torque at the crank with 24 V, N·m
 * @param idleSpeed governed idle, rpm
 * @param stiff how stiff its governor is, relative to that of a vehicle
 * @param after sizes of its aftertreatment
 * @param each how its cylinders differ
 */
public record EngineParameters(
    Layout layout,
    double inertia,
    double frictionStatic,
    double frictionSpeed,
    double efficiency,
    AirFigures air,
    double ringArea,
    double coolantHeat,
    double radiator,
    double fuelFilterOhms,
    double railPump,
    double oilPressureGain,
    double ash,
    double batteryOhms,
    double starterTorque,
    double idleSpeed,
    double stiff,
    AfterFigures after,
    EachCylinder each) {
  private static final double FEW_ALONE = 1;

  /** What turns at one speed alone is governed so stiffly that a load step hardly shows. */
  private static final double ONE_SPEED_RPM = 1_200;

  private static final double STIFF = 4;

  /** Share by which a unit may differ from nominal. */
  public static final double SCATTER = 0.15;

  /** The same of what the maker keeps within narrow limits. */
  public static final double NARROW = 0.03;

  /** The middle of all units; the pack may know this. */
  public static EngineParameters nominal() {
    return new EngineParameters(
        Layout.SIX,
        3.4,
        62,
        0.62,
        0.473,
        AirFigures.SIX,
        5.0e-8,
        210_000,
        4_300,
        FuelSystem.FILTER_OHMS,
        FuelSystem.PUMP_FLOW,
        4.1,
        0.015,
        0.008,
        Starter.STALL_NM,
        600,
        1,
        AfterFigures.nominal(1),
        EachCylinder.alike(Layout.SIX.cylinders()));
  }

  /**
   * The middle of all engines of another layout, built alike.
   *
   * @param idleSpeed governed, rpm
   */
  public static EngineParameters nominal(Layout layout, double idleSpeed) {
    EngineParameters n = nominal();
    double size = layout.displacement() / Layout.SIX.displacement();
    // Few cylinders do not help each other over their compressions.
    double starter = Math.max(size, FEW_ALONE * layout.swept() / Layout.SIX.swept());
    double bore = Math.cbrt(layout.swept() / Layout.SIX.swept());
    return new EngineParameters(
        layout,
        n.inertia * size,
        n.frictionStatic * size,
        n.frictionSpeed * size,
        n.efficiency,
        AirFigures.of(layout),
        n.ringArea * bore,
        n.coolantHeat * size,
        n.radiator * size,
        n.fuelFilterOhms,
        n.railPump,
        n.oilPressureGain,
        n.ash * size,
        n.batteryOhms / starter,
        n.starterTorque * starter,
        idleSpeed,
        idleSpeed > ONE_SPEED_RPM ? STIFF : 1,
        AfterFigures.nominal(size),
        EachCylinder.alike(layout.cylinders()));
  }

  /** One unit with six in line. */
  public static EngineParameters of(SplittableRandom random) {
    return of(nominal(), random);
  }

  /**
   * One unit. Idle speed and geometry are set by the maker and do not scatter.
   *
   * @param n the middle of all such engines
   */
  public static EngineParameters of(EngineParameters n, SplittableRandom random) {
    DoubleUnaryOperator wide = v -> v * (1 + SCATTER * (2 * random.nextDouble() - 1));
    DoubleUnaryOperator narrow = v -> v * (1 + NARROW * (2 * random.nextDouble() - 1));
    EngineParameters engine =
        new EngineParameters(
            n.layout,
            wide.applyAsDouble(n.inertia),
            wide.applyAsDouble(n.frictionStatic),
            wide.applyAsDouble(n.frictionSpeed),
            n.efficiency * (1 + NARROW / 2 * (2 * random.nextDouble() - 1)),
            n.air.scattered(narrow, wide),
            wide.applyAsDouble(n.ringArea),
            wide.applyAsDouble(n.coolantHeat),
            wide.applyAsDouble(n.radiator),
            wide.applyAsDouble(n.fuelFilterOhms),
            narrow.applyAsDouble(n.railPump),
            wide.applyAsDouble(n.oilPressureGain),
            wide.applyAsDouble(n.ash),
            wide.applyAsDouble(n.batteryOhms),
            wide.applyAsDouble(n.starterTorque),
            n.idleSpeed,
            n.stiff,
            n.after,
            n.each);
    // Of its own: what cleans the exhaust differs without changing anything else of the unit.
    SplittableRandom own = new SplittableRandom(Double.doubleToLongBits(engine.ringArea));
    return engine.with(
        n.after.scattered(
            v -> v * (1 + NARROW * (2 * own.nextDouble() - 1)),
            v -> v * (1 + SCATTER * (2 * own.nextDouble() - 1))),
        EachCylinder.of(n.layout.cylinders(), own.split()));
  }

  /** What each injector injects of what is commanded, cylinder 1 first. */
  public double[] injections(Condition c) {
    return EachCylinder.times(each.injector(), c.injectorShare);
  }

  private EngineParameters with(AfterFigures figures, EachCylinder cylinders) {
    return new EngineParameters(
        layout,
        inertia,
        frictionStatic,
        frictionSpeed,
        efficiency,
        air,
        ringArea,
        coolantHeat,
        radiator,
        fuelFilterOhms,
        railPump,
        oilPressureGain,
        ash,
        batteryOhms,
        starterTorque,
        idleSpeed,
        stiff,
        figures,
        cylinders);
  }
}
