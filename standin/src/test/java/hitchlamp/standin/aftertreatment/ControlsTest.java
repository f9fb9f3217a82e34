package hitchlamp.standin.aftertreatment;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import hitchlamp.standin.engine.ParticleFilter;
import java.util.SplittableRandom;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;

/** What the module of the aftertreatment does, by the readings that it gets. */
class ControlsTest {
  private final AfterReadings r = new AfterReadings();
  private final HeatUp heat = new HeatUp(1);
  private final FluidControl fluid = new FluidControl();

  @BeforeEach
  void idlesWarm() {
    r.running = true;
    r.loadShare = 0.05;
    r.flow = 0.06;
    r.fuel = 5e-4;
    r.catalystInC = 140;
    r.catalystOutC = 135;
    r.filterOutC = 130;
    r.scrInC = 125;
  }

  private void heats(double seconds, double soot) {
    for (int i = 0; i < seconds * 10; i++) {
      heat.step(0.1, r, soot);
    }
  }

  private void works() {
    r.loadShare = 0.5;
    r.kmh = 60;
    r.flow = 0.25;
    r.catalystInC = 330;
    r.catalystOutC = 330;
    r.filterOutC = 325;
  }

  @Test
  void itBeginsByItselfAtWorkOnlyAndOnlyWithMuchSoot() {
    heats(60, 0.9);
    assertThat(heat.stage()).as("idling").isEqualTo(HeatUp.Stage.NONE);
    works();
    heats(60, 0.5);
    assertThat(heat.stage()).as("little soot").isEqualTo(HeatUp.Stage.NONE);
    heats(1, 0.62);
    assertThat(heat.stage()).isNotEqualTo(HeatUp.Stage.NONE);
    assertThat(heat.heldRpm()).as("driving, no speed is held").isZero();
  }

  @Test
  void parkedItRaisesTheSpeedAndDosesNothingBeforeTheCatalystIsWarm() {
    heat.ask();
    heats(60, 0.8);
    assertThat(heat.stage()).isEqualTo(HeatUp.Stage.WARM_UP);
    assertThat(heat.heldRpm()).isBetween(1_000.0, 1_100.0);
    assertThat(heat.late(0.1)).isPositive();
    assertThat(heat.late(0.6)).as("under load the gas is hot by itself").isZero();
    assertThat(heat.duty()).isZero();
    r.catalystInC = 310;
    r.catalystOutC = 290;
    heats(5, 0.8);
    assertThat(heat.stage()).isEqualTo(HeatUp.Stage.LIGHT_OFF);
    assertThat(heat.duty()).isPositive();
    r.catalystOutC = 500;
    heats(1, 0.8);
    assertThat(heat.stage()).isEqualTo(HeatUp.Stage.BURN);
    r.catalystInC = 200;
    heats(1, 0.8);
    assertThat(heat.stage()).as("the gas is too cold to light").isEqualTo(HeatUp.Stage.WARM_UP);
    assertThat(heat.duty()).isZero();
  }

  @Test
  void beyondItsTargetItDosesLess() {
    heat.ask();
    heats(1, 0.8);
    r.catalystInC = 318;
    r.catalystOutC = 500;
    r.flow = 0.13;
    heats(300, 0.8);
    double at500 = heat.duty();
    r.catalystOutC = 560;
    heats(60, 0.8);
    assertThat(heat.duty()).isLessThan(at500);
    r.catalystOutC = 640;
    heats(400, 0.8);
    assertThat(heat.duty()).as("far too hot").isLessThan(0.002);
  }

  @Test
  void cleanItCoolsDownAndGivesTheSpeedBack() {
    burning();
    heats(1, 0.1);
    assertThat(heat.end()).isEqualTo(HeatUp.End.CLEAN);
    assertThat(heat.stage()).isEqualTo(HeatUp.Stage.COOL_DOWN);
    assertThat(heat.duty()).isZero();
    assertThat(heat.late(0)).isZero();
    heats(200, 0.1);
    assertThat(heat.stage()).isEqualTo(HeatUp.Stage.NONE);
    assertThat(heat.heldRpm()).isZero();
    assertThat(heat.completed()).isEqualTo(1);
    assertThat(heat.broken()).isZero();
  }

  private void burning() {
    heat.ask();
    heats(1, 0.8);
    r.catalystInC = 318;
    r.catalystOutC = 500;
    heats(30, 0.8);
    assertThat(heat.stage()).isEqualTo(HeatUp.Stage.BURN);
  }

  @ParameterizedTest
  @EnumSource(
      value = HeatUp.End.class,
      names = {"ENGINE_STOPPED", "PEDAL", "MOVES", "TESTER"})
  void whateverBreaksItOffEverythingIsLetGoAtOnceAndTheReasonIsKept(HeatUp.End why) {
    burning();
    switch (why) {
      case ENGINE_STOPPED -> r.running = false;
      case PEDAL -> r.pedal = 0.2;
      case MOVES -> r.kmh = 8;
      default -> heat.stop();
    }
    heat.step(0.1, r, 0.8);
    assertThat(heat.end()).isEqualTo(why);
    assertThat(heat.stage()).isEqualTo(HeatUp.Stage.NONE);
    assertThat(heat.duty()).isZero();
    assertThat(heat.late(0)).isZero();
    assertThat(heat.heldRpm()).isZero();
    assertThat(heat.broken()).isEqualTo(1);
    works();
    r.running = true;
    r.pedal = 0;
    heats(300, 0.8);
    assertThat(heat.stage()).as("not at once by itself").isEqualTo(HeatUp.Stage.NONE);
    heats(400, 0.8);
    assertThat(heat.stage()).as("later, at work").isNotEqualTo(HeatUp.Stage.NONE);
  }

  private void doses(double seconds) {
    for (int i = 0; i < seconds * 10; i++) {
      fluid.step(0.1, r, false);
    }
  }

  @Test
  void itFillsTheLineOnceTheExhaustWarmsAndDosesOnceTheCatalystIsWarmEnough() {
    doses(30);
    assertThat(fluid.stage()).isEqualTo(FluidControl.Stage.OFF);
    r.scrInC = 160;
    doses(1);
    assertThat(fluid.stage()).isEqualTo(FluidControl.Stage.PRIME);
    assertThat(fluid.mode()).isEqualTo(FluidLine.Mode.DELIVER);
    r.fluidKpa = 900;
    doses(5);
    assertThat(fluid.stage()).isEqualTo(FluidControl.Stage.HOLD);
    assertThat(fluid.wanted()).isZero();
    r.scrInC = 300;
    r.noxIn = 200;
    doses(1);
    assertThat(fluid.stage()).isEqualTo(FluidControl.Stage.DOSE);
    // 200 ppm of 0.06 kg/s over 0.0289 kg/mol are 0.415 mmol/s; 0.935 of it as ammonia, of which a
    // mole needs 60.06 / 2 / 0.325 = 92.4 g of fluid.
    assertThat(fluid.wanted()).isCloseTo(0.415e-3 * 0.935 * 0.0924, within(1e-7));
    double before = fluid.wanted();
    fluid.step(0.1, r, true);
    assertThat(fluid.wanted()).as("while the filter burns").isLessThan(0.5 * before);
  }

  @Test
  void withoutTheSensorItDosesByWhatTheEngineShouldMake() {
    r.scrInC = 300;
    r.fluidKpa = 900;
    r.noxIn = Double.NaN;
    doses(5);
    double nox = EngineOut.nox(r.fuel, r.burned) / EngineOut.NO2_MOLAR;
    assertThat(fluid.wanted()).isCloseTo(nox * 0.935 * FluidControl.FLUID_A_MOL, within(1e-9));
  }

  @Test
  void aLineThatDoesNotFillIsTriedAgainAfterAWait() {
    r.scrInC = 300;
    doses(95);
    assertThat(fluid.failed()).isEqualTo(1);
    assertThat(fluid.mode()).isEqualTo(FluidLine.Mode.OFF);
    doses(30);
    assertThat(fluid.stage()).isEqualTo(FluidControl.Stage.OFF);
    doses(40);
    assertThat(fluid.stage()).isEqualTo(FluidControl.Stage.PRIME);
  }

  @Test
  void frozenFluidIsNotPumped() {
    r.scrInC = 300;
    r.tankC = -15;
    doses(60);
    assertThat(fluid.stage()).isEqualTo(FluidControl.Stage.OFF);
    r.tankC = -5;
    doses(1);
    assertThat(fluid.stage()).isEqualTo(FluidControl.Stage.PRIME);
  }

  @Test
  void aLostPressureStopsTheDosing() {
    r.scrInC = 300;
    r.noxIn = 300;
    r.fluidKpa = 900;
    doses(5);
    assertThat(fluid.duty(1)).isPositive();
    r.fluidKpa = 400;
    doses(0.2);
    assertThat(fluid.wanted()).isZero();
    assertThat(fluid.stage()).isEqualTo(FluidControl.Stage.PRIME);
  }

  @Test
  void theEngineStoppedTheLineIsEmptiedAndThenLeft() {
    r.scrInC = 300;
    r.fluidKpa = 900;
    doses(5);
    r.running = false;
    doses(0.2);
    assertThat(fluid.mode()).isEqualTo(FluidLine.Mode.EMPTY);
    doses(50);
    assertThat(fluid.mode()).isEqualTo(FluidLine.Mode.OFF);
  }

  @Test
  void coldOrTooHotLessIsAskedForThanInTheMiddle() {
    double most = FluidControl.share(320);
    assertThat(FluidControl.share(150)).isZero();
    for (double c = 190; c < 280; c += 5) {
      assertThat(FluidControl.share(c + 5)).isGreaterThanOrEqualTo(FluidControl.share(c));
    }
    assertThat(FluidControl.share(540)).isLessThan(most);
    assertThat(FluidControl.share(900)).isBetween(0.0, most);
  }

  /** A sensor that tells nonsense makes no dose below nothing or beyond what the injector can. */
  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4, 5})
  void whateverItReadsItCommandsWhatCanBe(long seed) {
    SplittableRandom random = new SplittableRandom(seed);
    SootEstimate estimate = new SootEstimate(1);
    for (int i = 0; i < 20_000; i++) {
      r.running = random.nextInt(50) != 0;
      r.noxIn = random.nextInt(5) == 0 ? Double.NaN : -200 + 4_000 * random.nextDouble();
      r.scrInC = -60 + 900 * random.nextDouble();
      r.catalystInC = -60 + 900 * random.nextDouble();
      r.catalystOutC = -60 + 1_000 * random.nextDouble();
      r.filterOutC = -60 + 1_000 * random.nextDouble();
      r.fluidKpa = -40 + 1_300 * random.nextDouble();
      r.tankC = -40 + 100 * random.nextDouble();
      r.filterKpa = random.nextInt(5) == 0 ? Double.NaN : -20 + 80 * random.nextDouble();
      r.supplyKpa = 900 * random.nextDouble();
      r.flow = 0.8 * random.nextDouble();
      r.fuel = 0.02 * random.nextDouble();
      r.burned = 0.6 * random.nextDouble();
      r.loadShare = random.nextDouble();
      r.pedal = random.nextInt(20) == 0 ? 1 : 0;
      if (random.nextInt(100) == 0) {
        heat.ask();
      }
      double dt = 0.02 + random.nextDouble();
      estimate.step(dt, r);
      heat.step(dt, r, estimate.share());
      fluid.step(dt, r, heat.stage() != HeatUp.Stage.NONE);
      assertThat(fluid.duty(1)).isBetween(0.0, 1.0);
      assertThat(fluid.wanted()).isGreaterThanOrEqualTo(0);
      assertThat(heat.duty()).isBetween(0.0, 1.0);
      assertThat(heat.late(0)).isBetween(0.0, 1.0);
      assertThat(estimate.share()).isBetween(0.0, 1.31);
    }
  }

  /** The pressure over the filter tells the module of soot that its sums do not know of. */
  @Test
  void theEstimateIsDrawnToThePressure() {
    works();
    r.flow = 0.3;
    r.fuel = 0.006;
    SootEstimate e = new SootEstimate(1);
    e.begin(0.01);
    SootEstimate without = new SootEstimate(1);
    without.begin(0.01);
    double kelvin = 600.65;
    for (int i = 0; i < 3_600; i++) {
      r.filterKpa = ParticleFilter.loss(0.3, kelvin, 0.06, 0.015, 1) / 1e3;
      e.step(10, r);
      r.filterKpa = Double.NaN;
      without.step(10, r);
    }
    assertThat(e.share()).as("drawn").isGreaterThan(0.6);
    assertThat(without.share()).as("by sums alone").isLessThan(e.share());
  }
}
