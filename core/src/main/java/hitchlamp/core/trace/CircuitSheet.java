package hitchlamp.core.trace;

import hitchlamp.core.pack.Wiring;
import hitchlamp.core.pack.Wiring.Contact;
import hitchlamp.core.pack.Wiring.Fitting;
import hitchlamp.core.pack.Wiring.Kind;
import hitchlamp.core.pack.Wiring.Wire;
import java.util.ArrayDeque;
import java.util.Collection;
import java.util.Deque;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * The part of the wiring that belongs to a component: every net that it has a contact of, through
 * fuses as far as the battery, with all that these nets end at.
 *
 * @param fittings what is drawn, each with those contacts only that are wired here
 * @param wires what is drawn
 * @param own points of the component itself
 * @param nets points that are joined by wires and splices, by the number of their net
 */
public record CircuitSheet(
    List<Fitting> fittings, List<Wire> wires, Set<String> own, List<Set<String>> nets) {
  /** All of the unit hangs on these: a sheet goes as far as them and no farther. */
  private static final Set<Kind> COMMON = Set.of(Kind.BATTERY, Kind.GROUND, Kind.BACKBONE);

  /**
   * The sheet of a component.
   *
   * @param part component as the pack file names it
   */
  public static CircuitSheet of(Wiring wiring, String part) {
    Set<String> own = new LinkedHashSet<>();
    for (Fitting f : wiring.fittings().values()) {
      for (Contact c : f.contacts()) {
        if (wiring.serves(f, c, part)) {
          own.add(f.point(c));
        }
      }
    }
    Set<String> shown = new LinkedHashSet<>(own);
    Deque<String> open = new ArrayDeque<>(own);
    while (!open.isEmpty()) {
      for (String next : joined(wiring, open.pop(), true)) {
        if (shown.add(next)) {
          open.add(next);
        }
      }
    }
    List<Fitting> fittings =
        wiring.fittings().values().stream()
            .map(f -> only(f, shown))
            .filter(f -> !f.contacts().isEmpty())
            .toList();
    List<Wire> wires =
        wiring.wires().stream()
            .filter(w -> shown.contains(w.from()) && shown.contains(w.to()))
            .toList();
    return new CircuitSheet(fittings, wires, own, nets(wiring, shown));
  }

  private static Fitting only(Fitting f, Set<String> shown) {
    return new Fitting(
        f.id(),
        f.kind(),
        f.title(),
        f.place(),
        f.part(),
        f.amps(),
        f.contacts().stream().filter(c -> shown.contains(f.point(c))).toList());
  }

  /**
   * Points that are one with another: over wires, and where asked for over fuses too. A splice is a
   * point by itself, so it needs no step.
   */
  private static Collection<String> joined(Wiring wiring, String point, boolean overFuses) {
    Optional<Fitting> at = wiring.fittingAt(point);
    if (overFuses && at.map(f -> COMMON.contains(f.kind())).orElse(false)) {
      return List.of();
    }
    Set<String> next = new LinkedHashSet<>(wiring.wired(point));
    if (overFuses) {
      at.filter(f -> f.kind() == Kind.FUSE)
          .ifPresent(f -> f.contacts().forEach(c -> next.add(f.point(c))));
    }
    return next;
  }

  private static List<Set<String>> nets(Wiring wiring, Set<String> shown) {
    Map<String, Set<String>> of = new LinkedHashMap<>();
    for (String point : shown) {
      if (of.containsKey(point)) {
        continue;
      }
      Set<String> net = new LinkedHashSet<>(Set.of(point));
      Deque<String> open = new ArrayDeque<>(net);
      while (!open.isEmpty()) {
        for (String next : joined(wiring, open.pop(), false)) {
          if (shown.contains(next) && net.add(next)) {
            open.add(next);
          }
        }
      }
      net.forEach(p -> of.put(p, net));
    }
    return List.copyOf(new LinkedHashSet<>(of.values()));
  }
}
