package hitchlamp.core.trial.rail;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.judge.Verdict;
import hitchlamp.core.trial.Level;
import java.util.ArrayList;
import java.util.List;
import java.util.SplittableRandom;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What rail and supply come to. */
class RailJudgeTest {
  private static final RailSetup SETUP =
      new RailSetup(6, 1_500, 1_351, 18.57, 344, 0.301, 600, 5e-4, 10_000, 6.7, 75);

  private double effort;
  private double supply;
  private double filter;
  private double cap;
  private double tau;
  private double zero;
  private double off;
  private boolean snaps;
  private double watched;

  @BeforeEach
  void sound() {
    effort = 1;
    supply = 1;
    filter = 1;
    cap = 400;
    tau = 500;
    zero = 4;
    off = 0.5;
    snaps = true;
    watched = 66;
  }

  private RailPoint point(double rpm, double mg, double mpa) {
    RailPoint told = new RailPoint(rpm, mg, mpa, new Level(60, mpa + off, 0.3), 0, 0, 0);
    double drop = filter * SETUP.drop(told);
    return new RailPoint(
        rpm,
        mg,
        mpa,
        told.rail(),
        effort * SETUP.effort(told),
        supply * SETUP.supply(rpm) - drop + zero,
        drop + zero);
  }

  private RailSeen seen() {
    List<RailMoment> snap = new ArrayList<>();
    for (int i = 0; snaps && i < 120; i++) {
      double wanted = i % 40 < 12 ? 60 + 90 * (i % 40) / 11.0 : 45;
      boolean capped = wanted > cap;
      snap.add(
          new RailMoment(
              i * 0.1, 900 + 20 * (i % 40), wanted, Math.min(cap, wanted), capped ? 100 : 45));
    }
    List<RailMoment> hold = new ArrayList<>();
    for (double t = 0; t <= watched; t += 0.5) {
      hold.add(new RailMoment(t, 0, 0, 45.4 * Math.exp(-(t + 5) / tau), 0));
    }
    Level still = new Level(30, zero, 1);
    return new RailSeen(
        RailStage.DONE,
        0,
        0,
        List.of(point(600, 16.9, 44.9), point(1_500, 24.9, 68.9)),
        snap,
        snaps ? 3 : 0,
        hold,
        45.4,
        still,
        still,
        true);
  }

  private Judgement judged() {
    return RailJudge.of(SETUP, seen());
  }

  private static List<String> failed(Judgement j) {
    return j.parts().stream().map(Judgement.Part::id).toList();
  }

  /**
   * 6 cylinders at 1,500 rpm make 75 strokes a second: 75 x 24.9 mg / 0.825 mg/mm³ = 2,264 mm³/s,
   * and 18.57 x 1.5 x 68.9 = 1,919 mm³/s come back; the pump gives 1,351 mm³ a turn, 33,775 mm³/s:
   * its valve opens 12.4 %. By hand.
   */
  @Test
  void whatASoundEngineTakesIsThatWorkedOutByHand() {
    RailPoint p = new RailPoint(1_500, 24.9, 68.9, new Level(9, 68.9, 0), 0, 0, 0);
    assertThat(SETUP.takes(p)).isCloseTo(4_183, within(3.0));
    assertThat(SETUP.effort(p)).isCloseTo(12.4, within(0.05));
    assertThat(SETUP.drop(p)).isCloseTo(7.1, within(0.05));
  }

  @Test
  void aSoundOnePassesWithAndWithoutSnaps() {
    assertThat(judged().verdict()).isEqualTo(Verdict.PASS);
    snaps = false;
    Judgement j = judged();
    assertThat(j.verdict()).isEqualTo(Verdict.PASS);
    assertThat(j.says().toString())
        .as("what would not have shown is said")
        .contains("relief valve");
  }

  /** Common practice, no source: 7,250 psi that fall to 5,900 in a minute and a half hold well. */
  @Test
  void theHoldDownOfTheTradeIsInOrder() {
    tau = -90 / Math.log(5_900.0 / 7_250);
    assertThat(judged().verdict()).isEqualTo(Verdict.PASS);
  }

  @ParameterizedTest
  @CsvSource({
    "1.34, 1, 1, 400, 500, high-pressure",
    "1.6, 1, 1, 400, 2, rail-leak",
    "1, 1, 1, 400, 120, rail-leak",
    "1, 0.72, 1, 400, 500, lift-pump",
    "1, 1, 13.4, 400, 500, fuel-filter",
    "1, 1, 1, 112, 500, relief-valve"
  })
  void eachFaultIsNamedAlone(double e, double s, double f, double c, double t, String part) {
    effort = e;
    supply = s;
    filter = f;
    cap = c;
    tau = t;
    for (double z : new double[] {-8, 0, 9}) {
      zero = z;
      Judgement j = judged();
      assertThat(failed(j)).as(j.says().toString()).containsExactly(part);
    }
  }

  /**
   * A propeller loads the raised point, so that there already more is commanded than is let out.
   */
  private RailSeen loaded(double reaches) {
    RailSeen s = seen();
    RailPoint p = point(1_500, 120, 150);
    RailPoint low =
        new RailPoint(
            p.rpm(),
            p.injected(),
            p.wanted(),
            new Level(60, reaches, 0.3),
            100,
            p.supply(),
            p.drop());
    return new RailSeen(
        s.stage(),
        0,
        0,
        List.of(s.steady().get(0), low),
        s.snaps(),
        s.snapped(),
        s.hold(),
        s.last(),
        s.zeroSupply(),
        s.zeroDrop(),
        s.complete());
  }

  @Test
  void aPressureThatIsNotReachedUnderLoadIsWhateverLetsItOut() {
    cap = 100;
    assertThat(failed(RailJudge.of(SETUP, loaded(100)))).containsExactly("relief-valve");
    effort = 2;
    assertThat(failed(RailJudge.of(SETUP, loaded(100)))).containsExactly("high-pressure");
    cap = 400;
    effort = 1;
    assertThat(failed(RailJudge.of(SETUP, loaded(120)))).containsExactly("high-pressure");
    filter = 14;
    assertThat(failed(RailJudge.of(SETUP, loaded(120)))).containsExactly("fuel-filter");
    filter = 1;
    tau = 60;
    assertThat(failed(RailJudge.of(SETUP, loaded(120)))).containsExactly("rail-leak");
  }

  @Test
  void aSteadyDifferenceThatThePumpCouldMendIsTheSensor() {
    off = -7;
    effort = 1.0;
    assertThat(failed(judged())).contains("rail-sensor");
  }

  @Test
  void whatWasNotWatchedToItsEndIsNotCalledSound() {
    watched = 20;
    assertThat(judged().verdict()).isEqualTo(Verdict.CANNOT_TELL);
    RailSeen none =
        new RailSeen(
            RailStage.IDLE,
            0,
            600,
            List.of(),
            List.of(),
            0,
            List.of(),
            45,
            Level.NONE,
            Level.NONE,
            false);
    assertThat(RailJudge.of(SETUP, none).verdict()).isEqualTo(Verdict.CANNOT_TELL);
  }

  @Test
  void senselessReadingsAreNeverAPass() {
    SplittableRandom r = new SplittableRandom(4);
    for (int i = 0; i < 500; i++) {
      effort = 4 * r.nextDouble() - 1;
      supply = 2 * r.nextDouble() - 0.5;
      filter = 40 * r.nextDouble() - 5;
      tau = 0.1 + 20 * r.nextDouble();
      off = 40 * r.nextDouble() - 20;
      assertThat(judged().verdict()).as("life %d", i).isNotEqualTo(Verdict.PASS);
    }
  }
}
