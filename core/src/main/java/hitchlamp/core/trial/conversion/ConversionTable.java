package hitchlamp.core.trial.conversion;

import hitchlamp.core.quantity.Unit;
import hitchlamp.core.trial.TableColumn;
import hitchlamp.core.trial.UnusableTable;
import hitchlamp.core.watch.Series;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * Seconds of a drive out of a recording or a table, whose columns are known by their SPN. Both
 * readings must be there; the more of the rest is, the more is told apart.
 */
public final class ConversionTable {
  private static final long STEP_MICROS = 1_000_000;

  /** Many tools write a value every few seconds only. */
  private static final long GAP_MICROS = 5_500_000;

  /** Where values of each lie on any vehicle; common practice, no source. */
  private static final List<TableColumn.Quantity> READ =
      List.of(
          of(Gases.BEFORE, "column-before", -200, 3_000, Unit.PARTS_PER_MILLION),
          of(Gases.BEHIND, "column-behind", -200, 3_000, Unit.PARTS_PER_MILLION),
          of(Gases.CELSIUS, "column-gas", -50, 900, Unit.CELSIUS),
          of(Gases.DOSED, "column-dosed", 0, 30_000, Unit.GRAM_PER_HOUR),
          of(Gases.FLUID_PRESSURE, "column-pressure", 0, 2_040, Unit.KILOPASCAL),
          of(Gases.RPM, "column-speed", 0, 6_000, Unit.RPM),
          of(Gases.KMH, "column-road", 0, 251, Unit.KILOMETRE_PER_HOUR),
          of(Gases.FUEL, "column-fuel", 0, 3_300, Unit.LITRE_PER_HOUR),
          of(Gases.OXYGEN_BEFORE, "column-oxygen", -5, 25, Unit.PERCENT),
          of(Gases.OXYGEN_BEHIND, "column-oxygen", -5, 25, Unit.PERCENT),
          of(Gases.TANK_CELSIUS, "column-tank", -50, 120, Unit.CELSIUS),
          of(Gases.TANK_LEVEL, "column-level", 0, 110, Unit.PERCENT));

  private static final Set<Integer> STATES =
      Stream.concat(Gases.BEFORE_STATES.stream(), Gases.BEHIND_STATES.stream())
          .collect(Collectors.toSet());

  private ConversionTable() {}

  private static TableColumn.Quantity of(
      int spn, String word, double least, double most, Unit unit) {
    return new TableColumn.Quantity(spn, ConversionWords.say(word), least, most, unit);
  }

  /** True for the SPN of a column that it reads. */
  public static boolean reads(int spn) {
    return spn == Gases.REGENERATES
        || STATES.contains(spn)
        || READ.stream().anyMatch(q -> q.spn() == spn);
  }

  /**
   * The seconds of a table.
   *
   * @throws UnusableTable where a reading is missing, a column holds what nothing of its kind can
   *     be, or it is too long
   */
  public static List<ConversionRow> of(List<Series> all) {
    TableColumn before = TableColumn.need(all, quantity(Gases.BEFORE));
    TableColumn behind = TableColumn.need(all, quantity(Gases.BEHIND));
    Columns c = new Columns(all);
    long[] moments = before.moments();
    long first = moments[0];
    long last = moments[moments.length - 1];
    if ((last - first) / STEP_MICROS >= ConversionSeen.MOST_ROWS) {
      throw new UnusableTable(ConversionWords.say("table-too-long", ConversionSeen.MOST_ROWS / 60));
    }
    List<ConversionRow> rows = new ArrayList<>();
    for (long at = first; at <= last; at += STEP_MICROS) {
      rows.add(
          new ConversionRow(
              (at - first) / 1e6,
              before.at(at, GAP_MICROS),
              behind.at(at, GAP_MICROS),
              c.state(Gases.BEFORE_STATES, at),
              c.state(Gases.BEHIND_STATES, at),
              c.at(Gases.CELSIUS, at),
              c.at(Gases.DOSED, at),
              c.at(Gases.FLUID_PRESSURE, at),
              c.at(Gases.RPM, at),
              c.at(Gases.KMH, at),
              c.at(Gases.FUEL, at),
              c.at(Gases.OXYGEN_BEFORE, at),
              c.at(Gases.OXYGEN_BEHIND, at),
              c.at(Gases.TANK_CELSIUS, at),
              c.at(Gases.TANK_LEVEL, at),
              c.bit(Gases.REGENERATES, at)));
    }
    return rows;
  }

  private static TableColumn.Quantity quantity(int spn) {
    return READ.stream().filter(q -> q.spn() == spn).findFirst().orElseThrow();
  }

  /** Columns that may be missing. */
  private static final class Columns {
    private final List<Series> all;
    private final List<Optional<TableColumn>> columns;

    Columns(List<Series> all) {
      this.all = all;
      this.columns = READ.stream().map(q -> TableColumn.of(all, q)).toList();
    }

    double at(int spn, long micros) {
      return columns
          .get(READ.indexOf(quantity(spn)))
          .map(c -> c.at(micros, GAP_MICROS))
          .orElse(Double.NaN);
    }

    GasSensorState state(List<Integer> bits, long micros) {
      return GasSensorState.of(
          bit(bits.get(0), micros), bit(bits.get(1), micros), bit(bits.get(2), micros));
    }

    /** As it was told last: a state is not drawn between two. */
    private double bit(int spn, long micros) {
      for (Series s : all) {
        int place = s.channel().spn() == spn ? s.from(micros + 1) - 1 : -1;
        if (place >= 0 && micros - s.micros()[place] <= GAP_MICROS) {
          return s.value(place);
        }
      }
      return Double.NaN;
    }
  }
}
