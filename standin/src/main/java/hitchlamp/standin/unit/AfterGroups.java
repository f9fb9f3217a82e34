package hitchlamp.standin.unit;

import static hitchlamp.standin.module.Signal.put;

import hitchlamp.standin.aftertreatment.Aftertreatment;
import hitchlamp.standin.aftertreatment.GasSensor;
import hitchlamp.standin.aftertreatment.HeatUp;
import hitchlamp.standin.engine.ParticleFilter;
import hitchlamp.standin.module.Signal;
import hitchlamp.standin.module.SimModule;
import java.util.Set;
import java.util.function.BooleanSupplier;
import java.util.function.Supplier;

/** The groups that the module of the aftertreatment broadcasts (J1939-71, from memory). */
final class AfterGroups {
  private static final double OXYGEN_STEP = 0.000514;
  private static final double OXYGEN_FROM = -12;
  private static final double GRAM_A_KILOGRAM = 1_000;
  private static final int ACTIVE = 1;

  /** Ash that the module reckons with, kg, and from where on it calls its parts hot. */
  private static final double USUAL_ASH = 0.015;

  private static final double HOT_C = 425;

  private final EngineUnit engine;
  private final AfterSensors sensors;
  private final Aftertreatment after;
  private final BooleanSupplier lamp;
  private final Supplier<Set<Inhibit>> inhibits;

  /**
   * @param engine whose exhaust it cleans
   * @param lamp true while it wants the lamp of the filter lit
   * @param inhibits what keeps a parked unit from burning its filter clean
   */
  AfterGroups(EngineUnit engine, BooleanSupplier lamp, Supplier<Set<Inhibit>> inhibits) {
    this.engine = engine;
    this.sensors = engine.after();
    this.after = engine.solver().after();
    this.lamp = lamp;
    this.inhibits = inhibits;
  }

  /** Puts them on the bus. */
  void attach(SimModule m) {
    m.broadcast(6, 61454, 50_000, () -> gas(false));
    m.broadcast(6, 61455, 50_000, () -> gas(true));
    m.broadcast(6, 64948, 500_000, this::aroundCatalyst);
    m.broadcast(
        6, 64947, 500_000, () -> celsius(Signal.NOTHING, 16, told(EngineSensors.FILTER_OUTLET)));
    m.broadcast(
        6,
        64946,
        500_000,
        () -> put(Signal.NOTHING, 32, 16, told(EngineSensors.FILTER_PRESSURE), 0.1, 0));
    m.broadcast(
        6,
        64830,
        500_000,
        () ->
            celsius(
                celsius(Signal.NOTHING, 0, reading(AfterSensors.SCR_INLET)),
                24,
                reading(AfterSensors.SCR_OUTLET)));
    m.broadcast(6, 64800, 500_000, this::aroundCatalyst);
    m.broadcast(6, 61475, 100_000, this::dosing);
    m.broadcast(6, 64891, 1_000_000, this::filter);
    m.broadcast(6, 64892, 1_000_000, this::control);
    m.broadcast(6, 65110, 1_000_000, this::tank);
  }

  /** Level and temperature, and how it makes somebody mend the dosing: three bits each. */
  private long tank() {
    long p = put(Signal.NOTHING, 0, 8, reading(AfterSensors.TANK_LEVEL), 0.4, 0);
    p = put(p, 8, 8, reading(AfterSensors.TANK_TEMPERATURE), 1, -40);
    p = put(p, 32 + 5, 3, after.inducement().low() ? ACTIVE : 0, 1, 0);
    return put(p, 40 + 5, 3, after.inducement().stage().ordinal(), 1, 0);
  }

  /** Before the catalyst and behind it: one thermometer each, told in two groups. */
  private long aroundCatalyst() {
    return celsius(
        celsius(Signal.NOTHING, 0, reading(AfterSensors.CATALYST_INLET)),
        16,
        told(EngineSensors.FILTER_INLET));
  }

  /** Nitrogen oxides and oxygen, and what the sensor says of itself: two bits each. */
  private long gas(boolean outlet) {
    GasSensor s = sensors.gas(outlet);
    long p = put(Signal.NOTHING, 0, 16, sensors.ppm(outlet), 0.05, -200);
    p = put(p, 16, 16, s.oxygen(), OXYGEN_STEP, OXYGEN_FROM);
    p = put(p, 32, 2, s.heating() ? 1 : 0, 1, 0);
    p = put(p, 34, 2, s.atTemperature() ? 1 : 0, 1, 0);
    p = put(p, 36, 2, s.stable() ? 1 : 0, 1, 0);
    return put(p, 38, 2, s.stable() ? 1 : 0, 1, 0);
  }

  private long dosing() {
    double commanded = after.fluid().wanted() * 3_600 * GRAM_A_KILOGRAM;
    long p = put(Signal.NOTHING, 0, 16, commanded, 0.3, 0);
    double absolute =
        reading(AfterSensors.FLUID_PRESSURE)
            + engine.engine().sensors().reading(EngineSensors.BAROMETER);
    p = put(p, 16, 4, after.fluid().stage().ordinal(), 1, 0);
    return put(p, 40, 8, absolute, 8, 0);
  }

  private long filter() {
    long p = put(Signal.NOTHING, 0, 8, after.estimate().share() * 100, 1, 0);
    return put(p, 8, 8, USUAL_ASH / ParticleFilter.FULL_KG * 100, 1, 0);
  }

  private long control() {
    boolean burns = after.heatUp().stage() != HeatUp.Stage.NONE;
    long p = put(Signal.NOTHING, 0, 3, lamp.getAsBoolean() ? ACTIVE : 0, 1, 0);
    p = put(p, 10, 2, burns ? ACTIVE : 0, 1, 0);
    Set<Inhibit> inhibited = inhibits.get();
    p = put(p, 16, 2, inhibited.isEmpty() ? 0 : ACTIVE, 1, 0);
    for (Inhibit i : Inhibit.values()) {
      p = put(p, i.bit(), 2, inhibited.contains(i) ? ACTIVE : 0, 1, 0);
    }
    return put(p, 48 + 2, 3, hot() ? ACTIVE : 0, 1, 0);
  }

  /** The lamp for hot exhaust is wanted by what its thermometers tell. */
  private boolean hot() {
    return reading(AfterSensors.SCR_OUTLET) > HOT_C
        || engine.engine().sensors().reading(EngineSensors.FILTER_OUTLET) > HOT_C;
  }

  private static long celsius(long payload, int bit, double value) {
    return put(payload, bit, 16, value, 0.03125, -273);
  }

  private double reading(int spn) {
    return sensors.reading(spn);
  }

  private double told(int spn) {
    return engine.engine().told(spn);
  }
}
