package hitchlamp.core.judge;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.quantity.Unit;
import hitchlamp.core.words.Said;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

/** What a judgement of several parts says of one of them. */
class JudgementTest {
  private static Measured share(int cylinder, Verdict verdict) {
    return new Measured(
        "share",
        cylinder,
        98,
        Unit.PERCENT,
        5,
        75,
        Double.POSITIVE_INFINITY,
        Optional.ofNullable(verdict));
  }

  private static Judgement.Part lamp(String id, Verdict verdict) {
    return new Judgement.Part(id, id + " lamp", verdict, Said.plain("Dark."), Said.plain("Mend."));
  }

  private static Judgement of(List<Measured> measured, List<Judgement.Part> parts) {
    return new Judgement(
        Verdict.FAIL, Said.plain("Cylinder 4 is weak."), measured, Said.plain("Measure."), parts);
  }

  @Test
  void aPartIsFoundByItsName() {
    Judgement j = of(List.of(), List.of(lamp("stop", Verdict.PASS), lamp("warning", Verdict.FAIL)));
    assertThat(j.part("stop").orElseThrow().verdict()).isEqualTo(Verdict.PASS);
    assertThat(j.part("warning").orElseThrow().says().toString()).isEqualTo("Dark.");
    assertThat(j.part("protect")).isEmpty();
  }

  @Test
  void aCylinderIsFoundByItsNumberAndSpeaksForItself() {
    Judgement j = of(List.of(share(3, Verdict.PASS), share(4, Verdict.FAIL)), List.of());
    assertThat(j.verdict()).isEqualTo(Verdict.FAIL);
    assertThat(j.part("3").orElseThrow().verdict()).isEqualTo(Verdict.PASS);
    assertThat(j.part("4").orElseThrow().verdict()).isEqualTo(Verdict.FAIL);
    assertThat(j.part("5")).as("never tried").isEmpty();
  }

  @Test
  void severalFiguresOfAPlaceMustAllPass() {
    Judgement open = of(List.of(share(2, Verdict.PASS), share(2, Verdict.CANNOT_TELL)), List.of());
    assertThat(open.part("2").orElseThrow().verdict()).isEqualTo(Verdict.CANNOT_TELL);
    Judgement bad = of(List.of(share(2, Verdict.CANNOT_TELL), share(2, Verdict.FAIL)), List.of());
    assertThat(bad.part("2").orElseThrow().verdict()).isEqualTo(Verdict.FAIL);
  }

  @Test
  void whatIsOnlyShownAndWhatIsOfTheWholeIsNoPart() {
    Judgement j = of(List.of(share(0, Verdict.PASS), share(1, null)), List.of());
    assertThat(j.part("0")).isEmpty();
    assertThat(j.part("1")).isEmpty();
  }
}
