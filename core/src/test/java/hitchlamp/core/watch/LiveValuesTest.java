package hitchlamp.core.watch;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import hitchlamp.core.j1939.Message;
import hitchlamp.core.pack.EngineState;
import java.util.Arrays;
import org.junit.jupiter.api.Test;

/** Values as they are now: figures, states in words, staleness, what was gathered. */
class LiveValuesTest {
  private final LiveValues book = new LiveValues(Runs.PACK);

  private LiveValues.Now speed(double seconds) {
    int place = 0;
    for (Channel c : book.receiver().track(0).channels()) {
      if (c.spn() == 190) {
        return book.now(0, place, Math.round(seconds * Runs.SECOND)).orElseThrow();
      }
      place++;
    }
    throw new AssertionError("no speed");
  }

  @Test
  void aFigureIsOneOnlyWhenTheSensorSaysSo() {
    book.heard(Runs.speed(1, 702));
    assertThat(speed(1).state()).isEqualTo(LiveValues.State.VALID);
    assertThat(speed(1).value()).isEqualTo(702);
    book.heard(Runs.speed(1.02, -1));
    assertThat(speed(1.02).state()).isEqualTo(LiveValues.State.NOT_AVAILABLE);
    assertThat(speed(1.02).value()).isNaN();
    assertThat(speed(1.02).since().states()).isEqualTo(1);
  }

  @Test
  void aValueIsStaleAfterSomeOfItsOwnPeriods() {
    for (int i = 0; i < 100; i++) {
      book.heard(Runs.speed(1 + i * 0.02, 700));
    }
    assertThat(speed(3).periodMicros()).isCloseTo(20_000, within(100L));
    assertThat(speed(4.4).state()).isEqualTo(LiveValues.State.VALID);
    assertThat(speed(4.6).state()).isEqualTo(LiveValues.State.STALE);
    assertThat(speed(4.6).value()).as("the last figure is still told").isEqualTo(700);
  }

  @Test
  void aValueThatChangesItsRateIsFollowed() {
    double t = 1;
    for (int i = 0; i < 100; i++, t += 0.02) {
      book.heard(Runs.speed(t, 700));
    }
    // Some modules send slowly while nothing moves.
    for (int i = 0; i < 40; i++, t += 1.2) {
      book.heard(Runs.speed(t, 700));
      assertThat(speed(t + 1.1).state()).as("slow, but there").isEqualTo(LiveValues.State.VALID);
    }
    assertThat(speed(t).periodMicros()).isCloseTo(1_200_000, within(30_000L));
    for (int i = 0; i < 60; i++, t += 0.02) {
      book.heard(Runs.speed(t, 700));
    }
    assertThat(speed(t).periodMicros()).isLessThan(30_000);
    assertThat(speed(t + 2).state())
        .as("fast again: two seconds are long")
        .isEqualTo(LiveValues.State.STALE);
    assertThat(book.count()).as("every one was taken").isEqualTo(200);
  }

  @Test
  void leastGreatestAndMeanBeginAnewWhenWanted() {
    for (double rpm : new double[] {600, 900, 750}) {
      book.heard(Runs.speed(rpm / 100, rpm));
    }
    assertThat(speed(9).since().max()).isEqualTo(900);
    assertThat(speed(9).since().min()).isEqualTo(600);
    book.beginStatistics();
    book.heard(Runs.speed(10, 800));
    assertThat(speed(10).since().count()).isEqualTo(1);
    assertThat(speed(10).since().mean()).isEqualTo(800);
  }

  @Test
  void whatTheEngineDoesDecidesWhatIsNormal() {
    book.heard(Runs.speed(1, 640));
    assertThat(book.engine("", Runs.SECOND)).isEqualTo(EngineState.IDLES);
    Channel speed = speed(1).channel();
    assertThat(book.normal(speed, EngineState.IDLES).orElseThrow().low()).isEqualTo(580);
    assertThat(book.normal(speed, EngineState.PULLS)).isEmpty();
    assertThat(EngineState.of(Double.NaN, 0, 0)).isEqualTo(EngineState.UNKNOWN);
    assertThat(EngineState.of(180, Double.NaN, 0)).isEqualTo(EngineState.CRANKS);
    assertThat(EngineState.of(1_500, 90, 100)).isEqualTo(EngineState.PULLS);
    assertThat(EngineState.of(700, 20, 30)).isEqualTo(EngineState.RUNS);
  }

  @Test
  void whatIsOlderThanTheRingReachesIsForgotten() {
    for (int i = 0; i <= 400; i++) {
      book.heard(Runs.speed(i, 700 + i));
    }
    Series s = book.series("engine/190").orElseThrow();
    assertThat(s.micros()[0]).isEqualTo(100 * Runs.SECOND);
    assertThat(s.value(s.size() - 1)).isEqualTo(1_100);
    assertThat(book.series("engine/999999")).isEmpty();
  }

  @Test
  void aMessageTooShortForAParameterTellsNothingOfIt() {
    byte[] data = new byte[4];
    Arrays.fill(data, (byte) 0);
    book.heard(new Message(61444, 0, 255, 3, data, 5, 5));
    assertThat(speed(0).state()).isEqualTo(LiveValues.State.NOT_AVAILABLE);
  }

  @Test
  void aBusOfNonsenseFillsNoMemory() {
    Receiver r = new Receiver(Runs.PACK);
    int kept = 0;
    for (int pgn : Runs.PACK.groups()) {
      for (int source = 0; source < 254; source++) {
        kept += r.heard(new Message(pgn, source, 255, 6, new byte[8], 1, 1)).isPresent() ? 1 : 0;
      }
    }
    assertThat(r.size()).isEqualTo(Receiver.MOST_TRACKS);
    assertThat(kept).isEqualTo(Receiver.MOST_TRACKS);
    assertThat(r.leftOut()).isPositive();
  }
}
