package hitchlamp.core.fault;

import hitchlamp.core.agreement.Evidence;
import hitchlamp.core.pack.Component;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.TestSpec;
import hitchlamp.core.quantity.Unit;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * What a lead cannot be told from: a part that is known by one sensor alone looks like that sensor
 * reading wrong within its range, until the other sensors have confirmed it.
 */
final class Rivals {
  /** Failure modes of a value below its range. */
  private static final Set<Integer> LOW = Set.of(1, 17, 18);

  private final Pack pack;
  private final Evidence evidence;

  private Rivals(Pack pack, Evidence evidence) {
    this.pack = pack;
    this.evidence = evidence;
  }

  /** The leads with what each cannot be told from, and what would tell them apart. */
  static List<Lead> name(List<Lead> leads, Pack pack, Evidence evidence) {
    Rivals rivals = new Rivals(pack, evidence);
    return leads.stream().map(rivals::named).toList();
  }

  private Lead named(Lead l) {
    Component part = pack.components().get(l.id());
    boolean known =
        part != null
            && l.bearing() == Recency.TODAY
            && (part.kind() == Component.Kind.PART || part.kind() == Component.Kind.ACTUATOR)
            && !l.signs().isEmpty();
    if (!known) {
      return l;
    }
    List<Lead.Rival> rivals = new ArrayList<>(l.rivals());
    KnownFault first = l.signs().get(0);
    if (byOneSensor(l)) {
      boolean low = l.signs().stream().allMatch(f -> LOW.contains(f.fmi()));
      if (low || !evidence.agrees(first.kind(), first.spn())) {
        sensor(first.kind(), first.spn()).ifPresent(s -> rivals.add(rival(s, first.spn(), low)));
        if (low && thermometer(first.spn())) {
          grounds(first).forEach(g -> rivals.add(rival(g, first.spn(), true)));
        }
      }
    }
    for (int spn : part.reckonedFrom()) {
      sensor(first.kind(), spn).ifPresent(s -> rivals.add(rival(s, spn, true)));
    }
    return rivals.equals(l.rivals()) ? l : l.saying(l.reasons(), rivals);
  }

  /** True where one sensor alone tells of the part. */
  private static boolean byOneSensor(Lead l) {
    KnownFault first = l.signs().get(0);
    return l.signs().stream()
        .allMatch(f -> f.spn() == first.spn() && f.kind().equals(first.kind()) && !f.electrical());
  }

  private Lead.Rival rival(Component c, int spn, boolean low) {
    return new Lead.Rival(c.id(), c.title(), low ? gauge(spn) : by(spn));
  }

  /**
   * What a bad wire takes down under pressure or heat it does not show at rest, where the sensors
   * can be compared: only something measured beside it tells.
   */
  private String gauge(int spn) {
    return FaultWords.say(thermometer(spn) ? "a-thermometer-beside-it" : "a-gauge-beside-it");
  }

  private boolean thermometer(int spn) {
    return pack.told(spn)
        .map(p -> p.unit().dimension() == Unit.Dimension.TEMPERATURE)
        .orElse(false);
  }

  /** Grounds that the sensor shares: a resistance there looks like cold. */
  private List<Component> grounds(KnownFault f) {
    return pack.components().values().stream()
        .filter(c -> c.kind() == Component.Kind.GROUND)
        .filter(c -> c.module().equals(f.kind()) && c.feeds().contains(f.spn()))
        .toList();
  }

  private Optional<Component> sensor(String module, int spn) {
    return pack.components().values().stream()
        .filter(c -> c.kind() == Component.Kind.SENSOR)
        .filter(c -> c.module().isEmpty() || c.module().equals(module))
        .filter(c -> c.signs().stream().anyMatch(s -> s.spn() == spn))
        .findFirst();
  }

  /** The test that looks at the sensor among others, else a gauge. */
  private String by(int spn) {
    return pack.bench().tests().values().stream()
        .filter(t -> t.relations().stream().anyMatch(r -> r.spns().contains(spn)))
        .findFirst()
        .map(TestSpec::title)
        .orElseGet(() -> FaultWords.say("a-gauge-beside-it"));
  }
}
