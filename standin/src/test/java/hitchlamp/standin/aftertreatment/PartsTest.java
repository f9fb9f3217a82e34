package hitchlamp.standin.aftertreatment;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;

/** Each part of the aftertreatment against worked examples and what must be kept. */
class PartsTest {
  private final AfterWear wear = new AfterWear();

  /**
   * ISO 22241-1: 32.5 % of urea. CO(NH2)2 + H2O = 2 NH3 + CO2 with molar masses 60.06 and 17.03 g:
   * a kilogram of fluid becomes 0.325 · 2 · 17.03 / 60.06 = 0.1843 kg of ammonia.
   */
  @Test
  void aKilogramOfFluidBecomesAmmoniaByItsMolarMasses() {
    double mol = FluidControl.ammonia(1, 700);
    assertThat(mol * 17.03e-3).isCloseTo(0.1843, within(2e-4));
    assertThat(FluidControl.ammonia(0.5, 700)).isCloseTo(mol / 2, within(1e-9));
    assertThat(FluidControl.ammonia(1, 400))
        .as("cold, it stays on the walls")
        .isLessThan(0.05 * mol);
  }

  /** C + 2 NO2 = CO2 + 2 NO: 12 g of carbon take 2 · 46 g of NO2. */
  @Test
  void sootNeedsItsShareOfNo2() {
    SootFilter f = new SootFilter(1);
    f.cell().warm(650);
    f.soot(0.05);
    double no2 = 1e-7;
    f.step(60, 0.2, 650, 0, 0, 0, no2, 1e-2, 0, 1, 293, 0);
    assertThat(f.burned()).isCloseTo(60 * no2 * 12 / 92, within(1e-8));
  }

  @Test
  void sootIsCaughtBurnedLetThroughOrStillThere() {
    SootFilter f = new SootFilter(1);
    SplittableRandom r = new SplittableRandom(4);
    f.soot(0.02);
    double came = 0;
    for (int i = 0; i < 5_000; i++) {
      double dt = 0.02 + 20 * r.nextDouble();
      double arrives = 3e-6 * r.nextDouble();
      double hot = 400 + 500 * r.nextDouble();
      double cracked = r.nextDouble() * 0.5;
      f.step(dt, 0.3, hot, arrives, 0, 0.1 * r.nextDouble(), 5e-5, 1e-4, cracked, 1, 293, 50);
      came += arrives * dt;
      assertThat(f.soot()).isGreaterThanOrEqualTo(0);
    }
    assertThat(f.soot() + f.burned() + f.passed()).isCloseTo(0.02 + came, within(1e-9));
  }

  @Test
  void ammoniaIsStoredUsedBurnedOrSlips() {
    SplittableRandom r = new SplittableRandom(5);
    ScrCatalyst c = new ScrCatalyst(1, 1);
    c.warm(550);
    double before = c.stored(1);
    for (int i = 0; i < 5_000; i++) {
      double dt = 0.02 + 20 * r.nextDouble();
      double nox = 5e-4 * r.nextDouble();
      c.step(
          dt,
          0.02 + 0.5 * r.nextDouble(),
          350 + 500 * r.nextDouble(),
          nox,
          4e-3 * r.nextDouble(),
          1,
          293,
          50);
      assertThat(c.noxOut()).isBetween(-1e-12, nox + 1e-12);
      assertThat(c.ammoniaOut()).isGreaterThanOrEqualTo(-1e-12);
    }
    double after = c.stored(1) + c.reduced() + c.oxidised() + c.slipped();
    assertThat(after).isCloseTo(before + c.ammoniaIn(), within(1e-6 * after));
  }

  @Test
  void theLineOfTheFluidIsFilledInSecondsAndHoldsItsPressure() {
    for (AfterFigures u : scattered(50)) {
      FluidLine line = new FluidLine(u.line(), u.pump(), u.seeps());
      line.rest();
      double seconds = 0;
      while (line.kpa() < 880 && seconds < 60) {
        line.step(0.02, FluidLine.Mode.DELIVER, 0, true, line.kpa(), wear);
        seconds += 0.02;
      }
      assertThat(seconds).as("priming").isBetween(10.0, 40.0);
      run(line, 30, FluidLine.Mode.DELIVER, 0, wear);
      for (int i = 0; i < 600; i++) {
        run(line, 0.1, FluidLine.Mode.DELIVER, i / 100 % 2 * 0.3, wear);
        assertThat(line.kpa()).as("held, dosing and not").isBetween(880.0, 920.0);
      }
      run(line, 40, FluidLine.Mode.EMPTY, 0, wear);
      assertThat(line.kpa()).as("emptied").isLessThan(-15);
      assertThat(line.filled()).isZero();
    }
  }

  @Test
  void whatIsWrongWithTheLineShowsInItsPressureOrItsEffort() {
    double sound = effort(wear, 0.3);
    AfterWear leaks = new AfterWear();
    leaks.leak = 0.6;
    assertThat(effort(leaks, 0.3)).as("leak").isGreaterThan(sound + 0.15);
    AfterWear worn = new AfterWear();
    worn.pump = 0.3;
    FluidLine weak = new FluidLine(0.07, 1, 0);
    run(weak, 90, FluidLine.Mode.DELIVER, 0.6, worn);
    assertThat(weak.kpa()).as("worn pump, much dosed").isLessThan(850);
    AfterWear fouled = new AfterWear();
    fouled.injector = 0.4;
    FluidLine less = new FluidLine(0.07, 1, 0);
    run(less, 90, FluidLine.Mode.DELIVER, 0.5, fouled);
    assertThat(less.dosed()).isCloseTo(0.4 * 0.5 * FluidLine.MOST, within(0.06 * FluidLine.MOST));
    AfterWear stuck = new AfterWear();
    stuck.valveStuck = true;
    run(less, 60, FluidLine.Mode.EMPTY, 0, stuck);
    assertThat(less.kpa()).as("not sucked back").isBetween(-1.0, 100.0);
    assertThat(less.filled()).isEqualTo(1);
  }

  /** A point of a history is where the same line comes to rest second by second. */
  @Test
  void aLongStepEndsWhereShortOnesDo() {
    for (double pump : new double[] {1, 0.6, 0.25}) {
      for (double duty : new double[] {0, 0.2, 0.8}) {
        AfterWear w = new AfterWear();
        w.pump = pump;
        FluidLine slow = new FluidLine(0.07, 1, 0);
        run(slow, 300, FluidLine.Mode.DELIVER, duty, w);
        FluidLine quick = new FluidLine(0.07, 1, 0);
        quick.step(20, FluidLine.Mode.DELIVER, duty, true, 0, w);
        assertThat(quick.kpa()).isCloseTo(slow.kpa(), within(5.0));
        assertThat(quick.dosed()).isCloseTo(slow.dosed(), within(2e-5));
      }
    }
  }

  /** What closes: with the pump standing only what leaks takes the pressure away. */
  @Test
  void withThePumpStandingTheLineLosesWhatLeaksAndNothingElse() {
    for (AfterFigures u : scattered(50)) {
      assertThat(lostInAMinute(u, new AfterWear())).as("sound").isBetween(0.0, 15.0);
    }
    AfterFigures nominal = AfterFigures.nominal(1);
    AfterWear outside = new AfterWear();
    outside.leak = 3e-4;
    AfterWear seal = new AfterWear();
    seal.seal = 3e-4;
    AfterWear drips = new AfterWear();
    drips.drips = 3e-4;
    // Torricelli's law out of a spring: with q the leak at 900 kPa and c the litres a kPa that the
    // line gives, the pressure falls by q / c a second at first.
    double first = 3.5e-4 * FluidLine.MOST / FluidTank.DENSITY / 1.2e-6 * 60;
    for (AfterWear w : java.util.List.of(outside, seal, drips)) {
      assertThat(lostInAMinute(nominal, w)).isBetween(0.8 * first, first);
    }
    assertThat(effort(seal, 0))
        .as("delivering, its valve does not matter")
        .isEqualTo(effort(wear, 0));
  }

  private static double lostInAMinute(AfterFigures u, AfterWear w) {
    FluidLine line = new FluidLine(u.line(), u.pump(), u.seeps());
    run(line, 90, FluidLine.Mode.DELIVER, 0, w);
    double before = line.kpa();
    run(line, 60, FluidLine.Mode.OFF, 0, w);
    return before - line.kpa();
  }

  @Test
  void aBlockedInletLimitsWhatIsDeliveredAndNotWhatIsHeld() {
    AfterWear w = new AfterWear();
    w.suction = 0.3;
    assertThat(effort(w, 0)).isCloseTo(effort(wear, 0), within(0.005));
    FluidLine line = new FluidLine(0.07, 1, 0);
    run(line, 90, FluidLine.Mode.DELIVER, 0.8, w);
    assertThat(line.kpa()).isLessThan(700);
  }

  @Test
  void drawnAirMakesThePressureSwing() {
    AfterWear w = new AfterWear();
    FluidLine line = new FluidLine(0.07, 1, 0);
    assertThat(swing(line, w)).as("sound").isLessThan(10);
    w.airDrawn = 0.15;
    assertThat(swing(line, w)).isGreaterThan(60);
  }

  private static double swing(FluidLine line, AfterWear w) {
    run(line, 60, FluidLine.Mode.DELIVER, 0, w);
    double least = line.kpa();
    double most = line.kpa();
    for (int i = 0; i < 200; i++) {
      run(line, 0.1, FluidLine.Mode.DELIVER, 0, w);
      least = Math.min(least, line.kpa());
      most = Math.max(most, line.kpa());
    }
    return most - least;
  }

  private static double effort(AfterWear w, double duty) {
    FluidLine line = new FluidLine(0.07, 1, 0);
    run(line, 90, FluidLine.Mode.DELIVER, duty, w);
    assertThat(line.kpa()).isBetween(880.0, 920.0);
    return line.effort();
  }

  private static void run(FluidLine l, double seconds, FluidLine.Mode m, double duty, AfterWear w) {
    for (int i = 0; i < seconds / 0.02; i++) {
      l.step(0.02, m, duty, true, l.kpa(), w);
    }
  }

  private static Iterable<AfterFigures> scattered(int units) {
    SplittableRandom r = new SplittableRandom(8);
    return java.util.stream.IntStream.range(0, units)
            .mapToObj(
                i ->
                    AfterFigures.nominal(1)
                        .scattered(
                            v -> v * (0.97 + 0.06 * r.nextDouble()),
                            v -> v * (0.85 + 0.3 * r.nextDouble())))
        ::iterator;
  }

  /** ISO 22241-1: 32.5 % crystallises at -11.5 °C. */
  @Test
  void frozenFluidIsThawedByTheHeaterAndNotWithout() {
    assertThat(thawed(true)).as("minutes").isBetween(5.0, 70.0);
    assertThat(thawed(false)).isInfinite();
  }

  private static double thawed(boolean heated) {
    FluidTank tank = new FluidTank(42);
    tank.stood(-25);
    assertThat(tank.drawable()).isFalse();
    for (int minute = 0; minute < 300; minute++) {
      for (int i = 0; i < 60; i++) {
        tank.step(1, 0, -25, Math.min(85, minute * 4), heated);
      }
      if (tank.drawable()) {
        return minute;
      }
    }
    return Double.POSITIVE_INFINITY;
  }

  @Test
  void aFouledDoserHasMorePressureAndLessFuel() {
    double supply = 450_000;
    FuelDoser clean = new FuelDoser(1);
    FuelDoser fouled = new FuelDoser(1);
    for (double wanted : new double[] {3e-4, 5e-4, 8e-4}) {
      double duty = FuelDoser.duty(wanted, supply, 1);
      for (int i = 0; i < 200; i++) {
        clean.step(0.02, duty, supply, 1, 1);
        fouled.step(0.02, duty, supply, 0.25, 1);
      }
      assertThat(clean.flow()).as("the maker's figures hold").isCloseTo(wanted, within(1e-6));
      assertThat(clean.pascal()).isBetween(138_000.0, 242_000.0);
      assertThat(fouled.flow()).isLessThan(clean.flow());
      assertThat(fouled.pascal()).isGreaterThan(clean.pascal() + 10_000);
    }
    assertThat(fouled.pascal()).as("40 psi").isGreaterThan(276_000);
  }

  @Test
  void aShutOffValveThatHardlyOpensLeavesNoPressureBeforeTheNozzle() {
    FuelDoser starved = new FuelDoser(1);
    FuelDoser shut = new FuelDoser(1);
    for (int i = 0; i < 200; i++) {
      starved.step(0.02, 1, 450_000, 1, 0.05);
      shut.step(0.02, 1, 450_000, 1, 0);
    }
    assertThat(starved.flow()).isBetween(1e-6, 3e-4);
    assertThat(starved.pascal()).isBetween(140_000.0, 160_000.0);
    assertThat(shut.flow()).isLessThan(1e-9);
    assertThat(shut.pascal()).isLessThan(1_000);
  }

  /** With less flow it leaves colder by more: what it loses to the air stays. */
  @Test
  void aFilterWithoutItsCladdingLeavesTheGasFarColder() {
    double[] outC = new double[2];
    for (int bare = 0; bare < 2; bare++) {
      SootFilter filter = new SootFilter(1);
      filter.cell().warm(800);
      for (int i = 0; i < 4_000; i++) {
        filter.step(1, 0.12, 800, 0, 0, 0.1, 0, 0, 0, bare == 0 ? 1 : 12, 283, 0);
      }
      outC[bare] = filter.cell().outK() - 273.15;
    }
    assertThat(outC[0]).isBetween(510.0, 527.0);
    assertThat(outC[0] - outC[1]).isBetween(50.0, 130.0);
  }

  @Test
  void aGasSensorSleepsUntilItIsDryAndHot() {
    GasSensor s = new GasSensor(new SplittableRandom(1));
    SplittableRandom r = new SplittableRandom(2);
    for (int i = 0; i < 600; i++) {
      s.step(1, true, 110, 110, 2e-4, 0, 0.1, 0);
    }
    assertThat(s.ppm(r)).as("wet").isNaN();
    int seconds = 0;
    while (!s.stable()) {
      s.step(1, true, 180, 180, 2e-4, 0, 0.1, 0);
      seconds++;
    }
    assertThat(seconds).isBetween(60, 240);
    assertThat(s.ppm(r)).isBetween(185.0, 215.0);
    s.step(60, true, 180, 180, 2e-4, 1e-4, 0.1, 0);
    assertThat(s.ppm(r)).as("ammonia is taken for nitrogen oxide").isGreaterThan(265);
    s.step(60, false, 180, 180, 2e-4, 0, 0.1, 0);
    assertThat(s.ppm(r)).as("without power").isNaN();
  }
}
