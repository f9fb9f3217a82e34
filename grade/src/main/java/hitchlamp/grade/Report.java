package hitchlamp.grade;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import tools.jackson.databind.json.JsonMapper;

/** What a measurement found, as a page and as JSON. */
final class Report {
  private final String name;
  private final String title;
  private final List<String> page = new ArrayList<>();
  private final Map<String, Object> json = new LinkedHashMap<>();

  Report(String name, String title) {
    this.name = name;
    this.title = title;
  }

  Report say(String text) {
    page.add(text);
    page.add("");
    return this;
  }

  Report head(String... cells) {
    page.add("| " + String.join(" | ", cells) + " |");
    page.add("|" + " --- |".repeat(cells.length));
    return this;
  }

  Report row(Object... cells) {
    StringBuilder line = new StringBuilder("|");
    for (Object cell : cells) {
      line.append(' ')
          .append(
              cell instanceof Double d
                  ? String.format(Locale.ROOT, Math.abs(d) >= 100 ? "%,.0f" : "%.2f", d)
                  : String.valueOf(cell))
          .append(" |");
    }
    page.add(line.toString());
    return this;
  }

  Report end() {
    page.add("");
    return this;
  }

  Report keep(String key, Object value) {
    json.put(key, value);
    return this;
  }

  /** Writes {@code docs/measured/NAME.md}, and prints the JSON where it is wanted. */
  void finish(boolean printJson) throws IOException {
    String commit = System.getenv("HITCHLAMP_COMMIT");
    Path folder = Files.createDirectories(Path.of("docs/measured"));
    List<String> lines = new ArrayList<>(List.of("# " + title, ""));
    lines.addAll(page);
    lines.add(
        "Measured with `./hitch-lamp measure "
            + name
            + "` on "
            + Runtime.getRuntime().availableProcessors()
            + " processor cores, Java "
            + System.getProperty("java.version")
            + (commit == null ? "" : ", commit " + commit)
            + ". Other machines give other figures; compare ratios.");
    if (!printJson) {
      // Who asks for figures alone leaves the page of a whole run as it is.
      Files.write(folder.resolve(name + ".md"), lines);
    }
    System.out.println(
        printJson
            ? JsonMapper.builder().build().writeValueAsString(json)
            : String.join("\n", lines));
  }

  static double percentile(double[] values, double share) {
    double[] sorted = values.clone();
    Arrays.sort(sorted);
    return sorted[
        (int)
            Math.min(
                sorted.length - 1,
                Math.ceil(share * sorted.length) - 1 < 0
                    ? 0
                    : Math.ceil(share * sorted.length) - 1)];
  }

  static double median(double[] values) {
    return percentile(values, 0.5);
  }
}
