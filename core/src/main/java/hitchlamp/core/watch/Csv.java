package hitchlamp.core.watch;

import hitchlamp.core.bus.BoundedLines;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.Reader;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.nio.charset.CharacterCodingException;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.HashSet;
import java.util.Iterator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.apache.commons.csv.CSVException;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVRecord;

/**
 * Recordings as tables: reads those of other programs by a {@link CsvMap}, twice, so that nothing
 * is loaded of a file with a fault and no digit is lost; writes our own with units in the names.
 */
public final class Csv {
  /** Most rows that are read. */
  public static final long MOST_ROWS = 20_000_000;

  /** Decimals that are kept: a column with more is rounded, and it is said. */
  public static final int MOST_DECIMALS = 9;

  private static final double MOST_COUNTS = 9e15;
  private static final double MOST_VALUE = 1e12;

  /** Rounding may change a value by a millionth of itself at the most; a smaller one is refused. */
  private static final BigDecimal ROUNDING = new BigDecimal("1e-6");

  private static final int LONGEST_ROW = 1_000_000;
  private static final long DAY_MICROS = 86_400_000_000L;
  private static final Pattern CLOCK =
      Pattern.compile("(\\d{1,3}):([0-5]?\\d)(?::([0-5]?\\d(?:\\.\\d{1,9})?))?");

  /** Opens the file again from its beginning. */
  public interface Source {
    Reader open() throws IOException;
  }

  /** Takes what is read, once the whole file has been found good. */
  public interface Sink {
    void begins(Track track);

    void row(long micros, long[] raws);
  }

  /**
   * What a file held.
   *
   * @param rounded names of columns whose figures had more than {@link #MOST_DECIMALS} decimals
   */
  public record Read(
      long rows, Track track, long firstMicros, long lastMicros, List<String> rounded) {}

  private Csv() {}

  /** What columns are called, and what they are then: names of the standard and common ones. */
  private static final Map<Pattern, Integer> NAMES = new LinkedHashMap<>();

  static {
    name("(engine )?speed|rpm|engine rpm|n", 190);
    name("(accelerator )?pedal.*|throttle lever.*", 91);
    name("(engine )?load.*", 92);
    name("(road|vehicle|wheel-based vehicle) speed|speed over ground", 84);
    name("crankcase( pressure)?", 101);
    name("exhaust (back )?pressure", 1209);
    name("(fuel )?rail pressure", 157);
    name("barometer|barometric pressure", 108);
    name("boost.*|intake (manifold )?pressure", 102);
    name("(engine )?fuel rate", 183);
    String before = "(aftertreatment 1 )?(intake|inlet|upstream)";
    String behind = "(aftertreatment 1 )?(outlet|downstream)";
    name(before + " nox|nox (in|before|upstream)", 3216);
    name(behind + " nox|nox (out|behind|downstream)", 3226);
    name(before + " oxygen|oxygen (in|before|upstream)", 3217);
    name(behind + " oxygen|oxygen (out|behind|downstream)", 3227);
    name("(aftertreatment 1 )?scr (catalyst )?(intake|inlet)( gas)? temperature", 4360);
  }

  private static void name(String pattern, int spn) {
    NAMES.put(Pattern.compile(pattern), spn);
  }

  /** What a value of that name is; 0 where it is not known. */
  static int spnOf(String name) {
    String n = name.toLowerCase(Locale.ROOT);
    return NAMES.entrySet().stream()
        .filter(e -> e.getKey().matcher(n).matches())
        .map(Map.Entry::getValue)
        .findFirst()
        .orElse(0);
  }

  /**
   * Reads a file.
   *
   * @param name of the file, for channels
   * @throws CsvFault where it cannot be read; then {@code sink} was told nothing
   */
  public static Read read(Source source, CsvMap map, String name, Sink sink) throws IOException {
    int[] decimals = new int[map.columns().size()];
    Extremes extremes = new Extremes(map);
    long[] span = {Long.MAX_VALUE, Long.MIN_VALUE};
    long rows =
        rows(
            source,
            map,
            (line, micros, fields) -> {
              for (int i = 0; i < decimals.length; i++) {
                decimals[i] = Math.max(decimals[i], extremes.decimals(fields[i], line, i));
              }
              span[0] = Math.min(span[0], micros);
              span[1] = Math.max(span[1], micros);
            });
    if (rows == 0) {
      throw new CsvFault(0, WatchWords.say("the-file-has-names-and-no"));
    }
    extremes.mustFit(decimals);
    Track track = track(map, decimals, name);
    sink.begins(track);
    long[] raws = new long[decimals.length];
    rows(
        source,
        map,
        (line, micros, fields) -> {
          for (int i = 0; i < raws.length; i++) {
            raws[i] = raw(fields[i], decimals[i], map);
          }
          sink.row(micros, raws);
        });
    return new Read(rows, track, span[0], span[1], extremes.rounded());
  }

  private interface Row {
    void take(long line, long micros, String[] fields);
  }

  private static long rows(Source source, CsvMap map, Row to) throws IOException {
    CSVFormat format =
        CSVFormat.RFC4180
            .builder()
            .setDelimiter(map.separator())
            .setIgnoreEmptyLines(true)
            .setIgnoreSurroundingSpaces(true)
            .get();
    try (BufferedReader in =
            new BufferedReader(new BoundedLines(source.open(), LONGEST_ROW, true));
        CSVParser parser = CSVParser.parse(in, format)) {
      Iterator<CSVRecord> records = parser.iterator();
      CSVRecord head = null;
      for (int i = 0; i < map.headLine(); i++) {
        if (!records.hasNext()) {
          throw new CsvFault(0, WatchWords.say("the-file-ends-before-line-where", map.headLine()));
        }
        head = records.next();
      }
      checkHead(head, map);
      long rows = 0;
      long last = Long.MIN_VALUE;
      long midnights = 0;
      String[] fields = new String[map.columns().size()];
      while (records.hasNext()) {
        CSVRecord r = records.next();
        long line = parser.getCurrentLineNumber();
        if (r.size() != head.size()) {
          throw new CsvFault(
              line, WatchWords.say("fields-where-the-names-are-the", r.size(), head.size()));
        }
        long micros = time(r.get(map.timeColumn()), map, line) + midnights;
        if (map.time() == CsvMap.Time.CLOCK && micros < last - DAY_MICROS / 2) {
          // A clock that falls by more than half a day has passed midnight.
          midnights += DAY_MICROS;
          micros += DAY_MICROS;
        }
        if (micros < last) {
          throw new CsvFault(line, WatchWords.say("time-runs-backwards-sort-the-rows"));
        }
        last = micros;
        for (int i = 0; i < fields.length; i++) {
          fields[i] = r.get(map.columns().get(i).number());
        }
        to.take(line, micros, fields);
        if (++rows > MOST_ROWS) {
          throw new CsvFault(line, WatchWords.say("more-than-rows-cut-the-file", MOST_ROWS));
        }
      }
      return rows;
    } catch (java.io.UncheckedIOException e) {
      throw fault(e.getCause());
    } catch (CharacterCodingException | CSVException | BoundedLines.TooLong e) {
      throw fault(e);
    } catch (IllegalStateException e) {
      if (e.getCause() instanceof IOException io) {
        throw fault(io);
      }
      throw e;
    }
  }

  private static CsvFault fault(IOException e) {
    if (e instanceof BoundedLines.TooLong tooLong) {
      return new CsvFault(
          tooLong.line(), WatchWords.say("a-row-is-a-quotation-mark", e.getMessage()));
    }
    return e instanceof CharacterCodingException
        ? new CsvFault(0, WatchWords.say("the-file-is-not-text-in"))
        : new CsvFault(0, WatchWords.say("the-file-is-no-table", e.getMessage()));
  }

  private static void checkHead(CSVRecord head, CsvMap map) {
    Set<String> names = new HashSet<>();
    for (CsvMap.Column c : map.columns()) {
      if (c.number() >= head.size() || map.timeColumn() >= head.size()) {
        throw new CsvFault(
            map.headLine(), WatchWords.say("there-are-only-columns-is-the", head.size()));
      }
      if (!names.add(c.name() + "/" + c.module())) {
        throw new CsvFault(
            map.headLine(), WatchWords.say("two-columns-are-named-rename-one", c.name()));
      }
    }
  }

  private static long time(String field, CsvMap map, long line) {
    String text = plain(field, map);
    try {
      if (map.time() == CsvMap.Time.CLOCK) {
        String[] parts = text.strip().split("[ T]");
        Matcher m = CLOCK.matcher(parts[parts.length - 1]);
        if (!m.matches()) {
          throw new CsvFault(line, WatchWords.say("is-no-time-of-day", shortened(field)));
        }
        double seconds = m.group(3) == null ? 0 : Double.parseDouble(m.group(3));
        return Math.round(
            (Integer.parseInt(m.group(1)) * 3_600 + Integer.parseInt(m.group(2)) * 60 + seconds)
                * 1e6);
      }
      double value = Double.parseDouble(text.strip());
      double micros =
          switch (map.time()) {
            case MILLISECONDS -> value * 1e3;
            case MICROSECONDS -> value;
            default -> value * 1e6;
          };
      if (!(Math.abs(micros) < MOST_COUNTS)) {
        throw new CsvFault(line, WatchWords.say("is-no-time", field));
      }
      return Math.round(micros);
    } catch (NumberFormatException e) {
      throw new CsvFault(line, WatchWords.say("is-no-time", shortened(field)));
    }
  }

  private static String shortened(String text) {
    return text.length() > 40 ? text.substring(0, 40) + "…" : text;
  }

  private static boolean missing(String field, CsvMap map) {
    return field.isEmpty() || map.missing().contains(field);
  }

  private static String plain(String field, CsvMap map) {
    return map.decimalComma() ? field.replace(',', '.') : field;
  }

  /**
   * What the first reading finds of each column: its decimals, and whether all of it can be kept.
   */
  private static final class Extremes {
    /** A figure of n digits is smaller than the nth; a sign counts as one, which is no harm. */
    private static final double[] POWERS = {1, 1e1, 1e2, 1e3, 1e4, 1e5, 1e6, 1e7, 1e8, 1e9, 1e10};

    private final CsvMap map;
    private final double[] largest;
    private final long[] lines;
    private final BitSet rounded = new BitSet();

    Extremes(CsvMap map) {
      this.map = map;
      largest = new double[map.columns().size()];
      lines = new long[map.columns().size()];
    }

    /** Decimals of a field. */
    int decimals(String field, long line, int column) {
      if (missing(field, map)) {
        return 0;
      }
      String text = plain(field, map);
      int plain = PlainFigure.decimals(text);
      if (plain < 0) {
        return exact(text, line, column);
      }
      int whole = text.length() - (plain > 0 ? plain + 1 : 0);
      size(POWERS[Math.min(whole, POWERS.length - 1)], line, column);
      return plain;
    }

    private void size(double size, long line, int column) {
      if (size > largest[column]) {
        largest[column] = size;
        lines[column] = line;
      }
    }

    private int exact(String text, long line, int column) {
      BigDecimal value;
      try {
        value = new BigDecimal(text.strip()).stripTrailingZeros();
      } catch (NumberFormatException e) {
        throw new CsvFault(
            line,
            WatchWords.say(
                "under-is-no-number-name-it", shortened(text), map.columns().get(column).name()));
      }
      // Precision less scale is the place of the first digit: safe for exponents of any size.
      if ((long) value.precision() - value.scale() > 13
          || Math.abs(value.doubleValue()) >= MOST_VALUE) {
        throw new CsvFault(line, WatchWords.say("is-too-large-a-number", shortened(text)));
      }
      if (value.scale() > MOST_DECIMALS) {
        round(value, text, line, column);
      }
      size(Math.abs(value.doubleValue()), line, column);
      return Math.max(0, Math.min(MOST_DECIMALS, value.scale()));
    }

    private void round(BigDecimal value, String text, long line, int column) {
      boolean vanishes = (long) value.precision() - value.scale() < -MOST_DECIMALS;
      if (vanishes
          || value
                  .setScale(MOST_DECIMALS, RoundingMode.HALF_EVEN)
                  .subtract(value)
                  .abs()
                  .compareTo(value.abs().multiply(ROUNDING))
              > 0) {
        throw new CsvFault(
            line,
            WatchWords.say(
                "under-is-too-small-to-be",
                shortened(text),
                map.columns().get(column).name(),
                MOST_DECIMALS));
      }
      rounded.set(column);
    }

    /** Refuses a column whose largest figure does not fit with the decimals of its finest. */
    void mustFit(int[] decimals) {
      for (int i = 0; i < largest.length; i++) {
        if (largest[i] * Math.pow(10, decimals[i]) >= MOST_COUNTS) {
          throw new CsvFault(
              lines[i],
              WatchWords.say(
                  "the-figures-under-need-more-than", map.columns().get(i).name(), decimals[i]));
        }
      }
    }

    List<String> rounded() {
      return rounded.stream().mapToObj(i -> map.columns().get(i).name()).toList();
    }
  }

  private static long raw(String field, int decimals, CsvMap map) {
    if (missing(field, map)) {
      return Scale.MISSING;
    }
    String text = plain(field, map);
    int plain = PlainFigure.decimals(text);
    return plain >= 0
        ? PlainFigure.count(text, plain, decimals)
        : new BigDecimal(text.strip())
            .setScale(decimals, RoundingMode.HALF_EVEN)
            .movePointRight(decimals)
            .longValueExact();
  }

  private static Track track(CsvMap map, int[] decimals, String name) {
    List<Channel> channels = new ArrayList<>();
    for (int i = 0; i < decimals.length; i++) {
      CsvMap.Column c = map.columns().get(i);
      String module = c.module().isEmpty() ? "file" : c.module();
      channels.add(
          new Channel(
              module + "/" + (c.spn() > 0 ? String.valueOf(c.spn()) : "column-" + c.number()),
              c.name(),
              c.spn(),
              module,
              name,
              c.module(),
              Channel.Source.FILE,
              0,
              Scale.plain(Math.pow(10, -decimals[i]), c.unit())));
    }
    return new Track(0, "file", channels);
  }
}
