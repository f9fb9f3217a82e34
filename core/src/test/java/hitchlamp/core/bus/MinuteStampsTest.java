package hitchlamp.core.bus;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.SplittableRandom;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;

/** Bus time from stamps that begin again each minute. */
class MinuteStampsTest {
  private final MinuteStamps stamps = new MinuteStamps(0);

  private long at(int stamp, double seconds) {
    return stamps.micros(stamp, (long) (seconds * 1e9));
  }

  @Test
  void theFirstFrameStandsAtItsArrivalAndTheOthersByTheirStamps() {
    assertThat(at(59_990, 2)).isEqualTo(2_000_000);
    assertThat(at(59_995, 2.3)).as("it waited in the adapter").isEqualTo(2_005_000);
    assertThat(at(5, 2.3)).as("over the minute").isEqualTo(2_015_000);
  }

  @Test
  void minutesOfSilenceAreTakenFromTheArrivals() {
    at(100, 1);
    assertThat(at(200, 1 + 120.1)).isEqualTo(1_000_000 + 120_100_000);
    assertThat(at(150, 1 + 180.05)).isEqualTo(1_000_000 + 180_050_000);
  }

  @Test
  void aStampALittleBehindIsOutOfOrderAndNoMinuteLater() {
    at(500, 1);
    assertThat(at(498, 1.01)).isEqualTo(998_000);
    assertThat(at(510, 1.02)).isEqualTo(1_010_000);
  }

  @Test
  void withoutStampsTheArrivalCounts() {
    assertThat(at(SlcanText.NO_STAMP, 1.5)).isEqualTo(1_500_000);
  }

  @Test
  void hoursOfTrafficWithPausesAndJitterKeepTheTime() {
    SplittableRandom r = new SplittableRandom(8);
    double bus = 3;
    double first = bus;
    for (int i = 0; i < 20_000; i++) {
      bus += r.nextInt(200) == 0 ? 400 * r.nextDouble() : 0.05 * r.nextDouble();
      int stamp = (int) (TimeUnit.MICROSECONDS.toMillis((long) (bus * 1e6)) % SlcanText.STAMPS);
      double told = at(stamp, bus + 0.2 * r.nextDouble()) / 1e6;
      assertThat(told).isCloseTo(bus, within(0.25));
    }
    assertThat(bus).isGreaterThan(first + 3_600);
  }
}
