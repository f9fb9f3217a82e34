package hitchlamp.core.trial.balance;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.offset;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.judge.Verdict;
import hitchlamp.core.pack.BlockSpec;
import hitchlamp.core.trial.Level;
import hitchlamp.core.trial.QuietScene;
import hitchlamp.core.trial.Step;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import org.junit.jupiter.api.Test;

/** What an idling engine's corrections and misses come to. */
class BalanceTest {
  private static final long SECOND = 1_000_000;
  private static final BalanceSetup SETUP =
      new BalanceSetup(List.of(1, 5, 3, 6, 2, 4), 40, 95, 12, 15, 60, 15, 0.031);
  private static final Level IDLE = new Level(2_000, 600, 2.5);

  private static BalanceSeen seen(double... corrections) {
    return seen(IDLE, 86, List.of(0, 0, 0, 0, 0, 0), corrections);
  }

  private static BalanceSeen seen(
      Level rpm, double coolant, List<Integer> misses, double... corrections) {
    List<List<Double>> parts = new ArrayList<>();
    for (double c : corrections) {
      List<Double> of = new ArrayList<>();
      for (int i = 0; i < 10; i++) {
        of.add(c + 0.2 * (i % 3 - 1));
      }
      parts.add(of);
    }
    return new BalanceSeen(40, 40, rpm, coolant, parts, misses, List.of(), 200);
  }

  private static Judgement judged(BalanceSeen seen) {
    return BalanceJudge.of(SETUP, seen);
  }

  @Test
  void littleCorrectionsAreBalanced() {
    Judgement j = judged(seen(1, -1, 0.5, -0.5, 1.2, -1.2));
    assertThat(j.verdict()).as(j.toString()).isEqualTo(Verdict.PASS);
    assertThat(j.says().toString()).contains("warm (86 °C)");
  }

  @Test
  void whoGetsMuchMoreMakesLessOfTheSameFuel() {
    Judgement j = judged(seen(-1.8, -1.8, 9, -1.8, -1.8, -1.8));
    assertThat(j.verdict()).isEqualTo(Verdict.FAIL);
    assertThat(j.says().toString()).startsWith("Cylinder 3 makes less");
    // 1/1.09 of what the median makes, which gets 1.8 % less.
    assertThat(j.named(BalanceJudge.STRENGTH).get(2).value()).isCloseTo(90.1, offset(0.1));
  }

  @Test
  void oneAtTheLimitMayBeWorseThanItsFigure() {
    Judgement j = judged(seen(-2.4, -2.4, -2.4, -2.4, 12, -2.4));
    assertThat(j.says().toString()).contains("Cylinder 5 gets all that the module can give");
  }

  /** At its limits the module takes a neighbour along; the crank tells which one it is. */
  @Test
  void whereTwoAreAtTheLimitTheCrankTellsWhichIsWeak() {
    BalanceSeen told = seen(12, 0, -12, -3, 11.9, -8.9);
    // Cylinder 1 works half of the rest, cylinder 5 a tenth more: by energy, as they fire.
    double[] works = {0.55, 1.09, 1.09, 1.09, 1.09, 1.09};
    double energy = 1;
    List<Double> times = new ArrayList<>(Collections.nCopies(6, 0.0));
    for (int cylinder : List.of(1, 5, 3, 6, 2, 4)) {
      double w = 0.031 * (works[cylinder - 1] - 1);
      times.set(cylinder - 1, 0.0333 / Math.sqrt(energy + w * 2 / 3));
      energy += w;
    }
    Judgement j =
        judged(new BalanceSeen(40, 40, IDLE, 86, told.corrections(), told.misses(), times, 200));
    assertThat(j.verdict()).isEqualTo(Verdict.FAIL);
    assertThat(j.says().toString()).startsWith("Cylinder 1 gets all");
    assertThat(j.named(BalanceJudge.STRENGTH).get(0).value()).isCloseTo(44, offset(2.0));
  }

  @Test
  void missesAreToldWithTheTemperatureAtWhichTheyWereCounted() {
    Judgement j = judged(seen(IDLE, 8, List.of(0, 0, 0, 0, 31, 1), 0.3, 0.2, 0.1, 0, -0.3, -0.3));
    assertThat(j.verdict()).isEqualTo(Verdict.FAIL);
    assertThat(j.says().toString()).contains("Cylinder 5 misses").contains("cold (8 °C)");
    assertThat(j.named(BalanceJudge.MISSES).get(4).value()).isEqualTo(155);
  }

  @Test
  void withoutMissesTheCorrectionsStillTell() {
    Judgement j = judged(seen(IDLE, 86, List.of(), -1.8, 9, -1.8, -1.8, -1.8, -1.8));
    assertThat(j.says().toString()).contains("Cylinder 2");
  }

  @Test
  void nothingIsToldWhereItWasShortUnevenMovingOffOrOfAnotherEngine() {
    BalanceSeen good = seen(1, -1, 0.5, -0.5, 1.2, -1.2);
    assertCannotTell(
        new BalanceSeen(20, 40, IDLE, 86, good.corrections(), good.misses(), List.of(), 100),
        "long enough");
    assertCannotTell(
        seen(new Level(2_000, 620, 40), 86, good.misses(), 1, -1, 0, 0, 0, 0), "not steady");
    List<List<Double>> none = Collections.nCopies(6, Collections.nCopies(10, 0.0));
    assertCannotTell(
        new BalanceSeen(40, 40, IDLE, 86, none, good.misses(), List.of(), 200), "not at work");
    List<List<Double>> moving = new ArrayList<>();
    for (int c = 0; c < 6; c++) {
      List<Double> of = new ArrayList<>();
      for (int i = 0; i < 10; i++) {
        of.add(c == 0 ? 0.8 * i : -0.16 * i);
      }
      moving.add(of);
    }
    assertCannotTell(
        new BalanceSeen(40, 40, IDLE, 86, moving, good.misses(), List.of(), 200), "still move");
    assertCannotTell(seen(1, -1, 1, -1), "of 4 cylinders, the pack has 6");
    assertCannotTell(
        new BalanceSeen(0, 40, Level.NONE, Double.NaN, List.of(), List.of(), List.of(), 0),
        "long enough");
  }

  private static void assertCannotTell(BalanceSeen seen, String... oneOf) {
    Judgement j = judged(seen);
    assertThat(j.verdict()).as(j.toString()).isEqualTo(Verdict.CANNOT_TELL);
    assertThat(oneOf).anyMatch(j.says().toString()::contains);
  }

  @Test
  void itLooksOnForItsTimeAndCountsWhatWasMissedMeanwhile() {
    BalanceScript script = new BalanceScript(SETUP);
    QuietScene scene = new QuietScene();
    for (int i = 0; i <= 42; i++) {
      scene.at(i * SECOND);
      scene.put(190, scene.now, 600).put(110, scene.now, 40);
      scene.block("corrections").add(scene.now, told(i < 20 ? 1 : 3, 0));
      scene.block("misses").add(scene.now, told(100 + i, 7));
      Step step = script.next(scene);
      assertThat(step).isInstanceOf(i < 40 ? Step.Ask.class : Step.Done.class);
    }
    BalanceSeen seen = script.observed(scene);
    assertThat(seen.misses()).containsExactly(42, 0);
    assertThat(seen.corrections().get(0).get(0)).isCloseTo(1, offset(1e-9));
    assertThat(seen.corrections().get(0).get(9)).isCloseTo(3, offset(1e-9));
    assertThat(seen.cycles()).isEqualTo(210);
  }

  @Test
  void aCounterThatWasSetBackMeanwhileTellsNothing() {
    BalanceScript script = new BalanceScript(SETUP);
    QuietScene scene = new QuietScene();
    script.next(scene);
    scene.block("misses").add(SECOND, told(50, 50));
    scene.block("misses").add(2 * SECOND, told(1, 60));
    scene.at(3 * SECOND);
    assertThat(script.observed(scene).misses()).isEmpty();
  }

  private static BlockSpec.Told told(double first, double second) {
    return new BlockSpec.Told(0, new double[][] {{first}, {second}});
  }

  @Test
  void whatNoEngineCanHaveToldIsRefused() {
    assertThatThrownBy(
            () ->
                new BalanceSeen(
                    1, 1, IDLE, 0, Collections.nCopies(33, List.of(1.0)), List.of(), List.of(), 0))
        .isInstanceOf(IllegalArgumentException.class);
  }
}
