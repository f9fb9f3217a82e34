package hitchlamp.core.pack;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * The wires of a unit and what they end at. A point is written "X21/3" (contact 3 of plug X21), a
 * fitting with one contact by its name alone ("S21").
 *
 * @param fittings what wires end at, by id
 * @param wires each from one point to another
 */
public record Wiring(Map<String, Fitting> fittings, List<Wire> wires) {
  public static final Wiring NONE = new Wiring(Map.of(), List.of());

  /** Kinds of things that wires end at. */
  public enum Kind {
    PLUG,
    SPLICE,
    FUSE,
    GROUND,
    BATTERY,
    /** Where the stub of a module leaves the bus. */
    BACKBONE
  }

  /** What a contact is for. */
  public enum Role {
    SUPPLY,
    RETURN,
    SIGNAL,
    POWER,
    GROUND,
    CAN_HIGH,
    CAN_LOW,
    OTHER
  }

  /**
   * A plug, a splice, a fuse, a ground stud or the battery.
   *
   * @param id as stamped on it or printed in its drawing, such as "X21"
   * @param place where it sits
   * @param part component that it belongs to, as the pack file names it; empty where none
   * @param amps rating of a fuse, 0 for all else
   * @param contacts in the order in which they are drawn; a splice and a ground have one, "1"
   */
  public record Fitting(
      String id,
      Kind kind,
      String title,
      String place,
      String part,
      double amps,
      List<Contact> contacts) {
    public Fitting {
      contacts = List.copyOf(contacts);
    }

    /** How a contact of it is written. */
    public String point(Contact c) {
      return kind == Kind.SPLICE || kind == Kind.GROUND ? id : id + "/" + c.name();
    }

    public Optional<Contact> contact(Role role) {
      return contacts.stream().filter(c -> c.role() == role).findFirst();
    }
  }

  /**
   * One contact.
   *
   * @param name as stamped
   * @param part component that it serves, where that is another than its fitting's; empty where not
   * @param spn value that its voltage stands for, 0 where none
   * @param curve volts that stand for which value, nominal; empty where nobody knows
   */
  public record Contact(String name, Role role, String part, int spn, List<Knee> curve) {
    public Contact {
      curve = List.copyOf(curve);
    }

    /**
     * Volts that a value stands for, between the knees in proportion; not a number without a curve
     * or a value, the nearest end beyond them.
     *
     * @param value in the unit of the parameter
     */
    public double volts(double value) {
      if (curve.isEmpty() || Double.isNaN(value)) {
        return Double.NaN;
      }
      Knee before = curve.get(0);
      if (value <= before.value()) {
        return before.volts();
      }
      for (Knee k : curve) {
        if (value <= k.value()) {
          return before.volts()
              + (value - before.value())
                  / (k.value() - before.value())
                  * (k.volts() - before.volts());
        }
        before = k;
      }
      return before.volts();
    }
  }

  /** A point of a curve: a value in the parameter's unit and its volts. */
  public record Knee(double value, double volts) {}

  /**
   * A wire.
   *
   * @param number as printed on it
   * @param mm2 cross-section, square millimetres
   * @param place where it stands in its file
   */
  public record Wire(
      String number, String from, String to, String colour, double mm2, Place place) {}

  /** The fitting of a point. */
  public Optional<Fitting> fittingAt(String point) {
    int slash = point.indexOf('/');
    return Optional.ofNullable(fittings.get(slash < 0 ? point : point.substring(0, slash)));
  }

  /** The contact of a point; empty where there is no such point. */
  public Optional<Contact> contactAt(String point) {
    return fittingAt(point)
        .flatMap(f -> f.contacts().stream().filter(c -> f.point(c).equals(point)).findFirst());
  }

  /** True where a contact belongs to a component. */
  public boolean serves(Fitting f, Contact c, String part) {
    return f.part().equals(part) || c.part().equals(part);
  }

  /**
   * The point that plays a role for a component at its own plug, else wherever it has a contact.
   */
  public Optional<String> pointOf(String part, Role role) {
    return find(part, role, true).or(() -> find(part, role, false));
  }

  /** The point at the module's end: a contact for a component on a plug that is not its own. */
  public Optional<String> farPointOf(String part, Role role) {
    return find(part, role, false);
  }

  private Optional<String> find(String part, Role role, boolean own) {
    for (Fitting f : fittings.values()) {
      if (f.part().equals(part) != own) {
        continue;
      }
      for (Contact c : f.contacts()) {
        if (c.role() == role && serves(f, c, part)) {
          return Optional.of(f.point(c));
        }
      }
    }
    return Optional.empty();
  }

  /** The fuse that a point hangs on over wires and splices; empty where there is none. */
  public Optional<Fitting> fuseOf(String point) {
    Set<String> seen = new LinkedHashSet<>(Set.of(point));
    Deque<String> open = new ArrayDeque<>(seen);
    while (!open.isEmpty()) {
      for (String next : wired(open.pop())) {
        Optional<Fitting> f = fittingAt(next);
        if (f.isPresent() && f.get().kind() == Kind.FUSE) {
          return f;
        }
        if (seen.add(next)) {
          open.add(next);
        }
      }
    }
    return Optional.empty();
  }

  /** The other ends of the wires at a point. */
  public List<String> wired(String point) {
    return wires.stream()
        .filter(w -> w.from().equals(point) || w.to().equals(point))
        .map(w -> w.from().equals(point) ? w.to() : w.from())
        .toList();
  }

  /** True where anything of it belongs to a component. */
  public boolean knows(String part) {
    return fittings.values().stream()
        .anyMatch(f -> f.contacts().stream().anyMatch(c -> serves(f, c, part)));
  }

  /** This with another laid over it: what has the same id or number is replaced. */
  Wiring under(Wiring over) {
    Map<String, Fitting> all = new LinkedHashMap<>(fittings);
    all.putAll(over.fittings);
    Map<String, Wire> numbered = new LinkedHashMap<>();
    wires.forEach(w -> numbered.put(w.number(), w));
    over.wires.forEach(w -> numbered.put(w.number(), w));
    return new Wiring(all, List.copyOf(numbered.values()));
  }
}
