package hitchlamp.core.watch;

import hitchlamp.core.quantity.Unit;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * How a table of another program is to be read.
 *
 * @param separator between fields: comma, semicolon, tab or pipe
 * @param decimalComma true where decimals stand behind a comma
 * @param headLine line of the names, counted from 1
 * @param timeColumn number of the column of times, from 0
 * @param time how times are written
 * @param columns what becomes of the others; those left out are not loaded
 * @param missing texts that stand for no value, beside an empty field
 */
public record CsvMap(
    char separator,
    boolean decimalComma,
    int headLine,
    int timeColumn,
    Time time,
    List<Column> columns,
    List<String> missing) {
  private static final Pattern UNIT = Pattern.compile("^(.*?)\\s*[\\[(]([^\\])]*)[\\])]\\s*$");
  private static final int MOST_HEAD_LINES = 30;

  public CsvMap {
    columns = List.copyOf(columns);
    missing = List.copyOf(missing);
    if (",;\t|".indexOf(separator) < 0) {
      throw new IllegalArgumentException(WatchWords.say("fields-are-separated-by-comma-semicolon"));
    }
    if (decimalComma && separator == ',') {
      throw new IllegalArgumentException(WatchWords.say("a-comma-cannot-separate-both-fields"));
    }
    if (headLine < 1 || headLine > MOST_HEAD_LINES) {
      throw new IllegalArgumentException(
          WatchWords.say("the-names-stand-in-line-1", MOST_HEAD_LINES));
    }
  }

  /** How a time is written. */
  public enum Time {
    SECONDS,
    MILLISECONDS,
    MICROSECONDS,
    /** Hours, minutes, seconds with colons. */
    CLOCK
  }

  /**
   * A column that is loaded.
   *
   * @param number from 0
   * @param name what it measures
   * @param unit its unit
   * @param spn of what it measures, 0 where nobody says
   * @param module engine that told it where there are two, such as "port"; empty otherwise
   */
  public record Column(int number, String name, Unit unit, int spn, String module) {}

  /** A guess from the first lines of a file: separator, decimals, names with their units. */
  public static CsvMap guess(List<String> lines) {
    if (lines.isEmpty()) {
      throw new CsvFault(0, WatchWords.say("the-file-is-empty"));
    }
    char separator = ';';
    int most = 0;
    for (char c : new char[] {';', '\t', '|', ','}) {
      int n = fields(lines.get(0), c).size();
      int next = lines.size() > 1 ? fields(lines.get(1), c).size() : n;
      if (n > most && n == next) {
        most = n;
        separator = c;
      }
    }
    char sep = separator;
    boolean comma =
        sep != ','
            && lines.stream()
                .skip(1)
                .flatMap(l -> fields(l, sep).stream())
                .anyMatch(f -> f.matches("\\s*-?\\d+,\\d+\\s*"));
    List<String> heads = fields(lines.get(0), sep);
    int timeColumn = 0;
    for (int i = 0; i < heads.size(); i++) {
      if (heads.get(i).strip().toLowerCase(Locale.ROOT).matches("(elapsed |bus )?(time|t)\\b.*")) {
        timeColumn = i;
        break;
      }
    }
    String timeUnit = unit(heads.get(timeColumn)).orElse("s");
    boolean clock =
        lines.size() > 1
            && fields(lines.get(1), sep).size() > timeColumn
            && fields(lines.get(1), sep).get(timeColumn).contains(":");
    Time time =
        clock
            ? Time.CLOCK
            : switch (timeUnit) {
              case "ms" -> Time.MILLISECONDS;
              case "us", "µs" -> Time.MICROSECONDS;
              default -> Time.SECONDS;
            };
    List<Column> columns = new ArrayList<>();
    for (int i = 0; i < heads.size(); i++) {
      if (i != timeColumn) {
        Matcher m = UNIT.matcher(heads.get(i));
        String name = (m.matches() ? m.group(1) : heads.get(i)).strip();
        Unit unit = unit(heads.get(i)).flatMap(CsvMap::unitNamed).orElse(Unit.ONE);
        columns.add(new Column(i, name, unit, Csv.spnOf(name), ""));
      }
    }
    return new CsvMap(sep, comma, 1, timeColumn, time, columns, List.of("NaN", "n/a", "-", "null"));
  }

  private static Optional<String> unit(String head) {
    Matcher m = UNIT.matcher(head);
    return m.matches() ? Optional.of(m.group(2).strip()) : Optional.empty();
  }

  /** A unit by the ways in which other programs write it. */
  public static Optional<Unit> unitNamed(String text) {
    Optional<Unit> own = Unit.ofSymbol(text);
    if (own.isPresent()) {
      return own;
    }
    return switch (text.toLowerCase(Locale.ROOT)) {
      case "1/min", "min-1", "r/min", "u/min" -> Optional.of(Unit.RPM);
      case "degc", "deg c", "c" -> Optional.of(Unit.CELSIUS);
      case "degf", "deg f", "f" -> Optional.of(Unit.FAHRENHEIT);
      case "kpa" -> Optional.of(Unit.KILOPASCAL);
      case "mpa" -> Optional.of(Unit.MEGAPASCAL);
      case "kph", "km/hr" -> Optional.of(Unit.KILOMETRE_PER_HOUR);
      case "inh2o" -> Optional.of(Unit.INCH_WATER);
      case "inhg" -> Optional.of(Unit.INCH_MERCURY);
      case "percent", "pct" -> Optional.of(Unit.PERCENT);
      case "nm" -> Optional.of(Unit.NEWTON_METRE);
      case "l/h", "l/hr" -> Optional.of(Unit.LITRE_PER_HOUR);
      default -> Optional.empty();
    };
  }

  /** Fields of a line; quotes are taken off, a separator within them does not count. */
  static List<String> fields(String line, char separator) {
    List<String> fields = new ArrayList<>();
    StringBuilder field = new StringBuilder();
    boolean quoted = false;
    for (int i = 0; i < line.length(); i++) {
      char c = line.charAt(i);
      if (c == '"') {
        quoted = !quoted;
      } else if (c == separator && !quoted) {
        fields.add(field.toString());
        field.setLength(0);
      } else {
        field.append(c);
      }
    }
    fields.add(field.toString());
    return fields;
  }
}
