package hitchlamp.core.station;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.regex.MatchResult;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Operator events as sentences, the way in which hook-ups were stored before the bench. */
final class OldOperatorLines {
  /** Acts of a cutout as they were written then. */
  private static final Map<String, String> ACTS =
      Map.of("all on", "all-on", "allow most", "allow-most", "stands", "vouch parked");

  private static final Map<Pattern, Function<MatchResult, OperatorEvent>> LINES =
      new LinkedHashMap<>();

  static {
    line(
        "hooked up as ([0-9A-F]{16}) at (\\d{1,9})",
        m -> OperatorEvent.of(OperatorEvent.LINK, OperatorEvent.BEGIN, m.group(1), m.group(2)));
    line(
        "called the (full|quick) roll of (\\S+) by (.*)",
        m -> OperatorEvent.calledRoll(m.group(2), m.group(1).equals("full"), m.group(3)));
    line(
        "read the faults of (\\S+)",
        m -> OperatorEvent.of(OperatorEvent.FAULTS, OperatorEvent.BEGIN, m.group(1)));
    line(
        "read the story of (\\S+)",
        m -> OperatorEvent.of(OperatorEvent.STORY, OperatorEvent.BEGIN, m.group(1)));
    line(
        "checked the lamps of (\\S+)",
        m -> OperatorEvent.of(OperatorEvent.LAMPS, OperatorEvent.BEGIN, m.group(1)));
    line(
        "said of the lamps: (.{1,80})",
        m -> OperatorEvent.of(OperatorEvent.LAMPS, OperatorEvent.ANSWER, m.group(1)));
    line(
        "polls by (\\S+)",
        m -> OperatorEvent.of(OperatorEvent.POLL, OperatorEvent.BEGIN, m.group(1)));
    line(
        "listened to (\\d{1,3}) (\\w{2,9}) for ((?:\\d{1,6}/(?:\\d{1,2}|any) ?){1,40}) to (go|come) (\\d{1,4}\\.\\d{1,3})",
        m ->
            OperatorEvent.listened(
                Integer.parseInt(m.group(1)),
                m.group(2),
                List.of(m.group(3).split(" ")),
                m.group(4).equals("go"),
                Double.parseDouble(m.group(5))));
    line(
        "prepared a cutout of (\\d{1,3}) by (\\S+)",
        m -> OperatorEvent.prepared(m.group(2), "cutout", Integer.parseInt(m.group(1)), false));
    line("said to the test: (.{1,80})", m -> act(ACTS.getOrDefault(m.group(1), m.group(1))));
    line(
        "left held at (\\d{1,3}): ((?:[0-9a-f]{2}){1,7})( session)?",
        m ->
            OperatorEvent.of(
                OperatorEvent.HOLDS,
                OperatorEvent.LEFT,
                m.group(1),
                m.group(2),
                m.group(3) != null));
    line("stopped polling", m -> OperatorEvent.of(OperatorEvent.POLL, OperatorEvent.STOP));
    line("stopped the lamp check", m -> OperatorEvent.of(OperatorEvent.LAMPS, OperatorEvent.STOP));
    line("stopped the roll call", m -> OperatorEvent.of(OperatorEvent.ROLL, OperatorEvent.STOP));
    line("released", m -> OperatorEvent.of(OperatorEvent.HOLDS, OperatorEvent.RELEASE));
    line("lost the link", m -> OperatorEvent.of(OperatorEvent.LINK, OperatorEvent.LOST));
    line("unhooked", m -> OperatorEvent.of(OperatorEvent.LINK, OperatorEvent.END));
  }

  private OldOperatorLines() {}

  private static void line(String pattern, Function<MatchResult, OperatorEvent> event) {
    LINES.put(Pattern.compile(pattern), event);
  }

  private static OperatorEvent act(String line) {
    List<String> words = List.of(line.split(" "));
    return new OperatorEvent(OperatorEvent.TRIAL, words.get(0), words.subList(1, words.size()));
  }

  static Optional<OperatorEvent> read(String line) {
    for (Map.Entry<Pattern, Function<MatchResult, OperatorEvent>> e : LINES.entrySet()) {
      Matcher m = e.getKey().matcher(line);
      if (m.matches()) {
        return Optional.of(e.getValue().apply(m.toMatchResult()));
      }
    }
    return Optional.empty();
  }
}
