package hitchlamp.standin.unit;

import hitchlamp.standin.aftertreatment.AfterReadings;
import hitchlamp.standin.aftertreatment.AfterWear;
import hitchlamp.standin.aftertreatment.Aftertreatment;
import hitchlamp.standin.aftertreatment.FluidTank;
import hitchlamp.standin.aftertreatment.GasSensor;
import hitchlamp.standin.aftertreatment.GasWay;
import hitchlamp.standin.engine.Gas;
import hitchlamp.standin.model.Condition;
import hitchlamp.standin.model.EngineSolver;
import hitchlamp.standin.model.EngineState;
import hitchlamp.standin.model.Pickup;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Set;
import java.util.SplittableRandom;

/**
 * Everything by which the modules know what cleans the exhaust: thermometers, pressures, the tank's
 * sensors, two sensors of nitrogen oxides. Its controllers see nothing else.
 */
final class AfterSensors {
  static final int CATALYST_INLET = 4765;
  static final int SCR_INLET = 4360;
  static final int SCR_OUTLET = 4363;
  static final int DOSER_PRESSURE = 3480;
  static final int FLUID_PRESSURE = 4334;
  static final int TANK_LEVEL = 1761;
  static final int TANK_TEMPERATURE = 3031;
  static final int FLUID_QUALITY = 3516;
  static final int NOX_IN = 3216;
  static final int NOX_OUT = 3226;
  private static final double PERCENT = 100;
  private static final double AIR_OXYGEN = 0.21;

  /** Signal that a sensor of nitrogen oxides loses by its age: common practice, no source. */
  private static final double LOST_AN_HOUR = 8e-6;

  private static final double MOST_LOST = 0.12;

  /** What the module reckons with while the sensor of the fuel pressure is not believed. */
  private static final double USUAL_SUPPLY_KPA = 450;

  private final EngineSolver solver;
  private final EngineState state;
  private final Condition condition;
  private final EngineSensors engine;
  private final SplittableRandom random;
  private final AfterReadings readings;
  private final Map<Integer, Pickup> pickups = new LinkedHashMap<>();
  private final GasSensor before;
  private final GasSensor behind;
  private final GasWay way;
  private boolean held;

  AfterSensors(
      EngineSolver solver,
      EngineState state,
      Condition condition,
      EngineSensors engine,
      SplittableRandom random) {
    this.solver = solver;
    this.state = state;
    this.condition = condition;
    this.engine = engine;
    this.random = random;
    this.readings = solver.readings();
    // What each may be off by: common practice, no source.
    fit(CATALYST_INLET, 4, 4, 0.01, 0.5, 0.5);
    fit(SCR_INLET, 4, 4, 0.01, 0.5, 0.5);
    fit(SCR_OUTLET, 4, 4, 0.01, 0.5, 0.5);
    fit(DOSER_PRESSURE, 0.1, 3, 0.01, 1.5, 0.5);
    fit(FLUID_PRESSURE, 0.1, 6, 0.005, 2, 1);
    fit(TANK_LEVEL, 5, 2, 0, 0.3, 0.4);
    fit(TANK_TEMPERATURE, 10, 1, 0, 0.1, 0.5);
    fit(FLUID_QUALITY, 20, 0.6, 0, 0.1, 0.25);
    this.before = new GasSensor(random);
    this.behind = new GasSensor(random);
    this.way = new GasWay(solver.after().size());
  }

  private void fit(int spn, double lag, double off, double share, double noise, double step) {
    pickups.put(spn, new Pickup(spn, lag, off, share, noise, step, random));
  }

  /** They have worked so many hours. */
  void work(double hours) {
    double lost = Math.min(MOST_LOST, hours * LOST_AN_HOUR);
    before.ages(lost);
    behind.ages(lost);
  }

  /** SPNs that may drift. */
  Set<Integer> inside() {
    Set<Integer> all = new HashSet<>(pickups.keySet());
    all.add(NOX_IN);
    all.add(NOX_OUT);
    return all;
  }

  double reading(int spn) {
    return pickups.get(spn).reading(random);
  }

  /** The sensor before the SCR catalyst, and the one behind it. */
  GasSensor gas(boolean outlet) {
    return outlet ? behind : before;
  }

  /** What it tells, ppm; not a number while it sleeps. */
  double ppm(boolean outlet) {
    return gas(outlet).ppm(random);
  }

  /** From now on each stays as it is. */
  void hold() {
    held = true;
  }

  /** Sensors follow the truth, and the controllers see what they tell. */
  void sense(double dt) {
    if (held) {
      return;
    }
    Aftertreatment a = solver.after();
    step(CATALYST_INLET, dt, a.pipe().outK() - Gas.ZERO_C);
    step(SCR_INLET, dt, a.mixing().outK() - Gas.ZERO_C);
    step(SCR_OUTLET, dt, a.scr().outK() - Gas.ZERO_C);
    step(DOSER_PRESSURE, dt, a.doser().pascal() / 1e3);
    step(FLUID_PRESSURE, dt, a.line().kpa());
    step(TANK_LEVEL, dt, a.tank().litres() / FluidTank.FULL * PERCENT);
    step(TANK_TEMPERATURE, dt, a.tank().celsius());
    step(FLUID_QUALITY, dt, FluidTank.UREA * PERCENT * condition.after.urea);
    readings.pedal = engine.reading(EngineSensors.PEDAL) / PERCENT;
    readings.kmh = engine.reading(EngineSensors.ROAD_SPEED);
    readings.catalystInC = reading(CATALYST_INLET);
    readings.catalystOutC = engine.reading(EngineSensors.FILTER_INLET);
    readings.filterOutC = engine.reading(EngineSensors.FILTER_OUTLET);
    readings.scrInC = reading(SCR_INLET);
    readings.filterKpa = engine.measured(EngineSensors.FILTER_PRESSURE);
    readings.fluidKpa = reading(FLUID_PRESSURE);
    readings.tankC = reading(TANK_TEMPERATURE);
    readings.tankPercent = reading(TANK_LEVEL);
    readings.ureaPercent = reading(FLUID_QUALITY);
    readings.supplyKpa =
        engine.sound(EngineSensors.FUEL_SUPPLY)
            ? engine.reading(EngineSensors.FUEL_SUPPLY)
            : USUAL_SUPPLY_KPA;
    AfterWear wear = condition.after;
    before.worn(wear.gasHeat[0], wear.gasStuck[0]);
    behind.worn(wear.gasHeat[1], wear.gasStuck[1]);
    double air = wear.airBehind;
    way.step(dt, a.flow, a.scr().outK(), a.scr().noxOut(), a.scr().ammoniaOut());
    boolean powered = state.key != EngineState.Key.OFF && state.seenRunning();
    before.step(
        dt,
        powered,
        readings.catalystInC,
        a.pipe().outK() - Gas.ZERO_C,
        a.noxIn(),
        0,
        a.oxygen(),
        drift(NOX_IN));
    behind.step(
        dt,
        powered,
        readings.scrInC,
        a.scr().outK() - Gas.ZERO_C,
        way.nox() * (1 - air),
        way.ammonia() * (1 - air),
        a.oxygen() + (AIR_OXYGEN - a.oxygen()) * air,
        drift(NOX_OUT));
    readings.noxIn = before.ppm(random);
  }

  private double drift(int spn) {
    return condition.drift.isEmpty() ? 0 : condition.drift.getOrDefault(spn, 0.0);
  }

  private void step(int spn, double dt, double truth) {
    pickups.get(spn).step(dt, truth, condition);
  }
}
