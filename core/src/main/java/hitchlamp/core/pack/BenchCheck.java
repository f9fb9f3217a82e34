package hitchlamp.core.pack;

import hitchlamp.yaml.YamlFault;
import java.util.Map;

/** Whether what the tests of layered packs use is there: controls, routines, values, components. */
final class BenchCheck {
  private BenchCheck() {}

  /**
   * Looks at all tests.
   *
   * @throws hitchlamp.yaml.YamlFault at the first thing that is not there
   */
  static void check(Pack pack) {
    BenchSpec bench = pack.bench();
    test(pack, "story.reset-trip", pack.story().resetTrip());
    for (TestSpec t : bench.tests().values()) {
      for (Map.Entry<String, String> use : t.uses().entrySet()) {
        if (!bench.controls().containsKey(use.getValue())
            && !bench.routines().containsKey(use.getValue())) {
          throw t.place().fault(PackWords.say("there-is-no-control-or-routine", use.getValue()));
        }
      }
      for (Map.Entry<String, Integer> read : t.reads().entrySet()) {
        if (!pack.services().identifiers().containsKey(read.getValue())
            && !pack.services().blocks().containsKey(read.getValue())) {
          throw t.place()
              .fault(
                  PackWords.say(
                      "there-is-no-identifier", String.format("0x%04X", read.getValue())));
        }
      }
      for (int spn : t.values()) {
        value(pack, t, spn);
      }
      t.conditions().forEach(c -> value(pack, t, c.of()));
      t.guards().forEach(g -> value(pack, t, g.of()));
      for (String part : t.serves()) {
        if (pack.components().values().stream().noneMatch(c -> c.base().equals(part))) {
          throw t.place().fault(PackWords.say("there-is-no-component", part));
        }
      }
    }
  }

  /**
   * Whether a test is there that something else of the pack names; none is where the name is empty.
   */
  static void test(Pack pack, String path, String test) {
    if (!test.isEmpty() && !pack.bench().tests().containsKey(test)) {
      throw of(pack, path, PackWords.say("there-is-no-test", test));
    }
  }

  static YamlFault of(Pack pack, String path, String says) {
    return new YamlFault("pack " + pack.id(), 1, path, says);
  }

  private static void value(Pack pack, TestSpec t, int spn) {
    if (!pack.parameters().containsKey(spn)) {
      throw t.place().fault(PackWords.say("no-group-of-the-pack-carries", spn));
    }
  }
}
