package hitchlamp.core.trial;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.pack.CutoutKind;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import org.junit.jupiter.api.Test;

/** The verdict of a cutout: a pure function of what was seen. */
class CutoutVerdictTest {
  private static final CutoutKind KIND =
      new CutoutKind(1, 2, 6, List.of(1, 5, 3, 6, 2, 4), 2, 3, 60, 12, 3, 0.75, "test");

  /** A cylinder off alone, with what the governor added. */
  private static CutoutObservation off(int cylinder, double added, double noise) {
    return new CutoutObservation(
        List.of(cylinder),
        0,
        8,
        new CutoutObservation.Level(100, 600, 1),
        new CutoutObservation.Level(200, 599, 1),
        30 * added / 4,
        new CutoutObservation.Level(100, 20, noise),
        new CutoutObservation.Level(200, 20 + added, noise),
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

  @Test
  void aCylinderThatIsHardlyMissedIsWeak() {
    CutoutVerdict v = CutoutVerdict.of(KIND, six(4, 4.1, 3.9, 2, 4, 4.05));
    assertThat(v.verdict()).isEqualTo(Verdict.FAIL);
    assertThat(v.cylinders().get(3).weak()).isTrue();
    assertThat(v.cylinders().get(3).share()).isBetween(45.0, 55.0);
    assertThat(v.says()).startsWith("Cylinder 4 does 50 %");
    assertThat(v.next()).contains("compression");
  }

  @Test
  void theVerdictFollowsTheCylinderWhereverItIs() {
    for (int weak = 1; weak <= 6; weak++) {
      double[] added = {4, 4, 4, 4, 4, 4};
      added[weak - 1] = 2;
      CutoutVerdict v = CutoutVerdict.of(KIND, six(added));
      int place = weak;
      assertThat(v.cylinders())
          .filteredOn(CutoutVerdict.Cylinder::weak)
          .extracting(CutoutVerdict.Cylinder::number)
          .containsExactly(place);
    }
  }

  @Test
  void theOrderInWhichTheyWereTriedDoesNotMatter() {
    List<CutoutObservation> all = six(4, 4, 2, 4, 4, 4);
    CutoutVerdict v = CutoutVerdict.of(KIND, all);
    List<CutoutObservation> other = new ArrayList<>(all);
    Collections.reverse(other);
    assertThat(CutoutVerdict.of(KIND, other)).isEqualTo(v);
  }

  @Test
  void alikeIsAPassAndSaysSo() {
    CutoutVerdict v = CutoutVerdict.of(KIND, six(4, 4.1, 3.9, 4.05, 4, 3.95));
    assertThat(v.verdict()).isEqualTo(Verdict.PASS);
    assertThat(v.says()).contains("not the injectors");
  }

  @Test
  void noiseAsLargeAsWhatIsLookedForIsNoVerdict() {
    List<CutoutObservation> all = new ArrayList<>();
    for (int c = 1; c <= 6; c++) {
      all.add(off(c, 4, 9));
    }
    CutoutVerdict v = CutoutVerdict.of(KIND, all);
    assertThat(v.verdict()).isEqualTo(Verdict.CANNOT_TELL);
    assertThat(v.says()).contains("noise");
  }

  @Test
  void aLittleLessThanTheOthersIsNotWeakWhileNoiseCouldDoIt() {
    List<CutoutObservation> all = six(4, 4, 4, 4, 4);
    all.add(off(6, 2.9, 3));
    assertThat(CutoutVerdict.of(KIND, all).cylinders().get(5).weak()).isFalse();
  }

  @Test
  void untriedTooShortOrTogetherLeavesItOpen() {
    List<CutoutObservation> some = six(4, 4, 4, 4, 4);
    some.add(
        new CutoutObservation(
            List.of(5, 6),
            0,
            8,
            new CutoutObservation.Level(9, 600, 1),
            new CutoutObservation.Level(9, 600, 1),
            30,
            new CutoutObservation.Level(9, 20, 1),
            new CutoutObservation.Level(9, 30, 1),
            0,
            0,
            CutoutObservation.Heard.CHANGED));
    CutoutVerdict v = CutoutVerdict.of(KIND, some);
    assertThat(v.verdict()).isEqualTo(Verdict.CANNOT_TELL);
    assertThat(v.says()).contains("cylinder 6");
    assertThat(CutoutVerdict.of(KIND, List.of()).verdict()).isEqualTo(Verdict.CANNOT_TELL);
  }

  @Test
  void aGovernorThatAddsNothingTellsNothing() {
    CutoutVerdict v = CutoutVerdict.of(KIND, six(0, -0.1, 0.1, 0, -0.05, 0));
    assertThat(v.verdict()).isEqualTo(Verdict.CANNOT_TELL);
  }
}
