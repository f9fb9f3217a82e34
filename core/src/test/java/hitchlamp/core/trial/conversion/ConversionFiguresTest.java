package hitchlamp.core.trial.conversion;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.SplittableRandom;
import org.hipparchus.stat.correlation.PearsonsCorrelation;
import org.junit.jupiter.api.Test;

/** The figures of the conversion against references that are not ours. */
class ConversionFiguresTest {
  /**
   * Molar masses of IUPAC's atomic weights; 4 NO + 4 NH3 and CO(NH2)2 to 2 NH3: a gram of NO2 takes
   * 60.056 / (2 * 46.005) = 0.653 g of urea, 2.01 g of the fluid of ISO 22241-1.
   */
  @Test
  void aGramOfNitrogenOxidesTakesTwoGramsOfFluid() {
    assertThat(Stoichiometry.NO2).isCloseTo(46.005, within(0.001));
    assertThat(Stoichiometry.UREA).isCloseTo(60.056, within(0.001));
    double raw = Stoichiometry.raw(195, 11.3);
    double fuelKg = 21.8 * 0.835;
    double fluid = 2.009 * raw * fuelKg;
    assertThat(Stoichiometry.ammonia(fluid, 195, 11.3, 21.8)).isCloseTo(1, within(0.002));
  }

  /** Complete burning of CH1.86 at lambda 2 leaves half of the air: 10.5 % of oxygen, fuel 1:29. */
  @Test
  void oxygenTellsTheShareOfFuel() {
    assertThat(1 / Stoichiometry.fuelShare(20.95 / 2)).isCloseTo(31, within(2.0));
  }

  @Test
  void theDelayIsWhereTheLibraryFindsTheBestCorrelation() {
    SplittableRandom random = new SplittableRandom(5);
    for (int delay : new int[] {0, 1, 3, 7, 15}) {
      double[] before = new double[600];
      for (int i = 1; i < before.length; i++) {
        before[i] = 0.95 * before[i - 1] + 20 * (random.nextDouble() - 0.5);
      }
      List<ConversionRow> rows = new ArrayList<>();
      for (int i = 0; i < before.length; i++) {
        double behind = 60 + 0.2 * before[Math.max(0, i - delay)] + random.nextDouble() - 0.5;
        rows.add(Drive.with(new Drive().steady(1).rows().get(0), 200 + before[i], behind));
      }
      assertThat(TransportDelay.of(rows)).as("shifted by %d", delay).isEqualTo(delay);
      double[] x = rows.stream().mapToDouble(ConversionRow::before).limit(580).toArray();
      double[] y =
          rows.stream().mapToDouble(ConversionRow::behind).skip(delay).limit(580).toArray();
      assertThat(TransportDelay.correlation(x, y, 0))
          .isCloseTo(new PearsonsCorrelation().correlation(x, y), within(1e-9));
    }
  }

  @Test
  void whatIsNotAlikeHasNoDelay() {
    SplittableRandom random = new SplittableRandom(6);
    List<ConversionRow> rows = new ArrayList<>();
    for (int i = 0; i < 300; i++) {
      rows.add(
          Drive.with(
              new Drive().steady(1).rows().get(0),
              200 + 20 * random.nextDouble(),
              20 + 5 * random.nextDouble()));
    }
    assertThat(TransportDelay.of(rows)).isZero();
    assertThat(TransportDelay.of(rows.subList(0, 20))).isZero();
  }

  /**
   * Sensors drawn within their tolerance: in 92 to 98 of 100 the interval holds the truth, as JCGM
   * 101:2008 wants of a coverage interval of 95 %.
   */
  @Test
  void theIntervalHoldsTheTruthInNinetyFiveOfAHundred() {
    SplittableRandom random = new SplittableRandom(11);
    int held = 0;
    int runs = 2_000;
    for (int i = 0; i < runs; i++) {
      double in = 150 + 150 * random.nextDouble();
      double truth = 100 * random.nextDouble();
      double before = off(random, in);
      double behind = off(random, in * (1 - truth / 100));
      Converted c = between(before, Double.NaN, behind, Double.NaN, 0.1);
      held += truth >= c.low() && truth <= c.high() ? 1 : 0;
    }
    assertThat(held / (double) runs).isBetween(0.92, 0.98);
  }

  private static double off(SplittableRandom random, double truth) {
    double gain = 1 + Drive.SETUP.sensorShare() / 100 * (2 * random.nextDouble() - 1);
    return truth * gain + Drive.SETUP.sensorPpm() * (2 * random.nextDouble() - 1);
  }

  private static Converted between(
      double before, double zeroBefore, double behind, double zeroBehind, double error) {
    return Converted.between(
        new Converted.Read(before, error, zeroBefore),
        new Converted.Read(behind, error, zeroBehind),
        300,
        Drive.SETUP);
  }

  /** With the foot off each sensor shows what it is off by: it is taken off, and doubt falls. */
  @Test
  void whatASensorReadsWithoutAnythingIsTakenOff() {
    SplittableRandom random = new SplittableRandom(12);
    int held = 0;
    int runs = 2_000;
    for (int i = 0; i < runs; i++) {
      double in = 150 + 150 * random.nextDouble();
      double truth = 100 * random.nextDouble();
      double offBefore = Drive.SETUP.sensorPpm() * (2 * random.nextDouble() - 1);
      double offBehind = Drive.SETUP.sensorPpm() * (2 * random.nextDouble() - 1);
      double share = Drive.SETUP.sensorShare() / 100;
      Converted c =
          between(
              in * (1 + share * (2 * random.nextDouble() - 1)) + offBefore,
              offBefore + random.nextDouble() * 2 - 1,
              in * (1 - truth / 100) * (1 + share * (2 * random.nextDouble() - 1)) + offBehind,
              offBehind + random.nextDouble() * 2 - 1,
              0.1);
      held += truth >= c.low() && truth <= c.high() ? 1 : 0;
    }
    assertThat(held / (double) runs).isBetween(0.92, 0.995);
    Converted known = between(204, 4, 24, 4, 0);
    assertThat(known.percent()).isEqualTo(90);
    assertThat(known.plusMinus())
        .isLessThan(0.7 * between(200, Double.NaN, 20, Double.NaN, 0).plusMinus());
    assertThat(between(200, 0, 26, 6, 0).plusMinus())
        .as("beyond its tolerance it is ammonia, and less sure")
        .isGreaterThan(known.plusMinus());
  }

  /** Linear propagation by hand (JCGM 100:2008, 5.1): 20 of 200 ppm, rectangular tolerances. */
  @Test
  void theIntervalIsAsWideAsByHand() {
    Converted c = between(200, Double.NaN, 20, Double.NaN, 0);
    double offIn = 4 / Math.sqrt(3);
    double share = 0.04 / Math.sqrt(3);
    double ratio = 0.1;
    double uRatio =
        ratio * Math.sqrt(2 * share * share + Math.pow(offIn / 200, 2) + Math.pow(offIn / 20, 2));
    // Nearly all of it is the offset of the one behind, every value as likely: 0.95 of its half.
    assertThat(c.plusMinus()).isCloseTo(100 * uRatio * Math.sqrt(3) * 0.95, within(0.15));
    assertThat(c.percent()).isEqualTo(90);
  }

  @Test
  void statesOfASensorAreItsBits() {
    assertThat(GasSensorState.of(1, 1, 1)).isEqualTo(GasSensorState.STABLE);
    assertThat(GasSensorState.of(1, 1, 0)).isEqualTo(GasSensorState.HOT);
    assertThat(GasSensorState.of(1, 0, 0)).isEqualTo(GasSensorState.HEATS);
    assertThat(GasSensorState.of(0, 0, 0)).isEqualTo(GasSensorState.OFF);
    assertThat(GasSensorState.of(Double.NaN, Double.NaN, Double.NaN))
        .isEqualTo(GasSensorState.NOT_TOLD);
  }

  @Test
  void thePlanAsksForWhatIsStillNeededInItsOrder() {
    List<PlanStage> plan = DrivePlan.of(new Drive().cold(60).rows(), Drive.SETUP);
    assertThat(plan).noneMatch(PlanStage::over);
    plan = DrivePlan.of(new Drive().cold(60).steady(100).rows(), Drive.SETUP);
    assertThat(plan.get(0).over()).isTrue();
    assertThat(plan.get(1).done()).isBetween(90.0, 100.0);
    assertThat(plan.get(1).over()).isFalse();
    plan = DrivePlan.of(new Drive().cold(60).steady(200).overrun(25).rows(), Drive.SETUP);
    assertThat(DrivePlan.over(plan)).isTrue();
    assertThat(DrivePlan.over(DrivePlan.of(List.of(), Drive.SETUP))).isFalse();
  }

  @Test
  void whatStandsIsNotAskedToTakeItsFootOff() {
    ConversionSetup stands = new ConversionSetup(70, 88, 4, 4, 245, 460, 180, 12, 21, 0, 1_500);
    List<PlanStage> plan = DrivePlan.of(new Drive().cold(60).steady(200).rows(), stands);
    assertThat(plan)
        .extracting(PlanStage::kind)
        .containsExactly(PlanStage.Kind.WARM, PlanStage.Kind.STEADY);
    assertThat(DrivePlan.over(plan)).isTrue();
  }

  @Test
  void aPageGetsFewMomentsWithTheLastAndNothingOfASensorThatSleeps() {
    List<ConversionRow> rows = Drive.whole(0.9).at(900, 195, 300, 6).overrun(30).rows();
    ConversionSeen shown = new ConversionSeen(rows, List.of(), List.of()).forAPage();
    assertThat(shown.rows()).isEmpty();
    assertThat(shown.course()).hasSizeBetween(100, 241);
    ConversionMoment first = shown.course().get(0);
    assertThat(first.before()).as("asleep").isNaN();
    assertThat(first.converted()).isNaN();
    assertThat(shown.course().get(100).converted()).isCloseTo(90, within(2.0));
    ConversionMoment last = shown.course().get(shown.course().size() - 1);
    assertThat(last.seconds()).isEqualTo(rows.get(rows.size() - 1).seconds());
    assertThat(last.converted()).as("nothing goes in").isNaN();
    assertThat(new ConversionSeen(List.of(), List.of(), List.of()).forAPage().course()).isEmpty();
  }
}
