package hitchlamp.core.watch;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import hitchlamp.core.quantity.Unit;
import org.junit.jupiter.api.Test;

/** Two runs laid over each other. */
class AlignmentTest {
  private static Series hump(double at, double width) {
    return Runs.series(
        "n", Unit.RPM, 0.1, 60, t -> 600 + 900 * Math.exp(-(t - at) * (t - at) / width));
  }

  @Test
  void theBestFitFindsTheMoveWhateverItIs() {
    for (double later : new double[] {-12, -3.3, 0, 4.2, 15}) {
      Alignment a = Alignment.bestFit(hump(25, 30), hump(25 + later, 30)).orElseThrow();
      assertThat(a.later() / 1e6).isCloseTo(-later, within(0.11));
      assertThat(a.fit()).isGreaterThan(0.98);
    }
  }

  @Test
  void runsThatAreNowhereAlikeAreNotForced() {
    Series noise = Runs.series("n", Unit.RPM, 0.1, 60, t -> 600 + (Math.round(t * 7919) * 31 % 97));
    assertThat(Alignment.bestFit(hump(25, 30), noise)).isEmpty();
    Series one = Runs.series("n", Unit.RPM, 1, 0, t -> 1);
    assertThat(Alignment.bestFit(one, one)).isEmpty();
  }

  @Test
  void aValueThatBothPassAlignsThemThere() {
    Alignment a = Alignment.byThreshold(hump(20, 30), hump(28, 30), 1_000).orElseThrow();
    assertThat(a.later() / 1e6).isCloseTo(-8, within(0.11));
    assertThat(Alignment.byThreshold(hump(20, 30), hump(28, 30), 5_000)).isEmpty();
    assertThat(Alignment.at(5, 3, "the starts").later()).isEqualTo(2);
  }
}
