package hitchlamp.core.pack;

import hitchlamp.yaml.Entry;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * A repair that leaves something to be done: the unit must be told of the new part, or a test must
 * show that it is right.
 *
 * @param id short name
 * @param title what was done, as the technician reads it
 * @param obliges tests that must pass after it, in the order in which they are run
 */
public record RepairKind(String id, String title, List<String> obliges) {
  public RepairKind {
    obliges = List.copyOf(obliges);
  }

  static Map<String, RepairKind> read(Optional<Entry> all) {
    Map<String, RepairKind> kinds = new LinkedHashMap<>();
    all.ifPresent(
        a ->
            a.entries()
                .forEach(
                    (id, e) -> {
                      e.allow("title", "obliges");
                      List<String> obliges =
                          e.need("obliges").items().stream().map(Entry::text).toList();
                      kinds.put(id, new RepairKind(id, e.text("title"), obliges));
                    }));
    return kinds;
  }

  /**
   * Whether the tests are there.
   *
   * @throws hitchlamp.yaml.YamlFault at the first that is not
   */
  static void check(Pack pack) {
    for (RepairKind k : pack.repairs().values()) {
      k.obliges.forEach(t -> BenchCheck.test(pack, "repairs." + k.id, t));
    }
  }
}
