package hitchlamp.core.trial;

import hitchlamp.core.quantity.Unit;
import hitchlamp.core.watch.Series;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** A column of a recording or a table that stands for one quantity, in that quantity's unit. */
public final class TableColumn {
  /** Longer between two values is a gap, µs. */
  public static final long GAP_MICROS = 1_500_000;

  /** Of values in order, the share at which the least and the greatest are taken. */
  private static final double EDGE = 0.02;

  /**
   * A quantity that a column may hold.
   *
   * @param name as a message names it
   * @param least and most that hardly any value of it lies beyond, in its unit
   */
  public record Quantity(int spn, String name, double least, double most, Unit unit) {}

  private final Series series;
  private final Quantity kind;
  private final double[] known;

  private TableColumn(Series series, Quantity kind) {
    this.series = series;
    this.kind = kind;
    Unit unit = series.channel().scale().unit();
    String name = series.channel().name();
    // A ratio written without a unit is taken for percent, as tables of speeds are for rpm.
    if (unit != Unit.ONE && unit.dimension() != kind.unit().dimension()) {
      throw new UnusableTable(
          TrialWords.say("column-in-that-unit", name, kind.name(), unit.symbol()));
    }
    known = new double[series.size()];
    for (int i = 0; i < known.length; i++) {
      known[i] = inUnit(series.value(i));
    }
    double[] sorted = sorted();
    if (sorted.length == 0) {
      throw new UnusableTable(TrialWords.say("column-is-empty", name));
    }
    double most = sorted[(int) ((1 - EDGE) * (sorted.length - 1))];
    // Columns that were swapped and units that are wrong hold what nothing of that kind can be.
    if (least() < kind.least() || most > kind.most()) {
      throw new UnusableTable(
          TrialWords.say(
              "column-cannot-be",
              name,
              kind.name(),
              String.format(Locale.ROOT, "%.1f", least()),
              String.format(Locale.ROOT, "%.1f", most),
              kind.unit().symbol()));
    }
  }

  private double inUnit(double value) {
    Unit unit = series.channel().scale().unit();
    return unit == Unit.ONE ? value : unit.convert(value, kind.unit());
  }

  private double[] sorted() {
    return Arrays.stream(known).filter(v -> !Double.isNaN(v)).sorted().toArray();
  }

  /** Values hardly ever lie below this. */
  public double least() {
    double[] sorted = sorted();
    return sorted[(int) (EDGE * (sorted.length - 1))];
  }

  /** At a moment, straight between its neighbours; not a number in a gap. */
  public double at(long micros) {
    return inUnit(series.at(micros, GAP_MICROS));
  }

  /** The same where longer than so many µs between two values is a gap. */
  public double at(long micros, long gap) {
    return inUnit(series.at(micros, gap));
  }

  /** Moments at which it was told. */
  public long[] moments() {
    return series.micros();
  }

  /** The column of a quantity; empty where no series is of it. */
  public static Optional<TableColumn> of(List<Series> all, Quantity kind) {
    return all.stream()
        .filter(s -> s.channel().spn() == kind.spn() && s.size() > 0)
        .findFirst()
        .map(s -> new TableColumn(s, kind));
  }

  /**
   * The same where nothing can be told without it.
   *
   * @throws UnusableTable where there is none
   */
  public static TableColumn need(List<Series> all, Quantity kind) {
    return of(all, kind)
        .orElseThrow(
            () -> new UnusableTable(TrialWords.say("no-column-of", kind.name(), kind.spn())));
  }
}
