package hitchlamp.core.trial.conversion;

import java.lang.reflect.RecordComponent;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.SplittableRandom;
import java.util.function.UnaryOperator;

/** A drive made by hand: what somebody would write down, a row a second. */
final class Drive {
  static final ConversionSetup SETUP =
      new ConversionSetup(70, 88, 4, 4, 245, 460, 180, 12, 21, 80, 1_500);

  private static final double USUAL_PPM = 195;

  private final List<ConversionRow> rows = new ArrayList<>();
  private final SplittableRandom random = new SplittableRandom(7);
  private double conversion = 0.92;
  private double ammonia;

  private double noise() {
    return 1.5 * (random.nextDouble() + random.nextDouble() - 1);
  }

  /** From now on such a share is converted. */
  Drive converts(double share) {
    conversion = share;
    return this;
  }

  /** From now on such ammonia comes out without fuel, ppm as the sensor reads it. */
  Drive slips(double ppm) {
    ammonia = ppm;
    return this;
  }

  Drive steady(int seconds) {
    return at(seconds, USUAL_PPM, 300, 6.1);
  }

  /** Neither warm nor awake. */
  Drive cold(int seconds) {
    return at(seconds, USUAL_PPM, 90, 4)
        .last(
            seconds,
            r -> with(with(r, Double.NaN, Double.NaN), GasSensorState.OFF, GasSensorState.OFF));
  }

  /** The foot is off, in gear: the sensors follow in a few seconds. */
  Drive overrun(int seconds) {
    int from = rows.size();
    at(seconds, 0, 295, 0);
    double behind = rows.get(Math.max(0, from - 1)).behind();
    for (int i = 0; i < seconds; i++) {
      double left = Math.exp(-i / 1.6);
      ConversionRow r = rows.get(from + i);
      rows.set(from + i, with(r, r.before() + USUAL_PPM * left, ammonia + noise() + behind * left));
    }
    return this;
  }

  Drive at(int seconds, double ppm, double celsius, double gramsASecond) {
    for (int i = 0; i < seconds; i++) {
      double out = ppm * (1 - conversion);
      rows.add(
          new ConversionRow(
              rows.size(),
              ppm + noise(),
              out + noise(),
              GasSensorState.STABLE,
              GasSensorState.STABLE,
              celsius,
              410 * ppm / USUAL_PPM * gramsASecond / 6.1,
              1_000,
              1_275,
              83,
              gramsASecond * 3.6 / 0.835,
              gramsASecond > 0 ? 11.3 : 20.9,
              gramsASecond > 0 ? 11.4 : 20.9,
              20,
              60,
              0));
    }
    return this;
  }

  /** Changes the last so many rows. */
  Drive last(int seconds, UnaryOperator<ConversionRow> how) {
    for (int i = rows.size() - seconds; i < rows.size(); i++) {
      rows.set(i, how.apply(rows.get(i)));
    }
    return this;
  }

  Drive all(UnaryOperator<ConversionRow> how) {
    return last(rows.size(), how);
  }

  List<ConversionRow> rows() {
    return List.copyOf(rows);
  }

  static Drive whole(double conversion) {
    return new Drive().converts(conversion).cold(120).steady(260).overrun(30).steady(20);
  }

  static ConversionRow with(ConversionRow r, double before, double behind) {
    return change(r, Map.of("before", before, "behind", behind));
  }

  static ConversionRow with(ConversionRow r, GasSensorState before, GasSensorState behind) {
    return change(r, Map.of("beforeState", before, "behindState", behind));
  }

  static ConversionRow dosed(ConversionRow r, double gramsAnHour, double kpa) {
    return change(r, Map.of("dosed", gramsAnHour, "fluidKpa", kpa));
  }

  static ConversionRow air(ConversionRow r, double oxygenBefore, double oxygenBehind) {
    return change(r, Map.of("oxygenBefore", oxygenBefore, "oxygenBehind", oxygenBehind));
  }

  static ConversionRow tank(ConversionRow r, double celsius, double level, double burning) {
    return change(r, Map.of("tankC", celsius, "level", level, "burning", burning));
  }

  /** The same row with some of its components, by name, as they are told. */
  static ConversionRow change(ConversionRow r, Map<String, Object> told) {
    RecordComponent[] all = ConversionRow.class.getRecordComponents();
    Object[] values = new Object[all.length];
    try {
      for (int i = 0; i < all.length; i++) {
        Object was = all[i].getAccessor().invoke(r);
        values[i] = told.getOrDefault(all[i].getName(), was);
      }
      return (ConversionRow) ConversionRow.class.getDeclaredConstructors()[0].newInstance(values);
    } catch (ReflectiveOperationException e) {
      throw new IllegalStateException(e);
    }
  }
}
