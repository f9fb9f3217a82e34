package hitchlamp.core.signoff;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.judge.Verdict;
import java.time.Instant;
import java.util.List;
import org.junit.jupiter.api.Test;

/** What tests of a job say of each other. */
class TestedTest {
  private static Tested ran(int at, String title, Verdict verdict) {
    return new Tested(at, "t", title, Instant.ofEpochSecond(at), verdict, "said at " + at, "");
  }

  private final Tested bad = ran(1, "Compression, engine", Verdict.FAIL);
  private final Tested worse = ran(2, "Compression, engine", Verdict.FAIL);
  private final Tested other = ran(3, "Compression, port engine", Verdict.FAIL);
  private final Tested unsure = ran(4, "Compression, engine", Verdict.CANNOT_TELL);
  private final Tested good = ran(5, "Compression, engine", Verdict.PASS);
  private final Tested again = ran(6, "Compression, engine", Verdict.FAIL);

  @Test
  void whatPassedNamesTheLastFailureOfTheSameBeforeIt() {
    assertThat(good.failedBefore(List.of(again, good, unsure, other, worse, bad))).contains(worse);
    assertThat(good.failedBefore(List.of(bad, good, again))).contains(bad);
  }

  @Test
  void whatDidNotPassOrNeverFailedNamesNone() {
    List<Tested> all = List.of(again, good, unsure, other, worse, bad);
    assertThat(again.failedBefore(all)).isEmpty();
    assertThat(unsure.failedBefore(all)).isEmpty();
    assertThat(good.failedBefore(List.of(good, unsure, other))).isEmpty();
  }

  @Test
  void theNewestOfEachSaysHowTheUnitStands() {
    assertThat(Tested.newest(List.of(bad, good, other, unsure))).containsExactly(good, other);
  }
}
