package hitchlamp.core.fault;

import hitchlamp.core.agreement.Evidence;
import hitchlamp.core.pack.Component;
import hitchlamp.core.pack.Pack;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;
import java.util.Set;

/**
 * Where to start: puts the faults of a read into leads with knock-ons. A pure function of the read,
 * the silent modules, the pack and the user's moves.
 *
 * <p>Components of the pack compete for the faults: the one with the strongest evidence takes its
 * signs and what follows from them, then the next. Evidence of a supply, a ground or a silent
 * module grows with the number of its faults; a part's with the share of its signs that are there.
 * Generic faults never lead while something specific can explain them. Rules: common practice, no
 * source.
 */
public final class Leads {
  /** Before the id of a silent module of which the pack names no component. */
  public static final String MODULE = "module:";

  /** Faults that began within this many hours of each other form an episode. */
  static final double EPISODE_HOURS = 1;

  private final Pack pack;
  private final double now;
  private final Set<String> silent;
  private final Map<Integer, List<Component>> bySpn = new HashMap<>();
  private final List<Component> modules = new ArrayList<>();

  /** Ids of the components that can explain faults of an SPN. */
  private final Map<Integer, List<String>> explainers = new HashMap<>();

  /** Which components each fault points at. */
  private final Map<KnownFault, List<Component>> pointers = new IdentityHashMap<>();

  private Leads(Pack pack, double now, Set<String> silent) {
    this.pack = pack;
    this.now = now;
    this.silent = silent;
    for (Component c : pack.components().values()) {
      Set<Integer> spns = new LinkedHashSet<>(c.feeds());
      c.signs().forEach(s -> spns.add(s.spn()));
      spns.addAll(c.missedAs());
      spns.forEach(s -> bySpn.computeIfAbsent(s, k -> new ArrayList<>()).add(c));
      c.explains().stream()
          .map(Component.FaultPattern::spn)
          .distinct()
          .forEach(x -> explainers.computeIfAbsent(x, k -> new ArrayList<>()).add(c.id()));
      if (c.kind() == Component.Kind.MODULE) {
        modules.add(c);
      }
    }
  }

  /**
   * The leads of a read.
   *
   * @param faults of all modules
   * @param silent ids of expected modules that do not answer
   * @param pack what is known about the unit
   * @param engineHours the engine's clock at the read
   * @param moves the user's hand, in order
   */
  public static List<Lead> find(
      List<KnownFault> faults,
      Set<String> silent,
      Pack pack,
      OptionalDouble engineHours,
      List<Move> moves) {
    return find(faults, silent, pack, engineHours, Evidence.NONE, moves);
  }

  /**
   * The leads of a read, with what the sensors say of each other.
   *
   * @param evidence of the agreement of sensors
   */
  public static List<Lead> find(
      List<KnownFault> faults,
      Set<String> silent,
      Pack pack,
      OptionalDouble engineHours,
      Evidence evidence,
      List<Move> moves) {
    Leads rules = new Leads(pack, engineHours.orElse(Double.NaN), silent);
    List<Lead> leads = rules.order(SensorLeads.lay(rules.find(faults), evidence, pack));
    return Moves.apply(
        Rivals.name(leads.stream().map(Reasons::explaining).toList(), pack, evidence), moves);
  }

  private List<Lead> find(List<KnownFault> faults) {
    Map<String, Double> episodes = Episodes.firsts(faults);
    List<KnownFault> open = new ArrayList<>(faults);
    for (KnownFault f : faults) {
      pointers.put(
          f, bySpn.getOrDefault(f.spn(), List.of()).stream().filter(c -> pointsAt(f, c)).toList());
    }
    List<Lead> leads = new ArrayList<>();
    for (Recency bearing : Recency.values()) {
      Contest contest = new Contest(open, bearing);
      while (true) {
        Candidate best = contest.best();
        if (best == null) {
          break;
        }
        take(open, best.signs);
        contest.take(best.signs);
        List<KnownFault> knockOns = knockOns(best, open);
        take(open, knockOns);
        contest.take(knockOns);
        leads.add(lead(best, bearing, knockOns, episodes));
      }
      leads.addAll(leftOver(open, bearing, leads, episodes));
    }
    leads.addAll(unknownSilent());
    return GenericFaults.attach(leads, pack);
  }

  /** A module that is expected and silent is a lead, also where the pack says no more of it. */
  private List<Lead> unknownSilent() {
    return silent.stream()
        .filter(id -> modules.stream().noneMatch(m -> m.module().equals(id)))
        .map(
            id ->
                new Lead(
                    MODULE + id,
                    FaultWords.say(
                        "does-not-answer",
                        pack.modules().containsKey(id) ? pack.modules().get(id).title() : id),
                    Recency.TODAY,
                    Lead.Mark.SILENT,
                    List.of(FaultWords.say("expected-on-this-unit-and-silent")),
                    List.of(),
                    List.of(),
                    0,
                    OptionalDouble.empty(),
                    false,
                    List.of(),
                    ""))
        .toList();
  }

  /** Takes faults out, each by itself: comparing all their frozen values would take its time. */
  private static void take(List<KnownFault> open, List<KnownFault> gone) {
    Set<KnownFault> these = Collections.newSetFromMap(new IdentityHashMap<>());
    these.addAll(gone);
    open.removeIf(these::contains);
  }

  /** A component with the faults that point at it. */
  private record Candidate(Component component, List<KnownFault> signs, double evidence) {}

  /**
   * The components that compete for the faults of one bearing. Only those are weighed again whose
   * faults were taken, so that hundreds of faults are ranked in milliseconds.
   */
  private final class Contest {
    private final Recency bearing;
    private final Map<String, List<KnownFault>> pointed = new LinkedHashMap<>();
    private final Map<Integer, List<KnownFault>> openBySpn = new HashMap<>();
    private final Map<String, Candidate> weighed = new LinkedHashMap<>();
    private final Set<String> stale = new LinkedHashSet<>();

    Contest(List<KnownFault> open, Recency bearing) {
      this.bearing = bearing;
      for (KnownFault f : open) {
        openBySpn.computeIfAbsent(f.spn(), k -> new ArrayList<>()).add(f);
        for (Component c : pointers.getOrDefault(f, List.of())) {
          pointed.computeIfAbsent(c.id(), k -> new ArrayList<>()).add(f);
        }
      }
      if (bearing == Recency.TODAY) {
        modules.stream()
            .filter(m -> silent.contains(m.module()))
            .forEach(m -> pointed.putIfAbsent(m.id(), new ArrayList<>()));
      }
      stale.addAll(pointed.keySet());
    }

    /** The component with the strongest evidence now; null where none is left. */
    Candidate best() {
      for (String id : stale) {
        weighed.put(
            id, weigh(pack.components().get(id), List.copyOf(pointed.get(id)), bearing, openBySpn));
      }
      stale.clear();
      Candidate best = null;
      for (Candidate c : weighed.values()) {
        if (c != null && (best == null || c.evidence > best.evidence)) {
          best = c;
        }
      }
      best = before(best);
      if (best != null && silent.contains(best.component.module())) {
        silentDone.add(best.component.id());
        stale.add(best.component.id());
      }
      return best;
    }

    /**
     * The strongest may itself follow from another part that is there: then that one goes first,
     * unless each explains the other.
     */
    private Candidate before(Candidate best) {
      if (best == null || !part(best)) {
        return best;
      }
      for (Candidate c : weighed.values()) {
        if (c != null && c != best && part(c) && follows(best, c) && !follows(c, best)) {
          return c;
        }
      }
      return best;
    }

    private boolean part(Candidate c) {
      return c.component.kind() == Component.Kind.PART
          || c.component.kind() == Component.Kind.ACTUATOR;
    }

    private boolean follows(Candidate c, Candidate from) {
      double began = Episodes.began(from.signs);
      return !c.signs.isEmpty()
          && c.signs.stream()
              .allMatch(f -> explains(from.component, f) && Episodes.inTime(f, began));
    }

    /** Faults are explained now. */
    void take(List<KnownFault> gone) {
      for (KnownFault f : gone) {
        openBySpn.getOrDefault(f.spn(), List.of()).removeIf(x -> x == f);
        for (Component c : pointers.getOrDefault(f, List.of())) {
          pointed.getOrDefault(c.id(), List.of()).removeIf(x -> x == f);
          stale.add(c.id());
        }
        for (String id : explainers.getOrDefault(f.spn(), List.of())) {
          if (pointed.containsKey(id)) {
            stale.add(id);
          }
        }
      }
      stale.retainAll(pointed.keySet());
    }
  }

  private final Set<String> silentDone = new LinkedHashSet<>();

  /** Evidence of an electrical fault for its sensor, and of one that its part may explain. */
  private static final double SENSOR_FAILS = 1.5;

  private static final double OVERDRIVEN = 0.8;
  private static final int MISSING = 9;
  private static final int NETWORK = 19;

  private boolean pointsAt(KnownFault f, Component c) {
    boolean own = c.module().isEmpty() || c.module().equals(f.kind());
    if (c.kind() == Component.Kind.MODULE) {
      return !own
          && missing(f)
          && c.missedAs().contains(f.spn())
          && pack.sameSide(c.module(), f.kind());
    }
    if (!own) {
      return false;
    }
    if (c.signs().stream().anyMatch(s -> s.is(f.spn(), f.fmi()))) {
      return true;
    }
    boolean line = c.kind() == Component.Kind.SUPPLY || c.kind() == Component.Kind.GROUND;
    return line && c.feeds().contains(f.spn()) && f.electrical();
  }

  private static boolean missing(KnownFault f) {
    return f.fmi() == MISSING || f.fmi() == NETWORK;
  }

  /** How strongly the faults point at a component, of those with this bearing; null for not. */
  private Candidate weigh(
      Component c, List<KnownFault> pointed, Recency bearing, Map<Integer, List<KnownFault>> open) {
    List<KnownFault> signs =
        pointed.stream().filter(f -> Recency.of(f, now).compareTo(bearing) == 0).toList();
    boolean mute = bearing == Recency.TODAY && silent.contains(c.module());
    return switch (c.kind()) {
      case MODULE -> {
        if (mute && !silentDone.contains(c.id())) {
          yield new Candidate(c, pointed, 10 + pointed.size());
        }
        long reporters = signs.stream().map(f -> f.fault().module()).distinct().count();
        yield signs.isEmpty() ? null : new Candidate(c, signs, 0.4 + reporters);
      }
      case SUPPLY -> line(c, signs);
      case GROUND -> line(c, signs);
      case SENSOR ->
          signs.isEmpty()
              ? null
              : new Candidate(c, signs, overdriven(signs, open) ? OVERDRIVEN : SENSOR_FAILS);
      case ACTUATOR, PART -> {
        double wanted = distinct(c);
        double there = signs.stream().map(KnownFault::spn).distinct().count();
        yield signs.isEmpty()
            ? null
            : new Candidate(c, signs, there * there / wanted + 0.3 * explained(c, signs, open));
      }
    };
  }

  /**
   * A quantity that leaves the range of its sensor looks like a broken sensor. Where the module
   * first, or as well, saw it too far within the range, the part is meant that the pack names.
   */
  private boolean overdriven(List<KnownFault> signs, Map<Integer, List<KnownFault>> open) {
    for (KnownFault f : signs) {
      boolean seen = false;
      for (KnownFault g : open.getOrDefault(f.spn(), List.of())) {
        seen |=
            !g.electrical()
                && g.kind().equals(f.kind())
                && pointers.getOrDefault(g, List.of()).stream()
                    .anyMatch(
                        part ->
                            explains(part, f) && Episodes.inTime(f, Episodes.began(List.of(g))));
      }
      if (!seen) {
        return false;
      }
    }
    return true;
  }

  private static double distinct(Component c) {
    return c.signs().stream().map(Component.FaultPattern::spn).distinct().count();
  }

  /** How many other faults it would explain. */
  private long explained(Component c, List<KnownFault> signs, Map<Integer, List<KnownFault>> open) {
    double began = Episodes.began(signs);
    long spns = 0;
    int last = -1;
    for (Component.FaultPattern s : c.explains()) {
      for (KnownFault f : open.getOrDefault(s.spn(), List.of())) {
        if (s.spn() != last && explains(c, f) && Episodes.inTime(f, began) && !isSign(c, f)) {
          spns++;
          last = s.spn();
        }
      }
    }
    return spns;
  }

  private static boolean isSign(Component c, KnownFault f) {
    for (Component.FaultPattern s : c.signs()) {
      if (s.is(f.spn(), f.fmi())) {
        return true;
      }
    }
    return false;
  }

  private boolean explains(Component c, KnownFault f) {
    if (!pack.sameSide(c.module(), f.kind())) {
      return false;
    }
    for (Component.FaultPattern s : c.explains()) {
      if (s.is(f.spn(), f.fmi())) {
        return !pack.isGeneric(f.spn(), f.fmi());
      }
    }
    return false;
  }

  /**
   * A line is named where its own monitor says so, or where at least two of what hangs on it fail
   * the same way, low for a supply and high for a ground.
   */
  private static Candidate line(Component c, List<KnownFault> signs) {
    List<KnownFault> own =
        signs.stream()
            .filter(f -> c.signs().stream().anyMatch(s -> s.is(f.spn(), f.fmi())))
            .toList();
    int like = c.kind() == Component.Kind.GROUND ? 3 : 4;
    List<KnownFault> fed = signs.stream().filter(f -> c.feeds().contains(f.spn())).toList();
    long alike = fed.stream().filter(f -> f.fmi() == like).map(KnownFault::spn).distinct().count();
    if (own.isEmpty() && alike < 2) {
      return null;
    }
    List<KnownFault> together =
        own.isEmpty() ? fed.stream().filter(f -> f.fmi() == like).toList() : signs;
    return new Candidate(c, together, (own.isEmpty() ? 0 : 2) + 1.2 * alike);
  }

  private List<KnownFault> knockOns(Candidate c, List<KnownFault> open) {
    double began = Episodes.began(c.signs);
    List<KnownFault> after = new ArrayList<>();
    for (KnownFault f : open) {
      // What a broken sensor says of its quantity follows from the sensor.
      boolean again =
          sameQuantity(c, f)
              && (pointsAt(f, c.component) || c.component.kind() == Component.Kind.SENSOR);
      if ((again || explains(c.component, f)) && Episodes.inTime(f, began)) {
        after.add(f);
      }
    }
    return after;
  }

  private static boolean sameQuantity(Candidate c, KnownFault f) {
    for (KnownFault s : c.signs) {
      if (s.spn() == f.spn() && s.kind().equals(f.kind())) {
        return true;
      }
    }
    return false;
  }

  /** Faults that no component takes: each leads by itself. */
  private List<Lead> leftOver(
      List<KnownFault> open, Recency bearing, List<Lead> before, Map<String, Double> episodes) {
    List<Lead> leads = new ArrayList<>();
    List<KnownFault> left = open.stream().filter(f -> Recency.of(f, now) == bearing).toList();
    take(open, left);
    for (KnownFault f : left) {
      leads.add(
          new Lead(
              "fault:" + f.key(),
              f.fault().component() + ", " + f.fault().mode(),
              bearing,
              f.active() ? Lead.Mark.NOW : Lead.Mark.EARLIER,
              Reasons.ofFault(f, pack, now),
              List.of(f),
              List.of(),
              f.times(),
              f.lastHour(),
              episodes.containsKey(f.key()),
              List.of(),
              ""));
    }
    return leads;
  }

  private Lead lead(
      Candidate c, Recency bearing, List<KnownFault> knockOns, Map<String, Double> episodes) {
    boolean mute =
        c.component.kind() == Component.Kind.MODULE && silent.contains(c.component.module());
    boolean active = c.signs.stream().anyMatch(KnownFault::active);
    OptionalDouble last =
        c.signs.stream()
            .filter(f -> f.lastHour().isPresent())
            .mapToDouble(f -> f.lastHour().getAsDouble())
            .max();
    boolean first = c.signs.stream().anyMatch(f -> episodes.containsKey(f.key()));
    String title =
        mute ? FaultWords.say("does-not-answer", c.component.title()) : c.component.title();
    return new Lead(
        c.component.id(),
        title,
        bearing,
        mute ? Lead.Mark.SILENT : active ? Lead.Mark.NOW : Lead.Mark.EARLIER,
        Reasons.ofComponent(c.component, mute, c.signs, now, first),
        c.signs,
        knockOns,
        c.signs.stream().mapToInt(KnownFault::times).max().orElse(0),
        last,
        first,
        List.of(),
        "");
  }

  /** Today before earlier before old; there now or silent before not; specific, then frequent. */
  private List<Lead> order(List<Lead> leads) {
    Set<Lead> generic = Collections.newSetFromMap(new IdentityHashMap<>());
    leads.stream().filter(this::generic).forEach(generic::add);
    return leads.stream()
        .sorted(
            Comparator.comparing(Lead::bearing)
                .thenComparing(generic::contains)
                .thenComparing(l -> l.mark() == Lead.Mark.EARLIER)
                .thenComparing(l -> l.mark() == Lead.Mark.SILENT)
                .thenComparing(l -> -l.signs().size() - l.knockOns().size())
                .thenComparing(l -> -l.times())
                .thenComparing(Lead::id))
        .toList();
  }

  private boolean generic(Lead l) {
    return !l.signs().isEmpty()
        && l.signs().stream().allMatch(f -> pack.isGeneric(f.spn(), f.fmi()));
  }
}
