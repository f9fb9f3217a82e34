package hitchlamp.core.trial.fluid;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.judge.Verdict;
import hitchlamp.core.trial.Act;
import hitchlamp.core.trial.Level;
import hitchlamp.core.trial.QuietScene;
import hitchlamp.core.trial.Step;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** What sensor and refractometer come to together. */
class FluidQualityTest {
  private static final FluidSetup SETUP = new FluidSetup(6, 1.5, 0.5);
  private final FluidQuality kind = new FluidQuality();

  private Judgement judged(double sensor, double refractometer, double level, double celsius) {
    Level quality = Double.isNaN(sensor) ? Level.NONE : new Level(30, sensor, 0.2);
    return kind.judge(SETUP, new FluidSeen(6, 6, quality, celsius, level, true, refractometer));
  }

  /** Published indices of urea solutions at 20 °C and the limits of ISO 22241-1, from memory. */
  @ParameterizedTest
  @CsvSource({"0, 1.3330", "10, 1.3477", "20, 1.3629", "31.8, 1.3814", "33.2, 1.3843"})
  void theRefractiveIndexFollowsTheHandbook(double percent, double index) {
    assertThat(UreaSolution.index(percent)).isCloseTo(index, within(4e-4));
    assertThat(UreaSolution.percent(index)).isCloseTo(percent, within(0.3));
    assertThat(UreaSolution.percent(UreaSolution.index(percent))).isCloseTo(percent, within(1e-9));
  }

  @ParameterizedTest
  @CsvSource({
    "32.4, 32.5, PASS, both are right",
    "NaN, 32.5, PASS, Its sensor tells nothing",
    "29.4, 29.5, FAIL, weaker than ISO",
    "20.0, 20.5, FAIL, diluted",
    "35.5, 35.0, FAIL, too strong",
    "27.0, 32.5, FAIL, the sensor is wrong",
    "32.4, 28.5, FAIL, wrong as well",
    "18.0, 42.0, FAIL, Something else is in the tank",
    "33.0, 21.0, FAIL, or the sensor is wrong as well",
    "32.4, NaN, CANNOT_TELL, cannot tell alone",
    "NaN, NaN, CANNOT_TELL, nobody measured"
  })
  void fluidAndSensorAreJudgedApart(double sensor, double read, Verdict verdict, String says) {
    Judgement j = judged(sensor, read, 60, 15);
    assertThat(j.verdict()).isEqualTo(verdict);
    assertThat(j.says().toString()).contains(says);
    assertThat(j.next().toString()).isNotBlank();
  }

  @Test
  void inIceOrInAirTheSensorIsNotAccused() {
    assertThat(judged(40, 32.5, 60, -12).verdict()).isEqualTo(Verdict.CANNOT_TELL);
    assertThat(judged(12, 32.5, 3, 15).says().toString()).contains("stand in air");
    assertThat(judged(12, 20, 3, 15).says().toString())
        .as("the fluid is judged by the refractometer all the same")
        .contains("diluted");
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "refractometer 99 PERCENT",
        "refractometer 1.50 INDEX",
        "refractometer 1.30 INDEX",
        "refractometer 32,5 PERCENT",
        "refractometer 32.5",
        "refractometer 32.5 BRIX",
        "none at-all",
        "other"
      })
  void whatLiesOnNoScaleIsNotUnderstood(String line) {
    assertThat(Act.read(line).filter(a -> kind.understands(SETUP, a))).isEmpty();
  }

  @Test
  void itWaitsForTheDropAndForTheSensor() {
    FluidScript script = new FluidScript(SETUP);
    QuietScene scene = new QuietScene().at(1_000_000);
    assertThat(((Step.Ask) script.next(scene)).choices()).hasSize(1);
    for (int i = 0; i < 30; i++) {
      scene.read("quality", 1_100_000 + i * 100_000L, 32.25);
    }
    assertThat(script.act(Act.of(FluidQuality.REFRACTOMETER, "1.3828", "INDEX"), scene)).isEmpty();
    assertThat(((Step.Ask) script.next(scene)).says().toString()).contains("another");
    scene.at(7_100_000);
    assertThat(script.next(scene)).isInstanceOf(Step.Done.class);
    FluidSeen seen = script.observed(scene);
    assertThat(seen.refractometer()).isCloseTo(32.5, within(0.2));
    assertThat(kind.judge(SETUP, seen).verdict()).isEqualTo(Verdict.PASS);
    assertThat(kind.saw(seen)).isTrue();
  }
}
