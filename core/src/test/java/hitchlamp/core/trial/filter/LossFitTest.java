package hitchlamp.core.trial.filter;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import hitchlamp.core.trial.filter.LossFit.Moment;
import java.util.ArrayList;
import java.util.List;
import java.util.SplittableRandom;
import org.hipparchus.stat.regression.SimpleRegression;
import org.junit.jupiter.api.Test;

/**
 * The loss of a filter at one flow and temperature, whatever flow and temperature it was seen at.
 */
class LossFitTest {
  private final SplittableRandom random = new SplittableRandom(3);

  /** A filter that loses so much at the one flow and temperature, by a sensor that is off. */
  private List<Moment> seen(double kpa, double zero, double noise, int n) {
    List<Moment> all = new ArrayList<>();
    for (int i = 0; i < n; i++) {
      double flow = 150 + 350 * random.nextDouble();
      double celsius = 120 + 400 * random.nextDouble();
      double size = new Moment(flow, celsius, 0).size();
      all.add(new Moment(flow, celsius, zero + kpa * size + noise * random.nextGaussian()));
    }
    return all;
  }

  @Test
  void theOneFlowAndTemperatureAreThoseOfSizeOne() {
    assertThat(new Moment(460, 530, 0).size()).isCloseTo(1, within(1e-12));
    assertThat(new Moment(230, 530, 0).size()).isCloseTo(0.5, within(1e-12));
  }

  /**
   * Viscosity times volume by Sutherland's law for air (White, Viscous Fluid Flow: 273 K, 1.716e-5
   * Pa s, 111 K; from memory) and the ideal gas.
   */
  @Test
  void betweenWarmUpAndBurnTheTemperatureActsAsViscosityTimesVolume() {
    for (double celsius = 150; celsius <= 600; celsius += 50) {
      double is = new Moment(460, celsius, 0).size();
      double expected = sutherland(celsius + 273.15) / sutherland(803.15);
      assertThat(is / expected).as("at %s", celsius).isBetween(0.94, 1.06);
    }
  }

  private static double sutherland(double kelvin) {
    return 1.716e-5 * Math.pow(kelvin / 273, 1.5) * (273 + 111) / (kelvin + 111) * kelvin;
  }

  @Test
  void lossAndZeroAreFoundWithTheirUncertainty() {
    int held = 0;
    for (int run = 0; run < 400; run++) {
      double kpa = 0.5 + 4 * random.nextDouble();
      double zero = random.nextDouble() - 0.5;
      LossFit fit = LossFit.of(seen(kpa, zero, 0.1, 120)).orElseThrow();
      assertThat(fit.zeroKpa()).isCloseTo(zero, within(0.12));
      held += Math.abs(fit.kpa() - kpa) <= fit.plusMinus() ? 1 : 0;
    }
    assertThat(held).isBetween(365, 395);
  }

  @Test
  void itIsTheLineOfLeastSquares() {
    List<Moment> all = seen(2.1, 0.2, 0.1, 90);
    SimpleRegression other = new SimpleRegression();
    all.forEach(m -> other.addData(m.size(), m.kpa()));
    LossFit fit = LossFit.of(all).orElseThrow();
    assertThat(fit.kpa()).isCloseTo(other.getSlope(), within(1e-9));
    assertThat(fit.zeroKpa()).isCloseTo(other.getIntercept(), within(1e-9));
    assertThat(fit.plusMinus()).isCloseTo(2 * other.getSlopeStdErr(), within(1e-9));
  }

  @Test
  void withTheZeroOfOneStretchAnotherIsCompared() {
    LossFit fit = LossFit.of(seen(3, 0.4, 0.05, 200)).orElseThrow();
    assertThat(fit.at(seen(1, 0.4, 0.05, 100))).isCloseTo(1, within(0.1));
    assertThat(fit.at(seen(1, 0.4, 0.05, 29))).as("too few").isNaN();
  }

  @Test
  void fewMomentsAndOneFlowAloneAreNoFit() {
    assertThat(LossFit.of(List.of())).isEmpty();
    assertThat(LossFit.of(seen(3, 0, 0.1, 29))).isEmpty();
    List<Moment> alike = new ArrayList<>();
    for (int i = 0; i < 500; i++) {
      alike.add(new Moment(400 + 30 * random.nextDouble(), 500, 2));
    }
    assertThat(LossFit.of(alike)).isEmpty();
  }

  /** While it cools down the flows differ by less: then the noise decides. */
  @Test
  void flowsThatDifferLittleAreAFitWhereTheNoiseIsSmall() {
    for (double noise : new double[] {0.05, 1}) {
      List<Moment> cooling = new ArrayList<>();
      for (int i = 0; i < 180; i++) {
        double celsius = 540 - 0.7 * i;
        double size = new Moment(380, celsius, 0).size();
        cooling.add(new Moment(380, celsius, 0.3 + size + noise * random.nextGaussian()));
      }
      assertThat(LossFit.of(cooling)).isEmpty();
      assertThat(LossFit.narrow(cooling, 0.25).isPresent()).isEqualTo(noise < 0.5);
      LossFit.narrow(cooling, 0.25)
          .ifPresent(f -> assertThat(f.kpa()).isCloseTo(1, within(1.5 * f.plusMinus())));
    }
    assertThat(LossFit.narrow(seen(3, 0, 0.1, 29), 9)).as("too few").isEmpty();
  }

  @Test
  void whatIsNoFigureIsLeftOut() {
    List<Moment> all = seen(2, 0, 0.1, 100);
    double clean = LossFit.of(all).orElseThrow().kpa();
    all.add(new Moment(Double.NaN, 300, 2));
    all.add(new Moment(300, Double.NaN, 2));
    all.add(new Moment(300, -280, 2));
    all.add(new Moment(-300, 300, 2));
    all.add(new Moment(300, 300, Double.NaN));
    all.add(new Moment(300, 300, Double.POSITIVE_INFINITY));
    assertThat(LossFit.of(all).orElseThrow().kpa()).isEqualTo(clean);
  }
}
