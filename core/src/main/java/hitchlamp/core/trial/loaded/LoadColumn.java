package hitchlamp.core.trial.loaded;

import hitchlamp.core.quantity.Unit;
import hitchlamp.core.watch.Series;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** A column of a recording or a table that stands for one quantity, in the unit of a row. */
final class LoadColumn {
  /** Longer between two values is a gap, µs. */
  static final long GAP_MICROS = 1_500_000;

  /** Of values in order, the share at which the least and the greatest are taken. */
  private static final double EDGE = 0.02;

  /**
   * Where values of a kind lie on any engine; common practice, no source. No crankcase holds 10
   * kPa: its seals give.
   */
  enum Kind {
    SPEED(190, "speed", 0, 4_500, Unit.RPM),
    CHARGE(102, "charge", -40, 700, Unit.KILOPASCAL),
    AIR_PRESSURE(108, "air", 40, 115, Unit.KILOPASCAL),
    EXHAUST_PRESSURE(1209, "exhaust", -40, 1_200, Unit.KILOPASCAL),
    RAIL_PRESSURE(157, "rail", 0, 400, Unit.MEGAPASCAL),
    CRANKCASE_PRESSURE(101, "crankcase", -3, 10, Unit.KILOPASCAL),
    FOOT(91, "pedal", 0, 110, Unit.PERCENT),
    ENGINE_LOAD(92, "load", 0, 130, Unit.PERCENT);

    private final int spn;
    private final String word;
    private final double least;
    private final double most;
    private final Unit unit;

    Kind(int spn, String word, double least, double most, Unit unit) {
      this.spn = spn;
      this.word = word;
      this.least = least;
      this.most = most;
      this.unit = unit;
    }
  }

  private final Series series;
  private final Kind kind;
  private final double[] known;

  private LoadColumn(Series series, Kind kind) {
    this.series = series;
    this.kind = kind;
    Unit unit = series.channel().scale().unit();
    String name = series.channel().name();
    // A ratio written without a unit is taken for percent, as tables of speeds are for rpm.
    if (unit != Unit.ONE && unit.dimension() != kind.unit.dimension()) {
      throw new LoadTable.Unusable(
          LoadedWords.say("column-in-that-unit", name, LoadedWords.say(kind.word), unit.symbol()));
    }
    known = new double[series.size()];
    for (int i = 0; i < known.length; i++) {
      known[i] = inUnit(series.value(i));
    }
    double[] sorted = sorted();
    if (sorted.length == 0) {
      throw new LoadTable.Unusable(LoadedWords.say("column-is-empty", name));
    }
    double most = sorted[(int) ((1 - EDGE) * (sorted.length - 1))];
    // Columns that were swapped and units that are wrong hold what nothing of that kind can be.
    if (least() < kind.least || most > kind.most) {
      throw new LoadTable.Unusable(
          LoadedWords.say(
              "column-cannot-be",
              name,
              LoadedWords.say(kind.word),
              String.format(Locale.ROOT, "%.1f", least()),
              String.format(Locale.ROOT, "%.1f", most),
              kind.unit.symbol()));
    }
  }

  private double inUnit(double value) {
    Unit unit = series.channel().scale().unit();
    return unit == Unit.ONE ? value : unit.convert(value, kind.unit);
  }

  private double[] sorted() {
    return Arrays.stream(known).filter(v -> !Double.isNaN(v)).sorted().toArray();
  }

  /** Values hardly ever lie below this. */
  double least() {
    double[] sorted = sorted();
    return sorted[(int) (EDGE * (sorted.length - 1))];
  }

  /** At a moment, straight between its neighbours; not a number in a gap. */
  double at(long micros) {
    return inUnit(series.at(micros, GAP_MICROS));
  }

  /** Moments at which it was told. */
  long[] moments() {
    return series.micros();
  }

  /** True for the SPN of a quantity that is read. */
  static boolean isRead(int spn) {
    return Arrays.stream(Kind.values()).anyMatch(k -> k.spn == spn);
  }

  static Optional<LoadColumn> of(List<Series> all, Kind kind) {
    return all.stream()
        .filter(s -> s.channel().spn() == kind.spn && s.size() > 0)
        .findFirst()
        .map(s -> new LoadColumn(s, kind));
  }

  static LoadColumn need(List<Series> all, Kind kind) {
    return of(all, kind)
        .orElseThrow(
            () ->
                new LoadTable.Unusable(
                    LoadedWords.say("no-column-of", LoadedWords.say(kind.word), kind.spn)));
  }
}
