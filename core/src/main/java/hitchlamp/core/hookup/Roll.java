package hitchlamp.core.hookup;

import hitchlamp.core.fault.Fault;
import hitchlamp.core.j1939.ConversionVersion;
import hitchlamp.core.pack.ModuleKind;
import hitchlamp.core.pack.ModuleRef;
import hitchlamp.core.pack.Pack;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.OptionalLong;
import java.util.Set;
import java.util.TreeMap;

/**
 * The roll: who answered, who is silent, and what they told.
 *
 * @param full true where identity and faults were asked too
 * @param state how far it is
 * @param startedMicros bus time at which it began
 * @param endedMicros bus time at which it ended
 * @param entries answering modules by address, then silent ones
 * @param notes what concerns more than one module, in sentences
 */
public record Roll(
    boolean full,
    State state,
    long startedMicros,
    OptionalLong endedMicros,
    List<RollEntry> entries,
    List<String> notes) {
  /** How far a roll call is. */
  public enum State {
    UNDER_WAY,
    COMPLETE,
    /** Cut short; what was found is kept. */
    CUT_SHORT,
    /** The link broke; what was found is kept. */
    BROKEN_OFF
  }

  /** Faults of all modules, those that say most first. */
  public List<Fault> faults() {
    List<Fault> all = new ArrayList<>();
    entries.forEach(e -> e.reads().forEach(r -> all.addAll(r.faults())));
    all.sort(Fault.PLAIN_ORDER);
    return all;
  }

  /**
   * True where the bus shows a module that the pack does not know. A pack that knows none of them
   * is not this unit's and expects nothing.
   */
  public boolean unexpected(RollEntry entry) {
    return entry.kind().isEmpty()
        && entry.presence() != RollEntry.Presence.SILENT
        && entries.stream().anyMatch(e -> e.kind().isPresent());
  }

  /** Those that somebody should look at first, then the others, each in their order. */
  public List<RollEntry> inOrderOfNeed() {
    return entries.stream().sorted(Comparator.comparing(e -> !e.outOfOrder())).toList();
  }

  /** Modules whose faults can be read: those that answer. */
  public List<ModuleRef> modules(Pack pack) {
    return entries.stream()
        .filter(e -> e.presence() == RollEntry.Presence.ANSWERS)
        .map(
            e -> {
              ModuleKind kind = e.kind().map(k -> pack.modules().get(k)).orElse(null);
              return new ModuleRef(
                  e.key(),
                  e.title(),
                  e.kind().orElse(""),
                  e.address(),
                  kind == null ? ConversionVersion.AMBIGUOUS : kind.conversion(),
                  kind != null && kind.services());
            })
        .toList();
  }

  /** Ids of expected modules that do not answer. */
  public Set<String> silentKinds() {
    Set<String> silent = new LinkedHashSet<>();
    for (RollEntry e : entries) {
      if (e.presence() == RollEntry.Presence.SILENT) {
        e.kind().ifPresent(silent::add);
      }
    }
    return silent;
  }

  /** Entries with a presence. */
  public long count(RollEntry.Presence presence) {
    return entries.stream().filter(e -> e.presence() == presence).count();
  }

  /** What modules tell differently though it should be one: today the VIN. */
  static List<String> disagreements(List<RollEntry> entries) {
    Map<String, List<String>> byVin = new TreeMap<>();
    for (RollEntry e : entries) {
      if (!e.identity().vin().isEmpty()) {
        byVin.computeIfAbsent(e.identity().vin(), v -> new ArrayList<>()).add(e.title());
      }
    }
    if (byVin.size() < 2) {
      return List.of();
    }
    StringBuilder text = new StringBuilder(HookupWords.say("the-modules-name-different-vins"));
    byVin.forEach(
        (vin, who) -> text.append(vin).append(" (").append(String.join(", ", who)).append("); "));
    text.setLength(text.length() - 2);
    return List.of(text.append(HookupWords.say("one-of-them-came-from-another")).toString());
  }
}
