package hitchlamp.core.trial.coils;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.judge.Verdict;
import hitchlamp.core.trial.Act;
import hitchlamp.core.trial.coils.CoilSample.Heard;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What samples of injector circuits come to. */
class CoilsTest {
  private static final CoilsSetup SETUP =
      new CoilsSetup(List.of(List.of(1, 2, 3), List.of(4, 5, 6)), 2, 12, 12, 18, 82);
  private static final double SUPPLY = 25;

  /** A sound one: half of the supply at rest, as its source and its load are alike. */
  private static CoilSample sound(int cylinder) {
    double off = 0.01 * (cylinder % 3 - 1);
    return new CoilSample(
        cylinder, 12.5, 11.8, 82 * (1 + off), 21.8 * (1 - off), SUPPLY, Heard.NOT_SAID);
  }

  private static List<CoilSample> six() {
    List<CoilSample> all = new ArrayList<>();
    for (int c = 1; c <= 6; c++) {
      all.add(sound(c));
    }
    return all;
  }

  private static Judgement judged(List<CoilSample> samples) {
    return CoilsJudge.of(SETUP, new CoilsSeen(6, 6, 0, SETUP.order(), samples));
  }

  @Test
  void alikeCircuitsPassAndPointElsewhere() {
    Judgement j = judged(six());
    assertThat(j.verdict()).isEqualTo(Verdict.PASS);
    assertThat(j.says().toString()).contains("alike, within 1 %");
    assertThat(j.next().toString()).contains("compression");
  }

  @Test
  void aBankOfWhichNoCurrentPullsInIsItsDriver() {
    List<CoilSample> all = six();
    for (int c = 4; c <= 6; c++) {
      all.set(c - 1, new CoilSample(c, 12.4, 2.1, Double.NaN, Double.NaN, SUPPLY, Heard.NOT_SAID));
    }
    Judgement j = judged(all);
    assertThat(j.verdict()).isEqualTo(Verdict.FAIL);
    assertThat(j.parts()).isEmpty();
    assertThat(j.says().toString()).contains("4, 5, 6").contains("not the injectors");
  }

  @Test
  void aLateOneIsNotNamedWhileItsDriverIsNotKnown() {
    List<CoilSample> all = new ArrayList<>(six().subList(0, 4));
    all.set(3, new CoilSample(4, 12.4, 8.5, 131, 21.8, SUPPLY, Heard.NOT_SAID));
    Judgement j = judged(all);
    assertThat(j.verdict()).isEqualTo(Verdict.CANNOT_TELL);
    assertThat(j.says().toString()).contains("driver of its bank").contains("5, 6");
    all.add(sound(5));
    assertThat(judged(all).says().toString()).startsWith("Injector 4: slow");
  }

  @ParameterizedTest
  @CsvSource({
    "0.1, 0.0, NaN, NaN, circuit open",
    "0.1, 11.6, 82, 21.8, shorted to ground",
    "24.8, 31.9, NaN, NaN, shorted to the supply",
    "12.4, 10.1, 99, 21.9, takes 20 % longer",
    "12.5, 14.0, 62, 21.8, turns shorted",
    "12.4, 11.0, 88, 30.1, resistance off",
    "12.4, 5.0, NaN, NaN, never pulls in"
  })
  void eachKindOfFaultIsNamedWithItsInjector(
      double rest, double early, double rise, double hold, String says) {
    List<CoilSample> all = six();
    all.set(3, new CoilSample(4, rest, early, rise, hold, SUPPLY, Heard.CLICKS));
    Judgement j = judged(all);
    assertThat(j.verdict()).isEqualTo(Verdict.FAIL);
    assertThat(j.says().toString()).contains("Injector 4").contains(says);
    assertThat(j.part("4").orElseThrow().verdict()).isEqualTo(Verdict.FAIL);
    assertThat(j.part("5").orElseThrow().verdict()).isEqualTo(Verdict.PASS);
    assertThat(j.next().toString()).isNotEmpty();
  }

  @Test
  void allOfOneBankPointAtTheirDriver() {
    List<CoilSample> all = six();
    for (int i = 3; i < 6; i++) {
      CoilSample s = all.get(i);
      all.set(
          i,
          new CoilSample(
              s.cylinder(), 12.5, 9.4, s.riseMicros() * 1.3, s.holdPercent(), SUPPLY, s.heard()));
    }
    Judgement j = judged(all);
    assertThat(j.verdict()).isEqualTo(Verdict.FAIL);
    assertThat(j.says().toString()).contains("4, 5, 6").contains("driver");
  }

  @Test
  void oneSlowInjectorIsNoDriver() {
    List<CoilSample> all = six();
    all.set(0, new CoilSample(1, 12.5, 8, 110, 21.8, SUPPLY, Heard.CLICKS));
    assertThat(judged(all).says().toString()).contains("Injector 1").doesNotContain("driver");
  }

  @Test
  void theEarFindsAnArmatureThatDoesNotMove() {
    List<CoilSample> all = six();
    all.set(1, all.get(1).heard(Heard.SILENT));
    Judgement j = judged(all);
    assertThat(j.verdict()).isEqualTo(Verdict.FAIL);
    assertThat(j.says().toString()).contains("Injector 2").contains("does not click");
  }

  @Test
  void whatWasNotDrivenOrNotSampledIsNotJudged() {
    assertThat(judged(six().subList(0, 4)).says().toString()).contains("5, 6");
    List<CoilSample> all = six();
    all.set(2, new CoilSample(3, Double.NaN, Double.NaN, Double.NaN, Double.NaN, 25, Heard.CLICKS));
    Judgement j = judged(all);
    assertThat(j.verdict()).isEqualTo(Verdict.CANNOT_TELL);
    assertThat(j.says().toString()).contains("3");
    assertThat(judged(List.of()).verdict()).isEqualTo(Verdict.CANNOT_TELL);
  }

  @Test
  void whatIsCertainIsSaidThoughOthersWereNotDriven() {
    List<CoilSample> all = new ArrayList<>(six().subList(0, 4));
    all.set(0, new CoilSample(1, 0.1, 0, Double.NaN, Double.NaN, SUPPLY, Heard.SILENT));
    Judgement j = judged(all);
    assertThat(j.verdict()).isEqualTo(Verdict.FAIL);
    assertThat(j.says().toString()).contains("Injector 1").contains("Not driven").contains("5, 6");
  }

  @Test
  void aModuleOfAnotherEngineIsNotJudgedByThisPack() {
    Judgement j = CoilsJudge.of(SETUP, new CoilsSeen(6, 8, 0, SETUP.order(), six()));
    assertThat(j.verdict()).isEqualTo(Verdict.CANNOT_TELL);
    assertThat(j.says().toString()).contains("8 injectors, the pack has 6");
  }

  @Test
  void aFastInjectorInABankOfTwoIsNoDriverOfTheOtherBank() {
    CoilsSetup four = new CoilsSetup(List.of(List.of(1, 2), List.of(3, 4)), 2, 12, 12, 18, 82);
    List<CoilSample> all = new ArrayList<>(six().subList(0, 4));
    all.set(1, new CoilSample(2, 12.5, 15, 52, 21.8, SUPPLY, Heard.NOT_SAID));
    Judgement j = CoilsJudge.of(four, new CoilsSeen(4, 4, 0, four.order(), all));
    assertThat(j.says().toString()).contains("Injector 2").doesNotContain("driver");
  }

  @Test
  void onlyInjectorsThatThereAreCanBeHeard() {
    Coils kind = new Coils();
    assertThat(kind.understands(SETUP, Act.of("heard", 6, "CLICKS"))).isTrue();
    assertThat(kind.understands(SETUP, Act.of("heard", 7, "CLICKS"))).isFalse();
    assertThat(kind.understands(SETUP, Act.of("heard", 1, "LOUD"))).isFalse();
    assertThat(kind.understands(SETUP, Act.of("off", 1))).isFalse();
  }

  @Test
  void whatNoEngineCanHaveShownIsRefused() {
    assertThatThrownBy(() -> new CoilsSeen(6, 6, 0, List.of(), Collections.nCopies(33, sound(1))))
        .isInstanceOf(IllegalArgumentException.class);
  }
}
