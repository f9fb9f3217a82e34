package hitchlamp.core.trial.regeneration;

import java.util.List;
import java.util.Optional;

/**
 * Time until the soot has burned down to where the module ends it. Soot burns in proportion to what
 * is left (first order), the faster the hotter it lies (Arrhenius). So its logarithm falls on a
 * line over the heat that it has had; that line is fitted by least squares over the last minutes of
 * the burn, and followed at the temperatures that the filter is on its way to. The two halves of
 * these minutes, fitted by themselves, say how far the line is to be trusted.
 *
 * @param seconds from now on
 * @param least and most it may be
 */
public record TimeLeft(double seconds, double least, double most) {
  /** Minutes that are fitted, and the fewest. */
  private static final double FITTED_SECONDS = 360;

  private static final double FEWEST_SECONDS = 150;
  private static final int FEWEST_ROWS = 20;

  /** Beside what the halves say: the catalyst's and the engine's weather, and what newly comes. */
  private static final double SHARE = 0.04;

  /** Before so much of the way is done, the little that has burned says little. */
  private static final double SETTLED = 0.25;

  /** By so much more it may be off at the very beginning. */
  private static final double EARLY = 0.8;

  private static final double LONGEST = 7_200;
  private static final double STEP = 5;

  /** Nothing can be said before it burns, or where the soot does not fall. */
  static Optional<TimeLeft> of(List<BurnRow> rows, RegenerationSetup setup) {
    if (rows.isEmpty() || rows.get(rows.size() - 1).stage() != BurnStage.BURN) {
      return Optional.empty();
    }
    double now = rows.get(rows.size() - 1).seconds();
    List<BurnRow> burns =
        rows.stream()
            .filter(r -> r.stage() == BurnStage.BURN && r.seconds() > now - FITTED_SECONDS)
            .filter(r -> r.sootPercent() > 0 && r.outC() >= setup.out().low())
            .filter(r -> !Double.isNaN(r.behindC()))
            .toList();
    if (burns.size() < FEWEST_ROWS || now - burns.get(0).seconds() < FEWEST_SECONDS) {
      return Optional.empty();
    }
    Heat heat = Heat.of(burns);
    int half = burns.size() / 2;
    double whole = left(burns, heat, setup);
    double early = left(burns.subList(0, half), heat, setup);
    double late = left(burns.subList(half, burns.size()), heat, setup);
    if (!(whole >= 0 && whole < LONGEST)) {
      return Optional.empty();
    }
    double least = whole;
    double most = whole;
    for (double other : new double[] {early, late}) {
      if (other >= 0 && other < LONGEST) {
        least = Math.min(least, other);
        most = Math.max(most, other);
      }
    }
    double share = SHARE + EARLY * Math.max(0, 1 - done(rows, setup) / SETTLED);
    return Optional.of(new TimeLeft(whole, Math.max(0, (1 - share) * least), (1 + share) * most));
  }

  /** Share of the way from the soot at the begin of the burn to clean, in its logarithm. */
  private static double done(List<BurnRow> rows, RegenerationSetup setup) {
    double first =
        rows.stream()
            .filter(r -> r.stage() == BurnStage.BURN && r.sootPercent() > 0)
            .findFirst()
            .map(BurnRow::sootPercent)
            .orElse(Double.NaN);
    double done =
        Math.log(first / rows.get(rows.size() - 1).sootPercent())
            / Math.log(first / setup.cleanPercent());
    return Double.isNaN(done) ? 0 : done;
  }

  /** Seconds from the newest row on; not a number where the soot does not fall. */
  private static double left(List<BurnRow> rows, Heat heat, RegenerationSetup setup) {
    double[] dose = new double[rows.size()];
    double x = 0;
    double y = Math.log(rows.get(0).sootPercent()) / rows.size();
    for (int i = 1; i < dose.length; i++) {
      BurnRow a = rows.get(i - 1);
      BurnRow b = rows.get(i);
      dose[i] =
          dose[i - 1]
              + (b.seconds() - a.seconds()) * Heat.rate((Heat.celsius(a) + Heat.celsius(b)) / 2);
      x += dose[i] / dose.length;
      y += Math.log(b.sootPercent()) / dose.length;
    }
    double xx = 0;
    double xy = 0;
    for (int i = 0; i < dose.length; i++) {
      xx += (dose[i] - x) * (dose[i] - x);
      xy += (dose[i] - x) * (Math.log(rows.get(i).sootPercent()) - y);
    }
    double slope = xy / xx;
    if (!(slope < 0)) {
      return Double.NaN;
    }
    double last = rows.get(rows.size() - 1).seconds();
    double ends =
        (Math.log(setup.cleanPercent()) - y - slope * (dose[dose.length - 1] - x)) / slope;
    return Math.max(0, heat.until(ends, last) - (heat.now() - last));
  }

  /**
   * How hot the filter is and will be.
   *
   * @param now when that is, s
   * @param celsius then
   * @param ends what it is on its way to
   * @param quick how fast, 1/s; 0 where it stays
   */
  private record Heat(double now, double celsius, double ends, double quick) {
    /** Soot with oxygen: activation energy by the gas constant, K (140 kJ/mol, from memory). */
    private static final double ENERGY = 140_000 / 8.314;

    private static final double AT_K = 813;
    private static final double ZERO_C = 273.15;
    private static final int NEWEST = 10;

    /** No filter gets hotter by more than this on its way. */
    private static final double MOST = 60;

    /** Between its ends: what comes in and what goes out tell it. */
    static double celsius(BurnRow r) {
      return (r.outC() + r.behindC()) / 2;
    }

    /** How fast soot burns beside what it does at one temperature. */
    static double rate(double celsius) {
      return Math.exp(-ENERGY * (1 / (celsius + ZERO_C) - 1 / AT_K));
    }

    /** By thirds of the rows: where each rises by less than the one before it comes to rest. */
    static Heat of(List<BurnRow> rows) {
      int n = rows.size() / 3;
      double[] third = new double[3];
      for (int i = 0; i < 3; i++) {
        third[i] = mean(rows.subList(i * n, (i + 1) * n));
      }
      double newest = mean(rows.subList(Math.max(0, rows.size() - NEWEST), rows.size()));
      double now = rows.get(rows.size() - 1).seconds();
      double first = third[1] - third[0];
      double second = third[2] - third[1];
      boolean comesToRest = first > 1 && second > 0 && second < 0.95 * first;
      if (!comesToRest) {
        return new Heat(now, newest, newest, 0);
      }
      double q = second / first;
      double seconds = (now - rows.get(0).seconds()) / 3;
      double ends = Math.min(newest + MOST, third[2] + second * q / (1 - q));
      return new Heat(now, newest, ends, -Math.log(q) / seconds);
    }

    private static double mean(List<BurnRow> of) {
      return of.stream().mapToDouble(Heat::celsius).average().orElse(Double.NaN);
    }

    /** Seconds from a moment on until so much heat was had, in seconds at the one temperature. */
    double until(double dose, double from) {
      double had = 0;
      double t = 0;
      while (had < dose && t < LONGEST) {
        double since = Math.max(0, from + t - now);
        double then = ends + (celsius - ends) * Math.exp(-quick * since);
        double more = STEP * rate(then);
        if (had + more >= dose) {
          return t + STEP * (dose - had) / more;
        }
        had += more;
        t += STEP;
      }
      return t;
    }
  }
}
