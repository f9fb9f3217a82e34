package hitchlamp.core.fault;

import hitchlamp.core.j1939.RawValue;
import hitchlamp.core.pack.Derived;
import hitchlamp.core.pack.Limit;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.Parameter;
import hitchlamp.core.quantity.Unit;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;

/**
 * Snapshots side by side: one row a value or derived figure, one column an occurrence. What is out
 * of place is marked with the reason.
 *
 * @param columns what each column is
 * @param rows values in the module's order, then derived figures
 */
public record SnapshotSheet(List<String> columns, List<Row> rows) {
  private static final int ENGINE_SPEED = 190;
  private static final int LOAD = 92;
  private static final double RUNNING_RPM = 400;

  /**
   * One quantity over all columns.
   *
   * @param derived true where it is worked out from two others
   */
  public record Row(String name, Unit unit, int decimals, boolean derived, List<Cell> cells) {}

  /**
   * One figure.
   *
   * @param value empty where there is none
   * @param state why there is none: sensor error, not available; valid where it is a figure
   * @param mark why it is out of place, empty where it is not
   */
  public record Cell(OptionalDouble value, RawValue state, String mark) {}

  /** A snapshot with the heading of its column. */
  public record Column(String heading, Snapshot snapshot) {}

  /** Lays snapshots side by side; of one fault or of several. */
  public static SnapshotSheet of(List<Column> columns, Pack pack) {
    Map<String, Parameter> names = new LinkedHashMap<>();
    columns.forEach(
        c ->
            c.snapshot()
                .values()
                .forEach(v -> names.putIfAbsent(v.parameter().name(), v.parameter())));
    List<Row> rows = new ArrayList<>();
    names.forEach(
        (name, p) ->
            rows.add(
                new Row(
                    name,
                    p.unit(),
                    Math.min(1, p.decimals()),
                    false,
                    columns.stream().map(c -> cell(c.snapshot(), name, pack)).toList())));
    for (Derived d : pack.derived()) {
      List<Cell> cells = columns.stream().map(c -> cell(c.snapshot(), d, pack)).toList();
      if (cells.stream().anyMatch(c -> c.value().isPresent())) {
        rows.add(new Row(d.name(), d.unit(), d.how() == Derived.How.RATIO ? 2 : 1, true, cells));
      }
    }
    return new SnapshotSheet(columns.stream().map(Column::heading).toList(), List.copyOf(rows));
  }

  private static Cell cell(Snapshot s, String name, Pack pack) {
    Optional<Parameter.Reading> r = s.find(name);
    if (r.isEmpty()) {
      return new Cell(OptionalDouble.empty(), RawValue.NOT_AVAILABLE, "");
    }
    if (r.get().state() != RawValue.VALID) {
      boolean error = r.get().state() == RawValue.ERROR;
      return new Cell(
          OptionalDouble.empty(),
          r.get().state(),
          error ? FaultWords.say("the-module-did-not-believe-this") : "");
    }
    double value = r.get().value();
    return new Cell(OptionalDouble.of(value), RawValue.VALID, mark(s, name, value, pack));
  }

  private static Cell cell(Snapshot s, Derived d, Pack pack) {
    OptionalDouble first = value(s, d.of());
    OptionalDouble second = value(s, d.with());
    boolean divides = d.how() == Derived.How.RATIO;
    double divisor = divides ? second.orElse(0) : first.orElse(0);
    boolean cannot = d.how() != Derived.How.MINUS && divisor == 0;
    if (first.isEmpty() || second.isEmpty() || cannot) {
      return new Cell(OptionalDouble.empty(), RawValue.NOT_AVAILABLE, "");
    }
    double figure = d.figure(first.getAsDouble(), second.getAsDouble());
    return new Cell(OptionalDouble.of(figure), RawValue.VALID, mark(s, d.name(), figure, pack));
  }

  private static OptionalDouble value(Snapshot s, String name) {
    return s.find(name)
        .filter(r -> r.state() == RawValue.VALID)
        .map(r -> OptionalDouble.of(r.value()))
        .orElse(OptionalDouble.empty());
  }

  private static OptionalDouble value(Snapshot s, int spn) {
    return s.find(spn)
        .filter(r -> r.state() == RawValue.VALID)
        .map(r -> OptionalDouble.of(r.value()))
        .orElse(OptionalDouble.empty());
  }

  private static String mark(Snapshot s, String name, double value, Pack pack) {
    boolean running = value(s, ENGINE_SPEED).orElse(0) > RUNNING_RPM;
    double load = value(s, LOAD).orElse(0);
    for (Limit l : pack.limits()) {
      boolean applies = l.of().equals(name) && (running || !l.running()) && load >= l.loaded();
      if (applies && l.passedBy(value)) {
        return l.says();
      }
    }
    return "";
  }
}
