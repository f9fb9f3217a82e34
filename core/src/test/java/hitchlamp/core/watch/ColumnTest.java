package hitchlamp.core.watch;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;

/** Columns come back as they were, and nothing else is taken for one. */
class ColumnTest {
  @Test
  void everyWholeNumberComesBackAsItWas() {
    SplittableRandom r = new SplittableRandom(4);
    for (int round = 0; round < 200; round++) {
      long[] values = new long[1 + r.nextInt(500)];
      int bits = r.nextInt(64);
      for (int i = 0; i < values.length; i++) {
        values[i] = r.nextInt(9) == 0 ? Scale.MISSING : r.nextLong() >> bits;
      }
      assertThat(Column.values(Column.values(values, 0, values.length))).isEqualTo(values);
    }
  }

  @Test
  void timesComeBackToATenthOfAMillisecond() {
    SplittableRandom r = new SplittableRandom(5);
    long[] micros = new long[2_000];
    long at = 1_700_000_000_000L;
    for (int i = 0; i < micros.length; i++) {
      at += 20_000 + r.nextInt(700);
      micros[i] = at;
    }
    long[] back = Column.times(Column.times(micros, 0, micros.length));
    for (int i = 0; i < micros.length; i++) {
      assertThat(micros[i] - back[i]).isBetween(0L, Column.TIME_STEP_MICROS - 1);
    }
  }

  @Test
  void anEvenClockCostsAByteAStep() {
    long[] micros = new long[1_000];
    for (int i = 0; i < micros.length; i++) {
      micros[i] = i * 100_000L;
    }
    assertThat(Column.times(micros, 0, micros.length)).hasSizeLessThan(1_020);
  }

  @Test
  void whatIsCutShortLongerOrNoColumnIsRefused() {
    byte[] whole = Column.values(new long[] {1, 70_000, -3}, 0, 3);
    for (int n = 0; n < whole.length; n++) {
      byte[] cut = java.util.Arrays.copyOf(whole, n);
      assertThatThrownBy(() -> Column.values(cut)).isInstanceOf(IllegalArgumentException.class);
    }
    assertThatThrownBy(() -> Column.values(java.util.Arrays.copyOf(whole, whole.length + 1)))
        .hasMessageContaining("behind its last value");
    byte[] other = whole.clone();
    other[0] = 9;
    assertThatThrownBy(() -> Column.values(other)).hasMessageContaining("version 9");
    byte[] many = whole.clone();
    many[1] = 0x7F;
    assertThatThrownBy(() -> Column.values(many)).hasMessageContaining("values");
  }

  @Test
  void moreThanAPartHoldsIsRefused() {
    assertThatThrownBy(() -> Column.values(new long[0], 0, 0)).hasMessageContaining("1 to");
  }
}
