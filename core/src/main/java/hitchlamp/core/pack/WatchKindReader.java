package hitchlamp.core.pack;

import hitchlamp.core.j1939.Dtc;
import hitchlamp.yaml.Entry;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** Reads what a pack says about watching, cutting cylinders out, and driving. */
final class WatchKindReader {
  private static final int GREATEST = 0xFFFF;
  private static final int MOST_CYLINDERS = 16;
  private static final int MOST_TOGETHER = 16;
  private static final int GREATEST_GROUP = 0x3FFFF;

  private WatchKindReader() {}

  static WatchKind read(Entry e) {
    e.allow("normal", "words", "sets", "sleepers", "together", "requested");
    Map<Integer, Map<Integer, String>> words = new LinkedHashMap<>();
    e.find("words")
        .ifPresent(w -> w.entries().forEach((spn, m) -> words.put(spn(spn, m), meanings(m))));
    Map<String, WatchSet> sets = new LinkedHashMap<>();
    e.find("sets").ifPresent(s -> s.entries().forEach((id, set) -> sets.put(id, set(id, set))));
    Set<Integer> sleepers = new LinkedHashSet<>();
    e.itemsOf("sleepers").forEach(s -> sleepers.add((int) s.number(1, Dtc.GREATEST_SPN)));
    Set<Integer> requested = new LinkedHashSet<>();
    e.itemsOf("requested").forEach(g -> requested.add((int) g.number(1, GREATEST_GROUP)));
    return new WatchKind(
        e.itemsOf("normal").stream().map(WatchKindReader::normal).toList(),
        words,
        sets,
        sleepers,
        (int) e.whole("together", 0, MOST_TOGETHER, 0),
        requested);
  }

  private static int spn(String key, Entry at) {
    if (!key.matches("\\d{1,6}") || Integer.parseInt(key) > Dtc.GREATEST_SPN) {
      throw at.fault(PackWords.say("expected-an-spn-before-the-colon", key));
    }
    return Integer.parseInt(key);
  }

  private static Map<Integer, String> meanings(Entry e) {
    Map<Integer, String> of = new LinkedHashMap<>();
    e.entries()
        .forEach(
            (count, words) -> {
              if (!count.matches("\\d{1,5}")) {
                throw words.fault(PackWords.say("expected-a-count-before-the-colon", count));
              }
              of.put(Integer.parseInt(count), words.text());
            });
    return of;
  }

  private static NormalRange normal(Entry e) {
    e.allow("of", "when", "from", "to", "source");
    Set<EngineState> when = EnumSet.noneOf(EngineState.class);
    e.need("when").items().forEach(i -> when.add(i.oneOf(EngineState.class)));
    if (when.isEmpty()) {
      throw e.need("when").fault(PackWords.say("name-at-least-one-state-of"));
    }
    double low = e.number("from", -1e9, 1e9);
    double high = e.number("to", -1e9, 1e9);
    if (high <= low) {
      throw e.need("to").fault(PackWords.say("must-be-above-from"));
    }
    return new NormalRange(e.text("of"), when, low, high, e.text("source"));
  }

  private static WatchSet set(String id, Entry e) {
    e.allow("title", "of", "components");
    List<String> of = e.need("of").items().stream().map(Entry::text).toList();
    if (of.isEmpty()) {
      throw e.need("of").fault(PackWords.say("a-set-needs-at-least-one"));
    }
    return new WatchSet(
        id, e.text("title"), of, e.itemsOf("components").stream().map(Entry::text).toList());
  }

  static DriveKind drive(Entry e) {
    e.allow(
        "mass",
        "wheel",
        "final-drive",
        "gears",
        "engine-inertia",
        "wheel-inertia",
        "drag-area",
        "rolling",
        "efficiency",
        "torque",
        "rated",
        "reference",
        "source");
    Entry rated = e.need("rated").allow("rpm", "kw");
    List<DriveKind.Point> reference = new ArrayList<>();
    for (Entry p : e.itemsOf("reference")) {
      p.allow("rpm", "kw");
      double rpm = p.number("rpm", 1, 10_000);
      if (!reference.isEmpty() && rpm <= reference.get(reference.size() - 1).rpm()) {
        throw p.fault(PackWords.say("the-speeds-must-rise"));
      }
      reference.add(new DriveKind.Point(rpm, p.number("kw", 0, 100_000)));
    }
    List<Double> gears = new ArrayList<>();
    e.itemsOf("gears").forEach(g -> gears.add(g.number(0.1, 50)));
    return new DriveKind(
        e.number("mass", 1, 1e8),
        e.number("wheel", 0, 5, 0),
        e.number("final-drive", 0.1, 50, 1),
        gears,
        e.number("engine-inertia", 0, 1e6, 0),
        e.number("wheel-inertia", 0, 1e6, 0),
        e.number("drag-area", 0, 1_000, 0),
        e.number("rolling", 0, 1, 0),
        e.number("efficiency", 0.1, 1, 1),
        e.number("torque", 1, 1e7),
        rated.number("rpm", 1, 10_000),
        rated.number("kw", 1, 100_000),
        reference,
        e.text("source"));
  }
}
