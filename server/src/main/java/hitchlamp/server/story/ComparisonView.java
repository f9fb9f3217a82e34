package hitchlamp.server.story;

import hitchlamp.core.pack.UseFigure;
import jakarta.validation.constraints.NotNull;
import java.time.Instant;
import java.util.List;

/**
 * One figure over units, or over the visits of one unit.
 *
 * @param unit of measure of all amounts; empty where there is none
 */
public record ComparisonView(
    @NotNull UseFigure figure,
    @NotNull String title,
    @NotNull String unit,
    @NotNull List<UnitLine> units,
    @NotNull List<VisitLine> visits) {
  /** The newest amount of a unit, or of one of its engines. */
  public record UnitLine(
      @NotNull long unitId,
      @NotNull String fleetNumber,
      @NotNull String engine,
      @NotNull String pack,
      @NotNull Instant readAt,
      Double hours,
      @NotNull double amount) {}

  /** An amount of a visit, the latest first. */
  public record VisitLine(
      @NotNull long jobId,
      @NotNull String number,
      @NotNull String engine,
      @NotNull Instant readAt,
      Double hours,
      @NotNull double amount) {}
}
