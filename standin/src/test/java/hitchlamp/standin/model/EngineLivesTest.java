package hitchlamp.standin.model;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.standin.aftertreatment.AfterWear;
import hitchlamp.standin.aftertreatment.Aftertreatment;
import hitchlamp.standin.aftertreatment.FluidControl;
import hitchlamp.standin.aftertreatment.HeatUp;
import hitchlamp.standin.engine.Gas;
import hitchlamp.standin.engine.Layout;
import hitchlamp.standin.engine.SmoothRunning;
import java.util.SplittableRandom;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/**
 * Engines that are done to whatever hands can do, with parts that break at any time, in any air:
 * whatever happens, figures stay those of a machine, nothing is made of nothing, and what a
 * regeneration has taken hold of it lets go.
 */
class EngineLivesTest {
  private static final int LIVES = 12;
  private static final double STEP = 0.02;

  private SplittableRandom r;
  private EngineState s;
  private EngineSolver engine;
  private Condition condition;
  private CrankSolver crank;
  private EngineParameters parameters;
  private int stood;
  private double soot;
  private double stored;

  private void born(long seed) {
    r = new SplittableRandom(seed * 977 + 3).split();
    Layout layout = new Layout[] {Layout.SIX, Layout.FOUR, Layout.EIGHT}[r.nextInt(3)];
    parameters = EngineParameters.of(EngineParameters.nominal(layout, 600), r.split());
    s = new EngineState();
    s.cylinders = layout.cylinders();
    s.ambientC = -30 + 75 * r.nextDouble();
    s.ambientKpa = 70 + 31 * r.nextDouble();
    s.sootShare = r.nextDouble();
    s.key = EngineState.Key.ON;
    s.cold();
    condition = new Condition();
    engine = new EngineSolver(parameters, r.split());
    engine.rest(s);
    crank = new CrankSolver();
    crank.times(engine.crank().clock());
    soot = engine.after().filter().soot();
    stored = engine.after().scr().stored(1);
  }

  private void step() {
    if (s.key == EngineState.Key.CRANK && !s.running) {
      crank.step(STEP, s, parameters, condition);
      engine.crank(STEP, s, condition);
    } else {
      crank.rest();
      engine.step(STEP, s, condition, Load.NONE);
    }
    stood = s.running ? 0 : stood + 1;
  }

  private void act() {
    AfterWear w = condition.after;
    switch (r.nextInt(18)) {
      case 0 -> s.key = EngineState.Key.OFF;
      case 1, 2, 3 -> s.key = EngineState.Key.ON;
      case 4, 5, 6 -> s.key = s.running ? EngineState.Key.ON : EngineState.Key.CRANK;
      case 7, 8 -> s.pedal = r.nextBoolean() ? 0 : r.nextDouble();
      case 9 -> s.vehicleKmh = r.nextBoolean() ? 0 : 90 * r.nextDouble();
      case 10, 11 -> engine.after().heatUp().ask();
      case 12 -> engine.after().heatUp().stop();
      case 13 -> s.cutOut = r.nextInt(1 << s.cylinders);
      case 14 -> {
        s.vaneActuator.take(r.nextDouble());
        s.egrValve.take(r.nextDouble());
        s.throttleValve.take(r.nextDouble());
      }
      case 15 -> {
        s.vaneActuator.giveBack();
        s.egrValve.giveBack();
        s.throttleValve.giveBack();
        s.cutOut = 0;
      }
      case 16 -> {
        w.nozzle = r.nextDouble();
        w.shutOff = r.nextDouble();
        w.bare = 1 + 19 * r.nextDouble();
        w.catalyst = 0.02 + 0.98 * r.nextDouble();
        w.pump = r.nextDouble();
        w.leak = r.nextDouble();
        w.injector = r.nextDouble();
        w.line = r.nextDouble();
        w.urea = r.nextDouble();
        w.valveStuck = r.nextBoolean();
        w.cracked = 0.5 * r.nextDouble();
        w.filterOpen = 0.05 + 0.95 * r.nextDouble();
      }
      default -> {
        condition.reset();
        condition.ringShare[r.nextInt(s.cylinders)] = 1 + 15 * r.nextDouble();
        condition.valveOpen[r.nextInt(s.cylinders)] = r.nextDouble() * 0.3;
        condition.chargeLeakMm2 = 400 * r.nextDouble();
        condition.turboShare = 0.4 + 0.6 * r.nextDouble();
      }
    }
  }

  private void looksLikeAMachine(String when) {
    Aftertreatment a = engine.after();
    between(when, "rpm", s.rpm(), 0, 3_200);
    between(when, "intake kPa", s.intakeKpa, 15, 520);
    between(when, "exhaust kPa", s.exhaustKpa, 15, 900);
    between(when, "exhaust °C", s.exhaustC, -45, 1_300);
    between(when, "rail MPa", s.railMpa, 0, 280);
    between(when, "coolant °C", s.coolantC, -45, 160);
    between(when, "crankcase kPa", s.crankcaseKpa, -1, 60);
    between(when, "catalyst °C", a.catalyst().cell().outK() - Gas.ZERO_C, -45, 1_000);
    between(when, "filter °C", a.filter().cell().wallK() - Gas.ZERO_C, -45, 1_150);
    between(when, "SCR °C", a.scr().wallK() - Gas.ZERO_C, -45, 1_000);
    between(when, "fluid kPa", a.line().kpa(), -30, 1_200);
    between(when, "fluid filled", a.line().filled(), 0, 1);
    between(when, "pump effort", a.line().effort(), 0, 1);
    between(when, "tank litres", a.tank().litres(), 0, 60);
    between(when, "ice", a.tank().ice(), 0, 1);
    between(when, "doser kPa", a.doser().pascal() / 1e3, 0, 1_300);
    between(when, "NOx behind", a.scr().noxOut(), -1e-12, 0.02);
    between(when, "soot share believed", a.estimate().share(), 0, 1.31);
    for (int i = 0; i < s.cylinders; i++) {
      between(
          when,
          "correction",
          engine.crank().smooth().share(i),
          -SmoothRunning.MOST - 1e-9,
          SmoothRunning.MOST + 1e-9);
    }
  }

  private static void between(String when, String what, double value, double low, double high) {
    assertThat(value).as("%s: %s", when, what).isBetween(low, high);
  }

  /** What a regeneration holds it holds only while it runs. */
  private void holdsNothingBeyond(String when) {
    HeatUp h = engine.after().heatUp();
    if (h.stage() == HeatUp.Stage.NONE) {
      assertThat(h.heldRpm()).as(when).isZero();
      assertThat(h.late(0)).as(when).isZero();
      assertThat(h.throttle(0)).as(when).isZero();
      assertThat(h.duty()).as(when).isZero();
    }
    if (stood > 2) {
      assertThat(engine.cylinders().fuelFlow()).as(when).isZero();
    }
  }

  private void keepsWhatItGot(String when) {
    Aftertreatment a = engine.after();
    double lies = a.filter().soot() + a.filter().burned() - soot;
    assertThat(lies).as("%s: soot", when).isCloseTo(a.filter().caught(), small(1e-7));
    double used = a.tank().used() / FluidControl.FLUID_A_MOL;
    assertThat(a.scr().ammoniaIn() + a.deposits())
        .as("%s: urea becomes ammonia, or stays; no more than was used", when)
        .isLessThanOrEqualTo(used + 1e-7);
    double ammonia =
        a.scr().reduced() + a.scr().oxidised() + a.scr().slipped() + a.scr().stored(1) - stored;
    assertThat(ammonia).as("%s: ammonia", when).isCloseTo(a.scr().ammoniaIn(), small(1e-6));
  }

  private static org.assertj.core.data.Offset<Double> small(double by) {
    return org.assertj.core.data.Offset.offset(by);
  }

  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8})
  void whateverIsDoneItStaysAMachine(long first) {
    for (long life = 0; life < LIVES; life++) {
      born(first * 1_000 + life);
      for (int acts = 0; acts < 40; acts++) {
        act();
        int steps = 1 + r.nextInt(r.nextInt(8) == 0 ? 4_000 : 300);
        String when = "seed " + (first * 1_000 + life) + " act " + acts;
        for (int i = 0; i < steps; i++) {
          step();
          if (i % 25 == 0) {
            looksLikeAMachine(when);
            holdsNothingBeyond(when);
          }
        }
        keepsWhatItGot(when);
      }
    }
  }

  /** After whatever life: key off, and two minutes later all is let go and the line is empty. */
  @ParameterizedTest
  @ValueSource(longs = {11, 12, 13, 14})
  void switchedOffItLetsGoOfEverything(long first) {
    for (long life = 0; life < LIVES; life++) {
      born(first * 1_000 + life);
      for (int acts = 0; acts < 25; acts++) {
        act();
        for (int i = 0; i < 200; i++) {
          step();
        }
      }
      condition.reset();
      s.key = EngineState.Key.OFF;
      for (int i = 0; i < 120 / STEP; i++) {
        step();
      }
      String when = "seed " + (first * 1_000 + life);
      assertThat(s.running).as(when).isFalse();
      assertThat(s.rpm()).as(when).isZero();
      assertThat(engine.after().heatUp().stage()).as(when).isEqualTo(HeatUp.Stage.NONE);
      assertThat(engine.after().fluid().stage()).as(when).isEqualTo(FluidControl.Stage.OFF);
      assertThat(engine.after().line().dosed()).as(when).isZero();
      assertThat(engine.after().doser().flow()).as(when).isLessThan(1e-12);
      looksLikeAMachine(when);
    }
  }
}
