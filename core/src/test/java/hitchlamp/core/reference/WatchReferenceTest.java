package hitchlamp.core.reference;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import hitchlamp.core.pack.DriveKind;
import hitchlamp.core.quantity.Unit;
import hitchlamp.core.watch.Channel;
import hitchlamp.core.watch.PowerPull;
import hitchlamp.core.watch.Scale;
import hitchlamp.core.watch.SeaTrial;
import hitchlamp.core.watch.Series;
import hitchlamp.core.watch.Statistics;
import hitchlamp.core.watch.Thinned;
import java.util.List;
import java.util.SplittableRandom;
import java.util.function.DoubleUnaryOperator;
import org.hipparchus.stat.descriptive.DescriptiveStatistics;
import org.junit.jupiter.api.Test;

/** What recordings are worked out to, against a reference library and against closed formulas. */
class WatchReferenceTest {
  private static final long SECOND = 1_000_000;

  private static Series series(Unit unit, double step, double seconds, DoubleUnaryOperator of) {
    int n = (int) Math.round(seconds / step) + 1;
    long[] micros = new long[n];
    long[] raws = new long[n];
    for (int i = 0; i < n; i++) {
      micros[i] = Math.round(i * step * SECOND);
      raws[i] = Math.round(of.applyAsDouble(i * step) * 1e6);
    }
    return new Series(
        new Channel("f/1", "f", 0, "f", "f", "", Channel.Source.FILE, 0, Scale.plain(1e-6, unit)),
        micros,
        raws);
  }

  /** Hipparchus 4 (hipparchus-stat), DescriptiveStatistics. */
  @Test
  void statisticsAndThinningAgreeWithHipparchus() {
    SplittableRandom r = new SplittableRandom(9);
    Series s = series(Unit.RPM, 0.1, 500, t -> 1e6 + r.nextDouble());
    DescriptiveStatistics reference = new DescriptiveStatistics();
    for (int i = 0; i < s.size(); i++) {
      reference.addValue(s.value(i));
    }
    Statistics own = Statistics.of(s);
    assertThat(own.count()).isEqualTo(reference.getN());
    assertThat(own.mean()).isCloseTo(reference.getMean(), within(1e-6));
    assertThat(own.deviation()).isCloseTo(reference.getStandardDeviation(), within(1e-6));
    assertThat(own.min()).isEqualTo(reference.getMin());
    assertThat(own.max()).isEqualTo(reference.getMax());
    Thinned t = Thinned.of(s, 0, 500 * SECOND, 13);
    long least = Long.MAX_VALUE;
    for (long l : t.least()) {
      least = Math.min(least, l);
    }
    assertThat(least * 1e-6).isCloseTo(reference.getMin(), within(1e-9));
  }

  private static final DriveKind TRUCK =
      new DriveKind(
          10_000, 0.5, 3, List.of(2.0, 1.0), 0, 0, 0, 0, 1, 2_000, 2_000, 100, List.of(), "test");

  /**
   * Constant power on a level road without losses: m v dv/dt = P, so v² grows evenly with time
   * (Newton; as in any handbook of vehicle dynamics, from memory). 10 t at 100 kW.
   */
  @Test
  void aPullAtConstantPowerGivesThatPower() {
    double v0 = 10;
    DoubleUnaryOperator v = t -> Math.sqrt(v0 * v0 + 2 * 100_000.0 / 10_000 * t);
    Series kmh = series(Unit.KILOMETRE_PER_HOUR, 0.05, 20, t -> v.applyAsDouble(t) * 3.6);
    Series rpm = series(Unit.RPM, 0.05, 20, t -> v.applyAsDouble(t) / 0.5 * 3 * 30 / Math.PI);
    Series pedal = series(Unit.PERCENT, 0.05, 20, t -> 100);
    PowerPull.Result r =
        PowerPull.of(rpm, pedal, kmh, TRUCK, new PowerPull.Setup(10_000, 0.02, 0, 0.001, 0));
    assertThat(r.pulls()).hasSize(1);
    assertThat(r.pulls().get(0).gear()).isEqualTo(2);
    assertThat(r.pulls().get(0).points()).hasSizeGreaterThan(5);
    assertThat(r.pulls().get(0).points())
        .allSatisfy(p -> assertThat(p.kw()).isCloseTo(100, within(0.6)));
  }

  /** The same pull with the gear out at its end: engine speed runs away, road speed does not. */
  @Test
  void anEngineThatRacesWhileTheGearIsOutIsNotTakenForPower() {
    DoubleUnaryOperator v = t -> Math.sqrt(100 + 2 * 100_000.0 / 10_000 * Math.min(t, 18));
    Series kmh = series(Unit.KILOMETRE_PER_HOUR, 0.05, 20, t -> v.applyAsDouble(t) * 3.6);
    Series rpm =
        series(
            Unit.RPM,
            0.05,
            20,
            t -> v.applyAsDouble(t) / 0.5 * 3 * 30 / Math.PI + Math.max(0, t - 18) * 600);
    PowerPull.Result r =
        PowerPull.of(
            rpm,
            series(Unit.PERCENT, 0.05, 20, t -> 100),
            kmh,
            TRUCK,
            new PowerPull.Setup(10_000, 0.02, 0, 0.001, 0));
    assertThat(r.pulls()).hasSize(1);
    assertThat(r.pulls().get(0).toMicros()).isLessThan(18_300_000);
    assertThat(r.pulls().get(0).points())
        .hasSizeGreaterThan(5)
        .allSatisfy(p -> assertThat(p.kw()).isCloseTo(100, within(4.0)));
  }

  /**
   * Power at constant speed, running resistance as in any handbook of vehicle dynamics (from
   * memory): P = F v. 27 t with rolling resistance 0.006 on a rise of 5 % at 36 km/h needs 27,000 ·
   * 9.80665 · 0.056 · 10 = 148.3 kW.
   */
  @Test
  void hillAndRollingResistanceAreInThePower() {
    DriveKind truck =
        new DriveKind(
            15_000, 0.5, 3, List.of(1.0), 0, 0, 0, 0.006, 1, 2_000, 2_000, 100, List.of(), "test");
    // Speed rises so slowly that acceleration takes next to nothing.
    DoubleUnaryOperator v = t -> 9 + t * 0.02;
    Series kmh = series(Unit.KILOMETRE_PER_HOUR, 0.1, 250, t -> v.applyAsDouble(t) * 3.6);
    Series rpm = series(Unit.RPM, 0.1, 250, t -> v.applyAsDouble(t) / 0.5 * 3 * 30 / Math.PI);
    Series pedal = series(Unit.PERCENT, 0.1, 250, t -> 100);
    PowerPull.Result r =
        PowerPull.of(rpm, pedal, kmh, truck, new PowerPull.Setup(27_000, 0, 0.05, 0, 0));
    double speed = 600;
    double at = speed * Math.PI / 30 / 3 * 0.5;
    double expected = (27_000 * 9.80665 * 0.056 + 27_000 * 0.02) * at / 1e3;
    assertThat(r.pulls().get(0).points())
        .filteredOn(p -> Math.abs(p.rpm() - speed) < 1)
        .hasSize(1)
        .allSatisfy(p -> assertThat(p.kw()).isCloseTo(expected, within(0.5)));
    assertThat((27_000 * 9.80665 * 0.056) * 10 / 1e3).isCloseTo(148.3, within(0.05));
  }

  /**
   * Propeller law, any book of naval architecture (from memory): at nine tenths of the speed a
   * fixed propeller takes 0.729 of the power, at half an eighth.
   */
  @Test
  void pointsOnTheCubeGiveThePropellerLaw() {
    DriveKind boat =
        new DriveKind(1, 0, 2, List.of(), 0, 0, 0, 0, 1, 2_000, 2_000, 380, List.of(), "test");
    double[] steps = {1_000, 1_200, 1_400, 1_600, 1_800, 2_000};
    DoubleUnaryOperator n = t -> steps[(int) Math.min(5, t / 30)];
    DoubleUnaryOperator torque = t -> 90 * Math.pow(n.applyAsDouble(t) / 2_000, 2);
    Series empty = series(Unit.ONE, 1, 0, t -> 0).between(1, 0);
    SeaTrial.Result r =
        SeaTrial.of(
            List.of(
                new SeaTrial.Engine(
                    "",
                    series(Unit.RPM, 0.1, 179, n),
                    series(Unit.PERCENT, 0.1, 179, torque),
                    empty,
                    series(Unit.PERCENT, 0.1, 179, t -> t > 150 ? 100 : 60),
                    empty,
                    empty,
                    empty,
                    empty)),
            boat);
    SeaTrial.Side side = r.sides().get(0);
    assertThat(side.points()).hasSize(6);
    assertThat(side.exponent()).isCloseTo(3, within(1e-3));
    SeaTrial.Point top = side.points().get(5);
    assertThat(side.points().get(4).kw() / top.kw()).isCloseTo(0.729, within(1e-3));
    assertThat(side.points().get(0).lawKw() / top.kw()).isCloseTo(0.125, within(1e-3));
    assertThat(side.fit()).isEqualTo(SeaTrial.Fit.RIGHT);
  }
}
