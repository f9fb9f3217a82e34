package hitchlamp.core.trial.loaded;

import hitchlamp.core.trial.TableColumn;
import hitchlamp.core.trial.UnusableTable;
import hitchlamp.core.trial.loaded.LoadColumn.Kind;
import hitchlamp.core.watch.Series;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/**
 * Rows of pulls out of a recording or a table, whose columns are known by their SPN, and which
 * cylinder was off by the name of its column.
 */
public final class LoadTable {
  /** Column with the number of the cylinder that was off. */
  private static final String NUMBER = "cylinder off";

  /** Column with a bit for each cylinder that was off. */
  private static final String MASK = "cylinders cut out";

  private static final long STEP_MICROS = 200_000;

  /** Intake pressure that never falls below this is counted from nothing, not from the air, kPa. */
  private static final double ABSOLUTE_KPA = 45;

  private static final double USUAL_AIR_KPA = 101.3;
  private static final double WHOLE = 0.01;
  private static final int FEWEST = 4;
  private static final int MOST = 32;

  private LoadTable() {}

  /**
   * The rows of a table, five a second at the most.
   *
   * @param all its columns; one named "cylinder off" holds the number of the cylinder that did not
   *     fire, 0 for none, one named "cylinders cut out" a bit for each instead
   * @throws UnusableTable where a column is missing, or holds what nothing of its kind can be
   */
  public static List<LoadRow> of(List<Series> all, LoadedSetup setup) {
    Series off = off(all);
    TableColumn rpm = LoadColumn.need(all, Kind.SPEED);
    TableColumn boost = LoadColumn.need(all, Kind.CHARGE);
    TableColumn crankcase = LoadColumn.need(all, Kind.CRANKCASE_PRESSURE);
    Optional<TableColumn> air = LoadColumn.of(all, Kind.AIR_PRESSURE);
    Optional<TableColumn> exhaust = LoadColumn.of(all, Kind.EXHAUST_PRESSURE);
    Optional<TableColumn> rail = LoadColumn.of(all, Kind.RAIL_PRESSURE);
    Optional<TableColumn> pulled =
        LoadColumn.of(all, setup.byLoad() ? Kind.ENGINE_LOAD : Kind.FOOT);
    boolean absolute = boost.least() > ABSOLUTE_KPA;
    List<LoadRow> rows = new ArrayList<>();
    long first = crankcase.moments()[0];
    long last = Long.MIN_VALUE / 2;
    for (long at : crankcase.moments()) {
      if (at - last < STEP_MICROS) {
        continue;
      }
      if (rows.size() >= LoadedSeen.MOST_ROWS) {
        throw new UnusableTable(LoadedWords.say("table-too-long", LoadedSeen.MOST_ROWS));
      }
      last = at;
      double baro = air.map(a -> a.at(at)).filter(v -> !Double.isNaN(v)).orElse(USUAL_AIR_KPA);
      rows.add(
          new LoadRow(
              (at - first) / 1e6,
              rpm.at(at),
              boost.at(at) - (absolute ? baro : 0),
              at(exhaust, at),
              at(rail, at),
              crankcase.at(at),
              at(pulled, at),
              off(off, at, setup.cylinders())));
    }
    return rows;
  }

  /**
   * What is usual where no pack says it: common practice, no source. An even number of cylinders,
   * as many as the table names.
   *
   * @throws UnusableTable where the table does not tell which cylinder was off
   */
  public static LoadedSetup usual(List<Series> all) {
    Series off = off(all);
    double most = 0;
    for (int i = 0; i < off.size(); i++) {
      double v = off.value(i);
      most = Double.isNaN(v) ? most : Math.max(most, v);
    }
    boolean byLoad = LoadColumn.of(all, Kind.FOOT).isEmpty();
    int told = (int) Math.round(name(off).equals(MASK) ? Math.log(most + 1) / Math.log(2) : most);
    // An engine with an odd number is rarer than a table in which the last pull is missing.
    int cylinders = Math.max(FEWEST, Math.min(MOST, told + told % 2));
    return new LoadedSetup(
        cylinders, byLoad, 0.6, byLoad ? 45 : 80, 2, 2.5, 54.0 / cylinders, Double.NaN, List.of());
  }

  /** True for a column that it reads. */
  public static boolean reads(int spn, String name) {
    String low = name.strip().toLowerCase(Locale.ROOT);
    return LoadColumn.isRead(spn) || low.equals(NUMBER) || low.equals(MASK);
  }

  private static String plain(double v) {
    return v == Math.rint(v) ? String.valueOf((long) v) : String.format(Locale.ROOT, "%.2f", v);
  }

  private static double at(Optional<TableColumn> column, long micros) {
    return column.map(c -> c.at(micros)).orElse(Double.NaN);
  }

  private static Series off(List<Series> all) {
    return all.stream()
        .filter(s -> name(s).equals(NUMBER) || name(s).equals(MASK))
        .findFirst()
        .orElseThrow(() -> new UnusableTable(LoadedWords.say("no-column-of-the-cylinder")));
  }

  private static String name(Series s) {
    return s.channel().name().strip().toLowerCase(Locale.ROOT);
  }

  /** Which was off, as it was told last: it is not drawn between two values. */
  private static int off(Series s, long at, int cylinders) {
    int place = s.from(at + 1) - 1;
    double v =
        place < 0 || at - s.micros()[place] > TableColumn.GAP_MICROS ? Double.NaN : s.value(place);
    if (Double.isNaN(v)) {
      return -1;
    }
    boolean mask = name(s).equals(MASK);
    boolean whole = v >= 0 && Math.abs(v - Math.rint(v)) < WHOLE;
    if (!whole || v > (mask ? (1L << cylinders) - 1 : cylinders)) {
      throw new UnusableTable(
          LoadedWords.say("no-such-cylinder", s.channel().name(), plain(v), cylinders));
    }
    int number = (int) Math.round(v);
    if (mask && number > 0) {
      // Two off at once are no pull of this test.
      return Integer.bitCount(number) == 1 ? 1 + Integer.numberOfTrailingZeros(number) : -1;
    }
    return number;
  }
}
