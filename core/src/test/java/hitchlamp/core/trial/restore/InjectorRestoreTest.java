package hitchlamp.core.trial.restore;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.judge.Measured;
import hitchlamp.core.judge.Verdict;
import hitchlamp.core.trial.Act;
import hitchlamp.core.trial.Level;
import hitchlamp.core.trial.QuietScene;
import hitchlamp.core.trial.RoutineEnd;
import hitchlamp.core.trial.Step;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What flushing an injector comes to, by what its pump had to work. */
class InjectorRestoreTest {
  private static final long SECOND = 1_000_000;
  private static final RestoreSetup SETUP =
      new RestoreSetup(List.of(1, 2, 3, 4, 5), 4, 900, 13.3, 38.2, 90, 3);
  private final InjectorRestore kind = new InjectorRestore();

  /** A cycle with a flow of so many percent, of a pump so strong. */
  private static RestoreCycle cycle(int flushed, double flow, double strong, double kpa) {
    double rest = 13.3 / strong;
    return new RestoreCycle(
        flushed,
        new Level(30, rest, 0.2),
        new Level(40, rest + 38.2 / strong * flow / 100, 0.3),
        new Level(40, kpa, 4));
  }

  private static RestoreSeen seen(boolean done, String says, double... flows) {
    List<RestoreCycle> cycles = new ArrayList<>();
    for (int i = 0; i < flows.length; i++) {
      cycles.add(cycle(i, flows[i], 1, 900));
    }
    return new RestoreSeen(
        cycles, RestoreStage.NONE, Math.max(0, flows.length - 1), true, done, says);
  }

  private Judgement judged(RestoreSeen seen) {
    Judgement j = kind.judge(SETUP, seen);
    assertThat(j.next().toString()).isNotBlank();
    return j;
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "99 | true | PASS | there is nothing to restore",
        "70 85 92 97 | true | PASS | The flow is back: from 70 % to 97 % in 3 flushes",
        "40 55 66 74 79 | true | FAIL | rose from 40 % to 79 % in 4 flushes and is not back",
        "70 70 70 70 70 | true | FAIL | 4 flushes did not move it",
        "70 69.9 70.1 70 69.8 | true | FAIL | 4 flushes did not move it",
        "70 70.2 70.4 70.6 70.8 | true | FAIL | 4 flushes did not move it",
        "70 80 85 88 91 | true | CANNOT_TELL | too near to the limit",
        "70 85 | false | CANNOT_TELL | at 85 % of the flow",
        "130 | true | CANNOT_TELL | more than a sound one can",
      })
  void theFlowOfItsCyclesIsTheVerdict(String flows, boolean done, Verdict verdict, String says) {
    double[] all = Arrays.stream(flows.split(" ")).mapToDouble(Double::parseDouble).toArray();
    Judgement j = judged(seen(done, done ? "it is done" : "the engine stopped", all));
    assertThat(j.verdict()).as(j.says().toString()).isEqualTo(verdict);
    assertThat(j.says().toString()).contains(says);
    assertThat(j.named("flow")).hasSize(all.length);
    assertThat(j.named("flow").get(0).value()).isCloseTo(all[0], within(0.1));
  }

  /** A crust that stays tells no line from an injector; crystals that go are in the injector. */
  @Test
  void whatDoesNotDissolveMayBeTheLineAsWell() {
    assertThat(judged(seen(true, "", 70, 70, 70, 70, 70)).parts())
        .extracting(Judgement.Part::id)
        .containsExactly("passage");
    assertThat(judged(seen(true, "", 40, 50, 60, 66, 70)).parts())
        .extracting(Judgement.Part::id)
        .containsExactly("injector");
  }

  @ParameterizedTest
  @CsvSource({"0.8", "0.95", "1.05", "1.2"})
  void aPumpALittleWeakOrStrongIsNoInjector(double strong) {
    RestoreCycle c = cycle(0, 98, strong, 900);
    assertThat(judged(new RestoreSeen(List.of(c), RestoreStage.NONE, 0, true, true, "")).verdict())
        .isEqualTo(Verdict.PASS);
  }

  @ParameterizedTest
  @CsvSource({"0.5, 900, pump or line first", "2, 900, pump or line first", "1, 700, not held"})
  void aPumpFarOffOrAPressureThatFallsIsSeenToFirst(double strong, double kpa, String says) {
    RestoreCycle c = cycle(0, 60, strong, kpa);
    Judgement j = judged(new RestoreSeen(List.of(c), RestoreStage.NONE, 0, true, true, ""));
    assertThat(j.verdict()).isEqualTo(Verdict.CANNOT_TELL);
    assertThat(j.says().toString()).contains(says);
    assertThat(j.next().toString()).contains("dosing circuit");
  }

  /**
   * A first measurement without pressure is shown, and no flow is said to have come back from it.
   */
  @Test
  void aMeasurementWithoutItsPressureProvesNothing() {
    RestoreCycle early = cycle(0, 40, 1, 600);
    Judgement j =
        judged(
            new RestoreSeen(
                List.of(early, cycle(1, 97, 1, 900)), RestoreStage.NONE, 1, true, true, ""));
    assertThat(j.verdict()).isEqualTo(Verdict.PASS);
    assertThat(j.named("flow")).hasSize(2);
    assertThat(j.says().toString()).doesNotContain("40 %");
  }

  /** While it goes on, and where a person let go of it. */
  @Test
  void beforeItsEndItSaysHowFarItIs() {
    Judgement j = judged(seen(false, "", 70, 85));
    assertThat(j.verdict()).isEqualTo(Verdict.CANNOT_TELL);
    assertThat(j.says().toString())
        .isEqualTo("85 % of the flow after one flush; the restore has not come to its end.");
  }

  @Test
  void withoutAMeasurementTheModulesReasonIsSaid() {
    Judgement j = judged(seen(false, "the exhaust did not get warm"));
    assertThat(j.verdict()).isEqualTo(Verdict.CANNOT_TELL);
    assertThat(j.says().toString()).contains("did not get warm").contains("not measured");
    assertThat(judged(new RestoreSeen(List.of(), RestoreStage.NONE, 0, false, false, "")).says())
        .hasToString("The flow was not measured yet.");
  }

  /** JCGM 100:2008, 5.1.2: tolerance and noise of two means together. */
  @Test
  void theDoubtIsThatOfTheCircuitAndOfNoise() {
    Measured m = judged(seen(true, "", 80)).named("flow").get(0);
    double dosing = 0.3 / Math.sqrt(40);
    double rest = 0.2 / Math.sqrt(30);
    double noise = Math.hypot(100 * Math.hypot(dosing, rest) / 38.2, 80 * rest / 13.3);
    assertThat(m.plusMinus()).isCloseTo(Math.hypot(1.96 * noise, 0.03 * 80), within(1e-9));
    assertThat(m.verdict()).contains(Verdict.FAIL);
  }

  /** Turned round, what improved has got worse: it may not be called better. */
  @Test
  void aFlowThatFallsIsNoImprovement() {
    Judgement j = judged(seen(true, "", 79, 74, 66, 55, 40));
    assertThat(j.verdict()).isEqualTo(Verdict.FAIL);
    assertThat(j.says().toString()).contains("did not move");
  }

  @Test
  void anyFiguresOfAnyCyclesGiveAVerdictWithAReason() {
    SplittableRandom dice = new SplittableRandom(15);
    double[] odd = {Double.NaN, Double.POSITIVE_INFINITY, -5, 0, 1e-300, 13.3, 38.2, 900, 1e12};
    for (int i = 0; i < 4_000; i++) {
      List<RestoreCycle> cycles = new ArrayList<>();
      for (int n = dice.nextInt(6); n > 0; n--) {
        Level[] l = new Level[3];
        for (int k = 0; k < 3; k++) {
          l[k] =
              new Level(
                  dice.nextInt(40), odd[dice.nextInt(odd.length)], odd[dice.nextInt(odd.length)]);
        }
        cycles.add(new RestoreCycle(dice.nextInt(6), l[0], l[1], l[2]));
      }
      RestoreSeen seen =
          new RestoreSeen(
              cycles,
              RestoreStage.NONE,
              dice.nextInt(6),
              dice.nextBoolean(),
              dice.nextBoolean(),
              dice.nextBoolean() ? "" : "it said so");
      Judgement j = judged(seen);
      assertThat(j.says().toString()).doesNotContain("NaN").doesNotContain("Infinity");
      boolean held =
          cycles.stream().anyMatch(c -> c.pressure().count() >= 4 && c.pressure().mean() >= 828);
      assertThat(held || j.verdict() == Verdict.CANNOT_TELL).as(j.says().toString()).isTrue();
    }
  }

  private static void tells(QuietScene scene, long at, int stage, double effort, int flushed) {
    scene.read("stage", at, stage);
    scene.read("flushed", at, flushed);
    scene.read("effort", at, effort);
    scene.read("pressure", at, 900);
  }

  /** The module's course told a little late, noise in it. */
  @Test
  void eachMeasurementIsCutOutOfItsStageWithoutItsEdges() {
    RestoreScript script = new RestoreScript(SETUP);
    QuietScene scene = new QuietScene().at(SECOND);
    assertThat(script.next(scene)).isInstanceOf(Step.Run.class);
    long at = 2 * SECOND;
    double flow = 70;
    for (int flushes = 0; flushes <= 2; flushes++) {
      for (int[] part : new int[][] {{1, 30}, {2, 15}, {3, 15}, {4, 40}, {5, 60}}) {
        for (int i = 0; i < part[1] * 4; i++) {
          boolean settles = i < 8;
          double dosing = 13.3 + 38.2 * flow / 100;
          double effort =
              switch (part[0]) {
                case 2 -> settles ? 90 : 13.3;
                case 3 -> settles ? 99 : dosing;
                case 4 -> 80;
                default -> 0;
              };
          tells(scene, at, part[0], effort, part[0] == 5 ? flushes + 1 : flushes);
          script.next(scene);
          at += SECOND / 4;
        }
      }
      flow += 12;
    }
    RestoreSeen seen = script.observed(scene);
    assertThat(seen.cycles()).extracting(RestoreCycle::flushed).containsExactly(0, 1, 2);
    assertThat(seen.flushed()).isEqualTo(3);
    scene.ended("restore", new RoutineEnd(true, true, "it is done", new byte[0]));
    assertThat(script.next(scene)).isInstanceOf(Step.Done.class);
    assertThat(judged(script.observed(scene)).named("flow"))
        .extracting(m -> (double) Math.round(m.value()))
        .containsExactly(70.0, 82.0, 94.0);
    assertThat(script.observed(scene).stage()).isEqualTo(RestoreStage.NONE);
  }

  /** With the flow back the module ends at once; its last stage may be the last that was read. */
  @Test
  void theLastMeasurementCountsThoughItsEndWasNeverRead() {
    RestoreScript script = new RestoreScript(SETUP);
    QuietScene scene = new QuietScene().at(SECOND);
    script.next(scene);
    long at = 2 * SECOND;
    for (int i = 0; i < 110; i++) {
      tells(scene, at, i < 50 ? 2 : 3, i < 50 ? 13.3 : 50, 0);
      script.next(scene);
      at += SECOND / 4;
    }
    RoutineEnd done = new RoutineEnd(true, true, "it did it", new byte[0]);
    scene.ended("restore", done);
    script.next(scene);
    script.next(scene);
    assertThat(script.observed(scene).cycles()).hasSize(1);
    assertThat(judged(script.observed(scene)).verdict()).isEqualTo(Verdict.PASS);
  }

  /** What stood there before it began is of another run, and a wild count is none. */
  @Test
  void whatWasToldBeforeItBeganIsNotCounted() {
    QuietScene scene = new QuietScene();
    tells(scene, SECOND, 3, 40, 4);
    scene.at(5 * SECOND);
    RestoreScript script = new RestoreScript(SETUP);
    script.next(scene);
    assertThat(script.observed(scene).stage()).isEqualTo(RestoreStage.NONE);
    assertThat(script.observed(scene).flushed()).isZero();
    tells(scene, 6 * SECOND, 1, 0, 250);
    script.next(scene);
    assertThat(script.observed(scene).flushed()).isEqualTo(RestoreSeen.MOST);
    assertThat(script.act(Act.of("faster"), scene)).isPresent();
    assertThat(kind.understands(SETUP, Act.of("faster"))).isFalse();
  }

  @Test
  void aModuleThatNeverStopsMeasuringGivesNoEndlessList() {
    assertThatThrownBy(
            () ->
                new RestoreSeen(
                    Collections.nCopies(RestoreSeen.MOST + 1, cycle(0, 70, 1, 900)),
                    RestoreStage.NONE,
                    0,
                    true,
                    true,
                    ""))
        .hasMessageContaining("more cycles");
    RestoreScript script = new RestoreScript(SETUP);
    QuietScene scene = new QuietScene().at(SECOND);
    script.next(scene);
    for (int i = 0; i < 200; i++) {
      tells(scene, (2 + 20L * i) * SECOND, 2 + i % 2, 20, i);
      script.next(scene);
    }
    assertThat(script.observed(scene).cycles()).hasSize(RestoreSeen.MOST);
  }
}
