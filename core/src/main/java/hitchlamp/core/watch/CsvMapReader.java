package hitchlamp.core.watch;

import hitchlamp.core.quantity.Unit;
import hitchlamp.yaml.Entry;
import hitchlamp.yaml.YamlFault;
import hitchlamp.yaml.YamlFile;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.function.Supplier;

/**
 * A map of columns as a person writes it, in JSON or YAML: it needs the columns alone, everything
 * else has what is usual. Units are named as people write them ("km/h", "psi", "°C").
 */
public final class CsvMapReader {
  private static final int MOST_COLUMNS = 500;
  private static final int GREATEST_SPN = 524_287;

  /** Texts that stand for no value where the map names none. */
  private static final List<String> USUAL = List.of("NaN", "n/a", "-", "null");

  private final String file;
  private final List<YamlFault> faults = new ArrayList<>();

  private CsvMapReader(String file) {
    this.file = file;
  }

  /**
   * Reads a map.
   *
   * @param file name for messages
   * @throws YamlFault with every fault of the map, each with its line
   */
  public static CsvMap read(String file, String text) {
    return new CsvMapReader(file).map(YamlFile.read(file, text));
  }

  private CsvMap map(Entry e) {
    tried(
        () ->
            e.allow(
                "separator",
                "decimalComma",
                "headLine",
                "timeColumn",
                "time",
                "columns",
                "missing"),
        null);
    char separator = tried(() -> separator(e), ',');
    boolean comma = tried(() -> bool(e, "decimalComma"), false);
    int head = tried(() -> (int) e.whole("headLine", 1, 30, 1), 1);
    int time = tried(() -> (int) e.whole("timeColumn", 0, MOST_COLUMNS, 0), 0);
    CsvMap.Time how =
        tried(
            () -> e.find("time").map(t -> time(t)).orElse(CsvMap.Time.SECONDS),
            CsvMap.Time.SECONDS);
    List<CsvMap.Column> columns = new ArrayList<>();
    List<Entry> all = tried(() -> e.need("columns").items(), List.of());
    for (Entry c : all) {
      CsvMap.Column column = tried(() -> column(c), null);
      if (column != null && columns.stream().anyMatch(o -> o.number() == column.number())) {
        faults.add(c.fault(WatchWords.say("column-stands-twice", column.number())));
      } else if (column != null) {
        columns.add(column);
      }
    }
    if (faults.isEmpty() && columns.isEmpty()) {
      faults.add(e.fault(WatchWords.say("a-map-needs-columns")));
    }
    List<String> missing =
        tried(
            () ->
                e.find("missing").isPresent()
                    ? e.itemsOf("missing").stream().map(Entry::text).toList()
                    : USUAL,
            USUAL);
    thrown();
    try {
      return new CsvMap(separator, comma, head, time, how, columns, missing);
    } catch (IllegalArgumentException wrong) {
      throw e.fault(wrong.getMessage());
    }
  }

  /** All at once, so that nobody mends a map fault by fault. */
  private void thrown() {
    if (faults.size() == 1) {
      throw faults.get(0);
    }
    if (!faults.isEmpty()) {
      YamlFault first = faults.get(0);
      String others =
          String.join(
              "; ",
              faults.stream()
                  .skip(1)
                  .map(f -> WatchWords.say("in-line", f.line(), f.reason()))
                  .toList());
      throw new YamlFault(file, first.line(), first.path(), first.reason() + "; " + others);
    }
  }

  private <T> T tried(Supplier<T> read, T otherwise) {
    try {
      return read.get();
    } catch (YamlFault f) {
      faults.add(f);
      return otherwise;
    }
  }

  private static char separator(Entry e) {
    String text = e.text("separator", ",");
    return switch (text.toLowerCase(Locale.ROOT)) {
      case ",", "comma" -> ',';
      case ";", "semicolon" -> ';';
      case "|", "pipe" -> '|';
      case "\t", "\\t", "tab" -> '\t';
      default ->
          throw e.need("separator")
              .fault(WatchWords.say("fields-are-separated-by-comma-semicolon"));
    };
  }

  private static boolean bool(Entry e, String name) {
    String text = e.text(name, "no").toLowerCase(Locale.ROOT);
    return switch (text) {
      case "true", "yes" -> true;
      case "false", "no" -> false;
      default -> throw e.need(name).fault(WatchWords.say("say-true-or-false"));
    };
  }

  private static CsvMap.Time time(Entry e) {
    return switch (e.text().toLowerCase(Locale.ROOT)) {
      case "seconds", "s" -> CsvMap.Time.SECONDS;
      case "milliseconds", "ms" -> CsvMap.Time.MILLISECONDS;
      case "microseconds", "us", "µs" -> CsvMap.Time.MICROSECONDS;
      case "clock" -> CsvMap.Time.CLOCK;
      default -> throw e.fault(WatchWords.say("times-are-written-as"));
    };
  }

  private static CsvMap.Column column(Entry e) {
    e.allow("number", "name", "unit", "spn", "module");
    int number = (int) e.need("number").whole(0, MOST_COLUMNS);
    String name = e.text("name", "");
    int spn = (int) e.whole("spn", 0, GREATEST_SPN, Csv.spnOf(name));
    if (name.isEmpty() && spn == 0) {
      throw e.fault(WatchWords.say("a-column-needs-a-name"));
    }
    Unit unit = e.find("unit").map(CsvMapReader::unit).orElse(Unit.ONE);
    return new CsvMap.Column(
        number, name.isEmpty() ? "SPN " + spn : name, unit, spn, e.text("module", ""));
  }

  private static Unit unit(Entry e) {
    String text = e.text();
    return CsvMap.unitNamed(text)
        .or(
            () ->
                java.util.Arrays.stream(Unit.values())
                    .filter(u -> u.name().equalsIgnoreCase(text.replace(' ', '_')))
                    .findFirst())
        .orElseThrow(
            () ->
                e.fault(
                    WatchWords.say(
                        "no-unit-is-called",
                        text,
                        String.join(
                            ", ",
                            java.util.Arrays.stream(Unit.values()).map(Unit::symbol).toList()))));
  }
}
