package hitchlamp.core.pack;

import hitchlamp.core.j1939.Dtc;
import hitchlamp.core.words.Said;
import hitchlamp.yaml.Entry;
import java.util.ArrayList;
import java.util.List;

/** Reads how a unit makes somebody have its exhaust treatment mended. */
final class InducementReader {
  private static final int GREATEST_SEVERITY = 6;
  private static final int GREATEST_IDENTIFIER = 0xFFFF;
  private static final double MOST_HOURS = 10_000;

  private InducementReader() {}

  static InducementKind read(Entry e) {
    e.allow("module", "severity", "level", "counters", "stages");
    List<InducementKind.Counter> counters = new ArrayList<>();
    for (Entry c : e.itemsOf("counters")) {
      c.allow("identifier", "title", "finds", "clears");
      counters.add(
          new InducementKind.Counter(
              (int) c.whole("identifier", 1, GREATEST_IDENTIFIER),
              c.text("title"),
              c.text("finds", ""),
              c.text("clears", "")));
    }
    List<InducementKind.Stage> stages = new ArrayList<>();
    InducementKind.Stage before = new InducementKind.Stage(0, "", 0, 100, false);
    for (Entry s : e.need("stages").items()) {
      s.allow("severity", "says", "hours", "below", "stays");
      InducementKind.Stage stage =
          new InducementKind.Stage(
              (int) s.whole("severity", 1, GREATEST_SEVERITY),
              Said.written(s.text("says")).text(),
              s.number("hours", 0, MOST_HOURS),
              s.number("below", 0, 100),
              s.yes("stays", false));
      boolean graver =
          stage.severity() > before.severity()
              && stage.afterHours() >= before.afterHours()
              && stage.belowPercent() <= before.belowPercent();
      if (!graver) {
        throw s.fault(PackWords.say("each-stage-must-be-graver"));
      }
      stages.add(stage);
      before = stage;
    }
    return new InducementKind(
        e.text("module"),
        (int) e.whole("severity", 1, Dtc.GREATEST_SPN, InducementKind.STANDARD_SEVERITY),
        (int) e.whole("level", 1, Dtc.GREATEST_SPN, InducementKind.STANDARD_LEVEL),
        List.copyOf(counters),
        List.copyOf(stages));
  }

  /**
   * Whether what it names is there.
   *
   * @throws hitchlamp.yaml.YamlFault at the first thing that is not
   */
  static void check(Pack pack) {
    for (InducementKind.Counter c : pack.inducement().counters()) {
      if (!pack.services().identifiers().containsKey(c.identifier())) {
        throw BenchCheck.of(
            pack,
            "inducement.counters",
            PackWords.say("there-is-no-identifier", String.format("0x%04X", c.identifier())));
      }
      BenchCheck.test(pack, "inducement.counters", c.finds());
      BenchCheck.test(pack, "inducement.counters", c.clears());
    }
  }
}
