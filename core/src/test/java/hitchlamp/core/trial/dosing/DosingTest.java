package hitchlamp.core.trial.dosing;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.judge.Verdict;
import hitchlamp.core.trial.Act;
import hitchlamp.core.trial.QuietScene;
import hitchlamp.core.trial.RoutineEnd;
import hitchlamp.core.trial.Step;
import hitchlamp.core.trial.dosing.DosingSeen.Outside;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.SplittableRandom;
import java.util.stream.Collectors;
import org.hipparchus.stat.regression.SimpleRegression;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What a check of the fluid's circuit comes to, on courses whose answer is known. */
class DosingTest {
  private static final DosingSetup SETUP =
      new DosingSetup(List.of(1, 2, 3, 4, 5, 6), 900, 20, 16.7, 13.3, 11.5, 60.3, -25);

  /** A circuit drawn by hand: each figure is what the judge should find. */
  private static final class Course {
    double rest = 0;
    double fill = 16;
    double held = 900;
    double lost = 4;
    double pump = 1;
    double little = 1;
    double much = 1;
    double sag = 0;
    double swing = 0;
    double sucked = -25;
    double noise = 2;
    Outside outside = Outside.UNSEEN;
    boolean done = true;
    double level = 60;
    double celsius = 15;
    private final SplittableRandom dice = new SplittableRandom(4);
    private final List<DosingPoint> points = new ArrayList<>();

    private void stage(DosingStage stage, double seconds, double kpa, double slope, double effort) {
      double from = points.isEmpty() ? 0 : points.get(points.size() - 1).seconds() + 0.2;
      for (double t = 0; t < seconds; t += 0.2) {
        double n = noise * (dice.nextDouble() + dice.nextDouble() - 1);
        double swings = swing / 2 * Math.signum(Math.sin(t));
        points.add(
            new DosingPoint(
                from + t,
                Math.max(kpa + slope * t + (stage == DosingStage.HOLD ? swings : 0), -30)
                    + rest
                    + n,
                effort,
                0,
                stage));
      }
    }

    DosingSeen seen() {
      double hold = 13.3 / pump;
      stage(DosingStage.NONE, 3, 0, 0, 0);
      stage(DosingStage.FILL, fill, 0, 0, 100);
      stage(DosingStage.FILL, 2, held, 0, hold);
      stage(DosingStage.HOLD, 20, held, 0, hold);
      stage(DosingStage.REST, 60, held, -lost / 60, 0);
      stage(DosingStage.DOSE_LITTLE, 12, held, 0, hold + 11.5 * little / pump);
      stage(DosingStage.DOSE_MUCH, 12, held - sag, 0, Math.min(100, hold + 60.3 * much / pump));
      stage(DosingStage.EMPTY, 45, sucked, 0, 100);
      return new DosingSeen(points, done, done, done ? "it did it" : "", outside, level, celsius);
    }

    Judgement judged() {
      return new Dosing().judge(SETUP, seen());
    }
  }

  private static Set<String> parts(Judgement j, Verdict v) {
    return j.parts().stream()
        .filter(p -> p.verdict() == v)
        .map(Judgement.Part::id)
        .collect(Collectors.toSet());
  }

  /** A run of these points that the module did not bring to its end. */
  private static Judgement brokenOff(List<DosingPoint> points, double level, double celsius) {
    return new Dosing()
        .judge(
            SETUP,
            new DosingSeen(points, true, false, "it broke off", Outside.UNSEEN, level, celsius));
  }

  private static Set<String> failed(Course c) {
    Judgement j = c.judged();
    assertThat(j.verdict()).isEqualTo(Verdict.FAIL);
    return parts(j, Verdict.FAIL);
  }

  @Test
  void aSoundCircuitPassesAndPointsToQuantityAndQuality() {
    Judgement j = new Course().judged();
    assertThat(j.verdict()).isEqualTo(Verdict.PASS);
    assertThat(j.says().toString()).contains("9.00 bar").contains("0.0");
    assertThat(j.next().toString()).contains("quality").contains("quantity");
    assertThat(j.parts()).isEmpty();
  }

  /** Common practice, no source: it must hold within 0.2 bar. */
  @ParameterizedTest
  @CsvSource({"12, PASS", "30, FAIL", "300, FAIL", "20.1, CANNOT_TELL"})
  void theClosedLineMayLoseSoMuchInAMinute(double lost, Verdict verdict) {
    Course c = new Course();
    c.lost = lost;
    assertThat(c.judged().verdict()).isEqualTo(verdict);
  }

  /** The slope and its error, checked against Hipparchus. */
  @Test
  void whatItLosesIsTheSlopeOfTheRestingLineWithItsDoubt() {
    Course c = new Course();
    c.lost = 30;
    c.noise = 6;
    DosingSeen seen = c.seen();
    SimpleRegression reference = new SimpleRegression();
    double begin =
        seen.points().stream()
            .filter(p -> p.stage() == DosingStage.REST)
            .findFirst()
            .orElseThrow()
            .seconds();
    seen.points().stream()
        .filter(p -> p.stage() == DosingStage.REST && p.seconds() >= begin + 1.5)
        .forEach(p -> reference.addData(p.seconds(), p.kpa()));
    DosingFigures f = DosingFigures.of(seen.points());
    assertThat(f.leak()).isCloseTo(-60 * reference.getSlope(), within(1e-6));
    assertThat(f.leakOff()).isCloseTo(60 * 1.96 * reference.getSlopeStdErr(), within(1e-6));
    assertThat(f.leak()).isCloseTo(30, within(2 * f.leakOff()));
  }

  @Test
  void aLineThatCollapsesIsJudgedByItsFirstFall() {
    Course c = new Course();
    c.lost = 60 * 170;
    assertThat(DosingFigures.of(c.seen().points()).leak()).isBetween(6_000.0, 14_000.0);
    c = new Course();
    c.lost = 60 * 170;
    assertThat(c.judged().verdict()).isEqualTo(Verdict.FAIL);
  }

  @ParameterizedTest
  @CsvSource({"LINE, coupling", "TIP, tip"})
  void whatIsWetIsNamed(Outside outside, String part) {
    Course c = new Course();
    c.lost = 40;
    c.outside = outside;
    assertThat(failed(c)).containsExactly(part);
  }

  @Test
  void dryItIsThePumpsValveOrTheInjectorAndTheNextStepTellsWhich() {
    Course c = new Course();
    c.lost = 40;
    c.outside = Outside.DRY;
    Judgement j = c.judged();
    assertThat(j.verdict()).isEqualTo(Verdict.FAIL);
    assertThat(parts(j, Verdict.CANNOT_TELL)).containsExactlyInAnyOrder("seal", "tip");
    assertThat(j.next().toString()).contains("glass");
    c = new Course();
    c.lost = 40;
    assertThat(parts(c.judged(), Verdict.CANNOT_TELL))
        .containsExactlyInAnyOrder("coupling", "tip", "seal");
  }

  @Test
  void aWeakPumpDoesNotPassForAWornInjector() {
    Course c = new Course();
    c.pump = 0.7;
    assertThat(failed(c)).containsExactly("pump");
  }

  @Test
  void depositsCostLittleAndMuchAlikeABlockedLineOnlyMuch() {
    Course c = new Course();
    c.little = 0.75;
    c.much = 0.76;
    assertThat(failed(c)).containsExactly("injector");
    c = new Course();
    c.little = 0.99;
    c.much = 0.79;
    assertThat(failed(c)).containsExactly("line");
    c = new Course();
    c.little = 1.25;
    c.much = 1.22;
    assertThat(c.judged().says().toString()).contains("worn");
  }

  @Test
  void aStrongPumpThatFillsSlowlyGetsTooLittle() {
    Course c = new Course();
    c.fill = 26;
    assertThat(failed(c)).containsExactly("inlet");
    c = new Course();
    c.sag = 200;
    assertThat(failed(c)).containsExactly("inlet");
  }

  @Test
  void withAirInItNothingElseIsReadOffThePumpsEffort() {
    Course c = new Course();
    c.swing = 60;
    c.little = 1.6;
    c.sag = 200;
    assertThat(failed(c)).containsExactly("air");
  }

  @Test
  void whatIsNotSuckedEmptyIsItsValve() {
    Course c = new Course();
    c.sucked = 0;
    assertThat(failed(c)).containsExactly("valve");
  }

  @Test
  void aSensorThatIsOffTwiceIsTheSensorAndNothingElse() {
    Course c = new Course();
    c.rest = 60;
    assertThat(failed(c)).containsExactly("sensor");
    c = new Course();
    c.rest = -60;
    assertThat(failed(c)).containsExactly("sensor");
  }

  @Test
  void emptyFrozenAndWithoutPressureAreToldApart() {
    List<DosingPoint> flat = new ArrayList<>();
    for (int i = 0; i < 400; i++) {
      DosingStage s = i < 10 ? DosingStage.NONE : i < 380 ? DosingStage.FILL : DosingStage.EMPTY;
      flat.add(new DosingPoint(i * 0.2, 1, 100, 0, s));
    }
    Judgement j = brokenOff(flat, 50, 15);
    assertThat(j.verdict()).isEqualTo(Verdict.FAIL);
    assertThat(parts(j, Verdict.CANNOT_TELL)).containsExactlyInAnyOrder("pump", "inlet", "line");
    j = brokenOff(flat, 1, 15);
    assertThat(parts(j, Verdict.FAIL)).containsExactly("tank");
    j = brokenOff(List.of(), 50, -14);
    assertThat(j.verdict()).isEqualTo(Verdict.CANNOT_TELL);
    assertThat(j.says().toString()).contains("frozen");
  }

  @Test
  void oneThatWasBrokenOffSaysWhetherTheLineIsStillFull() {
    Course c = new Course();
    DosingSeen whole = c.seen();
    List<DosingPoint> half =
        whole.points().stream().filter(p -> p.seconds() < 70).collect(Collectors.toList());
    Judgement j = brokenOff(half, 60, 15);
    assertThat(j.verdict()).isEqualTo(Verdict.CANNOT_TELL);
    assertThat(j.next().toString()).contains("frost");
  }

  /** While the line is just filled the pressure swings in: that is no air, and no weak pump. */
  @Test
  void brokenOffBeforeThePressureHasSettledItCannotTell() {
    for (double seconds = 0.4; seconds < 8; seconds += 0.4) {
      Course c = new Course();
      c.stage(DosingStage.NONE, 3, 0, 0, 0);
      c.stage(DosingStage.FILL, 16, 0, 0, 100);
      // It overshoots, and the pump works hard at first.
      c.stage(DosingStage.HOLD, seconds, 960, -60 / 8.0, 40);
      Judgement j = brokenOff(c.points, 60, 15);
      assertThat(j.verdict()).as("after %.1f s", seconds).isEqualTo(Verdict.CANNOT_TELL);
      c.stage(DosingStage.EMPTY, 45, -25, 0, 100);
      assertThat(brokenOff(c.points, 60, 15).verdict()).isEqualTo(Verdict.CANNOT_TELL);
    }
  }

  @Test
  void askedOnlyWhereItLeaksAndOverWhenAnswered() {
    DosingScript script = new DosingScript(SETUP);
    Course c = new Course();
    c.lost = 40;
    QuietScene scene = new QuietScene();
    assertThat(script.next(scene)).isInstanceOf(Step.Set.class);
    for (DosingPoint p : c.seen().points()) {
      long at = 1_000_000 + Math.round(p.seconds() * 1e6);
      scene.read("stage", at, p.stage().ordinal());
      scene.read("pressure", at, p.kpa()).read("effort", at, p.effort());
      Step step = script.next(scene);
      assertThat(step).isInstanceOf(p.seconds() > 3 ? Step.Run.class : Step.class);
    }
    assertThat(script.act(Act.of(Dosing.LOOKED, "DRY"), scene)).as("before its end").isPresent();
    scene.ended("check", new RoutineEnd(true, true, "it did it", new byte[0]));
    assertThat(((Step.Ask) script.next(scene)).choices()).hasSize(4);
    assertThat(script.act(Act.of(Dosing.LOOKED, "LINE"), scene)).isEmpty();
    assertThat(script.next(scene)).isInstanceOf(Step.Done.class);
    DosingSeen seen = script.observed(scene);
    assertThat(seen.outside()).isEqualTo(Outside.LINE);
    assertThat(new Dosing().judge(SETUP, seen).says().toString()).contains("wet outside");
    assertThat(new Dosing().shown(seen).points()).hasSizeBetween(150, 260);
  }

  /** Whatever stands in a stored run: an answer and no failure. */
  @Test
  void oddCoursesAreJudgedAllTheSame() {
    SplittableRandom dice = new SplittableRandom(11);
    double[] odd = {Double.NaN, 0, -1e9, 1e9, Double.POSITIVE_INFINITY, 900, 13};
    for (int i = 0; i < 3_000; i++) {
      List<DosingPoint> points = new ArrayList<>();
      for (int n = dice.nextInt(40); n > 0; n--) {
        points.add(
            new DosingPoint(
                dice.nextInt(3) == 0 ? odd[dice.nextInt(odd.length)] : dice.nextDouble() * 200,
                odd[dice.nextInt(odd.length)],
                odd[dice.nextInt(odd.length)],
                0,
                DosingStage.values()[dice.nextInt(7)]));
      }
      DosingSeen seen =
          new DosingSeen(
              points,
              dice.nextBoolean(),
              dice.nextBoolean(),
              "",
              Outside.values()[dice.nextInt(4)],
              odd[dice.nextInt(odd.length)],
              odd[dice.nextInt(odd.length)]);
      assertThat(new Dosing().judge(SETUP, seen).verdict()).isNotNull();
    }
  }
}
