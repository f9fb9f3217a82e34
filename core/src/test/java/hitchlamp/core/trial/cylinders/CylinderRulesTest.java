package hitchlamp.core.trial.cylinders;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.judge.Measured;
import hitchlamp.core.judge.Verdict;
import hitchlamp.core.quantity.Unit;
import hitchlamp.core.trial.cylinders.CylinderFinding.Points;
import hitchlamp.core.words.Said;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;

/** What tests of cylinders mean together. */
class CylinderRulesTest {
  private final Map<String, Judgement> judged = new HashMap<>();

  /** A test of six of which some fail, with the value of those that do. */
  private static Judgement of(String figure, double failing, Integer... failed) {
    List<Integer> bad = List.of(failed);
    List<Measured> all = new ArrayList<>();
    for (int c = 1; c <= 6; c++) {
      boolean fails = bad.contains(c);
      all.add(
          new Measured(
              figure,
              c,
              fails ? failing : 100,
              Unit.PERCENT,
              1,
              90,
              Double.POSITIVE_INFINITY,
              Optional.of(fails ? Verdict.FAIL : Verdict.PASS)));
    }
    return new Judgement(
        bad.isEmpty() ? Verdict.PASS : Verdict.FAIL, Said.plain(""), all, Said.plain(""));
  }

  private static Judgement circuit(int cylinder) {
    Judgement j = of("rise", 0, cylinder);
    Judgement.Part part =
        new Judgement.Part(
            String.valueOf(cylinder), "", Verdict.FAIL, Said.plain("open"), Said.plain(""));
    return new Judgement(j.verdict(), j.says(), j.measured(), j.next(), List.of(part));
  }

  private List<CylinderFinding> findings(Integer... faults) {
    return CylinderRules.of(new CylinderEvidence(judged, Set.of(faults)), 6);
  }

  private CylinderFinding only() {
    assertThat(findings()).hasSize(1);
    return findings().get(0);
  }

  @Test
  void lowInCutoutAndLowInCompressionIsMechanical() {
    judged.put("contribution", of("strength", 60, 4));
    judged.put("compression", of("compression", 72, 4));
    assertThat(only().points()).isEqualTo(Points.MECHANICAL);
    assertThat(only().cylinder()).isEqualTo(4);
    assertThat(only().says().toString()).contains("valve or rings");
  }

  /** Common practice, no source: a valve held open mimics a dead injector. */
  @Test
  void noCompressionAtAllIsAValveHeldOpenAndNoDeadInjector() {
    judged.put("contribution", of("strength", 0, 2));
    judged.put("compression", of("compression", 1.5, 2));
    assertThat(only().says().toString()).contains("held open").contains("is none");
  }

  @Test
  void lowInCutoutWithSoundCompressionIsTheInjector() {
    judged.put("cutout", of("share", 60, 3));
    judged.put("compression", of("compression", 100));
    assertThat(only().points()).isEqualTo(Points.INJECTOR);
    assertThat(only().test()).isEqualTo("coils");
    judged.put("coils", of("rise", 100));
    assertThat(only().points()).isEqualTo(Points.INJECTOR);
    assertThat(only().test()).as("nothing is left to be separated").isEmpty();
  }

  @Test
  void lowInCutoutAloneAsksForTheCompression() {
    judged.put("balance", of("strength", 90, 1));
    assertThat(only().points()).isEqualTo(Points.OPEN);
    assertThat(only().test()).isEqualTo("compression");
  }

  @Test
  void aFaultyCircuitIsSaidBeforeAnythingElseOfThatCylinder() {
    judged.put("contribution", of("strength", 0, 5));
    judged.put("coils", circuit(5));
    assertThat(only().points()).isEqualTo(Points.CIRCUIT);
  }

  @Test
  void allAlikeWithInjectorFaultsLoggedIsHarnessOrDriver() {
    judged.put("contribution", of("strength", 100));
    assertThat(findings(2, 3).get(0).points()).isEqualTo(Points.HARNESS_OR_DRIVER);
    assertThat(findings(2, 3).get(0).says().toString()).contains("2, 3");
  }

  @Test
  void allAlikeWithoutFaultsIsElsewhere() {
    judged.put("contribution", of("strength", 100));
    assertThat(only().points()).isEqualTo(Points.ELSEWHERE);
    judged.put("compression", of("compression", 100));
    assertThat(only().says().toString()).contains("compress alike");
  }

  @Test
  void aWholeBankIsItsDriverAndNoInjectorIsNamed() {
    judged.put("coils", of("rise", 125, 4, 5, 6));
    assertThat(only().points()).isEqualTo(Points.HARNESS_OR_DRIVER);
    assertThat(only().cylinder()).isZero();
  }

  @Test
  void whatContradictsIsSaidAndMeasuredAgain() {
    judged.put("contribution", of("strength", 100));
    judged.put("compression", of("compression", 75, 6));
    assertThat(only().points()).isEqualTo(Points.OPEN);
    assertThat(only().test()).isEqualTo("compression");
  }

  @Test
  void whatCouldNotTellIsPassedOverForWhatCan() {
    judged.put(
        "contribution", Judgement.cannotTell(Said.plain("the load changed"), Said.plain("")));
    judged.put("cutout", of("share", 55, 2));
    assertThat(only().cylinder()).isEqualTo(2);
  }

  @Test
  void whereNothingWasTestedNothingIsSaid() {
    assertThat(findings()).isEmpty();
    assertThat(findings(1)).isEmpty();
  }

  @Test
  void blowByUnderLoadIsMechanicalWhateverCrankingSays() {
    judged.put("loaded", of("cures", 30, 4));
    assertThat(only().points()).isEqualTo(Points.MECHANICAL);
    assertThat(only().test()).isEqualTo("compression");
    judged.put("compression", of("compression", 70, 4));
    assertThat(only().says().toString()).contains("compresses less");
    judged.put("compression", of("compression", 70));
    assertThat(only().says().toString()).contains("tight when cranked");
    assertThat(only().test()).isEmpty();
  }

  @Test
  void highPressureThatNoCylinderCuresIsElsewhere() {
    Judgement all = of("cures", 0);
    judged.put(
        "loaded",
        new Judgement(Verdict.FAIL, Said.plain("none cures it"), all.measured(), Said.plain("")));
    judged.put("contribution", of("strength", 0));
    assertThat(only().points()).isEqualTo(Points.ELSEWHERE);
    assertThat(only().next().toString()).startsWith("Renew the breather's filter");
  }
}
