package hitchlamp.standin.model;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import hitchlamp.standin.aftertreatment.AfterWear;
import hitchlamp.standin.aftertreatment.Aftertreatment;
import hitchlamp.standin.aftertreatment.FluidControl;
import hitchlamp.standin.aftertreatment.HeatUp;
import hitchlamp.standin.engine.Gas;
import java.util.SplittableRandom;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/**
 * What cleans the exhaust, behind the whole engine, against what a real one shows: the nominal unit
 * within the corridor, random ones within wider bounds. Common practice, no source.
 */
class ExhaustCorridorTest {
  private static final double CRUISE_RPM = 1_250;
  private static final double CRUISE_MG = 88;
  private static final double CRUISE_KMH = 88;

  record Unit(String name, EngineParameters parameters, double wider) {
    @Override
    public String toString() {
      return name;
    }
  }

  static Stream<Unit> units() {
    return Stream.concat(
        Stream.of(new Unit("nominal", EngineParameters.nominal(), 0)),
        IntStream.range(0, 20)
            .mapToObj(
                i ->
                    new Unit(
                        "unit " + i, EngineParameters.of(new SplittableRandom(2_000 + i)), 0.22)));
  }

  private final Condition condition = new Condition();
  private EngineState state;
  private EngineSolver engine;

  private void warm(EngineParameters p, double soot) {
    state = new EngineState();
    state.cylinders = p.layout().cylinders();
    state.key = EngineState.Key.ON;
    state.running = true;
    state.omega = 600 * Math.PI / 30;
    state.governorIntegral = 17;
    state.coolantC = 86;
    state.oilC = 92;
    state.exhaustC = 130;
    state.sootShare = soot;
    engine = new EngineSolver(p, new SplittableRandom(3));
    engine.rest(state);
  }

  private static void within(Unit u, String what, double value, double low, double high) {
    double span = u.wider() * Math.max(Math.abs(low), Math.abs(high));
    assertThat(value).as(what).isBetween(low - span, high + span);
  }

  private void run(double seconds) {
    for (int i = 0; i < seconds / 0.02; i++) {
      engine.step(0.02, state, condition, Load.NONE);
    }
  }

  private void cruise(double minutes) {
    state.vehicleKmh = CRUISE_KMH;
    for (int i = 0; i < minutes * 6; i++) {
      engine.settle(10, CRUISE_RPM, CRUISE_MG, state, condition);
    }
  }

  private double celsius(double kelvin) {
    return kelvin - Gas.ZERO_C;
  }

  @ParameterizedTest
  @MethodSource("units")
  void atASteadyCruiseTheCatalystTakesTheNitrogenOxides(Unit u) {
    warm(u.parameters(), 0.2);
    cruise(60);
    Aftertreatment a = engine.after();
    within(u, "before, ppm", a.noxIn() * 1e6, 185, 200);
    double told = a.scr().noxOut() * 1e6 + 0.85 * a.scr().ammoniaOut() * 1e6;
    within(u, "behind, as a sensor sees it, ppm", told, 5, 35);
    within(u, "catalyst °C", celsius(a.scr().wallK()), 250, 350);
    within(u, "filter kPa", state.filterKpa, 0.5, 3);
    assertThat(a.fluid().stage()).isEqualTo(FluidControl.Stage.DOSE);
  }

  @Test
  void halfOfTheUreaOrHalfOfTheSitesShowsBehindIt() {
    warm(EngineParameters.nominal(), 0.2);
    condition.after.urea = 0.5;
    cruise(90);
    assertThat(engine.after().scr().noxOut() * 1e6).as("diluted").isGreaterThan(70);
    condition.reset();
    condition.after.scr = 0.15;
    warm(EngineParameters.nominal(), 0.2);
    cruise(90);
    double told = engine.after().scr().noxOut() + 0.85 * engine.after().scr().ammoniaOut();
    assertThat(told * 1e6).as("aged").isGreaterThan(45);
  }

  @ParameterizedTest
  @MethodSource("units")
  void parkedItBurnsItsFilterClean(Unit u) {
    warm(u.parameters(), 0.8);
    run(60);
    engine.after().heatUp().ask();
    double minutes = 0;
    double in = 0;
    double out = 0;
    double behind = 0;
    while (engine.after().heatUp().end() == HeatUp.End.NONE && minutes < 90) {
      run(60);
      minutes++;
      if (minutes == 20) {
        assertThat(state.rpm()).as("rpm").isBetween(1_000.0, 1_100.0);
        in = celsius(engine.after().pipe().outK());
        out = celsius(engine.after().catalyst().cell().outK());
        behind = celsius(engine.after().filter().cell().outK());
      }
    }
    assertThat(engine.after().heatUp().end()).isEqualTo(HeatUp.End.CLEAN);
    within(u, "minutes", minutes, 25, 40);
    within(u, "before the catalyst °C", in, 300, 330);
    within(u, "behind it °C", out, 480, 540);
    within(u, "behind the filter °C", behind, 535, 555);
    assertThat(state.sootShare).as("share that is left").isLessThan(0.3);
    run(1_800);
    assertThat(celsius(engine.after().filter().cell().wallK()))
        .as("still hot after half an hour of idling")
        .isGreaterThan(120);
  }

  @Test
  void aFouledDoserShowsInItsPressureAndMissingHeat() {
    warm(EngineParameters.nominal(), 0.8);
    condition.after.nozzle = 0.2;
    engine.after().heatUp().ask();
    run(1_200);
    assertThat(engine.after().doser().pascal()).as("40 psi").isGreaterThan(276_000);
    assertThat(celsius(engine.after().catalyst().cell().outK())).isLessThan(480);
  }

  @Test
  void theFiltersSensorSeesWhatItsHosesBringIt() {
    warm(EngineParameters.nominal(), 0.6);
    cruise(10);
    double right = state.filterSensorKpa;
    assertThat(right).isGreaterThan(1).isEqualTo(state.filterKpa);
    condition.after.hoses = AfterWear.Hoses.SWAPPED;
    cruise(1);
    assertThat(state.filterSensorKpa).isEqualTo(-state.filterKpa);
    condition.after.hoses = AfterWear.Hoses.INLET_OFF;
    cruise(1);
    assertThat(state.filterSensorKpa).isNegative();
    condition.after.hoses = AfterWear.Hoses.OUTLET_OFF;
    cruise(1);
    assertThat(state.filterSensorKpa).isGreaterThan(state.filterKpa);
  }

  @Test
  void anAgedCatalystDoesNotLight() {
    warm(EngineParameters.nominal(), 0.8);
    condition.after.catalyst = 0.03;
    engine.after().heatUp().ask();
    run(1_500);
    assertThat(celsius(engine.after().catalyst().cell().outK())).isLessThan(440);
  }

  @Test
  void whateverEndsItTheEngineIsAsBefore() {
    warm(EngineParameters.nominal(), 0.8);
    engine.after().heatUp().ask();
    run(600);
    state.pedal = 0.3;
    run(1);
    assertThat(engine.after().heatUp().end()).isEqualTo(HeatUp.End.PEDAL);
    state.pedal = 0;
    run(30);
    assertThat(state.rpm()).isBetween(570.0, 630.0);
    assertThat(state.lateMgPerStroke).isZero();
    assertThat(engine.after().doser().flow()).isLessThan(1e-9);
    assertThat(state.regenerationsBroken).isEqualTo(1);
  }

  @Test
  void atWorkItIsBurnedCleanByItself() {
    warm(EngineParameters.nominal(), 0.62);
    cruise(120);
    assertThat(state.regenerated).isEqualTo(1);
    assertThat(state.sootShare).isLessThan(0.35);
  }

  /**
   * Urea in is ammonia that took nitrogen oxides, burned, slipped, is stored, or stayed as urea.
   */
  @Test
  void noUreaIsLost() {
    warm(EngineParameters.nominal(), 0.2);
    double before = engine.after().scr().stored(1);
    cruise(120);
    Aftertreatment a = engine.after();
    double in = a.tank().used() / FluidControl.FLUID_A_MOL;
    double out =
        a.scr().reduced()
            + a.scr().oxidised()
            + a.scr().slipped()
            + a.scr().stored(1)
            - before
            + a.deposits();
    assertThat(out).isCloseTo(in, org.assertj.core.data.Offset.offset(1e-6 * in));
  }

  /** What gas and walls hold, and fuel and soot gave, is what leaves the line and warms the air. */
  @Test
  void theHeatOfTheDosedFuelIsInTheGas() {
    warm(EngineParameters.nominal(), 0.8);
    engine.after().heatUp().ask();
    run(1_500);
    Aftertreatment a = engine.after();
    double flow = engine.air().through();
    double gas = flow * (Gas.enthalpy(a.catalyst().cell().outK()) - Gas.enthalpy(a.pipe().outK()));
    assertThat(gas).isCloseTo(a.catalyst().heat(), org.assertj.core.data.Offset.offset(0.08 * gas));
  }
}
