package hitchlamp.core.pack;

import hitchlamp.core.j1939.Dtc;
import hitchlamp.core.pack.Component.FaultPattern;
import hitchlamp.core.words.Said;
import hitchlamp.yaml.Entry;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Reads the components of a pack. */
final class ComponentReader {
  private ComponentReader() {}

  static Map<String, Component> components(Optional<Entry> table) {
    Map<String, Component> all = new LinkedHashMap<>();
    table.ifPresent(t -> t.entries().forEach((id, e) -> all.put(id, component(id, e))));
    return all;
  }

  private static Component component(String id, Entry e) {
    e.allow(
        "title",
        "kind",
        "module",
        "signs",
        "explains",
        "feeds",
        "missed-as",
        "reckoned-from",
        "what",
        "normal",
        "causes",
        "effects",
        "next");
    List<FaultPattern> signs = signs(e, "signs");
    List<Integer> feeds = spns(e, "feeds");
    List<Integer> missedAs = spns(e, "missed-as");
    if (signs.isEmpty() && feeds.isEmpty() && missedAs.isEmpty()) {
      throw e.fault(PackWords.say("nothing-would-ever-point-at-it"));
    }
    return new Component(
        id,
        id,
        e.text("title"),
        e.need("kind").oneOf(Component.Kind.class),
        e.text("module", ""),
        signs,
        signs(e, "explains"),
        feeds,
        missedAs,
        spns(e, "reckoned-from"),
        Said.written(e.text("what", "")).text(),
        Said.written(e.text("normal", "")).text(),
        sentences(e, "causes"),
        Said.written(e.text("effects", "")).text(),
        sentences(e, "next"));
  }

  /** Sentences of a list, with their figures as ones that convert. */
  static List<String> sentences(Entry e, String list) {
    return e.itemsOf(list).stream().map(i -> Said.written(i.text()).text()).toList();
  }

  private static List<FaultPattern> signs(Entry e, String list) {
    return e.itemsOf(list).stream().map(ComponentReader::sign).toList();
  }

  /** A sign such as "102/18", or "1569/any". */
  static FaultPattern sign(Entry e) {
    String text = e.text();
    if (!text.matches("\\d{1,6}/(\\d{1,2}|any)")) {
      throw e.fault(PackWords.say("expected-a-fault-such-as-102", text));
    }
    int spn = Integer.parseInt(text.substring(0, text.indexOf('/')));
    String fmi = text.substring(text.indexOf('/') + 1);
    int number = fmi.equals("any") ? FaultPattern.ANY : Integer.parseInt(fmi);
    if (spn > Dtc.GREATEST_SPN || number > 31) {
      throw e.fault(PackWords.say("an-spn-goes-to-and-an", Dtc.GREATEST_SPN, text));
    }
    return new FaultPattern(spn, number);
  }

  private static List<Integer> spns(Entry e, String list) {
    return e.itemsOf(list).stream().map(i -> (int) i.whole(1, Dtc.GREATEST_SPN)).toList();
  }
}
