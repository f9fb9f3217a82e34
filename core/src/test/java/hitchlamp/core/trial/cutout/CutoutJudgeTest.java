package hitchlamp.core.trial.cutout;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.judge.Measured;
import hitchlamp.core.judge.Verdict;
import hitchlamp.core.trial.Level;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

/** The verdict of a cutout: a pure function of what was seen. */
class CutoutJudgeTest {
  private static final CutoutSetup KIND =
      new CutoutSetup(List.of(1, 5, 3, 6, 2, 4), 2, 3, 3, 0.75, Optional.empty());

  /** A cylinder off alone, with what the governor added. */
  private static CutoutObservation off(int cylinder, double added, double noise) {
    return new CutoutObservation(
        List.of(cylinder),
        0,
        8,
        new Level(100, 600, 1),
        new Level(200, 599, 1),
        30 * added / 4,
        new Level(100, 20, noise),
        new Level(200, 20 + added, noise),
        180,
        182,
        CutoutObservation.Heard.NOT_SAID);
  }

  private static List<CutoutObservation> six(double... added) {
    List<CutoutObservation> all = new ArrayList<>();
    for (int i = 0; i < added.length; i++) {
      all.add(off(i + 1, added[i], 0.4));
    }
    return all;
  }

  private static List<Integer> weak(Judgement v) {
    return v.named("share").stream()
        .filter(m -> m.verdict().orElseThrow() == Verdict.FAIL)
        .map(Measured::place)
        .toList();
  }

  @Test
  void aCylinderThatIsHardlyMissedIsWeak() {
    Judgement v = CutoutJudge.of(KIND, six(4, 4.1, 3.9, 2, 4, 4.05));
    assertThat(v.verdict()).isEqualTo(Verdict.FAIL);
    assertThat(weak(v)).containsExactly(4);
    assertThat(v.named("share").get(3).value()).isBetween(45.0, 55.0);
    assertThat(v.says().toString()).startsWith("Cylinder 4 does 50 %");
    assertThat(v.next().toString()).contains("compression");
  }

  @Test
  void theVerdictFollowsTheCylinderWhereverItIs() {
    for (int weak = 1; weak <= 6; weak++) {
      double[] added = {4, 4, 4, 4, 4, 4};
      added[weak - 1] = 2;
      Judgement v = CutoutJudge.of(KIND, six(added));
      int place = weak;
      assertThat(weak(v)).containsExactly(place);
    }
  }

  @Test
  void theOrderInWhichTheyWereTriedDoesNotMatter() {
    List<CutoutObservation> all = six(4, 4, 2, 4, 4, 4);
    Judgement v = CutoutJudge.of(KIND, all);
    List<CutoutObservation> other = new ArrayList<>(all);
    Collections.reverse(other);
    assertThat(CutoutJudge.of(KIND, other)).isEqualTo(v);
  }

  @Test
  void alikeIsAPassAndSaysSo() {
    Judgement v = CutoutJudge.of(KIND, six(4, 4.1, 3.9, 4.05, 4, 3.95));
    assertThat(v.verdict()).isEqualTo(Verdict.PASS);
    assertThat(v.says().toString()).contains("not the injectors");
  }

  @Test
  void noiseAsLargeAsWhatIsLookedForIsNoVerdict() {
    List<CutoutObservation> all = new ArrayList<>();
    for (int c = 1; c <= 6; c++) {
      all.add(off(c, 4, 9));
    }
    Judgement v = CutoutJudge.of(KIND, all);
    assertThat(v.verdict()).isEqualTo(Verdict.CANNOT_TELL);
    assertThat(v.says().toString()).contains("noise");
  }

  @Test
  void aLittleLessThanTheOthersIsNotWeakWhileNoiseCouldDoIt() {
    List<CutoutObservation> all = six(4, 4, 4, 4, 4);
    all.add(off(6, 2.9, 3));
    assertThat(weak(CutoutJudge.of(KIND, all))).isEmpty();
  }

  @Test
  void untriedTooShortOrTogetherLeavesItOpen() {
    List<CutoutObservation> some = six(4, 4, 4, 4, 4);
    some.add(
        new CutoutObservation(
            List.of(5, 6),
            0,
            8,
            new Level(9, 600, 1),
            new Level(9, 600, 1),
            30,
            new Level(9, 20, 1),
            new Level(9, 30, 1),
            0,
            0,
            CutoutObservation.Heard.CHANGED));
    Judgement v = CutoutJudge.of(KIND, some);
    assertThat(v.verdict()).isEqualTo(Verdict.CANNOT_TELL);
    assertThat(v.says().toString()).contains("cylinder 6");
    assertThat(CutoutJudge.of(KIND, List.of()).verdict()).isEqualTo(Verdict.CANNOT_TELL);
  }

  @Test
  void whatWasSeenAtAnotherSpeedIsNotComparedWithIt() {
    List<CutoutObservation> all = new ArrayList<>();
    for (int c = 1; c <= 3; c++) {
      all.add(at(900, c, 6));
    }
    for (int c = 4; c <= 6; c++) {
      all.add(at(600, c, 4));
    }
    Judgement v = CutoutJudge.of(KIND, all);
    assertThat(v.verdict()).isEqualTo(Verdict.CANNOT_TELL);
    assertThat(v.says().toString()).contains("Not tried").contains("1, 2, 3");
    for (int c = 1; c <= 3; c++) {
      all.add(at(605, c, 4));
    }
    assertThat(CutoutJudge.of(KIND, all).verdict()).isEqualTo(Verdict.PASS);
  }

  private static CutoutObservation at(double rpm, int cylinder, double added) {
    CutoutObservation o = off(cylinder, added, 0.4);
    return new CutoutObservation(
        o.off(),
        0,
        8,
        new Level(100, rpm, 1),
        o.settled(),
        o.dipRpm(),
        o.fuelBefore(),
        o.fuelSettled(),
        180,
        182,
        o.heard());
  }

  @Test
  void aGovernorThatAddsNothingTellsNothing() {
    Judgement v = CutoutJudge.of(KIND, six(0, -0.1, 0.1, 0, -0.05, 0));
    assertThat(v.verdict()).isEqualTo(Verdict.CANNOT_TELL);
  }
}
