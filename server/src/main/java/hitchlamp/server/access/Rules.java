package hitchlamp.server.access;

import hitchlamp.server.account.Role.Right;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVRecord;
import org.springframework.http.server.PathContainer;
import org.springframework.stereotype.Component;
import org.springframework.web.util.pattern.PathPattern;
import org.springframework.web.util.pattern.PathPatternParser;

/** All rules by their endpoint, read once from {@code rights.csv}. */
@Component
public class Rules {
  private static final String FILE = "/rights.csv";

  private final Map<String, Rule> byEndpoint = new LinkedHashMap<>();
  private final Map<Rule, PathPattern> patterns = new LinkedHashMap<>();

  Rules() {
    CSVFormat format =
        CSVFormat.RFC4180
            .builder()
            .setHeader()
            .setSkipHeaderRecord(true)
            .setCommentMarker('#')
            .get();
    try (InputStream in = Rules.class.getResourceAsStream(FILE)) {
      for (CSVRecord r : format.parse(new InputStreamReader(in, StandardCharsets.UTF_8))) {
        Rule rule = rule(r);
        if (byEndpoint.put(rule.endpoint(), rule) != null) {
          throw new IllegalStateException(
              FILE + ", line " + r.getRecordNumber() + ": " + rule.endpoint() + " stands twice");
        }
        patterns.put(rule, PathPatternParser.defaultInstance.parse(rule.path()));
      }
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private static Rule rule(CSVRecord r) {
    String right = r.get("right");
    return new Rule(
        r.get("method"),
        r.get("path"),
        right.equals("ANYBODY") ? Optional.empty() : Optional.of(Right.valueOf(right)),
        Rule.Seat.valueOf(r.get("seat")),
        r.get("case").equals("yes"),
        Long.parseLong(r.get("bytes")));
  }

  /** All of them, in the order of the file. */
  public List<Rule> all() {
    return List.copyOf(byEndpoint.values());
  }

  /** The rule of an endpoint. */
  Optional<Rule> of(String method, String path) {
    return Optional.ofNullable(byEndpoint.get(method + " " + path));
  }

  /** The rule that a request will come under, by its address; empty where none fits. */
  Optional<Rule> forRequest(String method, PathContainer address) {
    return patterns.entrySet().stream()
        .filter(e -> e.getKey().method().equals(method) && e.getValue().matches(address))
        .min(Map.Entry.comparingByValue(PathPattern.SPECIFICITY_COMPARATOR))
        .map(Map.Entry::getKey);
  }
}
