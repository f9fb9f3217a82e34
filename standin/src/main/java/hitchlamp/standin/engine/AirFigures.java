package hitchlamp.standin.engine;

import java.util.function.DoubleUnaryOperator;

/**
 * Sizes of an engine's air path.
 *
 * @param compressorRadius m
 * @param turbineRadius m
 * @param rotor inertia of the turbocharger's rotor, kg·m²
 * @param bearing its friction torque a rad/s, N·m·s
 * @param turbineOpen effective area of the turbine with its vanes open, m²
 * @param turbineClosed the same with its vanes closed
 * @param wastegate greatest effective area of a wastegate; 0 for one with vanes
 * @param pipes volume from compressor to throttle, charge-air cooler included, m³
 * @param intake volume of the intake manifold
 * @param exhaust volume of the exhaust manifold
 * @param throttle effective area of the open throttle, m²
 * @param recirculationValve effective area of the open recirculation valve
 * @param recirculationCooler effective area of its cooler
 * @param recirculationHeat heat that its cooler passes a kelvin, W/K
 * @param coolerHeat the same of the charge-air cooler
 * @param coolerDrop pressure lost in it by the square of the flow, Pa·kg/m³/(kg/s)²
 * @param filterDrop the same of the air filter
 * @param lineDrop the same of silencer and pipes behind the aftertreatment
 * @param flap effective area of the open back-pressure valve, m²
 * @param metal heat capacity of exhaust manifold and turbine housing, J/K
 */
public record AirFigures(
    double compressorRadius,
    double turbineRadius,
    double rotor,
    double bearing,
    double turbineOpen,
    double turbineClosed,
    double wastegate,
    double pipes,
    double intake,
    double exhaust,
    double throttle,
    double recirculationValve,
    double recirculationCooler,
    double recirculationHeat,
    double coolerHeat,
    double coolerDrop,
    double filterDrop,
    double lineDrop,
    double flap,
    double metal) {
  /** Those of the six in line of 12.6 L. */
  public static final AirFigures SIX =
      new AirFigures(
          0.046, 0.042, 6.5e-4, 1.4e-5, 13e-4, 3.4e-4, 0, 0.028, 0.018, 0.009, 38e-4, 8e-4, 5.5e-4,
          130, 950, 80_000, 10_000, 9_000, 60e-4, 9_000);

  /** Of the six, had it a wastegate: its turbine, and the gate beside it fully open, m². */
  private static final double GATED_TURBINE = 5.4e-4;

  private static final double GATE = 7e-4;

  /** Speed that the rim of the compressor wheel bears, m/s. */
  private static final double RIM = 112_500 * Math.PI / 30 * SIX.compressorRadius;

  /** Fastest that the turbocharger may turn, rpm: that of its rim. */
  public double fastestRpm() {
    return RIM / compressorRadius * 30 / Math.PI;
  }

  /**
   * Those of another engine, built alike: areas and volumes go with the displacement, wheels with
   * its square root, a rotor's inertia with the fifth power of its radius, the loss at a flow with
   * the square of one over the area. One with a wastegate has a smaller turbine of one size.
   */
  public static AirFigures of(Layout layout) {
    double size = layout.displacement() / Layout.SIX.displacement();
    double wheel = Math.sqrt(size);
    AirFigures f = SIX;
    return new AirFigures(
        f.compressorRadius * wheel,
        f.turbineRadius * wheel,
        f.rotor * Math.pow(wheel, 5),
        f.bearing * Math.pow(wheel, 3),
        (layout.wastegate() ? GATED_TURBINE : f.turbineOpen) * size,
        (layout.wastegate() ? GATED_TURBINE : f.turbineClosed) * size,
        layout.wastegate() ? GATE * size : 0,
        f.pipes * size,
        f.intake * size,
        f.exhaust * size,
        f.throttle * size,
        f.recirculationValve * size,
        f.recirculationCooler * size,
        f.recirculationHeat * size,
        f.coolerHeat * size,
        f.coolerDrop / (size * size),
        f.filterDrop / (size * size),
        f.lineDrop / (size * size),
        f.flap * size,
        f.metal * size);
  }

  /**
   * One unit's: each figure scattered.
   *
   * @param geometry scatters what the maker keeps within narrow limits
   * @param other scatters the rest
   */
  public AirFigures scattered(DoubleUnaryOperator geometry, DoubleUnaryOperator other) {
    return new AirFigures(
        compressorRadius,
        turbineRadius,
        other.applyAsDouble(rotor),
        other.applyAsDouble(bearing),
        geometry.applyAsDouble(turbineOpen),
        geometry.applyAsDouble(turbineClosed),
        geometry.applyAsDouble(wastegate),
        other.applyAsDouble(pipes),
        other.applyAsDouble(intake),
        other.applyAsDouble(exhaust),
        geometry.applyAsDouble(throttle),
        geometry.applyAsDouble(recirculationValve),
        geometry.applyAsDouble(recirculationCooler),
        other.applyAsDouble(recirculationHeat),
        other.applyAsDouble(coolerHeat),
        other.applyAsDouble(coolerDrop),
        other.applyAsDouble(filterDrop),
        other.applyAsDouble(lineDrop),
        geometry.applyAsDouble(flap),
        other.applyAsDouble(metal));
  }
}
