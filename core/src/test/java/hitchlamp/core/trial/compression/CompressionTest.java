package hitchlamp.core.trial.compression;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.judge.Measured;
import hitchlamp.core.judge.Verdict;
import hitchlamp.core.pack.BlockSpec;
import hitchlamp.core.trial.QuietScene;
import hitchlamp.core.trial.Step;
import hitchlamp.core.trial.compression.CompressionSeen.Stage;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.api.Test;

/** What a person is told while cranking, and what cranking comes to. */
class CompressionTest {
  private static final long SECOND = 1_000_000;
  private static final List<Integer> FIRING = List.of(1, 5, 3, 6, 2, 4);
  private static final CompressionSetup SETUP =
      new CompressionSetup(
          FIRING, 4, 8, 91, 10, 0.7, 70, 260, 10, new SqueezeShape(17.2, 3.5, 1.33));

  private final CompressionScript script = new CompressionScript(SETUP);
  private final QuietScene scene = new QuietScene();
  private int count;

  private static List<CrankCycle> cranked(double... shares) {
    return new TurnedCrank(FIRING, shares, 4, 3.4, 15).cycles(8);
  }

  private static CompressionSeen seen(List<CrankCycle> cycles) {
    return new CompressionSeen(Stage.DONE, 8, cycles, 25.2, 21, 21.4, 6, 1, false, "");
  }

  private static Judgement judged(double... shares) {
    return CompressionJudge.of(SETUP, seen(cranked(shares)));
  }

  /** Time goes on at a crank speed; each half second the module has timed another cycle. */
  private String turn(double seconds, double rpm) {
    String says = "";
    for (int i = 0; i < seconds * 10; i++) {
      scene.at(scene.now + SECOND / 10);
      scene.put(190, scene.now, rpm);
      if (rpm > 60 && i % 5 == 0) {
        double[][] times = new double[6][4];
        Arrays.stream(times).forEach(t -> Arrays.fill(t, 5 / rpm));
        scene.block("segments").add(scene.now, new BlockSpec.Told(count++, times));
      }
      says = script.next(scene).says().toString();
    }
    return says;
  }

  private CompressionSeen now() {
    return script.observed(scene);
  }

  @Test
  void crankingIsNoticedByItselfAndCountedUntilItIsEnough() {
    assertThat(turn(2, 0)).contains("Turn the key to start");
    assertThat(now().stage()).isEqualTo(Stage.CRANK);
    assertThat(turn(3, 190)).contains("Keep cranking: 4 of 8");
    assertThat(turn(3, 190)).contains("Let go of the key");
    assertThat(now().cycles()).hasSizeGreaterThanOrEqualTo(8);
    assertThat(turn(0.2, 0)).contains("long enough");
    assertThat(script.next(scene)).isInstanceOf(Step.Done.class);
  }

  @Test
  void whoLetsGoTooSoonIsToldSoAndMayCrankAgain() {
    turn(1, 0);
    turn(2, 190);
    assertThat(turn(1, 0))
        .as("the last may have been cranked in part")
        .contains("Too soon. Crank again: 7 more");
    assertThat(turn(4.5, 190)).as("the run-up counts anew").contains("Let go");
    assertThat(now().stretches()).isEqualTo(2);
  }

  /** Hands are slow: behind the word the engine runs out, each turn slower than the one before. */
  @Test
  void turnsInWhichTheEngineRunsOutAreNoneOfTheStarters() {
    turn(1, 0);
    assertThat(turn(6, 190)).contains("Let go");
    int enough = now().cycles().size();
    turn(0.5, 184);
    turn(0.5, 160);
    turn(0.5, 120);
    turn(0.5, 70);
    assertThat(turn(0.2, 0)).contains("long enough");
    assertThat(now().cycles()).hasSizeBetween(8 - 1, enough);
    assertThat(now().cycles()).allMatch(c -> c.rpm() > 189);
  }

  /** A starter that labours on a cold engine slows down by itself, and picks up again. */
  @Test
  void aTurnThatIsSlowAmongOthersStays() {
    turn(1, 0);
    turn(2, 190);
    turn(0.5, 180);
    turn(4, 190);
    assertThat(now().cycles()).anyMatch(c -> c.rpm() < 185);
  }

  @Test
  void anEngineThatFiresEndsItAndTellsNothing() {
    turn(1, 0);
    turn(3, 190);
    turn(0.1, 650);
    assertThat(script.next(scene)).isInstanceOf(Step.Done.class);
    assertThat(now().fired()).isTrue();
    Judgement j = CompressionJudge.of(SETUP, now());
    assertThat(j.verdict()).isEqualTo(Verdict.CANNOT_TELL);
    assertThat(j.says().toString()).contains("fired");
  }

  @Test
  void nobodyCranksForEver() {
    turn(1, 0);
    turn(2, 190);
    scene.at(scene.now + 40 * SECOND);
    assertThat(turn(0.1, 190)).contains("Let go");
  }

  @Test
  void whereNobodyCranksItEndsByItself() {
    turn(61, 0);
    assertThat(script.next(scene)).isInstanceOf(Step.Done.class);
    assertThat(CompressionJudge.of(SETUP, now()).verdict()).isEqualTo(Verdict.CANNOT_TELL);
  }

  @Test
  void alikeCylindersPassWithTheSpreadThatIsThere() {
    Judgement j = judged(1, 1.01, 0.99, 1, 1.02, 0.98);
    assertThat(j.verdict()).as(j.toString()).isEqualTo(Verdict.PASS);
    assertThat(j.says().toString()).contains("within 3 %");
  }

  @Test
  void aWornCylinderIsNamedWithItsPercent() {
    Judgement j = judged(1, 1, 0.75, 1, 1, 1);
    assertThat(j.verdict()).isEqualTo(Verdict.FAIL);
    assertThat(j.says().toString()).contains("Cylinder 3 has 75 %");
    assertThat(j.next().toString()).contains("valve clearance");
    assertThat(j.part("3").orElseThrow().verdict()).isEqualTo(Verdict.FAIL);
    assertThat(j.part("4").orElseThrow().verdict()).isEqualTo(Verdict.PASS);
  }

  /** Common practice, no source: 0 to 2 % means a valve held open. */
  @Test
  void aCylinderWithNoneAtAllPointsAtAnOpenValve() {
    Judgement j = judged(1, 1, 1, 1, 0.01, 1);
    assertThat(j.next().toString()).contains("valve held open");
    Measured five = j.named(CompressionJudge.SHARE).get(4);
    assertThat(five.value()).isBetween(0.0, 2.5);
  }

  @Test
  void allLowTogetherPassesAndIsSaidToBeBeyondIt() {
    Judgement j =
        CompressionJudge.of(SETUP, seen(new TurnedCrank(FIRING, low(), 4, 3.4, 15).cycles(8)));
    assertThat(j.verdict()).isEqualTo(Verdict.PASS);
    assertThat(j.says().toString()).contains("all may be low together");
    assertThat(j.next().toString()).contains("gauge");
  }

  private static double[] low() {
    return new double[] {0.08, 0.08, 0.08, 0.08, 0.08, 0.08};
  }

  @Test
  void nothingIsToldWhereTheSupplySaggedOrItWasTooShortSlowOrUneven() {
    List<CrankCycle> good = cranked(1, 1, 0.7, 1, 1, 1);
    String sagged = "The supply fell to 15";
    assertCannotTell(
        new CompressionSeen(Stage.DONE, 8, good, 25.2, 15, 17, 6, 1, false, ""), sagged);
    assertCannotTell(seen(good.subList(0, 3)), "Only 6 turns");
    assertCannotTell(seen(slower(good, 4)), "too slow");
    List<CrankCycle> uneven = new ArrayList<>(good.subList(0, 3));
    uneven.addAll(slower(good.subList(0, 3), 2));
    assertCannotTell(seen(uneven), "unevenly");
    assertCannotTell(
        new CompressionSeen(Stage.DONE, 8, good, 25.2, 21, 22, 6, 5, false, ""), "unevenly");
    assertCannotTell(
        new CompressionSeen(Stage.DONE, 8, List.of(), 25.2, 21, 22, 6, 1, false, "it broke off"),
        "does not hold the fuel back any more");
    assertCannotTell(CompressionSeen.nothing(8), "0 of 8 cycles");
  }

  @Test
  void aModuleThatTimesAnotherNumberOfCylindersIsNotJudgedByThisPack() {
    List<CrankCycle> four =
        new TurnedCrank(List.of(1, 3, 4, 2), new double[] {1, 1, 1, 1}, 4, 3, 15).cycles(8);
    assertCannotTell(seen(four), "times 4 cylinders, the pack has 6");
  }

  @Test
  void timesThatFollowNoCompressionsAreNotJudged() {
    List<CrankCycle> odd = new ArrayList<>();
    for (CrankCycle c : cranked(1, 1, 1, 1, 1, 1)) {
      List<List<Integer>> times = new ArrayList<>(c.times());
      times.set(2, List.of(9_000, 61_000, 4_000, 44_000));
      odd.add(new CrankCycle(c.micros(), c.count(), times));
    }
    assertCannotTell(seen(odd), "follow");
  }

  @Test
  void whatNoEngineCanHaveToldIsRefused() {
    assertThatThrownBy(
            () -> new CrankCycle(0, 0, java.util.Collections.nCopies(33, List.of(1, 2, 3, 4))))
        .isInstanceOf(IllegalArgumentException.class);
    assertThatThrownBy(
            () -> seen(java.util.Collections.nCopies(501, new CrankCycle(0, 0, List.of()))))
        .isInstanceOf(IllegalArgumentException.class);
  }

  private static List<CrankCycle> slower(List<CrankCycle> of, int factor) {
    return of.stream()
        .map(
            c ->
                new CrankCycle(
                    c.micros(),
                    c.count(),
                    c.times().stream()
                        .map(t -> t.stream().map(micros -> micros * factor).toList())
                        .toList()))
        .toList();
  }

  private static void assertCannotTell(CompressionSeen seen, String says) {
    Judgement j = CompressionJudge.of(SETUP, seen);
    assertThat(j.verdict()).as(j.says().toString()).isEqualTo(Verdict.CANNOT_TELL);
    assertThat(j.says().toString()).contains(says);
  }
}
