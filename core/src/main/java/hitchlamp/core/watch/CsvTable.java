package hitchlamp.core.watch;

import hitchlamp.core.quantity.Unit;
import java.io.IOException;
import java.io.Writer;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.IntStream;

/** Tables out: series as lines with separators. */
public final class CsvTable {
  private static final double[] STEPS =
      IntStream.rangeClosed(0, Csv.MOST_DECIMALS).mapToDouble(d -> Math.pow(10, -d)).toArray();

  private CsvTable() {}

  /**
   * Writes series of one or several tracks as one table: a row for each moment at which anything
   * came, empty where a channel told nothing then or no number.
   *
   * @param originMicros time that is written as 0
   */
  public static void write(
      Writer out, List<Series> series, long originMicros, char separator, boolean decimalComma)
      throws IOException {
    StringBuilder line = new StringBuilder("time [s]");
    for (Series s : series) {
      line.append(separator).append(quoted(cell(head(s.channel())), separator));
    }
    out.append(line).append("\r\n");
    // Series of one track share their times: their place moves together.
    Map<Long, List<Integer>> next = new TreeMap<>();
    int[] place = new int[series.size()];
    for (int i = 0; i < series.size(); i++) {
      if (series.get(i).size() > 0) {
        next.computeIfAbsent(series.get(i).micros()[0], t -> new ArrayList<>()).add(i);
      }
    }
    String[] texts = new String[series.size()];
    while (!next.isEmpty()) {
      Map.Entry<Long, List<Integer>> now = ((TreeMap<Long, List<Integer>>) next).pollFirstEntry();
      java.util.Arrays.fill(texts, "");
      for (int i : now.getValue()) {
        Series s = series.get(i);
        texts[i] = text(s.channel().scale(), s.raws()[place[i]]);
        place[i]++;
        if (place[i] < s.size()) {
          next.computeIfAbsent(s.micros()[place[i]], t -> new ArrayList<>()).add(i);
        }
      }
      line.setLength(0);
      line.append(decimal(now.getKey() - originMicros, 6));
      for (String t : texts) {
        line.append(separator).append(t);
      }
      String row = line.toString();
      out.append(decimalComma ? row.replace('.', ',') : row).append("\r\n");
    }
  }

  /**
   * A text for a cell of a table: a spreadsheet runs what begins like a formula, so such a text
   * gets an apostrophe before it (OWASP, "CSV Injection").
   */
  public static String cell(String text) {
    return !text.isEmpty() && "=+-@\t\r".indexOf(text.charAt(0)) >= 0 ? "'" + text : text;
  }

  private static String head(Channel c) {
    String unit = c.scale().unit() == Unit.ONE ? "" : " [" + c.scale().unit().symbol() + "]";
    return (c.side().isEmpty() ? "" : c.side() + " ") + c.name() + unit;
  }

  private static String quoted(String text, char separator) {
    return text.indexOf(separator) >= 0 || text.indexOf('"') >= 0 || text.indexOf('\n') >= 0
        ? '"' + text.replace("\"", "\"\"") + '"'
        : text;
  }

  /** A count as a figure with the decimals that it bears; empty where it is none. */
  static String text(Scale scale, long raw) {
    double value = scale.value(raw);
    if (Double.isNaN(value)) {
      return "";
    }
    int exact = scale.offset() == 0 ? decimalsOf(scale.factor()) : -1;
    if (exact >= 0) {
      // Counts of a power of ten are the figure itself: no floating point comes between.
      return decimal(raw, exact);
    }
    int decimals = scale.decimals();
    // Steps such as 1/128 have more digits than their size suggests.
    double step = Math.abs(scale.factor()) * Math.pow(10, decimals);
    while (decimals < Csv.MOST_DECIMALS && Math.abs(step - Math.rint(step)) > 1e-9) {
      step *= 10;
      decimals++;
    }
    return decimal(Math.round(value * Math.pow(10, decimals)), decimals);
  }

  /** Decimals of a step that is a power of ten, -1 for others. */
  private static int decimalsOf(double step) {
    for (int d = 0; d <= Csv.MOST_DECIMALS; d++) {
      if (step == STEPS[d]) {
        return d;
      }
    }
    return -1;
  }

  /** A whole number with so many decimals, without needless zeros. */
  private static String decimal(long value, int decimals) {
    String digits = Long.toString(Math.abs(value));
    if (decimals > 0) {
      if (digits.length() <= decimals) {
        digits = "0".repeat(decimals - digits.length() + 1) + digits;
      }
      int dot = digits.length() - decimals;
      String tail = digits.substring(dot).replaceAll("0+$", "");
      digits = digits.substring(0, dot) + (tail.isEmpty() ? "" : "." + tail);
    }
    return (value < 0 ? "-" : "") + digits;
  }
}
