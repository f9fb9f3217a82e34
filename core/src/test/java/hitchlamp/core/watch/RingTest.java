package hitchlamp.core.watch;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;

/** The last samples of a track, beside a plain queue that keeps whole numbers. */
class RingTest {
  private static final long MINUTE = 60_000_000L;

  private record Kept(long at, long a, long b) {}

  @Test
  void itKeepsWhatAQueueKeepsOverDaysAndThroughGaps() {
    for (int seed = 0; seed < 30; seed++) {
      SplittableRandom dice = new SplittableRandom(seed);
      long span = 1 + dice.nextLong(8 * MINUTE);
      Ring ring = new Ring(2, span);
      Deque<Kept> queue = new ArrayDeque<>();
      long at = dice.nextLong(1L << 50);
      for (int i = 0; i < 6_000; i++) {
        int kind = dice.nextInt(2_000);
        at += kind == 0 ? dice.nextLong(200 * MINUTE) : kind < 200 ? 0 : dice.nextLong(400_000);
        Kept k = new Kept(at, dice.nextLong(1L << 32), dice.nextInt(256));
        long now = at;
        queue.removeIf(old -> old.at() < now - span);
        queue.add(k);
        ring.add(at, new long[] {k.a(), k.b()});
        assertThat(ring.size()).isEqualTo(queue.size());
        assertThat(ring.oldest()).isEqualTo(queue.getFirst().at());
        assertThat(ring.newest()).isEqualTo(at);
      }
      int i = 0;
      for (Kept k : queue) {
        assertThat(new Kept(ring.micros(i), ring.raw(i, 0), ring.raw(i, 1))).isEqualTo(k);
        i++;
      }
    }
  }

  @Test
  void theGreatestCountIsNoNegativeOne() {
    Ring ring = new Ring(1, MINUTE);
    ring.add(5, new long[] {0xFFFF_FFFFL});
    assertThat(ring.raw(0, 0)).isEqualTo(0xFFFF_FFFFL);
  }

  @Test
  void tooManySamplesDropTheOldest() {
    Ring ring = new Ring(1, Long.MAX_VALUE);
    for (int i = 0; i < Ring.MOST_SAMPLES + 10; i++) {
      ring.add(i, new long[] {i});
    }
    assertThat(ring.size()).isEqualTo(Ring.MOST_SAMPLES);
    assertThat(ring.raw(0, 0)).isEqualTo(10);
  }

  @Test
  void whatIsForgottenBeginsAnew() {
    Ring ring = new Ring(1, MINUTE);
    ring.add(1, new long[] {7});
    ring.clear();
    assertThat(ring.size()).isZero();
    ring.add(900 * MINUTE, new long[] {8});
    assertThat(ring.oldest()).isEqualTo(900 * MINUTE);
  }
}
