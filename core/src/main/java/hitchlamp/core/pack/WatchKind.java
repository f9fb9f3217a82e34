package hitchlamp.core.pack;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * What is known about watching the values of a unit.
 *
 * @param normal ranges; a later one for the same value and state goes before an earlier one
 * @param words meanings of single counts, by SPN
 * @param sets values that belong together, by id
 * @param sleepers SPNs that tell nothing until their sensor is warm: then they are not awake
 * @param together most identifiers that a module takes in one question
 * @param requested groups that modules send only when they are asked
 */
public record WatchKind(
    List<NormalRange> normal,
    Map<Integer, Map<Integer, String>> words,
    Map<String, WatchSet> sets,
    Set<Integer> sleepers,
    int together,
    Set<Integer> requested) {
  /** Nothing is known. */
  public static final WatchKind NONE =
      new WatchKind(List.of(), Map.of(), Map.of(), Set.of(), 0, Set.of());

  /** What is normal for a value while the engine does that; empty where nobody knows. */
  public Optional<NormalRange> normal(int spn, String name, EngineState state) {
    for (int i = normal.size() - 1; i >= 0; i--) {
      if (normal.get(i).covers(spn, name, state)) {
        return Optional.of(normal.get(i));
      }
    }
    return Optional.empty();
  }

  /** This with another laid over it. */
  public WatchKind under(WatchKind over) {
    List<NormalRange> ranges = new ArrayList<>(normal);
    ranges.addAll(over.normal);
    Map<Integer, Map<Integer, String>> meanings = new LinkedHashMap<>(words);
    meanings.putAll(over.words);
    Map<String, WatchSet> all = new LinkedHashMap<>(sets);
    all.putAll(over.sets);
    Set<Integer> asleep = new java.util.LinkedHashSet<>(sleepers);
    asleep.addAll(over.sleepers);
    Set<Integer> asked = new java.util.LinkedHashSet<>(requested);
    asked.addAll(over.requested);
    return new WatchKind(
        List.copyOf(ranges),
        meanings,
        all,
        asleep,
        over.together > 0 ? over.together : together,
        asked);
  }
}
