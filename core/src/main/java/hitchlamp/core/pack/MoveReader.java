package hitchlamp.core.pack;

import hitchlamp.yaml.Entry;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;

/** Reads what a test moves and what a sound unit shows of it. */
final class MoveReader {
  private static final int MOST = 12;
  private static final int MOST_RESPONSES = 6;
  private static final double MOST_VALUE = 1e6;

  private MoveReader() {}

  /**
   * @param reads names under which the test reads identifiers
   */
  static List<MoveSpec> all(List<Entry> items, Set<String> reads) {
    if (items.size() > MOST) {
      throw items.get(MOST).fault(PackWords.say("too-many-moves", MOST));
    }
    List<MoveSpec> all = new ArrayList<>();
    for (Entry e : items) {
      MoveSpec move = move(e, reads);
      if (all.stream().anyMatch(m -> m.id().equals(move.id()))) {
        throw e.fault(PackWords.say("this-move-stands-twice", move.id()));
      }
      all.add(move);
    }
    return List.copyOf(all);
  }

  private static MoveSpec move(Entry e, Set<String> reads) {
    e.allow(
        "id",
        "title",
        "part",
        "control",
        "feedback",
        "commanded",
        "base",
        "to",
        "seconds",
        "air",
        "does",
        "expected");
    for (String read : List.of(e.text("feedback", ""), e.text("commanded", ""))) {
      if (!read.isEmpty() && !reads.contains(read)) {
        throw e.fault(PackWords.say("is-not-among-the-reads", read));
      }
    }
    List<Entry> expected = e.itemsOf("expected");
    if (expected.size() > MOST_RESPONSES) {
      throw expected.get(MOST_RESPONSES).fault(PackWords.say("too-many-moves", MOST_RESPONSES));
    }
    return new MoveSpec(
        e.text("id"),
        e.text("title"),
        e.text("part", ""),
        e.text("control", ""),
        e.text("feedback", ""),
        e.text("commanded", ""),
        e.number("base", -MOST_VALUE, MOST_VALUE, 0),
        e.number("to", -MOST_VALUE, MOST_VALUE, 0),
        e.number("seconds", 0.05, 60, 0.4),
        e.yes("air", false),
        e.text("does", ""),
        expected.stream().map(MoveReader::response).toList());
  }

  private static MoveSpec.Response response(Entry e) {
    e.allow("of", "change", "seconds", "air", "heat", "speed", "fuel");
    return new MoveSpec.Response(
        e.text("of"),
        e.number("change", -MOST_VALUE, MOST_VALUE),
        e.number("seconds", 0.05, 120, 1.5),
        e.number("air", -5, 5, 0),
        e.number("heat", -5, 5, 0),
        e.number("speed", -5, 5, 0),
        e.number("fuel", -5, 5, 0));
  }
}
