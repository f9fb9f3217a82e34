package hitchlamp.core.trial.actuator;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.judge.Verdict;
import hitchlamp.core.pack.MoveSpec;
import java.util.ArrayList;
import java.util.List;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** What the course of an actuator comes to, on actuators made by hand. */
class ActuatorJudgeTest {
  private static final MoveSpec VALVE =
      new MoveSpec("valve", "Valve", "", "valve", "there", "", 0, 95, 0.4, false, "", List.of());
  private static final MoveSpec BLIND =
      new MoveSpec("flap", "Flap", "", "flap", "", "", 0, 95, 0.4, true, "", List.of());
  private static final ActuatorSetup SETUP =
      new ActuatorSetup(List.of(VALVE, BLIND), 3, 15, 117, 5);

  private double tau = 0.4;
  private double play;
  private double sticks;
  private double reach = 100;
  private double holds;
  private double stuck = Double.NaN;

  /** The valve goes through its course, read twenty times a second. */
  private ActuatorRun run(int steps) {
    SplittableRandom r = new SplittableRandom(7);
    List<Double> course = ActuatorSetup.course(VALVE, 3, 0);
    List<ActuatorPoint> points = new ArrayList<>();
    double position = 0;
    boolean moves = false;
    for (int step = 0; step < Math.min(steps, course.size()); step++) {
      double wanted = course.get(step);
      for (double t = 0; t < (step < 6 ? 3.2 : 1.8); t += 0.005) {
        double to = Math.min(wanted, reach);
        to = holds > 0 && position >= holds - 2 ? Math.max(to, holds) : to;
        to =
            to > position + play / 2
                ? to - play / 2
                : to < position - play / 2 ? to + play / 2 : position;
        moves = sticks == 0 || Math.abs(to - position) > (moves ? 2 : sticks);
        position =
            Double.isNaN(stuck) ? position + (moves ? (to - position) * 0.005 / tau : 0) : stuck;
        if ((int) Math.round(t / 0.005) % 20 == 0) {
          double noise = 0.2 * (r.nextDouble() - 0.5);
          points.add(new ActuatorPoint(t, step, wanted, position + noise));
        }
      }
    }
    return new ActuatorRun("valve", 6, course, steps, points, "", ActuatorRun.Answer.NOT_ASKED);
  }

  private Judgement judged() {
    return judged(run(24));
  }

  private static Judgement judged(ActuatorRun run) {
    return ActuatorJudge.of(SETUP, new ActuatorSeen(List.of(run), "", 0, 0, 15, 3, true));
  }

  private void fails(String with) {
    Judgement j = judged();
    assertThat(j.verdict()).as(j.says().toString()).isEqualTo(Verdict.FAIL);
    assertThat(j.says().toString()).contains(with);
  }

  @ParameterizedTest
  @ValueSource(doubles = {0.36, 0.4, 0.43})
  void oneThatFollowsPasses(double seconds) {
    tau = seconds;
    assertThat(judged().verdict()).isEqualTo(Verdict.PASS);
  }

  @ParameterizedTest
  @ValueSource(doubles = {0.52, 1, 3})
  void oneThatTakesAThirdLongerIsSlow(double seconds) {
    tau = seconds;
    Judgement j = judged();
    assertThat(j.verdict()).as(j.says().toString()).isEqualTo(Verdict.FAIL);
  }

  @ParameterizedTest
  @CsvSource({"10", "25"})
  void playIsToldFromStickingByItsEvenness(double width) {
    play = width;
    fails("apart");
    play = 0;
    sticks = 15 + width / 5;
    fails("sticks");
  }

  @Test
  void oneThatStandsOneThatStaysAndOneThatGoesSoFarOnlyAreToldApart() {
    stuck = 37;
    fails("stays at 37");
    stuck = Double.NaN;
    holds = 22;
    fails("when it is sent back");
    holds = 0;
    reach = 48;
    fails("goes to 48");
  }

  @Test
  void whatWasNotGoneThroughIsNotJudged() {
    assertThat(judged(run(3)).verdict()).isEqualTo(Verdict.CANNOT_TELL);
    assertThat(judged(run(14)).verdict()).isEqualTo(Verdict.CANNOT_TELL);
    assertThat(
            ActuatorJudge.of(SETUP, new ActuatorSeen(List.of(), "", 0, 0, 15, 3, false)).verdict())
        .isEqualTo(Verdict.CANNOT_TELL);
  }

  @ParameterizedTest
  @CsvSource({
    "MOVED, PASS",
    "MOVED_A_LITTLE, FAIL",
    "STOOD, FAIL",
    "NOT_SEEN, CANNOT_TELL",
    "NOT_ASKED, CANNOT_TELL"
  })
  void ofOneWithoutAPositionCountsWhatWasSeen(ActuatorRun.Answer seen, Verdict verdict) {
    ActuatorRun run = new ActuatorRun("flap", 6, List.of(95.0, 0.0), 2, List.of(), "", seen);
    Judgement j = judged(run);
    assertThat(j.verdict()).isEqualTo(verdict);
    if (verdict == Verdict.FAIL) {
      assertThat(j.next().toString()).as("air moves it").contains("air");
    }
  }

  @Test
  void aRefusalIsNoVerdict() {
    ActuatorRun run =
        new ActuatorRun(
            "valve", 6, List.of(95.0), 0, List.of(), "too cold", ActuatorRun.Answer.NOT_ASKED);
    assertThat(judged(run).verdict()).isEqualTo(Verdict.CANNOT_TELL);
    assertThat(judged(run).says().toString()).contains("too cold");
  }
}
