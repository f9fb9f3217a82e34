package hitchlamp.core.pack;

import hitchlamp.core.j1939.Dtc;
import hitchlamp.core.words.Said;
import hitchlamp.yaml.Entry;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** Reads what a pack expects sensors to agree about. */
final class RelationReader {
  private static final double MOST = 1e9;
  private static final int MOST_RELATIONS = 60;
  private static final int MOST_SENSORS = 40;

  private RelationReader() {}

  static List<Relation> all(List<Entry> entries) {
    List<Relation> all = new ArrayList<>();
    for (Entry e : entries) {
      Relation r = relation(e);
      if (all.stream().anyMatch(o -> o.id().equals(r.id()))) {
        throw e.fault(PackWords.say("this-relation-stands-twice", r.id()));
      }
      all.add(r);
      if (all.size() > MOST_RELATIONS) {
        throw e.fault(PackWords.say("too-many-relations", MOST_RELATIONS));
      }
    }
    return List.copyOf(all);
  }

  private static Relation relation(Entry e) {
    e.allow(
        "id", "title", "alike", "slow", "air", "of", "minus", "from", "to", "stood", "reason",
        "source");
    boolean alike = e.find("alike").isPresent();
    if (alike == e.find("of").isPresent()) {
      throw e.fault(PackWords.say("a-relation-has-alike-or-of"));
    }
    return alike ? alike(e) : within(e);
  }

  private static Relation.Alike alike(Entry e) {
    Map<Integer, Double> of = new LinkedHashMap<>();
    e.need("alike")
        .entries()
        .forEach((spn, tolerance) -> of.put(spn(spn, tolerance), tolerance.number(1e-6, MOST)));
    if (of.size() < 2 || of.size() > MOST_SENSORS) {
      throw e.need("alike").fault(PackWords.say("so-many-sensors-can-be-alike", 2, MOST_SENSORS));
    }
    Set<Integer> slow = new LinkedHashSet<>();
    for (Entry s : e.itemsOf("slow")) {
      int spn = (int) s.whole(1, Dtc.GREATEST_SPN);
      if (!of.containsKey(spn)) {
        throw s.fault(PackWords.say("is-not-among-those-alike", spn));
      }
      slow.add(spn);
    }
    int air = (int) e.whole("air", 0, Dtc.GREATEST_SPN, 0);
    if (air > 0 && !of.containsKey(air)) {
      throw e.need("air").fault(PackWords.say("is-not-among-those-alike", air));
    }
    return new Relation.Alike(
        e.text("id"), e.text("title"), of, slow, air, reason(e), e.text("source"));
  }

  private static int spn(String key, Entry at) {
    if (!key.matches("\\d{1,6}") || Integer.parseInt(key) > Dtc.GREATEST_SPN) {
      throw at.fault(PackWords.say("expected-an-spn-before-the-colon", key));
    }
    return Integer.parseInt(key);
  }

  private static Relation.Within within(Entry e) {
    if (e.find("from").isEmpty() && e.find("to").isEmpty()) {
      throw e.fault(PackWords.say("a-relation-needs-from-or-to"));
    }
    double low = e.number("from", -MOST, MOST, Double.NEGATIVE_INFINITY);
    double high = e.number("to", -MOST, MOST, Double.POSITIVE_INFINITY);
    if (high <= low) {
      throw e.need("to").fault(PackWords.say("must-be-above-from"));
    }
    return new Relation.Within(
        e.text("id"),
        e.text("title"),
        (int) e.whole("of", 1, Dtc.GREATEST_SPN),
        (int) e.whole("minus", 0, Dtc.GREATEST_SPN, 0),
        low,
        high,
        e.yes("stood", false),
        reason(e),
        e.text("source"));
  }

  private static String reason(Entry e) {
    return Said.written(e.text("reason")).text();
  }
}
