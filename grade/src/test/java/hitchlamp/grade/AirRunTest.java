package hitchlamp.grade;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.judge.Verdict;
import hitchlamp.core.pack.PackLibrary;
import hitchlamp.grade.Trials.Lot;
import hitchlamp.grade.Trials.Outcome;
import java.nio.file.Path;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Air path, actuators, cooler and rail from bus to verdict on simulated units of every kind. */
class AirRunTest {
  private static final PackLibrary PACKS = PackLibrary.read(Path.of("../packs"));

  private static Trials of(String test) {
    return switch (test) {
      case "airpath" -> new AirPathTrials(PACKS);
      case "airdrive" -> new AirDriveTrials(PACKS);
      case "actuator" -> new ActuatorTrials(PACKS);
      case "cooler" -> new CoolerTrials(PACKS);
      default -> new RailTrials(PACKS);
    };
  }

  @ParameterizedTest
  @CsvSource({"airpath, 4", "airdrive, 101", "actuator, 2", "cooler, 3", "rail, 1"})
  void aSoundUnitPasses(String test, long seed) throws InterruptedException {
    Outcome o = of(test).run(seed, Lot.SOUND);
    assertThat(o.verdict()).as(o.unit() + " " + o.says()).isEqualTo(Verdict.PASS);
  }

  @ParameterizedTest
  @CsvSource({
    "airpath, 100",
    "airpath, 118",
    "airdrive, 100",
    "actuator, 101",
    "cooler, 101",
    "rail, 103",
    "rail, 105"
  })
  void whatIsWrongIsNamed(String test, long seed) throws InterruptedException {
    Outcome o = of(test).run(seed, Lot.DEFECTIVE);
    assertThat(o.right()).as(o.unit() + " " + o.what() + ": " + o.says()).isTrue();
  }

  @ParameterizedTest
  @CsvSource({"airpath, 304", "airdrive, 301", "actuator, 103", "cooler, 104", "rail, 105"})
  void whereConditionsAreLostNothingIsTold(String test, long seed) throws InterruptedException {
    Outcome o = of(test).run(seed, Lot.SPOILED);
    assertThat(o.verdict()).as(o.what() + ": " + o.says()).isEqualTo(Verdict.CANNOT_TELL);
  }
}
