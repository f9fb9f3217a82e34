package hitchlamp.standin.model;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.standin.engine.Cylinders;
import hitchlamp.standin.engine.Gas;
import hitchlamp.standin.engine.Layout;
import java.util.SplittableRandom;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/**
 * The engine in the states of its life against what a real one of its size shows: the nominal unit
 * within the corridor, fifty random ones within wider bounds. Common practice, no source, unless it
 * says so.
 */
class CorridorTest {
  private static final double WIDER = 0.22;

  /** Engines of other layouts are scaled, not tuned. */
  private static final double OTHER_LAYOUT = 0.1;

  /** One engine, and by how much its corridor is wider than the nominal one's. */
  record Unit(String name, EngineParameters parameters, double wider) {
    @Override
    public String toString() {
      return name;
    }

    /** Displacement relative to the six in line: what flows and pulls goes with it. */
    double size() {
      return parameters.layout().displacement() / Layout.SIX.displacement();
    }
  }

  static Stream<Unit> units() {
    return Stream.concat(
        Stream.of(
            new Unit("nominal", EngineParameters.nominal(), 0),
            new Unit("four in line", EngineParameters.nominal(Layout.FOUR, 600), OTHER_LAYOUT),
            new Unit("eight in vee", EngineParameters.nominal(Layout.EIGHT, 600), OTHER_LAYOUT)),
        IntStream.range(0, 50)
            .mapToObj(
                i ->
                    new Unit(
                        "unit " + i, EngineParameters.of(new SplittableRandom(1_000 + i)), WIDER)));
  }

  private final Condition condition = new Condition();
  private EngineState state;
  private EngineSolver engine;

  private void warm(EngineParameters p, double rpm) {
    state = new EngineState();
    state.cylinders = p.layout().cylinders();
    state.key = EngineState.Key.ON;
    state.running = true;
    state.omega = rpm * Math.PI / 30;
    state.governorIntegral = 17;
    state.coolantC = 86;
    state.oilC = 92;
    state.exhaustC = 130;
    engine = new EngineSolver(p, new SplittableRandom(3));
    engine.rest(state);
  }

  private void run(double seconds, Load load) {
    for (int i = 0; i < seconds / 0.02; i++) {
      engine.step(0.02, state, condition, load);
    }
  }

  private static void within(Unit u, String what, double value, double low, double high) {
    double span = u.wider() * Math.max(Math.abs(low), Math.abs(high));
    assertThat(value).as(what).isBetween(low - span, high + span);
  }

  private double charge() {
    return state.intakeKpa - state.ambientKpa;
  }

  @ParameterizedTest
  @MethodSource("units")
  void itIdles(Unit u) {
    warm(u.parameters(), 600);
    run(90, Load.NONE);
    within(u, "kg/h", state.commandedKgPerHour() / u.size(), 1.6, 2.6);
    within(u, "exhaust °C", state.exhaustC, 120, 200);
    within(u, "crankcase kPa", state.crankcaseKpa, 0.2, 0.8);
    within(u, "rail MPa", state.railMpa, 40, 55);
    assertThat(state.egr).as("recirculation as commanded").isEqualTo(state.egrWanted, byABit());
    double least = 1e9;
    double most = 0;
    for (int i = 0; i < 500; i++) {
      engine.step(0.02, state, condition, Load.NONE);
      least = Math.min(least, state.rpm());
      most = Math.max(most, state.rpm());
    }
    within(u, "scatter of speed, half of its span", (most - least) / 2, 2, 6);
  }

  private static org.assertj.core.data.Offset<Double> byABit() {
    return org.assertj.core.data.Offset.offset(0.02);
  }

  @ParameterizedTest
  @MethodSource("units")
  void atRaisedIdleItsActuatorsMoveThePressures(Unit u) {
    warm(u.parameters(), 1_500);
    state.heldRpm = 1_500;
    // A wastegate has to be nearly shut for the charge that vanes make at 70 %.
    state.vaneActuator.take(u.parameters().layout().wastegate() ? 0.90 : 0.70);
    run(25, Load.NONE);
    within(u, "charge kPa, vanes set for the air test", charge(), 17, 25);
    double base = charge();
    state.egrValve.take(0.9);
    run(2, Load.NONE);
    assertThat(charge()).as("recirculation open, after 2 s").isLessThan(base - 1.5);
    state.egrValve.giveBack();
    run(10, Load.NONE);
    state.vaneActuator.take(0.1);
    run(3, Load.NONE);
    assertThat(charge()).as("vanes open").isLessThan(base - 6);
  }

  @ParameterizedTest
  @MethodSource("units")
  void itPullsAtFullLoad(Unit u) {
    warm(u.parameters(), 1_400);
    state.pedal = 1;
    state.vehicleKmh = 60;
    Dynamometer dyno = new Dynamometer(1_400);
    run(150, dyno);
    double kilowatts = dyno.torque() * state.omega / 1e3;
    within(u, "N·m", dyno.torque() / u.size(), 2_200, 2_500);
    within(u, "charge kPa", charge(), 230, 265);
    within(u, "turbocharger rpm", state.turboRpm * Math.sqrt(u.size()), 100_000, 112_000);
    within(u, "behind the cooler °C", state.chargeC, 45, 60);
    within(u, "exhaust over intake kPa", state.exhaustKpa - state.intakeKpa, 20, 80);
    within(u, "g/kWh", state.commandedKgPerHour() * 1e3 / kilowatts, 190, 205);
    within(u, "exhaust °C", state.exhaustC, 480, 650);
    within(u, "rail MPa", state.railMpa, 230, 260);
    within(u, "crankcase kPa", state.crankcaseKpa, 0.5, 2.5);
    assertThat(state.loadShare).as("load at full pedal").isBetween(0.95, 1.0);
  }

  @Test
  void chargeBuildsUpInSecondsAfterATipIn() {
    warm(EngineParameters.nominal(), 1_100);
    state.heldRpm = 1_100;
    run(20, Load.NONE);
    double from = state.intakeKpa;
    state.pedal = 1;
    Dynamometer dyno = new Dynamometer(1_100);
    double[] trace = new double[750];
    for (int i = 0; i < trace.length; i++) {
      engine.step(0.02, state, condition, dyno);
      trace[i] = state.intakeKpa;
    }
    double last = trace[trace.length - 1];
    int at = 0;
    while (trace[at] - from < 0.9 * (last - from)) {
      at++;
    }
    assertThat(at * 0.02).as("seconds to 90 % of the charge").isBetween(2.0, 5.0);
  }

  @Test
  void aWornCylinderBreathesUnderLoadAndCutOutItDoesNot() {
    assertThat(loadedCrankcase(0)).isBetween(0.5, 2.5);
    condition.ringShare[2] = 5.8;
    assertThat(loadedCrankcase(0)).isBetween(3.0, 4.0);
    assertThat(loadedCrankcase(1 << 2)).isBetween(0.6, 1.2);
  }

  private double loadedCrankcase(int cutOut) {
    warm(EngineParameters.nominal(), 1_400);
    state.cutOut = cutOut;
    for (int i = 0; i < 60; i++) {
      engine.settle(20, 1_400, engine.maps().fullFuel(1_400), state, condition);
    }
    return state.crankcaseKpa;
  }

  @Test
  void theFuelIsWorkAndHeatOverAnHourOfFullLoad() {
    warm(EngineParameters.nominal(), 1_400);
    state.pedal = 1;
    state.vehicleKmh = 60;
    Dynamometer dyno = new Dynamometer(1_400);
    run(1_200, dyno);
    double fuel = 0;
    double out = 0;
    double coolantBefore = state.coolantC;
    double oilBefore = state.oilC;
    for (int i = 0; i < 30_000; i++) {
      engine.step(0.02, state, condition, dyno);
      double friction = CrankSolver.friction(state, EngineParameters.nominal()) * state.omega;
      fuel += engine.cylinders().fuelFlow() * Cylinders.HEATING_VALUE * 0.02;
      double ambient = state.ambientC + Gas.ZERO_C;
      double gas =
          engine.air().through() * (Gas.enthalpy(engine.air().turbineK()) - Gas.enthalpy(ambient));
      double manifold = engine.air().metalLoss();
      double shaft = engine.cylinders().indicated() - engine.cylinders().pumping() - friction;
      out +=
          (shaft
                  + gas
                  + manifold
                  + engine.air().coolerHeat()
                  + engine.cooling().shed()
                  + engine.air().bearingLoss())
              * 0.02;
    }
    double stored = 210_000 * (state.coolantC - coolantBefore) + 75_000 * (state.oilC - oilBefore);
    assertThat((out + stored) / fuel)
        .as("work, coolant, exhaust and what is stored, of the fuel")
        .isBetween(0.99, 1.01);
  }

  @Test
  void onAHotDayAndHighUpASoundEngineStaysWithinItsRange() {
    double[][] days = {{45, 100}, {30, 70}, {45, 90}, {-30, 100}};
    for (double[] day : days) {
      warm(EngineParameters.nominal(), 1_800);
      state.ambientC = day[0];
      state.ambientKpa = day[1];
      state.vehicleKmh = 40;
      for (int i = 0; i < 300; i++) {
        engine.settle(20, 1_800, engine.maps().fullFuel(1_800), state, condition);
      }
      assertThat(state.coolantC).as("coolant at %s °C", day[0]).isBetween(80.0, 103.0);
      assertThat(state.turboRpm).as("turbocharger").isLessThan(113_800);
      assertThat(state.exhaustC).isLessThan(780);
    }
  }
}
