package hitchlamp.core.trial.compression;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.offset;

import java.util.Arrays;
import java.util.List;
import java.util.SplittableRandom;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Shares of compression from a synthetic crank speed whose answer is known. */
class CrankFitTest {
  private static final SqueezeShape SHAPE = new SqueezeShape(17.2, 3.5, 1.33);

  private static List<Integer> firing(int cylinders) {
    return switch (cylinders) {
      case 4 -> List.of(1, 3, 4, 2);
      case 8 -> List.of(1, 5, 4, 2, 6, 3, 7, 8);
      default -> List.of(1, 5, 3, 6, 2, 4);
    };
  }

  private static double[] fitted(List<Integer> firing, double[] truth, double inertia, double s) {
    List<CrankCycle> cycles = new TurnedCrank(firing, truth, 4, inertia, s).cycles(2);
    CrankFit.Fitted f = new CrankFit(SHAPE, firing, 4).fit(cycles);
    assertThat(f.unexplained()).as("unexplained").isLessThan(0.03);
    double[] first = f.share().get(1);
    double middle = Arrays.stream(first).sorted().toArray()[first.length / 2];
    double known = Arrays.stream(truth).sorted().toArray()[truth.length / 2];
    return Arrays.stream(first).map(v -> v / middle * known).toArray();
  }

  @ParameterizedTest
  @ValueSource(ints = {4, 6, 8})
  void sharesComeBackWhateverTheLayoutInertiaAndStarter(int cylinders) {
    SplittableRandom r = new SplittableRandom(cylinders);
    for (int i = 0; i < 8; i++) {
      double[] truth =
          IntStream.range(0, cylinders).mapToDouble(c -> 0.95 + 0.1 * r.nextDouble()).toArray();
      truth[r.nextInt(cylinders)] = r.nextDouble();
      double size = cylinders / 6.0;
      double inertia = (cylinders == 4 ? 3 : 3.4 * size) * (0.85 + 0.3 * r.nextDouble());
      double[] found = fitted(firing(cylinders), truth, inertia, 8 + 20 * r.nextDouble());
      for (int c = 0; c < cylinders; c++) {
        assertThat(found[c]).as("cylinder " + (c + 1)).isCloseTo(truth[c], offset(0.015));
      }
    }
  }

  /** Metamorphic: where two cylinders change places, so do their shares. */
  @Test
  void whereCylindersAreNumberedOtherwiseSoAreTheirShares() {
    double[] truth = {1, 0.97, 0.6, 1.02, 0.99, 1.01};
    double[] found = fitted(List.of(1, 5, 3, 6, 2, 4), truth, 3.4, 15);
    double[] other = {1.02, 0.99, 1.01, 1, 0.97, 0.6};
    double[] moved = fitted(List.of(4, 2, 6, 3, 5, 1), other, 3.4, 15);
    int[] to = {4, 5, 6, 1, 2, 3};
    for (int c = 0; c < 6; c++) {
      assertThat(moved[to[c] - 1]).isCloseTo(found[c], offset(1e-6));
    }
  }
}
