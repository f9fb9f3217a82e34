package hitchlamp.standin.model;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import hitchlamp.standin.scenario.Defect;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;

class PhysicsTest {
  private final EngineParameters nominal = EngineParameters.nominal();
  private final Condition condition = new Condition();
  private final SplittableRandom random = new SplittableRandom(4);

  private static Sensor pressure(SplittableRandom random) {
    return new Sensor(102, Sensor.Kind.RATIOMETRIC, 2, 2, 0, 400, 0.05, 0.5, random);
  }

  @Test
  void everyUnitDiffersByNoMoreThanItsScatter() {
    double least = Double.MAX_VALUE;
    double most = 0;
    for (int seed = 0; seed < 500; seed++) {
      EngineParameters p = EngineParameters.of(new SplittableRandom(seed));
      double ratio = p.inertia() / nominal.inertia();
      assertThat(ratio).isBetween(1 - EngineParameters.SCATTER, 1 + EngineParameters.SCATTER);
      least = Math.min(least, ratio);
      most = Math.max(most, ratio);
      assertThat(p.idleSpeed()).isEqualTo(nominal.idleSpeed());
    }
    assertThat(most - least).isGreaterThan(0.25);
  }

  @Test
  void aSoundSensorReadsTheTruthWithinItsNoise() {
    Sensor s = pressure(random);
    s.step(10, 200, condition);
    assertThat(s.volts()).isCloseTo(2.5, within(0.01));
    assertThat(s.reading(random)).isCloseTo(200, within(4.0));
    assertThat(s.tooLow() || s.tooHigh()).isFalse();
  }

  @Test
  void aCutWireReadsLowOnAPressureSensorAndHighOnAThermistor() {
    Sensor p = pressure(random);
    Sensor t = new Sensor(110, Sensor.Kind.THERMISTOR, 0, 3, 0, 0, 1, 0.1, random);
    condition.wireOhms.put(102, 5e6);
    condition.wireOhms.put(110, 5e6);
    p.step(10, 200, condition);
    t.step(10, 80, condition);
    assertThat(p.tooLow()).isTrue();
    assertThat(t.tooHigh()).isTrue();
  }

  @Test
  void aCorrodedWireMakesAThermistorReadColdWithoutAFault() {
    Sensor t = new Sensor(110, Sensor.Kind.THERMISTOR, 0, 3, 0, 0, 1, 0, random);
    t.step(10, 90, condition);
    double sound = t.reading(random);
    condition.wireOhms.put(110, 150.0);
    t.step(10, 90, condition);
    assertThat(sound).isCloseTo(90, within(0.5));
    assertThat(t.reading(random)).isLessThan(sound - 8);
    assertThat(t.tooHigh()).isFalse();
  }

  @Test
  void aLoadOnTheSupplyPullsAllItsSensorsDownAndNoOthers() {
    condition.supplyLoadOhms.put(2, 0.15);
    assertThat(Sensor.supplyVolts(2, condition)).isLessThan(0.3);
    assertThat(Sensor.supplyVolts(1, condition)).isGreaterThan(4.9);
    Sensor p = pressure(random);
    p.step(10, 200, condition);
    assertThat(p.tooLow()).isTrue();
  }

  @Test
  void theAirInTheCylindersBrakesBeforeTopDeadCentreAndPushesAfter() {
    EngineState s = new EngineState();
    double sum = 0;
    double most = 0;
    for (int degrees = 0; degrees < 720; degrees += 2) {
      double torque = CrankSolver.compression(Math.toRadians(degrees), s, nominal, new Condition());
      sum += torque;
      most = Math.max(most, Math.abs(torque));
    }
    assertThat(Math.abs(sum / 360))
        .as("adiabatic: nothing is won or lost over two turns")
        .isLessThan(most * 0.02);
    assertThat(CrankSolver.compression(Math.toRadians(705), s, nominal, new Condition()))
        .isNegative();
    assertThat(CrankSolver.compression(Math.toRadians(15), s, nominal, new Condition()))
        .isPositive();
  }

  @Test
  void aWeakBatteryCranksSlower() {
    assertThat(crankSpeed(1)).isGreaterThan(crankSpeed(8) * 1.1);
  }

  private double crankSpeed(double batteryOhmsFactor) {
    EngineState s = new EngineState();
    s.key = EngineState.Key.CRANK;
    s.oilC = 20;
    s.railMpa = 30;
    condition.batteryOhmsFactor = batteryOhmsFactor;
    CrankSolver crank = new CrankSolver();
    double sum = 0;
    for (int i = 0; i < 40 && !s.running; i++) {
      crank.step(0.02, s, nominal, condition);
      sum = s.omega;
    }
    return sum;
  }

  @Test
  void defectsActOnWhatTheyShould() {
    EngineState sound = loaded(new Condition());
    Condition leaking = new Condition();
    new Defect(Defect.Kind.CHARGE_LEAK, 300, 0, 0, "", "", 0, 1e9, 1).apply(leaking);
    EngineState leak = loaded(leaking);
    assertThat(leak.intakeKpa - leak.ambientKpa)
        .isLessThan(0.75 * (sound.intakeKpa - sound.ambientKpa));
    Condition worn = new Condition();
    new Defect(Defect.Kind.BEARING_WEAR, 2.5, 0, 0, "", "", 0, 1e9, 1).apply(worn);
    assertThat(loaded(worn).oilKpa).isLessThan(0.6 * sound.oilKpa);
    Condition open = new Condition();
    new Defect(Defect.Kind.THERMOSTAT_OPEN, 1, 0, 0, "", "", 0, 1e9, 1).apply(open);
    assertThat(loaded(open).coolantC).isLessThan(sound.coolantC - 10);
    Condition weak = new Condition();
    new Defect(Defect.Kind.ALTERNATOR_WEAK, 1, 0, 0, "", "", 0, 1e9, 1).apply(weak);
    assertThat(loaded(weak).batteryV).isLessThan(sound.batteryV - 1.5);
  }

  /** Half an hour of work at 1,400 rpm and 60 % load. */
  private EngineState loaded(Condition c) {
    EngineState s = new EngineState();
    s.key = EngineState.Key.ON;
    s.running = true;
    s.vehicleKmh = 40;
    EngineSolver engine = new EngineSolver(nominal, new SplittableRandom(5));
    engine.rest(s);
    for (int i = 0; i < 90; i++) {
      engine.settle(20, 1_400, 0.6 * engine.maps().fullFuel(1_400), s, c);
    }
    for (int i = 0; i < 500; i++) {
      engine.step(0.02, s, c, (dt, net, state, p) -> net);
    }
    return s;
  }

  @Test
  void theHistoryUsesFuelAndDistanceAsATruckDoes() {
    int[] warmUps = {0};
    HistorySolver.Used used =
        new HistorySolver(
                new EngineSolver(nominal, new SplittableRandom(5)),
                new Condition(),
                0.2,
                8.5,
                Duty.HAULING)
            .live(
                0,
                850,
                new EngineState(),
                random,
                new HistorySolver.Witness() {
                  @Override
                  public void step(double hours, double seconds, EngineState state) {}

                  @Override
                  public void coldStart(double hours, EngineState state) {}

                  @Override
                  public void warmedUp(double hours) {
                    warmUps[0]++;
                  }
                });
    assertThat(used.litres() / 850).as("litres an hour").isBetween(8.0, 35.0);
    assertThat(used.kilometres() / 850).as("mean speed").isBetween(15.0, 40.0);
    assertThat(warmUps[0]).isBetween(95, 101);
  }

  @Test
  void theChassisWarmsFillsAndLeaksWithItsEngine() {
    EngineState s = new EngineState();
    s.key = EngineState.Key.ON;
    s.ambientC = 10;
    s.coolantC = 85;
    Chassis chassis = new Chassis(new SplittableRandom(4), s);
    chassis.airKpa = 300;
    chassis.gearboxOilC = 10;
    double fuel = chassis.fuelShare;
    s.running = true;
    s.omega = 600 * Math.PI / 30;
    s.fuelMgPerStroke = 20;
    double most = 0;
    for (int i = 0; i < 1_800; i++) {
      chassis.step(1, s);
      most = Math.max(most, chassis.airKpa);
    }
    assertThat(chassis.gearboxOilC).isBetween(40.0, 62.0);
    assertThat(most).as("the governor cuts the compressor out").isBetween(1_000.0, 1_010.0);
    assertThat(chassis.airKpa).isGreaterThan(840);
    assertThat(chassis.fuelShare).isBetween(fuel - 0.01, fuel - 0.0001);
    s.running = false;
    s.omega = 0;
    s.fuelMgPerStroke = 0;
    double before = chassis.airKpa;
    for (int i = 0; i < 600; i++) {
      chassis.step(1, s);
    }
    assertThat(before - chassis.airKpa).as("ten minutes of leaking").isBetween(11.0, 49.0);
  }
}
