package hitchlamp.grade;

import hitchlamp.core.fault.Fault;
import hitchlamp.core.fault.FaultRead;
import hitchlamp.core.fault.FaultReading;
import hitchlamp.core.fault.KnownFault;
import hitchlamp.core.fault.Lead;
import hitchlamp.core.hookup.Identity;
import hitchlamp.core.hookup.Roll;
import hitchlamp.core.hookup.RollEntry;
import hitchlamp.core.j1939.BrokenTransfer;
import hitchlamp.core.watch.LogValues;
import java.math.BigDecimal;
import java.math.MathContext;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/** The roll as plain maps and lists for the documented JSON of {@code try}. */
final class ReadingJson {
  private ReadingJson() {}

  static Map<String, Object> of(Roll roll) {
    Map<String, Object> out = new LinkedHashMap<>();
    out.put("state", roll.state().name().toLowerCase(java.util.Locale.ROOT));
    out.put(
        "seconds",
        roll.endedMicros().isPresent()
            ? (roll.endedMicros().getAsLong() - roll.startedMicros()) / 1e6
            : null);
    out.put("modules", roll.entries().stream().map(e -> entry(e, roll.unexpected(e))).toList());
    out.put("faults", roll.faults().stream().map(ReadingJson::fault).toList());
    out.put("notes", roll.notes());
    return out;
  }

  /** A parameter of one address; what was never valid has no figures. */
  static Map<String, Object> value(LogValues.Value v) {
    Map<String, Object> out = new LinkedHashMap<>();
    out.put("address", v.source());
    out.put("spn", v.parameter().spn());
    out.put("name", v.parameter().name());
    out.put("unit", v.parameter().unit().symbol());
    out.put("least", v.valid() == 0 ? null : rounded(v.least()));
    out.put("most", v.valid() == 0 ? null : rounded(v.most()));
    out.put("last", v.valid() == 0 ? null : rounded(v.last()));
    out.put("valid", v.valid());
    out.put("notAvailable", v.missing());
    out.put("error", v.error());
    out.put("other", v.other());
    return out;
  }

  private static double rounded(double v) {
    return new BigDecimal(v).round(new MathContext(10)).doubleValue();
  }

  private static Map<String, Object> entry(RollEntry e, boolean unexpected) {
    Map<String, Object> out = new LinkedHashMap<>();
    out.put("key", e.key());
    out.put("title", e.title());
    out.put("address", e.address());
    out.put("name", e.name().map(Object::toString).orElse(null));
    out.put("presence", e.presence().name().toLowerCase(java.util.Locale.ROOT));
    out.put("expected", e.expected());
    out.put("unexpected", unexpected);
    Identity i = e.identity();
    Map<String, Object> identity = new LinkedHashMap<>();
    identity.put("maker", i.maker());
    identity.put("model", i.model());
    identity.put("serial", i.serial());
    identity.put("software", i.software());
    identity.put("vin", i.vin());
    identity.put("hours", i.hours().isPresent() ? i.hours().getAsDouble() : null);
    identity.put("kilometres", i.kilometres().isPresent() ? i.kilometres().getAsDouble() : null);
    out.put("identity", identity);
    out.put("lamps", e.reads().stream().findFirst().map(FaultRead::lamps).orElse(null));
    out.put("oddities", e.oddities());
    out.put("checks", e.checks());
    return out;
  }

  private static Map<String, Object> fault(Fault f) {
    Map<String, Object> out = new LinkedHashMap<>();
    out.put("module", f.module());
    out.put("address", f.address());
    out.put("state", f.state().name().toLowerCase(java.util.Locale.ROOT));
    out.put("spn", f.spn());
    out.put("fmi", f.fmi());
    out.put("count", f.count().isPresent() ? f.count().getAsInt() : null);
    out.put("component", f.component());
    out.put("mode", f.mode());
    out.put("conversion", f.version().name().toLowerCase(java.util.Locale.ROOT));
    return out;
  }

  static Map<String, Object> of(FaultReading reading) {
    Map<String, Object> out = new LinkedHashMap<>();
    out.put("state", lower(reading.state()));
    out.put(
        "hours", reading.engineHours().isPresent() ? reading.engineHours().getAsDouble() : null);
    out.put("faults", reading.faults().stream().map(ReadingJson::known).toList());
    Map<String, Object> oddities = new LinkedHashMap<>();
    reading.modules().stream()
        .filter(m -> !m.oddities().isEmpty())
        .forEach(m -> oddities.put(m.target().title(), m.oddities()));
    out.put("oddities", oddities);
    return out;
  }

  private static String lower(Enum<?> value) {
    return value.name().toLowerCase(java.util.Locale.ROOT);
  }

  private static Map<String, Object> known(KnownFault f) {
    Map<String, Object> out = fault(f.fault());
    out.put("key", f.key());
    out.put("states", f.states().stream().map(ReadingJson::lower).sorted().toList());
    out.put("firstHour", f.firstHour().isPresent() ? f.firstHour().getAsDouble() : null);
    out.put("lastHour", f.lastHour().isPresent() ? f.lastHour().getAsDouble() : null);
    out.put("snapshots", f.snapshots().size());
    return out;
  }

  /** The leads with their reasons; faults by their keys. */
  static List<Map<String, Object>> leads(List<Lead> leads) {
    List<Map<String, Object>> all = new ArrayList<>();
    for (Lead l : leads) {
      Map<String, Object> out = new LinkedHashMap<>();
      out.put("id", l.id());
      out.put("title", l.title());
      out.put("bearing", lower(l.bearing()));
      out.put("mark", lower(l.mark()));
      out.put("reasons", l.reasons());
      out.put("signs", l.signs().stream().map(KnownFault::key).toList());
      out.put("knockOns", l.knockOns().stream().map(KnownFault::key).toList());
      all.add(out);
    }
    return all;
  }

  /** Broken transfers by source address. */
  static Map<String, Object> broken(List<BrokenTransfer> transfers) {
    Map<Integer, List<Map<String, Object>>> bySource = new TreeMap<>();
    for (BrokenTransfer t : transfers) {
      Map<String, Object> one = new LinkedHashMap<>();
      one.put("pgn", t.pgn());
      one.put("destination", t.destination());
      one.put("reason", t.reason().name().toLowerCase(java.util.Locale.ROOT));
      one.put("packets", t.packets());
      one.put("expected", t.expected());
      one.put("seconds", t.micros() / 1e6);
      bySource.computeIfAbsent(t.source(), s -> new ArrayList<>()).add(one);
    }
    Map<String, Object> out = new LinkedHashMap<>();
    bySource.forEach((source, list) -> out.put(String.valueOf(source), list));
    return out;
  }
}
