package hitchlamp.grade;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.judge.Verdict;
import hitchlamp.core.pack.PackLibrary;
import hitchlamp.grade.Trials.Lot;
import hitchlamp.grade.Trials.Outcome;
import java.nio.file.Path;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** The filter's condition from bus to verdict on simulated trucks, by key and pedal. */
class FilterRunTest {
  private final FilterTrials trials = new FilterTrials(PackLibrary.read(Path.of("../packs")));

  @ParameterizedTest
  @ValueSource(longs = {11, 12, 13, 14})
  void aSoundFilterIsInOrder(long seed) throws InterruptedException {
    Outcome o = trials.run(seed, Lot.SOUND);
    assertThat(o.verdict()).as(o.says()).isEqualTo(Verdict.PASS);
  }

  @ParameterizedTest
  @ValueSource(longs = {100_021, 100_022, 100_023, 100_024, 100_025, 100_026})
  void whatIsWrongIsNamed(long seed) throws InterruptedException {
    Outcome o = trials.run(seed, Lot.DEFECTIVE);
    assertThat(o.right()).as(o.what() + ": " + o.says()).isTrue();
  }

  /** Started at once, left alone at idle, ended by hand, switched off. */
  @ParameterizedTest
  @ValueSource(longs = {200_001, 200_002, 200_003, 200_004, 200_005, 200_006})
  void whereConditionsAreLostNothingIsTold(long seed) throws InterruptedException {
    Outcome o = trials.run(seed, Lot.SPOILED);
    assertThat(o.verdict()).as(o.what() + ": " + o.says()).isEqualTo(Verdict.CANNOT_TELL);
  }
}
