package hitchlamp.core.trial.airdrive;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;

/** Gas through openings in a row. */
class GasPathTest {
  private static final double R = 287;

  /**
   * Isentropic flow through a nozzle, any book of gas dynamics: with k = 1.4 and a ratio of 0.8, p
   * √(2k / ((k - 1) R T) (r^(2/k) - r^((k+1)/k))) an area.
   */
  private static double isentropic(double mm2, double before, double ratio, double celsius) {
    double k = 1.4;
    double of = Math.pow(ratio, 2 / k) - Math.pow(ratio, (k + 1) / k);
    return 3_600
        * mm2
        * 1e-6
        * before
        * 1e3
        * Math.sqrt(2 * k / ((k - 1) * R * (celsius + 273.15)) * of);
  }

  @Test
  void agreesWithTheNozzleOfTheTextbookWithinFourPercent() {
    for (double ratio = 0.6; ratio < 0.99; ratio += 0.05) {
      // An opening behind a very wide one is that opening alone.
      double is = GasPath.flow(300, 1e9, 200, 200 * ratio, 400);
      assertThat(is / isentropic(300, 200, ratio, 400)).isCloseTo(1, within(0.06));
    }
  }

  @Test
  void twoAlikeInARowPassAsMuchAsOneOfSeventyPercent() {
    double one = GasPath.flow(300 / Math.sqrt(2), 1e9, 150, 140, 300);
    assertThat(GasPath.flow(300, 300, 150, 140, 300)).isCloseTo(one, within(0.01));
  }

  @Test
  void nothingFlowsWithoutAPressureAndNoMoreOnceItIsChoked() {
    assertThat(GasPath.flow(300, 500, 150, 150, 300)).isZero();
    assertThat(GasPath.flow(300, 500, 150, 160, 300)).isZero();
    assertThat(GasPath.flow(300, 500, 150, 20, 300))
        .isEqualTo(GasPath.flow(300, 500, 150, 75, 300));
  }
}
