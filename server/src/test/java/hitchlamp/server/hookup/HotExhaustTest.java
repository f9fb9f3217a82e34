package hitchlamp.server.hookup;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;

/** Hot exhaust is kept with the unit, so that whoever hooks up next is warned. */
class HotExhaustTest {
  private static final Instant NOON = Instant.parse("2026-11-29T12:00:00Z");
  private final HotExhaust exhaust = new HotExhaust(7);

  private static VitalsView seen(String key, Boolean hot) {
    return new VitalsView(key, hot, List.of(), null, 0, null, 0, 0, 0, 0);
  }

  private Optional<Report.ExhaustTold> told(Boolean hot, double seconds) {
    return exhaust.of(seen("on", hot), NOON.plusMillis(Math.round(seconds * 1e3)));
  }

  @Test
  void hotIsStoredAtOnceAndThenNowAndThen() {
    assertThat(told(true, 0)).contains(new Report.ExhaustTold(7, NOON));
    assertThat(told(true, 1)).isEmpty();
    assertThat(told(true, 29)).isEmpty();
    assertThat(told(true, 30)).contains(new Report.ExhaustTold(7, NOON.plusSeconds(30)));
  }

  @Test
  void coolIsStoredOnceAndHotAgainAtOnce() {
    told(true, 0);
    assertThat(told(false, 5)).contains(new Report.ExhaustTold(7, null));
    assertThat(told(false, 6)).isEmpty();
    assertThat(told(true, 7)).isPresent();
  }

  /** What was stored by somebody else before is taken back as soon as a module says so. */
  @Test
  void theFirstWordOfAHookUpThatItIsCoolIsStored() {
    assertThat(told(false, 0)).contains(new Report.ExhaustTold(7, null));
  }

  @Test
  void nothingIsStoredWhereNobodyTellsOrNothingIsHeardAnyMore() {
    assertThat(told(null, 0)).isEmpty();
    told(true, 1);
    assertThat(told(null, 100)).isEmpty();
    assertThat(exhaust.of(seen("off?", true), NOON.plusSeconds(200))).isEmpty();
    assertThat(exhaust.of(seen("off?", false), NOON.plusSeconds(201))).isEmpty();
  }

  /** However words, silence and pauses follow each other: the stored one is never far behind. */
  @Test
  void whatIsStoredIsAlwaysTheLastWord() {
    SplittableRandom r = new SplittableRandom(17);
    for (int run = 0; run < 500; run++) {
      HotExhaust of = new HotExhaust(7);
      Instant now = NOON;
      Instant lastHot = null;
      Boolean word = null;
      Optional<Report.ExhaustTold> stored = Optional.empty();
      for (int i = 0; i < 60; i++) {
        now = now.plusMillis(r.nextInt(40_000));
        int what = r.nextInt(4);
        Boolean hot = what == 0 ? Boolean.FALSE : what == 1 ? null : Boolean.TRUE;
        boolean heard = r.nextInt(5) > 0;
        Optional<Report.ExhaustTold> news = of.of(seen(heard ? "on" : "off?", hot), now);
        stored = news.isPresent() ? news : stored;
        if (heard && hot != null) {
          word = hot;
          lastHot = hot ? now : null;
        }
        if (word == null) {
          assertThat(stored).isEmpty();
        } else if (word) {
          assertThat(stored.orElseThrow().hotAt()).isBetween(lastHot.minusSeconds(30), lastHot);
        } else {
          assertThat(stored.orElseThrow().hotAt()).isNull();
        }
      }
    }
  }
}
