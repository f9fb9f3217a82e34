package hitchlamp.standin.model;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.offset;
import static org.assertj.core.api.Assertions.within;

import java.util.SplittableRandom;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** What engines drive: force balance on the road, propeller law, generator, pumps. */
class LoadsTest {
  private static final double STEP = 0.02;
  private static final EngineParameters ENGINE = EngineParameters.nominal();

  private final EngineState state = new EngineState();

  @BeforeEach
  void theEngineRuns() {
    state.running = true;
    turns(1_500);
  }

  private void turns(double rpm) {
    state.omega = rpm * Math.PI / 30;
  }

  /** Seconds with the engine held at its speed; the torque taken last. */
  private double drives(Load load, double seconds) {
    double taken = 0;
    for (double t = 0; t < seconds; t += STEP) {
      taken = load.step(STEP, 0, state, ENGINE);
    }
    return taken;
  }

  /** A truck that rolls in a gear at the engine's speed. */
  private Driveline rolling(int gear, long seed) {
    Driveline d = new Driveline(Gearing.HAULAGE, new SplittableRandom(seed));
    d.select(gear);
    drives(d, 150);
    assertThat(d.gear()).isEqualTo(gear);
    return d;
  }

  private double slowsBy(Driveline d) {
    d.select(0);
    drives(d, 2);
    double before = state.vehicleKmh / 3.6;
    drives(d, 1);
    return before - state.vehicleKmh / 3.6;
  }

  @ParameterizedTest
  @ValueSource(ints = {5, 8, 10})
  void theRoadSpeedFollowsFromEngineSpeedGearAndWheel(int gear) {
    rolling(gear, 3);
    double expected =
        state.omega
            / (Gearing.HAULAGE.ratios().get(gear - 1) * Gearing.HAULAGE.finalDrive())
            * Gearing.HAULAGE.wheel();
    assertThat(state.vehicleKmh / 3.6).isCloseTo(expected, within(0.02 * expected));
  }

  /** Rolling resistance 0.006 of its weight, drag 0.5·1.2·5.6 m²·v² over 27 t. */
  @Test
  void outOfGearItSlowsByRollingAndWind() {
    Driveline d = rolling(11, 4);
    double v = state.vehicleKmh / 3.6;
    double expected = 0.006 * 9.81 + 0.5 * 1.2 * 5.6 * v * v / 27_000;
    assertThat(slowsBy(d)).isCloseTo(expected, within(0.12 * expected));
  }

  @Test
  void aHillAddsItsSlopeAndTheBrakeItsForce() {
    double flat = slowsBy(rolling(8, 5));
    Driveline hill = rolling(8, 5);
    hill.grade = 0.05;
    assertThat(slowsBy(hill) - flat).isCloseTo(9.81 * 0.05, offset(0.03));
    Driveline braked = rolling(8, 5);
    braked.brake = 0.25;
    assertThat(slowsBy(braked) - flat).isCloseTo(0.25 * 6, offset(0.05));
  }

  @Test
  void twiceTheLoadPullsLongerForTheSameSpeed() {
    Driveline light = new Driveline(Gearing.HAULAGE, new SplittableRandom(6));
    Driveline heavy = new Driveline(Gearing.HAULAGE, new SplittableRandom(6));
    light.loadKg = 0;
    heavy.loadKg = 24_000;
    light.select(6);
    heavy.select(6);
    drives(light, 3);
    double fast = state.vehicleKmh;
    state.vehicleKmh = 0;
    drives(heavy, 3);
    assertThat(fast).isGreaterThan(1.5 * state.vehicleKmh).isPositive();
  }

  @Test
  void aGearThatDoesNotExistIsRefused() {
    Driveline d = new Driveline(Gearing.HAULAGE, new SplittableRandom(7));
    org.assertj.core.api.Assertions.assertThatThrownBy(() -> d.select(13))
        .hasMessageContaining("0 to 12");
  }

  /** Torque with the square of the speed, once the hull has caught up. */
  @Test
  void aPropellerFollowsItsLaw() {
    state.pedal = 1;
    Propeller slow = new Propeller(new SplittableRandom(8), new Condition());
    turns(1_000);
    double at1000 = drives(slow, 300);
    turns(2_000);
    double at2000 = drives(slow, 300);
    assertThat(at2000 / at1000).isCloseTo(4, offset(0.1));
    turns(2_100);
    assertThat(drives(slow, 300)).isCloseTo(1_500, within(0.06 * 1_500));
  }

  @Test
  void aFouledHullIsSlowerAndHeavier() {
    state.pedal = 1;
    turns(1_800);
    double clean = drives(new Propeller(new SplittableRandom(9), new Condition()), 300);
    double knots = state.vehicleKmh;
    Condition fouled = new Condition();
    fouled.propellerFactor = 1.3;
    double heavy = drives(new Propeller(new SplittableRandom(9), fouled), 300);
    assertThat(heavy / clean).isCloseTo(1.3, offset(0.03));
    assertThat(state.vehicleKmh).isLessThan(0.95 * knots);
  }

  /** P = T·ω: 200 kW at 1,500 rpm over an efficiency of 93 % are 1,369 N·m; four poles, 50 Hz. */
  @Test
  void aGeneratorTakesWhatItsConsumersAskForOverItsEfficiency() {
    Generator g = new Generator();
    g.wantedWatts = 200_000;
    assertThat(drives(g, 1)).isCloseTo(1_369, offset(1.0));
    assertThat(g.hertz()).isCloseTo(50, offset(0.01));
    assertThat(g.watts()).isEqualTo(200_000);
    turns(1_200);
    assertThat(drives(g, 1)).as("its breaker is open").isZero();
    assertThat(g.watts()).isZero();
  }

  @Test
  void aShovelDigsNoDeeperThanItsEngineCanStand() {
    Digging d = new Digging();
    d.share = 0.8;
    turns(1_900);
    assertThat(drives(d, 8)).isCloseTo(1_000, offset(1.0));
    turns(1_025);
    assertThat(drives(d, 8)).as("half of it between 750 and 1,300").isCloseTo(500, offset(1.0));
    turns(700);
    assertThat(drives(d, 8)).isLessThan(1);
    state.running = false;
    turns(1_900);
    assertThat(drives(d, 8)).isLessThan(1);
  }

  @Test
  void whatDrivesNothingTakesNothing() {
    assertThat(drives(Load.NONE, 5)).isZero();
  }
}
