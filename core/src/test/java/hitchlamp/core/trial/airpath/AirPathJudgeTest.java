package hitchlamp.core.trial.airpath;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.judge.Measured;
import hitchlamp.core.judge.Verdict;
import hitchlamp.core.pack.MoveSpec;
import hitchlamp.core.trial.Level;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What a run of the air path comes to, on answers made by hand. */
class AirPathJudgeTest {
  private static final double HEAD = 1.264e-4;
  private static final MoveSpec BASE =
      move(
          "base",
          "",
          "",
          0,
          0,
          List.of(new MoveSpec.Response("intake", 25, 1.5, 0.29, -1.27, 0, 0)));
  private static final List<MoveSpec> MOVES =
      List.of(
          move("throttle", "throttle", "a", 0, 85, answers(-33.7, -18.7)),
          move(
              "recirculation",
              "recirculation",
              "b",
              0,
              90,
              List.of(
                  response("intake", -12.9), response("exhaust", -30.4), response("flow", 191))),
          move("back-pressure", "back-pressure", "c", 0, 85, answers(-9.5, 19)),
          move(
              "turbo-close",
              "turbo",
              "d",
              70,
              85,
              List.of(
                  response("intake", 25.3),
                  response("exhaust", 57),
                  new MoveSpec.Response("head", HEAD, 1.5, 0, -0.85, 0, 0))));
  private static final AirPathSetup SETUP =
      new AirPathSetup(Optional.empty(), Optional.of(BASE), MOVES, 1_500, 7);

  private final SplittableRandom random = new SplittableRandom(3);

  /** By how much of a sound engine's each value answers each move: "throttle intake". */
  private final Map<String, Double> answers = new HashMap<>();

  /** Where an actuator is stuck, by its move. */
  private final Map<String, Double> stuck = new HashMap<>();

  private double headShare = 1;
  private double chargeShare = 1;
  private double noise = 1;
  private double driftKpa;
  private double rpm = 1_500;
  private double late = 1;
  private double air = 100;
  private double celsius = 20;
  private boolean zeroed = true;
  private double intakeOff = 2.2;
  private List<String> refused = List.of();

  private static MoveSpec move(
      String id, String control, String read, double base, double to, List<MoveSpec.Response> r) {
    return new MoveSpec(id, "The " + id, "", control, read, "", base, to, 0.4, false, "", r);
  }

  private static List<MoveSpec.Response> answers(double intake, double exhaust) {
    return List.of(response("intake", intake), response("exhaust", exhaust));
  }

  private static MoveSpec.Response response(String of, double change) {
    return new MoveSpec.Response(of, change, 1.5, 0.5, -1, 0, 0);
  }

  private double share(String move, String of) {
    return answers.getOrDefault(move + " " + of, 1.0);
  }

  private double noisy(double deviation) {
    return noise * deviation * (random.nextDouble() + random.nextDouble() - 1) * 2.4;
  }

  private AirSeen seen() {
    List<AirPoint> points = new ArrayList<>();
    double at = 0;
    for (; at < 12; at += 0.25) {
      points.add(point(at, AirStage.STEADY, -1, 0, at));
    }
    for (int m = 0; m < MOVES.size(); m++) {
      double out = MOVES.get(m).of("head").isPresent() ? 16 : 7;
      double begins = at;
      for (; at < begins + out; at += 0.25) {
        points.add(point(at, AirStage.OUT, m, at - begins, at));
      }
      double back = at;
      for (; at < back + 10; at += 0.25) {
        points.add(point(at, AirStage.BACK, m, -(at - back), at));
      }
    }
    Level zero = zeroed ? new Level(30, air + intakeOff, 0.9) : Level.NONE;
    return new AirSeen(
        zero,
        zeroed ? new Level(30, air - 1, 0.9) : Level.NONE,
        points,
        refused,
        refused.stream().map(r -> "too hot").toList(),
        air,
        celsius,
        85,
        AirStage.BACK,
        MOVES.size() - 1,
        true);
  }

  /** Pressures as a first-order engine answers, going out for positive seconds, back for others. */
  private AirPoint point(double at, AirStage stage, int m, double since, double all) {
    double intake =
        BASE.of("intake").orElseThrow().at(air, celsius) * chargeShare + driftKpa * all / 70;
    double exhaust = 51;
    double flow = 0;
    List<Double> positions = new ArrayList<>();
    for (int i = 0; i < MOVES.size(); i++) {
      MoveSpec move = MOVES.get(i);
      double gone = i != m ? 0 : went(stage, since);
      double position = move.base() + (move.to() - move.base()) * gone;
      positions.add(stuck.getOrDefault(move.id(), position) + noisy(0.1));
      if (i == m && !stuck.containsKey(move.id())) {
        intake += answer(move, "intake") * lagged(stage, since);
        exhaust += answer(move, "exhaust") * lagged(stage, since);
        flow += move.of("flow").isPresent() ? answer(move, "flow") * gone : 0;
      }
    }
    double head = HEAD * Math.pow((celsius + 273.15) / 293.15, -0.85) * headShare;
    double turbo = 1e3 * Math.sqrt(Math.max(0, Math.log((air + intake) / air)) / head);
    return new AirPoint(
        at,
        stage,
        m,
        air + intakeOff + intake + noisy(1),
        air - 1 + exhaust + noisy(1.5),
        flow + noisy(0.8),
        rpm,
        turbo,
        positions);
  }

  private double answer(MoveSpec m, String of) {
    return m.of(of).map(r -> r.at(air, celsius) * share(m.id(), of)).orElse(0.0);
  }

  private static double went(AirStage stage, double since) {
    return stage == AirStage.OUT ? 1 - Math.exp(-since / 0.4) : Math.exp(since / 0.4);
  }

  private double lagged(AirStage stage, double since) {
    return stage == AirStage.OUT
        ? 1 - Math.exp(-since / (1.2 * late))
        : Math.exp(since / (1.2 * late));
  }

  private Judgement judged() {
    return AirPathJudge.of(SETUP, seen());
  }

  private static List<String> failed(Judgement j) {
    return j.parts().stream()
        .filter(p -> p.verdict() == Verdict.FAIL)
        .map(Judgement.Part::id)
        .toList();
  }

  @ParameterizedTest
  @CsvSource({"100, 20", "76, -18", "101, 40"})
  void aSoundEnginePassesInThinAirInTheColdAndInTheHeat(double kpa, double degrees) {
    air = kpa;
    celsius = degrees;
    Judgement j = judged();
    assertThat(j.verdict()).as(j.says().toString()).isEqualTo(Verdict.PASS);
    assertThat(j.parts()).extracting(Judgement.Part::id).contains("throttle", "turbo", "pipes");
  }

  @ParameterizedTest
  @CsvSource({"throttle, 0", "recirculation, 40", "back-pressure, 12", "turbo-close, 55"})
  void oneThatIsStuckIsNamedAloneWhateverTheOthersAnswer(String move, double at) {
    stuck.put(move, at);
    // What stands half open changes what all others do.
    MOVES.stream()
        .filter(m -> !m.id().equals(move))
        .forEach(
            m -> {
              answers.put(m.id() + " intake", 0.4);
              answers.put(m.id() + " exhaust", 0.5);
              answers.put(m.id() + " flow", 0.5);
            });
    Judgement j = judged();
    assertThat(j.verdict()).isEqualTo(Verdict.FAIL);
    assertThat(failed(j)).containsExactly(move.equals("turbo-close") ? "turbo" : move);
    assertThat(j.next().toString()).contains("single actuator test");
  }

  @Test
  void aValveThatOpensWhileLittleGasGoesThroughHasABlockedPath() {
    answers.put("recirculation flow", 0.81);
    answers.put("recirculation exhaust", 0.84);
    answers.put("recirculation intake", 0.83);
    Judgement j = judged();
    assertThat(failed(j)).containsExactly("recirculation-path");
    assertThat(j.next().toString()).contains("cooler");
  }

  @Test
  void aFlowThatIsToldAgainstBothPressuresIsNotBelieved() {
    answers.put("recirculation flow", 0.6);
    answers.put("recirculation exhaust", 1.02);
    answers.put("recirculation intake", 1.03);
    assertThat(judged().verdict()).isEqualTo(Verdict.CANNOT_TELL);
  }

  @Test
  void anActuatorThatGoesAndIsNotAnsweredLeadsBehindIt() {
    answers.put("back-pressure intake", 0.02);
    answers.put("back-pressure exhaust", 0.03);
    Judgement j = judged();
    assertThat(failed(j)).containsExactly("back-pressure");
    assertThat(j.says().toString()).contains("nothing answers");
  }

  @Test
  void answersWithoutAPositionAreThoseOfItsSensor() {
    AirSeen seen = seen();
    List<AirPoint> frozen =
        seen.points().stream()
            .map(
                p -> {
                  List<Double> positions = new ArrayList<>(p.positions());
                  positions.set(0, 0.3);
                  return p.with(positions);
                })
            .toList();
    assertThat(failed(AirPathJudge.of(SETUP, seen.with(frozen))))
        .containsExactly("throttle-sensor");
  }

  @Test
  void lessChargeAtTheSameSpeedOfTheTurbochargerIsALeak() {
    headShare = 0.955;
    Judgement j = judged();
    assertThat(failed(j)).containsExactly("pipes");
    zeroed = false;
    assertThat(judged().verdict())
        .as("without the sensor's zero nobody can tell")
        .isEqualTo(Verdict.CANNOT_TELL);
  }

  /**
   * Both make less charge: with a leak less at the same speed of the turbocharger as well. Shares
   * as the simulated yard tractor and truck show them with leaks and with hard-turning ones.
   */
  @ParameterizedTest
  @CsvSource({
    "0.934, 0.74, pipes",
    "0.94, 0.70, pipes",
    "0.852, 0.665, pipes",
    "0.976, 0.60, turbocharger",
    "0.985, 0.57, turbocharger",
    "0.995, 0.74, turbocharger"
  })
  void aLeakIsToldFromATurbochargerThatTurnsHard(double head, double charge, String part) {
    headShare = head;
    chargeShare = charge;
    assertThat(failed(judged())).containsExactly(part);
  }

  @Test
  void aPressureThatNeverMovesWhileTheOtherDoesIsNotMeasured() {
    MOVES.forEach(m -> answers.put(m.id() + " intake", 0.0));
    assertThat(failed(judged())).containsExactly("intake-sensor");
    MOVES.forEach(m -> answers.put(m.id() + " exhaust", 0.0));
    assertThat(failed(judged())).as("nothing answers anywhere").containsExactly("sensors");
    MOVES.forEach(m -> answers.put(m.id() + " intake", 1.0));
    assertThat(failed(judged())).containsExactly("exhaust-sensor");
  }

  @Test
  void aSensorThatIsOffWithTheEngineStandingIsNamedBeforeAnythingElse() {
    intakeOff = 12;
    headShare = 0.9;
    assertThat(failed(judged())).containsExactly("intake-sensor");
  }

  @Test
  void anAnswerOfTheWrongSignIsNoAnswer() {
    answers.put("throttle intake", -1.0);
    answers.put("throttle exhaust", -1.0);
    assertThat(failed(judged())).containsExactly("throttle");
  }

  @Test
  void anAnswerThatComesMuchLaterIsThatOfASlowActuator() {
    late = 4.6;
    // Slow enough that what is reached in the end is still an answer.
    Judgement j = judged();
    assertThat(j.verdict()).isNotEqualTo(Verdict.PASS);
  }

  @Test
  void whatWandersOrIsNotAtItsSpeedIsNotJudged() {
    noise = 14;
    assertThat(judged().verdict()).as("noise").isNotEqualTo(Verdict.PASS);
    noise = 1;
    rpm = 1_720;
    Judgement j = judged();
    assertThat(j.verdict()).as("speed").isEqualTo(Verdict.CANNOT_TELL);
    assertThat(failed(j)).isEmpty();
  }

  @Test
  void oneThatTheModuleRefusesLeavesTheOthersJudged() {
    refused = List.of("recirculation");
    Judgement j = judged();
    assertThat(j.verdict()).isEqualTo(Verdict.CANNOT_TELL);
    assertThat(j.says().toString()).contains("too hot");
    assertThat(j.part("throttle").orElseThrow().verdict()).isEqualTo(Verdict.PASS);
  }

  @Test
  void actuatorsThatTheModuleMovesTogetherAreNotToldApart() {
    AirSeen seen = seen();
    List<AirPoint> coupled =
        seen.points().stream()
            .map(
                p -> {
                  List<Double> positions = new ArrayList<>(p.positions());
                  positions.set(2, p.move() == 1 && p.stage() == AirStage.OUT ? 30.0 : 0.0);
                  return p.with(positions);
                })
            .toList();
    Judgement j = AirPathJudge.of(SETUP, seen.with(coupled));
    assertThat(j.part("recirculation").orElseThrow().verdict()).isEqualTo(Verdict.CANNOT_TELL);
  }

  @Test
  void nothingIsSaidOfWhatWasBrokenOff() {
    AirSeen whole = seen();
    for (int points = 0; points < whole.points().size(); points += 17) {
      AirSeen part = whole.with(whole.points().subList(0, points));
      Judgement j = AirPathJudge.of(SETUP, part);
      assertThat(failed(j)).as("after %d points", points).isEmpty();
    }
  }

  @Test
  void whatASoundEngineWouldHaveShownStandsBesideEachAnswer() {
    air = 80;
    Judgement j = judged();
    Measured expected = j.named("intake-expected").get(0);
    assertThat(expected.value())
        .isCloseTo(-33.7 * Math.sqrt(0.8), org.assertj.core.api.Assertions.within(0.01));
    assertThat(j.named("intake").get(0).value())
        .isCloseTo(expected.value(), org.assertj.core.api.Assertions.within(1.2));
    assertThat(j.named("exhaust-seconds").get(0).value()).isBetween(0.7, 2.2);
  }
}
