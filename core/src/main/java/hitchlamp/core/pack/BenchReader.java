package hitchlamp.core.pack;

import hitchlamp.core.j1939.Dtc;
import hitchlamp.core.quantity.Unit;
import hitchlamp.core.words.Said;
import hitchlamp.yaml.Entry;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.BiFunction;

/** Reads what a pack says of controls, routines and tests. */
final class BenchReader {
  private static final int GREATEST = 0xFFFF;
  private static final int GREATEST_REASON = 0xFF;
  private static final int MOST_MASK = 32;
  private static final double MOST = 1e9;

  private BenchReader() {}

  static BenchSpec read(Entry root) {
    return new BenchSpec(
        all(root.find("controls"), BenchReader::control),
        all(root.find("routines"), BenchReader::routine),
        all(root.find("tests"), BenchReader::test));
  }

  private static <T> Map<String, T> all(Optional<Entry> table, BiFunction<String, Entry, T> read) {
    Map<String, T> all = new LinkedHashMap<>();
    table.ifPresent(t -> t.entries().forEach((id, e) -> all.put(id, read.apply(name(id, e), e))));
    return all;
  }

  private static String name(String id, Entry e) {
    if (!id.matches("[a-z0-9-]{1,40}")) {
      throw e.fault(PackWords.say("a-name-has-small-letters-digits", 40, id));
    }
    return id;
  }

  private static String sentence(Entry e, String name) {
    return Said.written(e.text(name)).text();
  }

  private static ControlSpec control(String id, Entry e) {
    e.allow(
        "title",
        "module",
        "identifier",
        "mask",
        "bits",
        "scale",
        "offset",
        "unit",
        "from",
        "to",
        "within",
        "longest",
        "read-back",
        "feedback");
    boolean mask = e.find("mask").isPresent();
    if (mask == e.find("bits").isPresent()) {
      throw e.fault(PackWords.say("a-control-has-mask-or-bits"));
    }
    int bits = (int) (mask ? e.whole("mask", 1, MOST_MASK) : e.whole("bits", 1, MOST_MASK));
    double scale = mask ? 1 : e.number("scale", 1e-9, MOST, 1);
    double offset = mask ? 0 : e.number("offset", -MOST, MOST, 0);
    double greatest = (Math.pow(2, bits) - 1) * scale + offset;
    double from = mask ? 0 : e.number("from", offset, greatest);
    double to = mask ? greatest : e.number("to", offset, greatest);
    if (to <= from) {
      throw e.need("to").fault(PackWords.say("must-be-above-from"));
    }
    return new ControlSpec(
        id,
        e.text("title"),
        e.text("module"),
        (int) e.whole("identifier", 0, GREATEST),
        new ControlSpec.Coding(
            mask, bits, scale, offset, mask ? Unit.ONE : PackReader.unit(e.need("unit"))),
        from,
        to,
        e.number("within", 0.1, 120, 3),
        e.number("longest", 1, 7_200, 60),
        e.yes("read-back", false),
        e.find("feedback")
            .map(
                f ->
                    new ControlSpec.Feedback(
                        (int) f.allow("spn", "tolerance").whole("spn", 1, Dtc.GREATEST_SPN),
                        f.number("tolerance", 0, MOST))));
  }

  private static RoutineSpec routine(String id, Entry e) {
    e.allow("title", "module", "identifier", "seconds", "results", "stops", "every", "reasons");
    return new RoutineSpec(
        id,
        e.text("title"),
        e.text("module"),
        (int) e.whole("identifier", 0, GREATEST),
        e.number("seconds", 0.1, 7_200),
        e.yes("results", false),
        e.yes("stops", false),
        e.number("every", 0.2, 60, 0),
        reasons(e.find("reasons")));
  }

  private static TestSpec test(String id, Entry e) {
    e.allow(
        "kind",
        "title",
        "answers",
        "system",
        "module",
        "minutes",
        "engine",
        "risk",
        "hazards",
        "delay",
        "longest",
        "once-a-key-cycle",
        "listed",
        "uses",
        "reads",
        "values",
        "conditions",
        "guards",
        "figures",
        "lists",
        "relations",
        "moves",
        "serves",
        "source");
    List<ConditionSpec> conditions = new ArrayList<>();
    for (Entry c : e.itemsOf("conditions")) {
      ConditionSpec read = condition(c);
      if (conditions.stream().anyMatch(o -> o.id().equals(read.id()))) {
        throw c.fault(PackWords.say("this-condition-stands-twice", read.id()));
      }
      conditions.add(read);
    }
    return new TestSpec(
        id,
        e.text("kind"),
        e.text("title"),
        sentence(e, "answers"),
        e.text("system"),
        e.text("module"),
        e.number("minutes", 0.1, 600),
        e.text("engine"),
        (int) e.whole("risk", 0, 2),
        ComponentReader.sentences(e, "hazards"),
        e.number("delay", 0, 60, 0),
        e.number("longest", 1, 7_200),
        e.yes("once-a-key-cycle", false),
        e.yes("listed", true),
        texts(e.find("uses")),
        numbers(e.find("reads")),
        e.itemsOf("values").stream().map(BenchReader::spn).toList(),
        List.copyOf(conditions),
        e.itemsOf("guards").stream().map(BenchReader::guard).toList(),
        figures(e.find("figures")),
        lists(e.find("lists")),
        RelationReader.all(e.itemsOf("relations")),
        MoveReader.all(e.itemsOf("moves"), numbers(e.find("reads")).keySet()),
        e.itemsOf("serves").stream().map(Entry::text).toList(),
        e.text("source"),
        Place.of(e));
  }

  private static int spn(Entry e) {
    return (int) e.whole(1, Dtc.GREATEST_SPN);
  }

  private static ConditionSpec condition(Entry e) {
    e.allow("id", "of", "anywhere", "above", "below", "steady", "seconds", "vouch", "says", "how");
    if (List.of("above", "below", "steady").stream().allMatch(n -> e.find(n).isEmpty())) {
      throw e.fault(PackWords.say("a-condition-needs-above-below-or"));
    }
    return new ConditionSpec(
        name(e.text("id"), e),
        (int) e.whole("of", 1, Dtc.GREATEST_SPN),
        e.yes("anywhere", false),
        e.number("above", -MOST, MOST, Double.NEGATIVE_INFINITY),
        e.number("below", -MOST, MOST, Double.POSITIVE_INFINITY),
        e.number("steady", 0, MOST, Double.POSITIVE_INFINITY),
        e.number("seconds", 0.2, 60, 2),
        e.yes("vouch", false),
        sentence(e, "says"),
        sentence(e, "how"));
  }

  private static GuardSpec guard(Entry e) {
    e.allow("of", "anywhere", "above", "below", "silent", "says");
    if (List.of("above", "below", "silent").stream().allMatch(n -> e.find(n).isEmpty())) {
      throw e.fault(PackWords.say("a-guard-needs-above-below-or"));
    }
    return new GuardSpec(
        (int) e.whole("of", 1, Dtc.GREATEST_SPN),
        e.yes("anywhere", false),
        e.number("above", -MOST, MOST, Double.POSITIVE_INFINITY),
        e.number("below", -MOST, MOST, Double.NEGATIVE_INFINITY),
        e.number("silent", 0.2, 60, Double.POSITIVE_INFINITY),
        sentence(e, "says"));
  }

  private static Map<String, String> texts(Optional<Entry> table) {
    Map<String, String> all = new LinkedHashMap<>();
    table.ifPresent(t -> t.entries().forEach((name, e) -> all.put(name, e.text())));
    return all;
  }

  private static Map<Integer, String> reasons(Optional<Entry> table) {
    Map<Integer, String> all = new LinkedHashMap<>();
    table.ifPresent(
        t ->
            t.entries()
                .forEach(
                    (code, e) -> {
                      if (!code.matches("[0-9]{1,3}") || Integer.parseInt(code) > GREATEST_REASON) {
                        throw e.fault(PackWords.say("a-reason-has-a-code", GREATEST_REASON, code));
                      }
                      all.put(Integer.parseInt(code), e.text());
                    }));
    return all;
  }

  private static Map<String, Integer> numbers(Optional<Entry> table) {
    Map<String, Integer> all = new LinkedHashMap<>();
    table.ifPresent(
        t -> t.entries().forEach((name, e) -> all.put(name, (int) e.whole(0, GREATEST))));
    return all;
  }

  private static Map<String, Double> figures(Optional<Entry> table) {
    Map<String, Double> all = new LinkedHashMap<>();
    table.ifPresent(t -> t.entries().forEach((name, e) -> all.put(name, e.number(-MOST, MOST))));
    return all;
  }

  private static Map<String, List<Integer>> lists(Optional<Entry> table) {
    Map<String, List<Integer>> all = new LinkedHashMap<>();
    table.ifPresent(
        t ->
            t.entries()
                .forEach(
                    (name, e) ->
                        all.put(
                            name,
                            e.items().stream().map(i -> (int) i.whole(0, GREATEST)).toList())));
    return all;
  }
}
