package hitchlamp.core.trial.quantity;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.judge.Verdict;
import hitchlamp.core.trial.Act;
import hitchlamp.core.trial.Level;
import hitchlamp.core.trial.QuietScene;
import hitchlamp.core.trial.RoutineEnd;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What a beaker tells of the injector. */
class DosedQuantityTest {
  private static final QuantitySetup SETUP = new QuantitySetup(10, 0.5, 1, 900);
  private final DosedQuantity kind = new DosedQuantity();

  private Judgement judged(double asked, double caught, double kpa, boolean done) {
    return kind.judge(
        SETUP,
        new QuantitySeen(asked, 60, new Level(300, kpa, 4), done, !Double.isNaN(caught), caught));
  }

  @ParameterizedTest
  @CsvSource({
    "66, 65.3, 900, true, PASS, right",
    "66, 71.0, 900, true, PASS, right",
    "66, 56.0, 900, true, FAIL, too little",
    "66, 0.0, 900, true, FAIL, too little",
    "66, 77.0, 900, true, FAIL, too much",
    "66, 60.0, 900, true, CANNOT_TELL, too near",
    "66, 40.0, 700, true, CANNOT_TELL, pressure was not held",
    "66, 80.0, 1000, true, CANNOT_TELL, pressure was not held",
    "66, 40.0, 1000, true, FAIL, too little",
    "66, 80.0, 800, true, FAIL, too much",
    "66, 366, 900, true, CANNOT_TELL, own weight",
    "66, NaN, 900, true, CANNOT_TELL, nobody weighed",
    "66, 30.0, 900, false, CANNOT_TELL, not dose to the end",
    "0, 30.0, 900, true, CANNOT_TELL, not dose to the end",
    "NaN, 30.0, 900, true, CANNOT_TELL, not dose to the end"
  })
  void whatWasCaughtIsJudgedByWhatWasAskedFor(
      double asked, double caught, double kpa, boolean done, Verdict verdict, String says) {
    Judgement j = judged(asked, caught, kpa, done);
    assertThat(j.verdict()).isEqualTo(verdict);
    assertThat(j.says().toString()).contains(says);
    assertThat(j.next().toString()).isNotBlank();
  }

  /** JCGM 100:2008, 5.1.2: half a gram of the scale and half a gram of drops, of 66 g. */
  @Test
  void theDoubtIsThatOfScaleAndDropsTogether() {
    assertThat(judged(66, 66, 900, true).named("deviation").get(0).plusMinus())
        .isCloseTo(100 * Math.sqrt(0.25 + 0.25) / 66, within(1e-9));
  }

  @Test
  void withTurnedSignItFailsAsWell() {
    for (double off : new double[] {0.15, 0.3, 0.6}) {
      assertThat(judged(66, 66 * (1 - off), 900, true).verdict()).isEqualTo(Verdict.FAIL);
      assertThat(judged(66, 66 * (1 + off), 900, true).verdict()).isEqualTo(Verdict.FAIL);
    }
  }

  /** ISO 22241-1: 1.087 to 1.093 g/mL at 20 °C (from memory). */
  @Test
  void aMeasuringGlassIsTakenByTheDensityOfTheFluid() {
    assertThat(DosedQuantity.grams(Act.of("caught", "60", "MILLILITRE")).orElseThrow())
        .isBetween(60 * 1.087, 60 * 1.093);
    assertThat(DosedQuantity.grams(Act.of("caught", "63.5", "GRAM"))).contains(63.5);
    assertThat(DosedQuantity.grams(Act.of("caught", "-1", "GRAM"))).isEmpty();
    assertThat(DosedQuantity.grams(Act.of("caught", "9999", "GRAM"))).isEmpty();
    assertThat(DosedQuantity.grams(Act.of("caught", "60", "OUNCE"))).isEmpty();
    assertThat(DosedQuantity.grams(Act.of("caught", "60"))).isEmpty();
    assertThat(kind.understands(SETUP, Act.of("ready"))).isTrue();
    assertThat(kind.understands(SETUP, Act.of("ready", "1"))).isFalse();
    assertThat(kind.understands(SETUP, Act.of("poured"))).isFalse();
  }

  @Test
  void withoutItsPressureTheInjectorIsNotToBlame() {
    Judgement j = kind.judge(SETUP, new QuantitySeen(66, 60, Level.NONE, true, true, 40));
    assertThat(j.verdict()).isEqualTo(Verdict.CANNOT_TELL);
    assertThat(j.says().toString()).contains("pressure was not told");
  }

  /** The browser is gone before anybody weighs: that it dosed to its end stays true. */
  @Test
  void leftBeforeItWasWeighedItSaysSoAndNotThatItBrokeOff() {
    QuantityScript script = new QuantityScript();
    QuietScene scene = new QuietScene().at(1_000_000);
    script.next(scene);
    assertThat(script.act(Act.of("caught", "50", "GRAM"), scene)).as("too soon").isPresent();
    script.act(Act.of("ready"), scene);
    script.next(scene);
    for (int i = 0; i <= 60; i++) {
      scene.read("asked", 2_000_000 + 1_000_000L * i, 1.1 * i);
      scene.read("pressure", 2_000_000 + 1_000_000L * i, 900);
      script.next(scene);
    }
    scene.ended("dose", new RoutineEnd(true, true, "it is done", new byte[0]));
    script.next(scene);
    script.leaving(scene);
    QuantitySeen seen = script.observed(scene);
    assertThat(seen.asked()).isCloseTo(66, within(0.1));
    Judgement j = kind.judge(SETUP, seen);
    assertThat(j.verdict()).isEqualTo(Verdict.CANNOT_TELL);
    assertThat(j.says().toString()).contains("nobody weighed");
  }
}
