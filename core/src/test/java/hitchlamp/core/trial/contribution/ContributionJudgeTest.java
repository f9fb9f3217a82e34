package hitchlamp.core.trial.contribution;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.offset;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.judge.Verdict;
import hitchlamp.core.trial.Level;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** What an automatic cutout comes to, on engines whose cylinders are known. */
class ContributionJudgeTest {
  private static final List<Integer> SIX = List.of(1, 5, 3, 6, 2, 4);
  private static final List<Integer> EIGHT = List.of(1, 5, 4, 2, 6, 3, 7, 8);
  private static final List<Integer> FOUR = List.of(1, 3, 4, 2);

  private static ContributionSetup setup(List<Integer> firing) {
    return new ContributionSetup(firing, 1, 2, 3, 4, 95, 12, 12);
  }

  private static double[] alike(int n) {
    double[] all = new double[n];
    java.util.Arrays.fill(all, 1);
    return all;
  }

  /** Corrections of a module that has evened its cylinders: who makes less gets more. */
  private static double[] evened(double[] strength) {
    double mean = java.util.Arrays.stream(strength).map(s -> 1 / s).average().orElseThrow();
    return java.util.Arrays.stream(strength).map(s -> 1 / s / mean - 1).toArray();
  }

  private static Judgement judged(EvenedEngine e) {
    return ContributionJudge.of(setup(e.firing), e.run());
  }

  private static double figure(Judgement j, String name, int place) {
    return j.named(name).get(place - 1).value();
  }

  @ParameterizedTest
  @ValueSource(ints = {4, 6, 8})
  void aWeakCylinderIsNamedInEveryLayout(int cylinders) {
    List<Integer> firing = cylinders == 4 ? FOUR : cylinders == 8 ? EIGHT : SIX;
    for (int weak = 1; weak <= cylinders; weak++) {
      double[] strength = alike(cylinders);
      strength[weak - 1] = 0.7;
      EvenedEngine e = new EvenedEngine(firing, strength, new double[cylinders], weak);
      e.noise = 2e-4;
      Judgement j = judged(e);
      assertThat(j.verdict()).as(j.toString()).isEqualTo(Verdict.FAIL);
      assertThat(j.says().toString()).matches("Cylinder " + weak + " makes (69|70|71) % .*");
      assertThat(figure(j, ContributionJudge.BY_SEGMENTS, weak)).isCloseTo(70, offset(2.0));
      assertThat(figure(j, ContributionJudge.BY_FUEL, weak)).isCloseTo(70, offset(3.0));
    }
  }

  @Test
  void oneThatSmoothRunningHidesIsFoundByWhatItGetsMore() {
    double[] strength = {1, 1, 1, 0.91, 1, 1};
    Judgement j = judged(new EvenedEngine(SIX, strength, evened(strength), 3));
    assertThat(j.verdict()).as(j.toString()).isEqualTo(Verdict.FAIL);
    assertThat(j.says().toString()).contains("Cylinder 4 makes 91 %").contains("hides it");
    assertThat(figure(j, ContributionJudge.WORK, 4)).isCloseTo(100, offset(1.5));
  }

  @Test
  void aDeadOneIsNamedThoughNothingChangesWhenItIsOff() {
    double[] strength = {1, 1, 0, 1, 1, 1};
    Judgement j = judged(new EvenedEngine(SIX, strength, new double[6], 4));
    assertThat(j.verdict()).as(j.toString()).isEqualTo(Verdict.FAIL);
    assertThat(j.says().toString()).contains("Cylinder 3 makes");
    assertThat(figure(j, ContributionJudge.STRENGTH, 3)).isLessThan(4);
  }

  @Test
  void alikeCylindersPassWithWhatNoiseAloneMakes() {
    double[] strength = {1.01, 0.99, 1, 1.01, 0.985, 1};
    Judgement j = judged(new EvenedEngine(SIX, strength, evened(strength), 5));
    assertThat(j.verdict()).as(j.toString()).isEqualTo(Verdict.PASS);
    assertThat(j.says().toString()).contains("noise alone makes").contains("Not the injectors");
    assertThat(j.named(ContributionJudge.NOISE).get(0).value()).isBetween(0.3, 3.0);
  }

  /** Metamorphic: where cylinders are numbered otherwise, so is the verdict. */
  @Test
  void whereCylindersAreNumberedOtherwiseSoIsTheVerdict() {
    double[] strength = {1, 0.8, 1, 1, 1, 1};
    Judgement two = judged(new EvenedEngine(SIX, strength, new double[6], 6));
    double[] moved = {1, 1, 1, 1, 0.8, 1};
    Judgement five = judged(new EvenedEngine(List.of(4, 2, 6, 3, 5, 1), moved, new double[6], 6));
    assertThat(figure(five, ContributionJudge.STRENGTH, 5))
        .isCloseTo(figure(two, ContributionJudge.STRENGTH, 2), offset(1.5));
  }

  @Test
  void whatDriftsInOneDirectionCancels() {
    EvenedEngine e = new EvenedEngine(SIX, alike(6), new double[6], 7);
    List<ContributionCut> cuts = new ArrayList<>();
    ContributionSeen seen = e.run();
    for (ContributionCut c : seen.cuts()) {
      e.extraFuel += 0.1;
      Steady before = e.steady(0);
      e.extraFuel += 0.1;
      cuts.add(
          new ContributionCut(c.cylinder(), c.fromMicros(), before, e.steady(c.cylinder()), 20));
    }
    e.extraFuel += 0.1;
    Judgement j =
        ContributionJudge.of(setup(SIX), new ContributionSeen(6, 12, 0, cuts, e.steady(0)));
    assertThat(j.verdict()).as(j.toString()).isEqualTo(Verdict.PASS);
  }

  @Test
  void nothingIsToldOfCylindersWhoseLoadChangedMeanwhile() {
    EvenedEngine e = new EvenedEngine(SIX, alike(6), new double[6], 8);
    ContributionSeen seen = e.run();
    List<ContributionCut> cuts = new ArrayList<>(seen.cuts());
    e.extraFuel = 6;
    for (int i : new int[] {3, 8}) {
      ContributionCut c = cuts.get(i);
      cuts.set(
          i, new ContributionCut(c.cylinder(), c.fromMicros(), e.steady(0), c.off(), c.dipRpm()));
    }
    Judgement j =
        ContributionJudge.of(setup(SIX), new ContributionSeen(6, 12, 0, cuts, seen.after()));
    assertThat(j.verdict()).isEqualTo(Verdict.CANNOT_TELL);
    assertThat(j.says().toString()).contains("load changed").contains("4");
  }

  @Test
  void aHuntingGovernorAWrongPackAndABrokenRunTellNothing() {
    EvenedEngine e = new EvenedEngine(SIX, alike(6), new double[6], 9);
    ContributionSeen seen = e.run();
    List<ContributionCut> hunts =
        seen.cuts().stream()
            .map(c -> new ContributionCut(c.cylinder(), 0, hunting(c.before()), c.off(), 20))
            .toList();
    assertCannotTell(new ContributionSeen(6, 12, 0, hunts, seen.after()), "hunts");
    assertCannotTell(new ContributionSeen(6, 12, 0, seen.cuts().subList(0, 3), seen.after()), "4");
    assertCannotTell(new ContributionSeen(6, 12, 0, List.of(), Steady.NONE), "No cylinder");
    assertThat(ContributionJudge.of(setup(EIGHT), seen).says().toString())
        .contains("times 6 cylinders, the pack has 8");
  }

  private static Steady hunting(Steady s) {
    return new Steady(new Level(100, 600, 40), s.fuel(), s.segments(), s.cycles(), s.corrections());
  }

  @Test
  void withoutSegmentTimesFuellingAloneTells() {
    double[] strength = {1, 1, 1, 1, 0.6, 1};
    ContributionSeen seen = new EvenedEngine(SIX, strength, new double[6], 10).run();
    List<ContributionCut> cuts =
        seen.cuts().stream()
            .map(c -> new ContributionCut(c.cylinder(), 0, bare(c.before()), bare(c.off()), 20))
            .toList();
    Judgement j =
        ContributionJudge.of(setup(SIX), new ContributionSeen(6, 12, 0, cuts, bare(seen.after())));
    assertThat(j.verdict()).as(j.toString()).isEqualTo(Verdict.FAIL);
    assertThat(j.says().toString()).contains("Cylinder 5");
  }

  private static Steady bare(Steady s) {
    return new Steady(s.rpm(), s.fuel(), List.of(), 0, List.of());
  }

  @Test
  void waysThatContradictEachOtherAreNotBelieved() {
    ContributionSeen seen = new EvenedEngine(SIX, alike(6), new double[6], 11).run();
    ContributionSeen other =
        new EvenedEngine(SIX, new double[] {1, 0.5, 1, 1, 1, 1}, new double[6], 11).run();
    List<ContributionCut> cuts = new ArrayList<>();
    for (int i = 0; i < seen.cuts().size(); i++) {
      ContributionCut c = seen.cuts().get(i);
      ContributionCut o = other.cuts().get(i);
      cuts.add(
          new ContributionCut(
              c.cylinder(), 0, mixed(c.before(), o.before()), mixed(c.off(), o.off()), 20));
    }
    assertCannotTell(
        new ContributionSeen(6, 12, 0, cuts, mixed(seen.after(), other.after())), "different");
  }

  private static Steady mixed(Steady fuel, Steady times) {
    return new Steady(
        fuel.rpm(), fuel.fuel(), times.segments(), times.cycles(), fuel.corrections());
  }

  @Test
  void whatNoEngineCanHaveShownIsRefused() {
    ContributionCut cut = new ContributionCut(1, 0, Steady.NONE, Steady.NONE, 0);
    assertThatThrownBy(
            () -> new ContributionSeen(6, 12, 0, Collections.nCopies(501, cut), Steady.NONE))
        .isInstanceOf(IllegalArgumentException.class);
    assertThatThrownBy(
            () -> new Steady(Level.NONE, Level.NONE, Collections.nCopies(33, 1.0), 1, List.of()))
        .isInstanceOf(IllegalArgumentException.class);
  }

  private static void assertCannotTell(ContributionSeen seen, String says) {
    Judgement j = ContributionJudge.of(setup(SIX), seen);
    assertThat(j.verdict()).as(j.says().toString()).isEqualTo(Verdict.CANNOT_TELL);
    assertThat(j.says().toString()).contains(says);
  }
}
