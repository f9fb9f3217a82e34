package hitchlamp.standin.unit;

import hitchlamp.standin.model.Condition;
import hitchlamp.standin.model.EngineState;
import hitchlamp.standin.model.Pickup;
import hitchlamp.standin.model.Sensor;
import hitchlamp.standin.module.Signal;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Set;
import java.util.SplittableRandom;

/**
 * Everything by which the engine's module knows its engine: sensors with wires of their own, and
 * pick-ups inside parts. It knows nothing else; what it reports and judges stands here.
 */
final class EngineSensors {
  static final int OIL_PRESSURE = 100;
  static final int INTAKE_PRESSURE = 102;
  static final int INTAKE_TEMPERATURE = 105;
  static final int COOLANT_TEMPERATURE = 110;
  static final int FUEL_SUPPLY = 94;
  static final int FUEL_FILTER_DROP = 95;
  static final int CRANKCASE = 101;
  static final int OIL_TEMPERATURE = 175;
  static final int EXHAUST_PRESSURE = 1209;
  static final int FILTER_PRESSURE = 3251;
  static final int EGR_TEMPERATURE = 412;
  static final int SPEED = 190;
  static final int PEDAL = 91;
  static final int ROAD_SPEED = 84;
  static final int TURBO_SPEED = 103;
  static final int RAIL_PRESSURE = 157;
  static final int BATTERY = 168;
  static final int COOLANT_LEVEL = 111;
  static final int AMBIENT = 171;
  static final int BAROMETER = 108;
  static final int EXHAUST_TEMPERATURE = 173;
  static final int EGR_POSITION = 27;
  static final int VANES = 2795;
  static final int THROTTLE_POSITION = 51;
  static final int FLAP_POSITION = 5625;
  static final int EGR_FLOW = 2659;
  static final int FILTER_INLET = 3242;
  static final int FILTER_OUTLET = 3246;
  private static final int THERMISTOR_GROUND = 3;
  private static final double VIBRATES_ABOVE_RPM = 1_200;
  private static final double FULL = 100;

  private final EngineState state;
  private final Condition condition;
  private final SplittableRandom random;
  private final Map<Integer, Sensor> sensors = new LinkedHashMap<>();
  private final Map<Integer, Pickup> pickups = new LinkedHashMap<>();
  private final double[] heldVolts = new double[3];
  private boolean held;

  EngineSensors(EngineState state, Condition condition, SplittableRandom random) {
    this.state = state;
    this.condition = condition;
    this.random = random;
    pressures();
    thermometer(COOLANT_TEMPERATURE, 4, 0.3);
    thermometer(INTAKE_TEMPERATURE, 3, 0.3);
    thermometer(OIL_TEMPERATURE, 5, 0.3);
    thermometer(EGR_TEMPERATURE, 3, 0.5);
    // What each may be off by: common practice, no source.
    pickup(SPEED, 0.005, 0, 0, 0.4, 0.125);
    pickup(PEDAL, 0.02, 0.2, 0, 0, 0.1);
    pickup(ROAD_SPEED, 0.05, 0, 0.005, 0, 0.01);
    pickup(TURBO_SPEED, 0.05, 0, 0.002, 60, 4);
    pickup(RAIL_PRESSURE, 0.01, 0.6, 0.006, 0.25, 0.05);
    pickup(BATTERY, 0.1, 0.1, 0, 0.02, 0.05);
    pickup(COOLANT_LEVEL, 5, 2, 0, 0.3, 0.4);
    pickup(AMBIENT, 60, 1, 0, 0.1, 0.1);
    pickup(BAROMETER, 1, 0.6, 0, 0.1, 0.1);
    pickup(EXHAUST_TEMPERATURE, 4, 4, 0.01, 0.5, 0.5);
    pickup(FILTER_INLET, 4, 4, 0.01, 0.5, 0.5);
    pickup(FILTER_OUTLET, 4, 4, 0.01, 0.5, 0.5);
    pickup(EGR_POSITION, 0.05, 0.6, 0, 0.1, 0.1);
    pickup(VANES, 0.05, 0.6, 0, 0.1, 0.1);
    pickup(THROTTLE_POSITION, 0.05, 0.6, 0, 0.1, 0.1);
    pickup(EGR_FLOW, 0.3, 2, 0.05, 0.8, 0.1);
    // Of its own, so that nothing else of a unit differs by it.
    SplittableRandom own = new SplittableRandom(Double.doubleToLongBits(state.flapValve.seconds()));
    pickups.put(FLAP_POSITION, new Pickup(FLAP_POSITION, 0.05, 0.6, 0, 0.1, 0.1, own));
  }

  private void pressures() {
    pressure(OIL_PRESSURE, 1, 0, 1_000, 0.2, 3);
    pressure(FUEL_SUPPLY, 1, 0, 1_200, 0.2, 4);
    pressure(FUEL_FILTER_DROP, 1, 0, 400, 0.2, 2);
    pressure(CRANKCASE, 1, -10, 20, 0.3, 0.05);
    pressure(INTAKE_PRESSURE, 2, 20, 450, 0.05, 1);
    pressure(EXHAUST_PRESSURE, 2, 20, 550, 0.1, 1.5);
    pressure(FILTER_PRESSURE, 2, 0, 60, 0.3, 0.1);
  }

  private void pressure(int spn, int line, double low, double high, double lag, double noise) {
    // One ground for each supply, and one for the thermistors.
    sensors.put(
        spn, new Sensor(spn, Sensor.Kind.RATIOMETRIC, line, line, low, high, lag, noise, random));
  }

  private void thermometer(int spn, double lag, double noise) {
    sensors.put(
        spn,
        new Sensor(spn, Sensor.Kind.THERMISTOR, 0, THERMISTOR_GROUND, 0, 0, lag, noise, random));
  }

  private void pickup(
      int spn, double lag, double tolerance, double share, double noise, double step) {
    pickups.put(spn, new Pickup(spn, lag, tolerance, share, noise, step, random));
  }

  /** What the module measures on a sensor supply, V. */
  double supplyVolts(int line) {
    return held ? heldVolts[line] : Sensor.supplyVolts(line, condition);
  }

  /** Those with wires of their own. */
  Collection<Sensor> wired() {
    return sensors.values();
  }

  /** SPNs of the pick-ups inside parts. */
  Set<Integer> inside() {
    return Set.copyOf(pickups.keySet());
  }

  /** What is made of a sensor now, believed or not. */
  double reading(int spn) {
    Sensor s = sensors.get(spn);
    return s == null ? pickups.get(spn).reading(random) : s.reading(random);
  }

  /** The same for who draws the noise of its own, so that nothing else changes by it. */
  double reading(int spn, SplittableRandom own) {
    Sensor s = sensors.get(spn);
    return s == null ? pickups.get(spn).reading(own) : s.reading(own);
  }

  /** True while its voltage can be that of a sound sensor. */
  boolean sound(int spn) {
    Sensor s = sensors.get(spn);
    return s == null || !s.tooHigh() && !s.tooLow();
  }

  /** What it measures; not a number while the sensor's voltage cannot be. */
  double measured(int spn) {
    return sound(spn) ? reading(spn) : Double.NaN;
  }

  /** What the module reports for it: the reading, or "error" while its voltage cannot be. */
  double told(int spn) {
    return sound(spn) ? reading(spn) : Signal.ERROR;
  }

  /** From now on every sensor stays as it is, whatever the engine does. */
  void hold() {
    held = true;
    for (int line = 1; line < heldVolts.length; line++) {
      heldVolts[line] = Sensor.supplyVolts(line, condition);
    }
  }

  /** True from when they are held. */
  boolean held() {
    return held;
  }

  /** Sensors follow the truth, and the module's controllers see what they tell. */
  void sense(double dt) {
    if (held) {
      return;
    }
    EngineState s = state;
    boolean shakes =
        s.running && s.rpm() > VIBRATES_ABOVE_RPM && random.nextDouble() < 0.15 * Math.min(1, dt);
    if (!condition.looseConnectors.isEmpty()) {
      sensors.values().forEach(sensor -> sensor.shake(shakes));
    }
    wire(OIL_PRESSURE, dt, s.oilKpa);
    wire(FUEL_SUPPLY, dt, s.fuelSupplyKpa);
    wire(FUEL_FILTER_DROP, dt, s.fuelDropKpa);
    wire(CRANKCASE, dt, s.crankcaseKpa);
    wire(INTAKE_PRESSURE, dt, s.intakeKpa);
    wire(EXHAUST_PRESSURE, dt, s.exhaustKpa);
    wire(FILTER_PRESSURE, dt, s.filterSensorKpa);
    // Without coolant around it the probe hangs in steam and reads low; cold, there is no steam.
    double steam =
        condition.coolantShare < 0.5 ? 25 * Math.max(0, Math.min(1, (s.coolantC - 60) / 25)) : 0;
    wire(COOLANT_TEMPERATURE, dt, s.coolantC - steam);
    wire(INTAKE_TEMPERATURE, dt, s.intakeC);
    wire(OIL_TEMPERATURE, dt, s.oilC);
    wire(EGR_TEMPERATURE, dt, s.egrC);
    inside(SPEED, dt, s.rpm());
    inside(PEDAL, dt, s.pedal * FULL);
    inside(ROAD_SPEED, dt, s.vehicleKmh);
    inside(TURBO_SPEED, dt, s.turboRpm);
    inside(RAIL_PRESSURE, dt, s.railMpa);
    inside(BATTERY, dt, s.batteryV);
    inside(COOLANT_LEVEL, dt, condition.coolantShare * FULL);
    inside(AMBIENT, dt, s.ambientC);
    inside(BAROMETER, dt, s.ambientKpa);
    inside(EXHAUST_TEMPERATURE, dt, s.exhaustC);
    inside(FILTER_INLET, dt, s.filterInC);
    inside(FILTER_OUTLET, dt, s.filterOutC);
    inside(EGR_POSITION, dt, s.egr * FULL);
    inside(VANES, dt, s.vanes * FULL);
    inside(THROTTLE_POSITION, dt, s.throttle * FULL);
    inside(FLAP_POSITION, dt, s.flap * FULL);
    inside(EGR_FLOW, dt, s.egrFlow);
    double air = reading(BAROMETER);
    s.sees(
        reading(SPEED),
        air,
        measured(INTAKE_PRESSURE) - air,
        reading(TURBO_SPEED),
        measured(COOLANT_TEMPERATURE),
        reading(EGR_FLOW));
  }

  private void wire(int spn, double dt, double truth) {
    sensors.get(spn).step(dt, truth, condition);
  }

  private void inside(int spn, double dt, double truth) {
    pickups.get(spn).step(dt, truth, condition);
  }
}
