package hitchlamp.core.trial;

import hitchlamp.core.j1939.Message;
import hitchlamp.core.j1939.RawValue;
import hitchlamp.core.pack.ConditionSpec;
import hitchlamp.core.pack.ControlSpec;
import hitchlamp.core.pack.GuardSpec;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.Parameter;
import hitchlamp.core.pack.TestSpec;
import hitchlamp.core.watch.Poll;
import hitchlamp.core.words.Said;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** What the bench knows of the unit while a test is under way. */
final class BenchScene implements Scene {
  /** Bytes before the data of a read identifier: the service, and the identifier. */
  static final int HEAD = 3;

  /** The list of a test that names what any module may tell. */
  private static final String ANYWHERE = "anywhere";

  private static final long TRACE_MICROS = 100_000;
  private static final int MOST_TRACE = 6_000;
  private static final SampleWindow NEVER = new SampleWindow();
  private static final BlockWindow NO_BLOCK = new BlockWindow();

  private final TestSpec spec;
  private final Pack pack;
  private final String module;
  private final int address;
  private final Map<Integer, SampleWindow> values = new LinkedHashMap<>();
  private final Set<Integer> anywhere = new HashSet<>();
  private final Map<String, SampleWindow> reads = new LinkedHashMap<>();
  private final Map<String, BlockWindow> blocks = new LinkedHashMap<>();
  private final Map<String, ControlState> controls = new LinkedHashMap<>();
  private final Map<String, RoutineEnd> routines = new HashMap<>();
  private final Map<Integer, String> modules = new HashMap<>();
  private Poll.Out readTo = (module, address, identifier, raw, at) -> {};
  private final List<BenchTrace.Point> trace = new ArrayList<>();
  private long now;
  private long tracedAt = Long.MIN_VALUE / 2;

  BenchScene(TestSpec spec, Pack pack, TestedUnit of) {
    this.spec = spec;
    this.pack = pack;
    this.module = of.module().kind();
    this.address = of.module().address();
    pack.modules().values().forEach(m -> modules.put(m.address(), m.id()));
    of.modules().stream()
        .filter(m -> !m.kind().isEmpty())
        .forEach(m -> modules.put(m.address(), m.kind()));
    spec.values().forEach(spn -> values.put(spn, new SampleWindow()));
    spec.lists().getOrDefault(ANYWHERE, List.of()).forEach(spn -> want(spn, true));
    for (ConditionSpec c : spec.conditions()) {
      want(c.of(), c.anywhere());
    }
    for (GuardSpec g : spec.guards()) {
      want(g.of(), g.anywhere());
    }
    spec.reads()
        .forEach(
            (name, id) -> {
              if (pack.services().blocks().containsKey(id)) {
                blocks.put(name, new BlockWindow());
              } else {
                reads.put(name, new SampleWindow());
              }
            });
    for (String name : spec.uses().keySet()) {
      pack.bench()
          .control(spec, name)
          .ifPresent(
              c -> {
                controls.put(name, ControlState.returned(0));
                c.feedback().ifPresent(f -> want(f.spn(), false));
              });
    }
  }

  private void want(int spn, boolean fromAnywhere) {
    values.computeIfAbsent(spn, k -> new SampleWindow());
    if (fromAnywhere) {
      anywhere.add(spn);
    }
  }

  void now(long micros) {
    now = Math.max(now, micros);
  }

  void heard(Message m) {
    for (Parameter p : pack.parametersIn(m.pgn())) {
      SampleWindow window = values.get(p.spn());
      if (window != null && (m.source() == address || anywhere.contains(p.spn()))) {
        Parameter.Reading r = p.read(m);
        if (r.state() == RawValue.VALID) {
          window.add(m.lastMicros(), r.value());
        }
      }
    }
  }

  /**
   * What a module told of an identifier.
   *
   * @param at where its value begins in the answer
   * @param length of its value, bytes
   */
  void told(String name, byte[] data, int at, int length, long micros) {
    int id = spec.reads().get(name);
    if (blocks.containsKey(name)) {
      pack.services()
          .blocks()
          .get(id)
          .read(data, at)
          .ifPresent(t -> blocks.get(name).add(micros, t));
      return;
    }
    Parameter of = pack.services().identifiers().get(id);
    long raw = 0;
    for (int i = 0; i < length; i++) {
      raw = raw << 8 | data[at + i] & 0xFF;
    }
    if (RawValue.of(raw, of.bits()) == RawValue.VALID) {
      reads.get(name).add(micros, raw * of.scale() + of.offset());
      readTo.value(module, address, id, raw, micros);
    }
  }

  void control(String name, ControlState state) {
    controls.put(name, state);
  }

  void ended(String routine, RoutineEnd end) {
    routines.put(routine, end);
  }

  void readTo(Poll.Out to) {
    readTo = to;
  }

  /** Controls that are not with their module, in the order in which the pack names them. */
  Map<String, ControlState> taken() {
    Map<String, ControlState> taken = new LinkedHashMap<>(controls);
    taken.values().removeIf(ControlState::free);
    return taken;
  }

  /** The same as the page shows them. */
  List<BenchState.SetPoint> setPoints() {
    List<BenchState.SetPoint> all = new ArrayList<>();
    taken()
        .forEach(
            (name, c) -> {
              ControlSpec control = pack.bench().control(spec, name).orElseThrow();
              all.add(
                  new BenchState.SetPoint(
                      name,
                      control.title(),
                      c.value(),
                      control.coding().unit().symbol(),
                      c.state(),
                      (now - c.sinceMicros()) / 1e6));
            });
    return all;
  }

  /** Why a guard lets go now; null where none does. */
  Said danger() {
    return spec.guards().stream()
        .filter(this::trips)
        .findFirst()
        .map(g -> new Said(g.says()))
        .orElse(null);
  }

  private boolean trips(GuardSpec g) {
    SampleWindow w = values.get(g.of());
    double last = w.last();
    return now - w.lastMicros() > g.silentSeconds() * 1e6 || last > g.above() || last < g.below();
  }

  /** Notes what there is, where it is time. */
  void trace(String held) {
    boolean nothing = spec.values().isEmpty() && reads.isEmpty();
    if (nothing || now - tracedAt < TRACE_MICROS || trace.size() >= MOST_TRACE) {
      return;
    }
    tracedAt = now;
    List<Double> figures = new ArrayList<>();
    spec.values().forEach(spn -> figures.add(values.get(spn).last()));
    reads.values().forEach(w -> figures.add(w.last()));
    trace.add(new BenchTrace.Point(now, List.copyOf(figures), held));
  }

  BenchTrace trace() {
    List<BenchState.Now> all = newest();
    return new BenchTrace(
        all.stream().map(BenchState.Now::name).toList(),
        all.stream().map(BenchState.Now::unit).toList(),
        trace);
  }

  /** The newest of the values that are kept. */
  List<BenchState.Now> newest() {
    List<BenchState.Now> all = new ArrayList<>();
    for (int spn : spec.values()) {
      Parameter p = pack.parameters().get(spn);
      all.add(new BenchState.Now(p.name(), values.get(spn).last(), p.unit().symbol()));
    }
    reads.forEach(
        (name, w) -> {
          Parameter p = pack.services().identifiers().get(spec.reads().get(name));
          all.add(new BenchState.Now(p.name(), w.last(), p.unit().symbol()));
        });
    return all;
  }

  @Override
  public long now() {
    return now;
  }

  @Override
  public SampleWindow value(int spn) {
    return values.getOrDefault(spn, NEVER);
  }

  @Override
  public SampleWindow read(String name) {
    return reads.getOrDefault(name, NEVER);
  }

  @Override
  public BlockWindow block(String name) {
    return blocks.getOrDefault(name, NO_BLOCK);
  }

  @Override
  public ControlState control(String name) {
    return controls.getOrDefault(name, ControlState.returned(0));
  }

  @Override
  public String module() {
    return module;
  }

  @Override
  public String moduleAt(int address) {
    return modules.getOrDefault(address, "");
  }

  @Override
  public Optional<RoutineEnd> routine(String name) {
    return Optional.ofNullable(routines.get(name));
  }
}
