package hitchlamp.server.trial;

import hitchlamp.core.trial.CutoutObservation;
import hitchlamp.core.trial.CutoutResult;
import hitchlamp.core.trial.CutoutVerdict;
import hitchlamp.core.trial.Precondition;
import hitchlamp.core.trial.Verdict;
import jakarta.validation.constraints.NotNull;
import java.util.List;

/**
 * A cutout by hand as the page shows it; figures are null where nobody knows them.
 *
 * @param offSeconds since the module confirmed it
 * @param allowed how many may be off at a time
 */
public record CutoutView(
    @NotNull String engine,
    @NotNull String engineTitle,
    @NotNull CutoutResult.Stage stage,
    @NotNull String says,
    @NotNull List<Precondition> preconditions,
    @NotNull int cylinders,
    @NotNull List<Integer> off,
    @NotNull double offSeconds,
    @NotNull int allowed,
    Double rpm,
    Double fuel,
    @NotNull boolean settled,
    @NotNull Verdict verdict,
    @NotNull String verdictSays,
    @NotNull String next,
    @NotNull List<CylinderView> lines,
    @NotNull List<PointView> trace,
    @NotNull double weakBelow) {
  /**
   * @param share percent of the middle cylinder's work
   * @param noise plus or minus, percent
   */
  public record CylinderView(
      @NotNull int number,
      @NotNull boolean tried,
      Double share,
      Double noise,
      Double rpmLost,
      Double fuelAdded,
      @NotNull boolean weak,
      @NotNull CutoutObservation.Heard heard) {}

  /**
   * @param seconds since the first point
   */
  public record PointView(
      @NotNull double seconds, Double rpm, Double fuel, @NotNull List<Integer> off) {}

  private static Double figure(double value) {
    return Double.isFinite(value) ? value : null;
  }

  static CutoutView of(
      String engine,
      String title,
      CutoutResult r,
      CutoutVerdict verdict,
      double weakBelow,
      int most) {
    List<CutoutResult.Point> points = r.trace();
    int from = Math.max(0, points.size() - most);
    long first = points.isEmpty() ? 0 : points.get(0).micros();
    return new CutoutView(
        engine,
        title,
        r.stage(),
        r.says(),
        r.preconditions(),
        r.cylinders(),
        r.off(),
        r.offSeconds(),
        r.allowed(),
        figure(r.rpm()),
        figure(r.fuel()),
        r.settled(),
        verdict.verdict(),
        verdict.says(),
        verdict.next(),
        verdict.cylinders().stream()
            .map(
                c ->
                    new CylinderView(
                        c.number(),
                        c.tried(),
                        figure(c.share()),
                        figure(c.noise()),
                        figure(c.rpmLost()),
                        figure(c.fuelAdded()),
                        c.weak(),
                        c.heard()))
            .toList(),
        points.subList(from, points.size()).stream()
            .map(
                p ->
                    new PointView(
                        (p.micros() - first) / 1e6, figure(p.rpm()), figure(p.fuel()), p.off()))
            .toList(),
        weakBelow);
  }
}
