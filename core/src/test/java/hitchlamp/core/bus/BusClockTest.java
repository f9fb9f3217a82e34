package hitchlamp.core.bus;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;

/** Bus time, whatever the clock does that stamps the frames. */
class BusClockTest {
  private static final long HOUR = 3_600_000_000L;

  @Test
  void itGoesOnBetweenFramesAtThePaceOfTheLink() {
    BusClock clock = new BusClock(10, 1_000);
    clock.stamp(5_000_000, 2_000_000);
    assertThat(clock.micros(2_000_000)).isEqualTo(5_000_000);
    assertThat(clock.micros(3_000_000)).isEqualTo(5_010_000);
    assertThat(clock.nanosUntil(5_020_000, 3_000_000)).isEqualTo(1_000_000);
    assertThat(clock.nanosUntil(1, 3_000_000)).isZero();
    clock.stamp(4_500_000, 3_000_000);
    assertThat(clock.micros(3_000_000))
        .as("a stamp from the past does not turn it back or stop it")
        .isEqualTo(5_010_000);
  }

  @Test
  void stampsThatGoBackAndBackDoNotStopIt() {
    for (long step : new long[] {1, 1_000, BusClock.BACK_MICROS, BusClock.BACK_MICROS + 1}) {
      BusClock clock = new BusClock(1, 0);
      clock.stamp(10 * HOUR, 0);
      for (int i = 1; i <= 1_000; i++) {
        clock.stamp(10 * HOUR - i * step, i * 2_000_000L);
      }
      assertThat(clock.micros(2_000_000_000L)).as("by %d", step).isEqualTo(10 * HOUR + 2_000_000);
    }
  }

  @Test
  void ofALinkThatWasSlowToOpenItBeginsWhenItIsOpen() {
    BusClock clock = new BusClock(1, 0);
    clock.opened(2_000_000_000);
    assertThat(clock.micros(2_000_000_000)).isZero();
    clock.stamp(HOUR, 2_500_000_000L);
    clock.opened(3_000_000_000L);
    assertThat(clock.micros(3_000_000_000L)).as("a frame has set it").isEqualTo(HOUR + 500_000);
  }

  @Test
  void theFirstStampSetsItHoweverFarAheadItIs() {
    BusClock clock = new BusClock(1, 0);
    assertThat(clock.stamp(1_800_000_000_000_000L, 5_000)).isEqualTo(1_800_000_000_000_000L);
    assertThat(clock.micros(1_005_000)).isEqualTo(1_800_000_000_001_000L);
  }

  /** The computer of the daemon sets its clock, or an adapter stamps one frame with nonsense. */
  @Test
  void whereTheClockBehindTheStampsIsSetItGoesOnFromWhereItWas() {
    SplittableRandom r = new SplittableRandom(8);
    for (int run = 0; run < 200; run++) {
      BusClock clock = new BusClock(1, 0);
      long first = r.nextLong(2_000_000_000_000_000L);
      long base = first;
      long t = 0;
      clock.stamp(first, 0);
      for (int i = 0; i < 300; i++) {
        t += 1_000 + r.nextInt(20_000);
        if (r.nextInt(20) == 0) {
          long step = r.nextLong(30_000 * HOUR);
          base += r.nextBoolean() ? BusClock.AHEAD_MICROS * 2 + step : -Math.min(base, HOUR + step);
        }
        boolean nonsense = r.nextInt(40) == 0;
        long told = nonsense ? r.nextLong(99_999_999_999_000_000L) : base + t;
        long at = clock.stamp(told, t * 1_000);
        if (!nonsense) {
          assertThat(clock.micros(t * 1_000)).as("run %d", run).isGreaterThanOrEqualTo(at);
        }
      }
      assertThat(clock.micros(t * 1_000) - first)
          .as("run %d: as long as it was, but for nonsense within ten seconds", run)
          .isBetween(t, t + 300 * BusClock.AHEAD_MICROS);
    }
  }

  @Test
  void afterAClockWasSetEachFrameStandsWhereItBelongs() {
    BusClock clock = new BusClock(1, 0);
    clock.stamp(10 * HOUR, 0);
    long now = 0;
    for (int i = 1; i < 2_000; i++) {
      now += 5_000;
      long set = i < 500 ? 0 : i < 1_000 ? -HOUR : i < 1_500 ? 900 * HOUR : -9 * HOUR;
      assertThat(clock.stamp(10 * HOUR + set + now, now * 1_000)).isEqualTo(10 * HOUR + now);
      assertThat(clock.micros(now * 1_000)).isEqualTo(10 * HOUR + now);
    }
  }

  /** The engine stands for the night, the adapter stays plugged in: time has gone by as it says. */
  @Test
  void afterALongSilenceTheStampsAreTakenAsTheyAre() {
    BusClock clock = new BusClock(1, 0);
    clock.stamp(HOUR, 0);
    assertThat(clock.stamp(9 * HOUR, 8 * HOUR * 1_000)).isEqualTo(9 * HOUR);
    assertThat(clock.stamp(9 * HOUR + 5_000, 8 * HOUR * 1_000 + 5_000_000))
        .isEqualTo(9 * HOUR + 5_000);
  }

  /** A link that was stalled tells at once what has come meanwhile: none of it is from the past. */
  @Test
  void framesOfAStalledLinkKeepTheirStamps() {
    BusClock clock = new BusClock(1, 0);
    clock.stamp(HOUR, 0);
    for (int i = 1; i <= 600; i++) {
      assertThat(clock.stamp(HOUR + i * 10_000L, 6_000_000_000L)).isEqualTo(HOUR + i * 10_000L);
    }
    assertThat(clock.micros(6_000_000_000L)).isEqualTo(HOUR + 6_000_000);
  }
}
