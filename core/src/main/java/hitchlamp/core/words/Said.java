package hitchlamp.core.words;

import hitchlamp.core.quantity.Unit;
import hitchlamp.core.quantity.UnitSystem;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/**
 * A sentence whose figures convert when it is read. Each stands between the two characters that
 * Unicode keeps for annotated text, as value and stored unit: so the sentence is kept, sent and
 * searched as text, and who reads it without these marks reads metric units.
 *
 * @param text with each figure as {@code U+FFF9 value unit U+FFFB}
 */
public record Said(String text) {
  private static final char OPENS = '\uFFF9';
  private static final char CLOSES = '\uFFFB';
  private static final Pattern FIGURE =
      Pattern.compile(
          OPENS
              + "(-?\\d{1,15})(?:\\.(\\d{1,6}))?(?: ([^"
              + OPENS
              + "-"
              + CLOSES
              + "]{1,12}))?"
              + CLOSES);
  private static final String NUMBER =
      "\\d{1,3}(?:,\\d{3})+(?:\\.\\d{1,6})?|\\d{1,9}(?:\\.\\d{1,6})?";
  private static final Pattern WRITTEN =
      Pattern.compile(
          "(?<![\\w.,/\u2212-])(-?(?:NUMBER))(?:( (?:to|and|or) )(-?(?:NUMBER)))?"
                  .replace("NUMBER", NUMBER)
              + " ("
              + Arrays.stream(Unit.values())
                  .filter(u -> UnitSystem.US.shown(u) != UnitSystem.METRIC.shown(u))
                  .map(Unit::symbol)
                  .sorted(Comparator.comparing(String::length).reversed())
                  .map(Pattern::quote)
                  .collect(Collectors.joining("|"))
              + ")(?![\\w/·²])");
  private static final Pattern MARK = Pattern.compile("[" + OPENS + "-" + CLOSES + "]");

  /** Text that holds no figures; marks that stray into it are taken out. */
  public static Said plain(String text) {
    return new Said(MARK.matcher(text).replaceAll(""));
  }

  /**
   * A sentence as somebody wrote it, in a pack for instance: what stands in it as a figure with a
   * unit that has another in the other system becomes a figure, in "84 to 95 °C" both.
   */
  public static Said written(String text) {
    return new Said(
        WRITTEN
            .matcher(plain(text).text())
            .replaceAll(
                r -> {
                  String unit = " " + r.group(4);
                  String second =
                      r.group(2) == null
                          ? ""
                          : r.group(2) + OPENS + bare(r.group(3)) + unit + CLOSES;
                  return Matcher.quoteReplacement(
                      OPENS + bare(r.group(1)) + unit + CLOSES + second);
                }));
  }

  private static String bare(String number) {
    return number.replace(",", "");
  }

  /** Sentences one after another. */
  public static Said joined(String between, List<Said> sentences) {
    return new Said(sentences.stream().map(Said::text).collect(Collectors.joining(between)));
  }

  /** A figure as it stands in a text. */
  static String marked(Figure f) {
    if (!f.known()) {
      return f.in(UnitSystem.METRIC);
    }
    return OPENS
        + String.format(Locale.ROOT, "%." + f.decimals() + "f", f.value())
        + (f.unit() == Unit.ONE ? "" : " " + f.unit().symbol())
        + CLOSES;
  }

  /** The figures in the order in which they stand, as precise as they are written. */
  public List<Figure> figures() {
    return FIGURE
        .matcher(text)
        .results()
        .flatMap(r -> figure(r.group(1), r.group(2), r.group(3)).stream())
        .toList();
  }

  /** The sentence as somebody with these units reads it. */
  public String in(UnitSystem system) {
    Matcher m = FIGURE.matcher(text);
    String read =
        m.replaceAll(
            r ->
                Matcher.quoteReplacement(
                    figure(r.group(1), r.group(2), r.group(3))
                        .map(f -> f.in(system))
                        .orElse(r.group())));
    return MARK.matcher(read).replaceAll("");
  }

  /** The sentence in metric units. */
  @Override
  public String toString() {
    return in(UnitSystem.METRIC);
  }

  private static Optional<Figure> figure(String whole, String decimals, String symbol) {
    return Optional.ofNullable(symbol)
        .map(Unit::ofSymbol)
        .orElse(Optional.of(Unit.ONE))
        .map(
            unit ->
                new Figure(
                    Double.parseDouble(decimals == null ? whole : whole + "." + decimals),
                    unit,
                    decimals == null ? 0 : decimals.length()));
  }
}
