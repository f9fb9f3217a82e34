package hitchlamp.server.fault;

import hitchlamp.core.fault.ModuleFaults;
import hitchlamp.core.fault.MonitorResult;
import hitchlamp.core.j1939.ControlArea;
import hitchlamp.core.j1939.FaultCounts;
import hitchlamp.core.j1939.MonitorCounts;
import hitchlamp.core.j1939.Readiness;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.quantity.Unit;
import jakarta.validation.constraints.NotNull;
import java.util.List;
import java.util.OptionalInt;
import java.util.OptionalLong;

/**
 * The monitors of one module as the browser gets them.
 *
 * @param monitors those that it supports
 * @param ratios how often monitors ran
 * @param results what their tests found, the worst first
 * @param ignitionCycles starts that it has counted; null where it does not tell them
 * @param counts how many faults it counts; null where it does not tell them
 * @param devices how long devices that raise the emissions were at work
 * @param area where the engine works with regard to the limits; null where it does not tell it
 */
public record MonitorView(
    @NotNull List<MonitorLine> monitors,
    @NotNull List<RatioLine> ratios,
    @NotNull List<ResultLine> results,
    Integer ignitionCycles,
    CountLine counts,
    @NotNull List<AuxiliaryLine> devices,
    AreaLine area) {
  /**
   * A monitor of the emissions, and whether it has run since the last clear.
   *
   * @param drive what lets it run; empty where nobody knows
   */
  public record MonitorLine(
      @NotNull String name, @NotNull boolean complete, @NotNull String drive) {}

  /** How many faults a module counts; null where it does not tell one. */
  public record CountLine(
      Integer pending,
      Integer pendingEmission,
      Integer lampOn,
      Integer lampOnEarlier,
      Integer permanent) {}

  /** A device that raises the emissions, by its maker's number; null where not told. */
  public record AuxiliaryLine(@NotNull int number, Long minutes, Long minutesFar) {}

  /** Where the engine works with regard to the limits of each pollutant. */
  public record AreaLine(@NotNull ControlArea.Place nox, @NotNull ControlArea.Place particles) {}

  /** How often the monitor of a system ran; null where its module does not tell it. */
  public record RatioLine(@NotNull String name, Integer completed, Integer possible) {}

  /**
   * What a test found. Figures are null where there are none.
   *
   * @param monitor that it belongs to; empty where nobody knows
   * @param unit of value and limits; empty where they are counts
   * @param margin percent of the room between the limits, or of the one limit
   * @param says what it comes to, as a sentence
   */
  public record ResultLine(
      @NotNull int spn,
      @NotNull int fmi,
      @NotNull int test,
      @NotNull String title,
      @NotNull String monitor,
      Double value,
      Double least,
      Double most,
      @NotNull String unit,
      @NotNull int decimals,
      Double margin,
      @NotNull MonitorResult.State state,
      @NotNull String says) {}

  static MonitorView of(ModuleFaults m, Pack pack) {
    return new MonitorView(
        m.readiness().map(Readiness::monitors).orElse(List.of()).stream()
            .map(x -> new MonitorLine(x.name(), x.complete(), pack.monitors().drive(x.name())))
            .toList(),
        m.monitorCounts().map(MonitorCounts::ratios).orElse(List.of()).stream()
            .map(r -> new RatioLine(pack.spnText(r.spn()), or(r.completed()), or(r.possible())))
            .toList(),
        MonitorResult.of(m.tests(), pack).stream().map(MonitorView::result).toList(),
        m.monitorCounts().map(c -> or(c.ignitionCycles())).orElse(null),
        m.further().counts().map(MonitorView::counts).orElse(null),
        m.further().auxiliary().stream()
            .map(t -> new AuxiliaryLine(t.number(), or(t.minutes()), or(t.minutesFar())))
            .toList(),
        m.further()
            .area()
            .map(a -> new AreaLine(a.nox().area(), a.particles().area()))
            .orElse(null));
  }

  private static CountLine counts(FaultCounts c) {
    return new CountLine(
        or(c.pending()),
        or(c.pendingEmission()),
        or(c.lampOn()),
        or(c.lampOnEarlier()),
        or(c.permanent()));
  }

  private static ResultLine result(MonitorResult r) {
    return new ResultLine(
        r.spn(),
        r.fmi(),
        r.test(),
        r.title(),
        r.monitor(),
        or(r.value()),
        or(r.least()),
        or(r.most()),
        r.unit().map(Unit::symbol).orElse(""),
        r.decimals(),
        or(r.margin()),
        r.state(),
        r.says().text());
  }

  private static Integer or(OptionalInt value) {
    return value.isPresent() ? value.getAsInt() : null;
  }

  private static Long or(OptionalLong value) {
    return value.isPresent() ? value.getAsLong() : null;
  }

  private static Double or(double value) {
    return Double.isNaN(value) ? null : value;
  }
}
