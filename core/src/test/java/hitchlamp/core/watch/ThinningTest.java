package hitchlamp.core.watch;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.quantity.Unit;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;

/** No extreme is lost, whatever is drawn. */
class ThinningTest {
  @Test
  void aSinglePeakInAnHourIsSeenAtEveryWidth() {
    Series s =
        Runs.series(
            "a", Unit.KILOPASCAL, 0.1, 3_600, t -> Math.abs(t - 1_234.5) < 0.05 ? 900 : 100);
    for (int columns : new int[] {1, 7, 300, 1_000, 50_000}) {
      Thinned t = Thinned.of(s, 0, 3_600 * Runs.SECOND, columns);
      long greatest = Long.MIN_VALUE;
      for (long g : t.greatest()) {
        greatest = Math.max(greatest, g);
      }
      assertThat(greatest).as(columns + " columns").isEqualTo(9_000_000);
    }
  }

  @Test
  void columnsHoldJustWhatFallsIntoThem() {
    SplittableRandom r = new SplittableRandom(3);
    Series s = Runs.series("a", Unit.RPM, 0.02, 20, t -> r.nextInt(2_000));
    long first = 3 * Runs.SECOND;
    long last = 11 * Runs.SECOND;
    Thinned t = Thinned.of(s, first, last, 37);
    for (int c = 0; c < 37; c++) {
      Statistics of =
          Statistics.of(
              s.between(
                  first + c * t.columnMicros(),
                  Math.min(last, first + (c + 1) * t.columnMicros() - 1)));
      assertThat(t.least()[c] * 1e-4).isEqualTo(of.min());
      assertThat(t.greatest()[c] * 1e-4).isEqualTo(of.max());
    }
  }

  @Test
  void whereNothingWasToldTheColumnIsEmpty() {
    Series s = Runs.series("a", Unit.RPM, 1, 10, t -> 1);
    Thinned t = Thinned.of(s, 0, 10 * Runs.SECOND, 100);
    assertThat(t.least()).contains(Scale.MISSING);
    assertThat(t.least()[0]).isEqualTo(10_000);
  }

  @Test
  void betweenTwoValuesTheLineIsStraightAndAGapIsNone() {
    Series s = Runs.series("a", Unit.RPM, 1, 10, t -> 100 * t);
    assertThat(s.at(2_500_000, Runs.SECOND)).isEqualTo(250);
    assertThat(s.at(2_500_000, Runs.SECOND / 2)).isNaN();
    assertThat(s.at(-1, Runs.SECOND)).isNaN();
    assertThat(s.at(10 * Runs.SECOND, Runs.SECOND)).isEqualTo(1_000);
    assertThat(s.between(2 * Runs.SECOND, 4 * Runs.SECOND).size()).isEqualTo(3);
  }
}
