package hitchlamp.core.trial.loaded;

import hitchlamp.core.quantity.Unit;
import hitchlamp.core.trial.TableColumn;
import hitchlamp.core.watch.Series;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;

/** Columns of a table that are read, in the unit of a row. */
final class LoadColumn {
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

    private TableColumn.Quantity quantity() {
      return new TableColumn.Quantity(spn, LoadedWords.say(word), least, most, unit);
    }
  }

  private LoadColumn() {}

  /** True for the SPN of a quantity that is read. */
  static boolean isRead(int spn) {
    return Arrays.stream(Kind.values()).anyMatch(k -> k.spn == spn);
  }

  static Optional<TableColumn> of(List<Series> all, Kind kind) {
    return TableColumn.of(all, kind.quantity());
  }

  static TableColumn need(List<Series> all, Kind kind) {
    return TableColumn.need(all, kind.quantity());
  }
}
