package hitchlamp.core.judge;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.offset;

import org.hipparchus.stat.descriptive.rank.Median;
import org.junit.jupiter.api.Test;

/** The median, beside the one of Hipparchus. */
class MedianTest {
  @Test
  void itIsTheOneOfHipparchusForEverySize() {
    java.util.SplittableRandom r = new java.util.SplittableRandom(5);
    for (int n = 1; n < 40; n++) {
      double[] all = r.doubles(n, -3, 900).toArray();
      assertThat(hitchlamp.core.judge.Median.of(all))
          .isCloseTo(new Median().evaluate(all), offset(1e-9));
    }
  }

  @Test
  void whatIsNotKnownIsLeftOutAndOfNoneThereIsNone() {
    assertThat(hitchlamp.core.judge.Median.of(4, Double.NaN, 1, 9)).isEqualTo(4);
    assertThat(hitchlamp.core.judge.Median.of()).isNaN();
    assertThat(hitchlamp.core.judge.Median.of(Double.NaN)).isNaN();
  }
}
