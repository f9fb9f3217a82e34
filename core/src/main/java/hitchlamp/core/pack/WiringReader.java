package hitchlamp.core.pack;

import hitchlamp.core.j1939.Dtc;
import hitchlamp.core.pack.Wiring.Contact;
import hitchlamp.core.pack.Wiring.Fitting;
import hitchlamp.core.pack.Wiring.Kind;
import hitchlamp.core.pack.Wiring.Knee;
import hitchlamp.core.pack.Wiring.Role;
import hitchlamp.core.pack.Wiring.Wire;
import hitchlamp.yaml.Entry;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * Reads the wiring of a pack. A wire may end at a fitting of another pack that it is laid over, so
 * ends are checked here only where the fitting stands in the same file.
 */
final class WiringReader {
  private static final int PARTS_OF_A_WIRE = 5;

  private WiringReader() {}

  static Wiring read(Entry e) {
    e.allow("fittings", "wires");
    Map<String, Fitting> fittings = new LinkedHashMap<>();
    e.find("fittings").ifPresent(f -> f.entries().forEach((id, x) -> fittings.put(id, of(id, x))));
    List<Wire> wires = new ArrayList<>();
    Set<String> numbers = new HashSet<>();
    Wiring known = new Wiring(fittings, List.of());
    for (Entry w : e.itemsOf("wires")) {
      Wire wire = wire(w, known);
      if (!numbers.add(wire.number())) {
        throw w.fault(PackWords.say("wire-stands-twice-give-each-its", wire.number()));
      }
      wires.add(wire);
    }
    return new Wiring(fittings, wires);
  }

  private static Fitting of(String id, Entry e) {
    e.allow("kind", "title", "place", "part", "amps", "contacts", "role");
    if (!id.matches("[A-Za-z0-9-]{1,20}")) {
      throw e.fault(PackWords.say("a-fitting-is-named-by-letters", id));
    }
    Kind kind = e.need("kind").oneOf(Kind.class);
    List<Contact> contacts = new ArrayList<>();
    switch (kind) {
      case SPLICE, GROUND ->
          contacts.add(
              new Contact(
                  "1",
                  kind == Kind.GROUND
                      ? Role.GROUND
                      : e.find("role").map(r -> r.oneOf(Role.class)).orElse(Role.OTHER),
                  "",
                  0,
                  List.of()));
      case FUSE -> {
        contacts.add(new Contact("1", Role.POWER, "", 0, List.of()));
        contacts.add(new Contact("2", Role.POWER, "", 0, List.of()));
      }
      case BATTERY -> {
        contacts.add(new Contact("plus", Role.POWER, "", 0, List.of()));
        contacts.add(new Contact("minus", Role.GROUND, "", 0, List.of()));
      }
      case BACKBONE -> {
        contacts.add(new Contact("high", Role.CAN_HIGH, "", 0, List.of()));
        contacts.add(new Contact("low", Role.CAN_LOW, "", 0, List.of()));
      }
      case PLUG ->
          e.need("contacts").entries().forEach((name, c) -> contacts.add(contact(name, c)));
    }
    if (kind != Kind.PLUG && e.find("contacts").isPresent()) {
      throw e.need("contacts").fault(PackWords.say("only-a-plug-has-contacts-of"));
    }
    return new Fitting(
        id,
        kind,
        e.text("title"),
        e.text("place", ""),
        e.text("part", ""),
        e.number("amps", 0, 1_000, 0),
        contacts);
  }

  private static Contact contact(String name, Entry e) {
    e.allow("role", "part", "spn", "volts");
    List<Knee> curve = new ArrayList<>();
    for (Entry k : e.itemsOf("volts")) {
      List<Entry> pair = k.items();
      if (pair.size() != 2) {
        throw k.fault(PackWords.say("expected-a-value-and-its-volts"));
      }
      Knee knee = new Knee(pair.get(0).number(-1e9, 1e9), pair.get(1).number(-1_000, 1_000));
      if (!curve.isEmpty() && knee.value() <= curve.get(curve.size() - 1).value()) {
        throw k.fault(PackWords.say("the-values-must-rise"));
      }
      curve.add(knee);
    }
    return new Contact(
        name,
        e.need("role").oneOf(Role.class),
        e.text("part", ""),
        (int) e.whole("spn", 1, Dtc.GREATEST_SPN, 0),
        curve);
  }

  private static Wire wire(Entry e, Wiring known) {
    List<Entry> parts = e.items();
    if (parts.size() != PARTS_OF_A_WIRE) {
      throw e.fault(PackWords.say("a-wire-is-number-from-to"));
    }
    return new Wire(
        parts.get(0).text(),
        end(parts.get(1), known),
        end(parts.get(2), known),
        parts.get(3).text(),
        parts.get(4).number(0.05, 300),
        Place.of(e));
  }

  private static String end(Entry e, Wiring known) {
    String point = e.text();
    if (known.fittingAt(point).isPresent() && known.contactAt(point).isEmpty()) {
      throw e.fault(PackWords.say("there-is-no-contact-write-it", point));
    }
    return point;
  }
}
