package hitchlamp.core.story;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.SplittableRandom;
import java.util.stream.DoubleStream;
import org.hipparchus.stat.inference.TTest;
import org.junit.jupiter.api.Test;

class LevelShiftTest {
  private final SplittableRandom random = new SplittableRandom(11);

  private List<Double> drawn(int n, double scatter, int at, double share) {
    List<Double> out = new ArrayList<>();
    for (int i = 0; i < n; i++) {
      out.add(900 * (i < at ? 1 : share) * Math.exp(scatter * random.nextGaussian()));
    }
    return out;
  }

  @Test
  void thePlaceAndBothLevelsAreFound() {
    LevelShift s = LevelShift.in(List.of(975.0, 973.6, 975.4, 240.0, 247.0, 246.0, 244.0)).get();
    assertThat(s.at()).isEqualTo(3);
    assertThat(s.before()).isEqualTo(975);
    assertThat(s.after()).isEqualTo(245);
    assertThat(s.share()).isCloseTo(245.0 / 975, within(1e-12));
  }

  /** One that came late, as behind one that was broken off, moves nothing. */
  @Test
  void singleOutliersAndTooFewAreNoShift() {
    assertThat(LevelShift.in(List.of(970.0, 975.0, 1_950.0, 972.0, 976.0, 971.0, 975.0))).isEmpty();
    assertThat(LevelShift.in(List.of(975.0, 973.6, 240.0, 247.0, 246.0))).isEmpty();
    assertThat(LevelShift.in(List.of())).isEmpty();
    assertThat(LevelShift.in(Collections.nCopies(20, 34.0))).isEmpty();
    assertThat(LevelShift.in(List.of(1.0, 2.0, 3.0, 0.0, 1.0, 2.0, 3.0))).isEmpty();
    assertThat(LevelShift.in(List.of(1.0, 2.0, Double.NaN, 1.0, 1.0, 2.0, 3.0))).isEmpty();
  }

  @Test
  void whereNothingChangedOneIsClaimedHardlyEver() {
    int claimed = 0;
    for (int i = 0; i < 3_000; i++) {
      claimed += LevelShift.in(drawn(6 + i % 34, 0.3, 0, 1)).isPresent() ? 1 : 0;
    }
    assertThat(claimed).as("one in a hundred at most").isLessThanOrEqualTo(30);
  }

  @Test
  void halfTheDistanceIsFoundNearlyAlways() {
    int found = 0;
    for (int i = 0; i < 500; i++) {
      Optional<LevelShift> s = LevelShift.in(drawn(20, 0.2, 5 + i % 10, 0.5));
      found += s.isPresent() && Math.abs(s.get().share() - 0.5) < 0.15 ? 1 : 0;
    }
    assertThat(found).isGreaterThan(480);
  }

  /** Checked against the t test of a library: what it finds unlikely enough is told, else not. */
  @Test
  void itIsTheTestOfStudentWithBonferroni() {
    TTest reference = new TTest();
    for (int i = 0; i < 300; i++) {
      List<Double> figures = drawn(8 + i % 12, 0.2, 4, 0.6 + 0.4 * random.nextDouble());
      double[] logs = figures.stream().mapToDouble(Math::log).toArray();
      int n = logs.length;
      double least = 1;
      for (int at = 2; at <= n - 2; at++) {
        double[] a = DoubleStream.of(logs).limit(at).toArray();
        double[] b = DoubleStream.of(logs).skip(at).toArray();
        least = Math.min(least, reference.homoscedasticTTest(a, b));
      }
      assertThat(LevelShift.in(figures).isPresent()).isEqualTo(least * (n - 3) < 0.01);
    }
  }
}
