package hitchlamp.core.fault;

import hitchlamp.core.j1939.Dtc;
import hitchlamp.core.j1939.FaultMessage;
import hitchlamp.core.j1939.FreezeFrames;
import hitchlamp.core.j1939.Lamps;
import hitchlamp.core.j1939.Message;
import hitchlamp.core.j1939.MonitorCounts;
import hitchlamp.core.j1939.Pgn;
import hitchlamp.core.j1939.RawValue;
import hitchlamp.core.j1939.Readiness;
import hitchlamp.core.j1939.TestResult;
import hitchlamp.core.pack.ModuleRef;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.Parameter;
import hitchlamp.core.pack.ServiceKind;
import hitchlamp.core.station.Answer;
import hitchlamp.core.uds.FaultInformation;
import hitchlamp.core.uds.ServiceFault;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.OptionalInt;
import java.util.Set;

/** Collects what one module tells about its faults. */
final class FaultCollector extends ModuleCollector {
  private static final int NOT_AVAILABLE = 0xFB00;
  private static final int ENGINE_HOURS_SPN = 247;

  private final Map<FaultList, String> lists = new EnumMap<>(FaultList.class);
  private final Map<Long, Draft> drafts = new LinkedHashMap<>();
  private Lamps lamps;
  private OptionalInt warmUps = OptionalInt.empty();
  private OptionalInt minutes = OptionalInt.empty();
  private Optional<Readiness> readiness = Optional.empty();
  private Optional<MonitorCounts> monitorCounts = Optional.empty();
  private List<FreezeFrames.Support> layout = List.of();
  private final Map<List<Integer>, TestResult> tests = new LinkedHashMap<>();
  private final Map<Long, List<Snapshot>> frozen = new HashMap<>();
  private final FurtherCollector further = new FurtherCollector();
  private List<Integer> numbered = List.of();

  private static final class Draft {
    final Dtc dtc;
    boolean byServiceAlone;
    final Set<FaultState> states = EnumSet.noneOf(FaultState.class);
    boolean emission;
    OptionalDouble first = OptionalDouble.empty();
    OptionalDouble last = OptionalDouble.empty();
    List<Snapshot> snapshots = List.of();

    Draft(Dtc dtc) {
      this.dtc = dtc;
    }
  }

  FaultCollector(ModuleRef target, Pack pack) {
    super(target, pack);
  }

  private Draft draft(Dtc dtc) {
    return drafts.computeIfAbsent((long) dtc.spn() << 5 | dtc.fmi(), k -> new Draft(dtc));
  }

  private Optional<Draft> find(int spn, int fmi) {
    return Optional.ofNullable(drafts.get((long) spn << 5 | fmi));
  }

  /** A group that was asked for. */
  void group(int pgn, Message m) {
    Optional<FaultList> list = FaultList.ofGroup(pgn);
    if (list.isPresent()) {
      FaultMessage content = FaultMessage.of(m.data(), target().conversion());
      content
          .garbled()
          .ifPresent(
              g -> odd(FaultWords.say("its-list-of-faults-is-garbled", list.get().title(), g)));
      lists.put(list.get(), content.garbled().isPresent() ? "garbled" : "told");
      if (content.garbled().isEmpty()) {
        further.listed(list.get(), content.faults().size());
      }
      if (list.get() == FaultList.ACTIVE) {
        lamps = content.lamps();
      }
      for (Dtc dtc : content.faults()) {
        Draft d = draft(dtc);
        d.states.add(list.get().state());
        d.emission |= list.get().emission();
      }
    } else if (pgn == Pgn.ENGINE_HOURS) {
      hours(m);
    } else if (pgn == Pgn.DM26 && m.data().length >= 3 && m.at(2) <= 250) {
      warmUps = OptionalInt.of(m.at(2));
    } else if (pgn == Pgn.DM21 && m.data().length >= 8) {
      int raw = m.at(6) | m.at(7) << 8;
      minutes = raw < NOT_AVAILABLE ? OptionalInt.of(raw) : OptionalInt.empty();
    } else if (pgn == Pgn.DM5) {
      readiness = Readiness.of(m.data());
    } else if (pgn == Pgn.DM20) {
      monitorCounts = MonitorCounts.of(m.data());
      monitorCounts
          .flatMap(MonitorCounts::garbled)
          .ifPresent(g -> odd(FaultWords.say("its-monitor-counts-are-garbled", g)));
    } else if (pgn == Pgn.DM24) {
      layout = FreezeFrames.layout(m.data());
    } else if (pgn == Pgn.DM30) {
      TestResult.Told told = TestResult.of(m.data());
      told.garbled().ifPresent(g -> odd(FaultWords.say("its-test-results-are-garbled", g)));
      told.results().forEach(this::test);
    } else if (pgn == Pgn.DM8) {
      TestResult.old(m.data()).ifPresent(this::test);
    } else if (pgn == Pgn.DM10) {
      numbered = TestResult.numbers(m.data());
    } else if (further.heard(pgn, m, target().conversion(), this::odd)) {
      // What it tells beside its lists is kept there.
    } else if (pgn == Pgn.DM25) {
      freeze(FreezeReader.laidOut(m.data(), layout, pack(), target().conversion()));
    } else if (pgn == Pgn.DM4) {
      freeze(FreezeReader.old(m.data(), pack(), target().conversion()));
    }
  }

  private void test(TestResult r) {
    tests.put(List.of(r.spn(), r.fmi(), r.test()), r);
  }

  private void freeze(FreezeReader.Read read) {
    read.garbled().ifPresent(g -> odd(FaultWords.say("its-frozen-values-are-garbled", g)));
    FreezeReader.keep(read, frozen);
  }

  /** True where the module lays out frozen values itself. */
  boolean freezes() {
    return layout.stream().anyMatch(FreezeFrames.Support::frozen);
  }

  /** Parameters whose monitors tell what their tests found, as many as are asked for. */
  List<Integer> tested() {
    return layout.stream()
        .filter(FreezeFrames.Support::testResults)
        .map(FreezeFrames.Support::spn)
        .distinct()
        .limit(TestResult.MOST)
        .toList();
  }

  /** Tests that it only numbers. */
  List<Integer> numbered() {
    return numbered;
  }

  /** True where it watches the emissions by monitors of its own. */
  boolean monitors() {
    return readiness.map(r -> !r.monitors().isEmpty()).orElse(false);
  }

  /** Key of the sentence that says how far it had come when it stopped answering. */
  String gaveUp() {
    if (further.any()) {
      return "it-stopped-answering-about-what-it";
    }
    return tested().isEmpty()
        ? "it-stopped-answering-some-of-its"
        : "it-stopped-answering-about-its-tests";
  }

  /** Those of them of which nothing was told. */
  private List<Integer> untold() {
    return tested().stream()
        .filter(spn -> tests.values().stream().noneMatch(t -> t.spn() == spn))
        .toList();
  }

  private List<Integer> untoldTests() {
    return numbered.stream()
        .filter(n -> tests.values().stream().noneMatch(t -> t.spn() == 0 && t.test() == n))
        .toList();
  }

  /** A group that did not come. */
  void unanswered(int pgn, Answer answer) {
    if (pgn == Pgn.DM30 || pgn == Pgn.DM8) {
      odd(FaultWords.say("it-did-not-tell-what-a-test-found", word(answer)));
    }
    FaultList.ofGroup(pgn)
        .ifPresent(
            l -> {
              lists.put(l, word(answer));
              if (l == FaultList.ACTIVE || l == FaultList.EARLIER) {
                odd(FaultWords.say("its-faults-are-not-known", l.title(), word(answer)));
              }
            });
  }

  private static String word(Answer answer) {
    if (answer instanceof Answer.NotSupported) {
      return FaultWords.say("not-supported");
    } else if (answer instanceof Answer.Denied) {
      return "denied";
    } else if (answer instanceof Answer.Busy) {
      return "busy";
    } else if (answer instanceof Answer.Broken) {
      return FaultWords.say("not-whole");
    } else if (answer instanceof Answer.NotAsked) {
      return FaultWords.say("not-asked");
    }
    return FaultWords.say("no-answer");
  }

  private static Parameter.Reading reading(Parameter p, byte[] data, int at) {
    long raw = number(data, at, (p.bits() + 7) / 8);
    return new Parameter.Reading(p, raw, RawValue.of(raw, p.bits()), 0);
  }

  /** A fault that the service names; the plain lists may not have it. */
  void service(ServiceFault f) {
    Draft d =
        draft(
            Dtc.encode(
                f.spn(),
                f.fmi(),
                Dtc.COUNT_NOT_AVAILABLE,
                hitchlamp.core.j1939.ConversionVersion.V4));
    if (d.states.isEmpty()) {
      d.byServiceAlone = true;
      d.states.add(
          f.has(ServiceFault.TEST_FAILED)
              ? FaultState.ACTIVE
              : f.has(ServiceFault.CONFIRMED) ? FaultState.PREVIOUSLY_ACTIVE : FaultState.PENDING);
    }
  }

  /** Its service tells faults in a format that holds no SPN: what came of it is dropped. */
  void onlyAsBroadcast(String why) {
    drafts.values().removeIf(d -> d.byServiceAlone);
    frozen.clear();
    odd(why);
  }

  /** Times and count of a fault, by service. */
  void extended(int spn, int fmi, byte[] data) {
    ServiceKind.Occurrence o = pack().services().occurrence().orElseThrow();
    var read =
        FaultInformation.extendedData(data, spn, fmi, n -> pack().services().lengthOfRecord(n));
    read.garbled().ifPresent(g -> odd(FaultWords.say("times-of-spn-fmi-are-garbled", spn, fmi, g)));
    for (FaultInformation.Numbered r : read.value()) {
      if (r.number() == o.record()) {
        find(spn, fmi)
            .ifPresent(
                d -> {
                  d.first = hour(r.data(), o.firstAt(), o.hoursStep());
                  d.last = hour(r.data(), o.lastAt(), o.hoursStep());
                });
      }
    }
  }

  private static OptionalDouble hour(byte[] data, int at, double step) {
    long raw = number(data, at, 4);
    return RawValue.of(raw, 32) == RawValue.VALID
        ? OptionalDouble.of(raw * step)
        : OptionalDouble.empty();
  }

  /** Frozen values of a fault, by service. */
  void snapshots(int spn, int fmi, byte[] data) {
    ServiceKind services = pack().services();
    var read = FaultInformation.snapshots(data, spn, fmi, services::lengthOf);
    read.garbled().ifPresent(g -> odd(FaultWords.say("frozen-values-of-spn-fmi", spn, fmi, g)));
    List<Snapshot> snapshots = new ArrayList<>();
    for (FaultInformation.Snapshot s : read.value()) {
      snapshots.add(
          new Snapshot(
              s.number(),
              s.values().stream()
                  .map(f -> reading(services.identifiers().get(f.identifier()), f.data(), 0))
                  .toList()));
    }
    find(spn, fmi).ifPresent(d -> d.snapshots = List.copyOf(snapshots));
  }

  private List<Snapshot> frames(Draft d) {
    return List.copyOf(frozen.getOrDefault((long) d.dtc.spn() << 5 | d.dtc.fmi(), List.of()));
  }

  /** The engine hour in a frame, where the module tells no times: the fault was set by then. */
  private OptionalDouble frozenHour(Draft d, OptionalDouble engineHours) {
    return frames(d).stream()
        .flatMap(s -> s.find(ENGINE_HOURS_SPN).stream())
        .filter(r -> r.state() == RawValue.VALID)
        .mapToDouble(Parameter.Reading::value)
        .filter(h -> engineHours.isPresent() && h <= engineHours.getAsDouble() + 0.1)
        .min();
  }

  /** What fails at this moment and stands in no list of active ones is pending. */
  private void failingNow() {
    for (Dtc dtc : further.failing()) {
      Draft d = draft(dtc);
      if (!d.states.contains(FaultState.ACTIVE)) {
        d.states.add(FaultState.PENDING);
      }
    }
  }

  /**
   * What it told, its times moved to the engine's clock.
   *
   * @param engineHours the engine's clock at the read
   */
  ModuleFaults build(OptionalDouble engineHours) {
    ModuleRef target = target();
    OptionalDouble hours = hours();
    failingNow();
    double shift = shift(engineHours);
    boolean aligned = keepsTheAxis() || engineHours.isPresent() && hours.isPresent();
    List<KnownFault> faults = new ArrayList<>();
    for (Draft d : drafts.values()) {
      FaultState best = d.states.stream().min(Enum::compareTo).orElse(FaultState.PREVIOUSLY_ACTIVE);
      boolean inOrder =
          d.first.isPresent()
              && d.last.isPresent()
              && d.first.getAsDouble() <= d.last.getAsDouble()
              && (hours.isEmpty() || d.last.getAsDouble() <= hours.getAsDouble() + 0.1);
      if (d.last.isPresent() && !inOrder) {
        odd(FaultWords.say("the-times-of-spn-fmi-run", d.dtc.spn(), d.dtc.fmi()));
      }
      boolean timed = aligned && inOrder;
      faults.add(
          new KnownFault(
              Fault.of(d.dtc, best, target.key(), target.address(), pack()),
              target.kind(),
              target.title(),
              Set.copyOf(d.states),
              d.emission,
              timed ? OptionalDouble.of(d.first.getAsDouble() + shift) : frozenHour(d, engineHours),
              timed ? OptionalDouble.of(d.last.getAsDouble() + shift) : OptionalDouble.empty(),
              d.snapshots.isEmpty() ? frames(d) : d.snapshots,
              false));
    }
    faults.sort(java.util.Comparator.comparing(KnownFault::fault, Fault.PLAIN_ORDER));
    return new ModuleFaults(
        target,
        Map.copyOf(lists),
        Optional.ofNullable(lamps),
        List.copyOf(faults),
        hours,
        warmUps,
        minutes,
        readiness,
        monitorCounts,
        List.copyOf(tests.values()),
        untold(),
        further.told(untoldTests()),
        oddities(),
        ended());
  }
}
