package hitchlamp.core.pack;

import hitchlamp.core.j1939.Dtc;
import hitchlamp.core.pack.Guide.Ask;
import hitchlamp.core.pack.Guide.Check;
import hitchlamp.core.words.Said;
import hitchlamp.yaml.Entry;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.EnumSet;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * Reads the guides of a pack and refuses those that could strand somebody: an outcome that leads
 * nowhere, a check that nobody reaches, a loop without a way out.
 */
final class GuideReader {
  private static final List<String> ASKS =
      List.of("fault", "value", "meter", "ask", "do", "test", "conclude");

  /** Longest name of a guide, a check or an answer, and longest sentence, characters: kept so. */
  private static final int LONGEST_NAME = 60;

  private static final int LONGEST_TEXT = 500;

  private GuideReader() {}

  private static String name(String id, Entry e) {
    if (!id.matches("[a-z0-9-]{1," + LONGEST_NAME + "}")) {
      throw e.fault(PackWords.say("a-name-has-small-letters-digits", LONGEST_NAME, id));
    }
    return id;
  }

  private static String sentence(Entry e) {
    if (e.text().length() > LONGEST_TEXT) {
      throw e.fault(PackWords.say("a-sentence-has-at-most-characters", LONGEST_TEXT));
    }
    return Said.written(e.text()).text();
  }

  static Map<String, Guide> guides(Optional<Entry> table) {
    Map<String, Guide> all = new LinkedHashMap<>();
    table.ifPresent(t -> t.entries().forEach((id, e) -> all.put(name(id, e), guide(id, e))));
    return all;
  }

  private static Guide guide(String id, Entry e) {
    e.allow("title", "for", "symptom", "begin", "checks");
    Map<String, Check> checks = new LinkedHashMap<>();
    Map<String, Entry> at = new LinkedHashMap<>();
    e.need("checks")
        .entries()
        .forEach(
            (name, c) -> {
              checks.put(name(name, c), check(name, c));
              at.put(name, c);
            });
    List<String> parts = e.itemsOf("for").stream().map(Entry::text).toList();
    String symptom = e.text("symptom", "");
    if (parts.isEmpty() && symptom.isEmpty()) {
      throw e.fault(PackWords.say("nobody-would-ever-be-led-here"));
    }
    String begin = e.text("begin");
    if (!checks.containsKey(begin)) {
      throw e.need("begin").fault(PackWords.say("there-is-no-check", begin));
    }
    checks.values().forEach(c -> targets(c, checks, at.get(c.id())));
    reached(begin, checks, at);
    endsSomewhere(checks, at);
    return new Guide(id, e.text("title"), parts, symptom, begin, checks, Place.of(e));
  }

  private static void targets(Check c, Map<String, Check> checks, Entry at) {
    for (String outcome : c.asks().outcomes().keySet()) {
      String next = c.then().get(outcome);
      if (next == null) {
        throw at.fault(PackWords.say("dead-end-nothing-follows-when-the", outcome));
      }
      if (!checks.containsKey(next)) {
        throw at.fault(PackWords.say("leads-to-and-there-is-no", outcome, next));
      }
    }
    for (String outcome : c.then().keySet()) {
      if (!c.asks().outcomes().containsKey(outcome)) {
        throw at.fault(
            PackWords.say("is-no-outcome-of-it-there", outcome, c.asks().outcomes().keySet()));
      }
    }
  }

  private static void reached(String begin, Map<String, Check> checks, Map<String, Entry> at) {
    Set<String> seen = new HashSet<>(Set.of(begin));
    Deque<String> open = new ArrayDeque<>(List.of(begin));
    while (!open.isEmpty()) {
      for (String next : checks.get(open.pop()).then().values()) {
        if (seen.add(next)) {
          open.push(next);
        }
      }
    }
    for (String id : checks.keySet()) {
      if (!seen.contains(id)) {
        throw at.get(id).fault(PackWords.say("no-way-leads-to-this-check"));
      }
    }
  }

  /** From every check some way must come to a conclusion. */
  private static void endsSomewhere(Map<String, Check> checks, Map<String, Entry> at) {
    Set<String> ends = new HashSet<>();
    checks.values().stream()
        .filter(c -> c.asks() instanceof Guide.Conclusion)
        .forEach(c -> ends.add(c.id()));
    boolean more = true;
    while (more) {
      more = false;
      for (Check c : checks.values()) {
        if (!ends.contains(c.id()) && c.then().values().stream().anyMatch(ends::contains)) {
          ends.add(c.id());
          more = true;
        }
      }
    }
    for (String id : checks.keySet()) {
      if (!ends.contains(id)) {
        throw at.get(id).fault(PackWords.say("a-loop-without-a-way-out"));
      }
    }
  }

  private static Check check(String id, Entry e) {
    e.allow("says", "why", "fault", "value", "meter", "ask", "do", "test", "conclude", "then");
    List<String> found = ASKS.stream().filter(a -> e.find(a).isPresent()).toList();
    if (found.size() != 1) {
      throw e.fault(PackWords.say("a-check-has-one-of-this", ASKS, found));
    }
    String kind = found.get(0);
    Entry body = e.need(kind);
    Ask asks =
        switch (kind) {
          case "fault" -> fault(body);
          case "value" -> value(body);
          case "meter" -> meter(body);
          case "ask" -> question(body);
          case "do" -> new Guide.Action();
          case "test" -> test(body);
          default -> conclusion(body);
        };
    Map<String, String> then = new LinkedHashMap<>();
    e.find("then").ifPresent(t -> then(t, then));
    String says = sentence(kind.equals("do") ? body : e.need("says"));
    return new Check(id, says, Said.written(e.text("why", "")).text(), asks, then, Place.of(e));
  }

  /** "out" stands for below and above; a single name for the one outcome of something to do. */
  private static void then(Entry e, Map<String, String> then) {
    if (e.isText()) {
      then.put(Guide.DONE, e.text());
      return;
    }
    e.entries()
        .forEach(
            (outcome, next) -> {
              if (outcome.equals("out")) {
                then.put(Guide.BELOW, next.text());
                then.put(Guide.ABOVE, next.text());
              } else {
                then.put(outcome, next.text());
              }
            });
  }

  private static Ask fault(Entry e) {
    e.allow("signs", "wait-for", "seconds");
    String waitFor = e.text("wait-for", Guide.THERE);
    if (!waitFor.equals(Guide.THERE) && !waitFor.equals(Guide.GONE)) {
      throw e.need("wait-for").fault(PackWords.say("expected-there-or-gone-not", waitFor));
    }
    return new Guide.FaultNow(
        e.itemsOf("signs").stream().map(GuideReader::sign).toList(),
        waitFor.equals(Guide.GONE),
        e.number("seconds", 3, 600, 5));
  }

  /** A fault such as 102/18, or "part/4": FMI 4 of whatever the part has. */
  private static Component.FaultPattern sign(Entry e) {
    String own = TracePoint.PART + "/";
    if (!e.text().startsWith(own)) {
      return ComponentReader.sign(e);
    }
    String fmi = e.text().substring(own.length());
    if (!fmi.matches("[0-9]|[12][0-9]|3[01]")) {
      throw e.fault(PackWords.say("an-fmi-goes-to-31-not", fmi));
    }
    return new Component.FaultPattern(Guide.FaultNow.OWN, Integer.parseInt(fmi));
  }

  private static Ask value(Entry e) {
    e.allow("of", "from", "to", "when", "seconds", "source");
    Set<EngineState> when = EnumSet.noneOf(EngineState.class);
    e.need("when").items().forEach(i -> when.add(i.oneOf(EngineState.class)));
    if (when.isEmpty()) {
      throw e.need("when").fault(PackWords.say("name-at-least-one-state-of"));
    }
    return new Guide.ValueNow(
        (int) e.whole("of", 1, Dtc.GREATEST_SPN),
        e.number("from", -1e9, 1e9, Double.NEGATIVE_INFINITY),
        to(e, 1e9),
        when,
        e.number("seconds", 1, 120, 5),
        e.text("source"));
  }

  private static double to(Entry e, double most) {
    double from = e.number("from", -1e9, most, Double.NEGATIVE_INFINITY);
    double to = e.number("to", -1e9, most, Double.POSITIVE_INFINITY);
    if (to <= from) {
      throw e.need("to").fault(PackWords.say("must-be-above-from"));
    }
    if (Double.isInfinite(from) && Double.isInfinite(to)) {
      throw e.fault(PackWords.say("needs-from-or-to"));
    }
    return to;
  }

  private static Ask meter(Entry e) {
    e.allow("quantity", "red", "black", "from", "to", "power", "source");
    return new Guide.Meter(
        e.need("quantity").oneOf(Guide.Quantity.class),
        e.text("red"),
        e.text("black"),
        e.number("from", -1e9, 1e9, Double.NEGATIVE_INFINITY),
        to(e, 1e9),
        e.need("power").oneOf(Guide.Power.class),
        e.text("source"));
  }

  private static Ask question(Entry e) {
    Map<String, String> answers = new LinkedHashMap<>();
    e.entries().forEach((id, text) -> answers.put(name(id, text), sentence(text)));
    if (answers.size() < 2) {
      throw e.fault(PackWords.say("a-question-needs-two-answers-at"));
    }
    return new Guide.Question(answers);
  }

  private static Ask test(Entry e) {
    return e.isText()
        ? new Guide.Test(e.text(), "")
        : new Guide.Test(e.allow("kind", "part").text("kind"), e.text("part", ""));
  }

  private static Ask conclusion(Entry e) {
    e.allow("finding", "part", "next");
    Guide.Finding finding = e.need("finding").oneOf(Guide.Finding.class);
    List<String> next = ComponentReader.sentences(e, "next");
    if (next.isEmpty()) {
      throw e.fault(PackWords.say("a-conclusion-names-what-to-do"));
    }
    if (finding == Guide.Finding.FOUND && e.find("part").isEmpty()) {
      throw e.fault(PackWords.say("what-was-found-name-the-part"));
    }
    return new Guide.Conclusion(finding, e.text("part", ""), next);
  }
}
