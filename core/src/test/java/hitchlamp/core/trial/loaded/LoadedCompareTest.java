package hitchlamp.core.trial.loaded;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.offset;

import java.util.ArrayList;
import java.util.List;
import java.util.SplittableRandom;
import org.hipparchus.stat.regression.OLSMultipleLinearRegression;
import org.junit.jupiter.api.Test;

/** The regression over charge and speed, beside the one of Hipparchus. */
class LoadedCompareTest {
  private static final double[] LEVEL = {-0.10, -0.12, -0.35, -0.11};

  private final SplittableRandom random = new SplittableRandom(3);
  private final List<Pull> pulls = new ArrayList<>();

  /** Pulls whose charge and speed vary by themselves, with a little noise and some wild moments. */
  private void pull(double noise, int wildEvery) {
    for (int off = 0; off < LEVEL.length; off++) {
      List<LoadRow> rows = new ArrayList<>();
      for (int i = 0; i < 60; i++) {
        double boost = 150 + 80 * random.nextDouble();
        double rpm = 1_300 + 200 * random.nextDouble();
        double log =
            LEVEL[off]
                + 0.8 * (boost / 190 - 1)
                + 0.3 * (rpm / 1_400 - 1)
                + noise * random.nextGaussian();
        double wild = wildEvery > 0 && i % wildEvery == 0 ? 1.5 : 0;
        rows.add(
            new LoadRow(i * 0.2 + off * 30, rpm, boost, 320, 180, Math.exp(log + wild), 100, off));
      }
      pulls.add(new Pull(off, rows));
    }
  }

  /** Differences of levels as ordinary least squares finds them, over the same moments. */
  private double[] ordinary(double least, double most) {
    List<double[]> x = new ArrayList<>();
    List<Double> y = new ArrayList<>();
    for (Pull p : pulls) {
      for (LoadRow r : p.rows()) {
        if (r.boostKpa() < least || r.boostKpa() > most) {
          continue;
        }
        double[] row = new double[LEVEL.length + 2];
        row[p.off()] = 1;
        row[LEVEL.length] = r.boostKpa() / 190 - 1;
        row[LEVEL.length + 1] = r.rpm() / 1_400 - 1;
        x.add(row);
        y.add(Math.log(r.crankcaseKpa()));
      }
    }
    OLSMultipleLinearRegression ols = new OLSMultipleLinearRegression();
    ols.setNoIntercept(true);
    ols.newSampleData(y.stream().mapToDouble(v -> v).toArray(), x.toArray(new double[0][]));
    return ols.estimateRegressionParameters();
  }

  private static double level(LoadedCompare c, int off) {
    return c.level().get(off).get(0) - c.level().get(0).get(0);
  }

  @Test
  void withoutWildMomentsItFindsWhatLeastSquaresFind() {
    pull(0.01, 0);
    LoadedCompare c = LoadedCompare.of(pulls);
    double[] ols = ordinary(0, 1e9);
    for (int off = 1; off < LEVEL.length; off++) {
      assertThat(level(c, off)).isCloseTo(ols[off] - ols[0], offset(0.004));
      assertThat(level(c, off)).isCloseTo(LEVEL[off] - LEVEL[0], offset(0.006));
    }
  }

  @Test
  void wildMomentsMoveLeastSquaresAndHardlyMoveIt() {
    pull(0.01, 0);
    List<LoadRow> rows = new ArrayList<>(pulls.get(2).rows());
    for (int i = 0; i < rows.size(); i += 6) {
      LoadRow r = rows.get(i);
      rows.set(
          i,
          new LoadRow(
              r.seconds(), r.rpm(), r.boostKpa(), 320, 180, 4 * r.crankcaseKpa(), 100, r.off()));
    }
    pulls.set(2, new Pull(2, rows));
    double[] ols = ordinary(0, 1e9);
    double robust = level(LoadedCompare.of(pulls), 2) - (LEVEL[2] - LEVEL[0]);
    assertThat(Math.abs(ols[2] - ols[0] - (LEVEL[2] - LEVEL[0]))).isGreaterThan(0.15);
    assertThat(Math.abs(robust)).isLessThan(0.02);
  }

  /** Metamorphic: all pressures twice as high move no difference. */
  @Test
  void aPressureThatIsTwiceAsHighEverywhereMovesNoDifference() {
    pull(0.02, 0);
    LoadedCompare once = LoadedCompare.of(pulls);
    List<Pull> twice =
        pulls.stream()
            .map(
                p ->
                    new Pull(
                        p.off(),
                        p.rows().stream()
                            .map(
                                r ->
                                    new LoadRow(
                                        r.seconds(),
                                        r.rpm(),
                                        r.boostKpa(),
                                        r.exhaustKpa(),
                                        r.railMpa(),
                                        2 * r.crankcaseKpa(),
                                        r.pedalPercent(),
                                        r.off()))
                            .toList()))
            .toList();
    LoadedCompare doubled = LoadedCompare.of(twice);
    for (int off = 1; off < LEVEL.length; off++) {
      assertThat(level(doubled, off)).isCloseTo(level(once, off), offset(1e-4));
    }
  }
}
