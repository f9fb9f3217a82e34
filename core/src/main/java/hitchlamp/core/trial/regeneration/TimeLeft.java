package hitchlamp.core.trial.regeneration;

import java.util.List;
import java.util.Optional;

/**
 * Time until the soot has burned down to where the module ends it. Soot burns in proportion to what
 * is left (first order): its logarithm falls on a line, fitted by least squares over the last
 * minutes of the burn. The two halves of these minutes, fitted by themselves, say how far the line
 * is to be trusted.
 *
 * @param seconds from now on
 * @param least and most it may be
 */
public record TimeLeft(double seconds, double least, double most) {
  /** Minutes that are fitted, and the fewest. */
  private static final double FITTED_SECONDS = 360;

  private static final double FEWEST_SECONDS = 150;
  private static final int FEWEST_ROWS = 20;

  /** Beside what the halves say: the catalyst's and the engine's weather. */
  private static final double SHARE = 0.05;

  private static final double LONGEST = 7_200;

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
            .toList();
    if (burns.size() < FEWEST_ROWS || now - burns.get(0).seconds() < FEWEST_SECONDS) {
      return Optional.empty();
    }
    int half = burns.size() / 2;
    double whole = left(burns, now, setup);
    double early = left(burns.subList(0, half), now, setup);
    double late = left(burns.subList(half, burns.size()), now, setup);
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
    return Optional.of(new TimeLeft(whole, (1 - SHARE) * least, (1 + SHARE) * most));
  }

  private static double left(List<BurnRow> rows, double now, RegenerationSetup setup) {
    double n = rows.size();
    double t = 0;
    double y = 0;
    for (BurnRow r : rows) {
      t += r.seconds() / n;
      y += Math.log(r.sootPercent()) / n;
    }
    double tt = 0;
    double ty = 0;
    for (BurnRow r : rows) {
      tt += (r.seconds() - t) * (r.seconds() - t);
      ty += (r.seconds() - t) * (Math.log(r.sootPercent()) - y);
    }
    double slope = ty / tt;
    double atNow = y + slope * (now - t);
    return slope < 0 ? Math.max(0, (Math.log(setup.cleanPercent()) - atNow) / slope) : Double.NaN;
  }
}
