package hitchlamp.server.trial;

import hitchlamp.core.hookup.Roll;
import hitchlamp.core.j1939.Message;
import hitchlamp.core.pack.ModuleRef;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.TestSpec;
import hitchlamp.core.station.OperatorEvent;
import hitchlamp.core.station.Station;
import hitchlamp.core.trial.Act;
import hitchlamp.core.trial.Bench;
import hitchlamp.core.trial.BenchState;
import hitchlamp.core.trial.KeyCycles;
import hitchlamp.core.trial.StoredTrial;
import hitchlamp.core.trial.TestKinds;
import hitchlamp.core.trial.TestedUnit;
import hitchlamp.core.watch.RecordingPlan;
import hitchlamp.server.account.Account;
import hitchlamp.server.hookup.Linked;
import hitchlamp.server.hookup.ProcedureQueue;
import hitchlamp.server.hookup.Tenant;
import hitchlamp.server.hookup.TenantReports;
import hitchlamp.server.watch.WatchRun;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.function.Consumer;

/** Tests that command the unit, in one hook-up. Only the live owner's thread touches it. */
final class TrialRun implements Tenant {
  /**
   * Whose test it is and of what.
   *
   * @param run names it before its row is there
   */
  record Of(Account who, Pack pack, TestSpec spec, ModuleRef module, Instant began, String run) {}

  /** Of what was before the first command, s. */
  private static final double BEFORE_SECONDS = 5;

  /** Longest recording of a test, s. */
  private static final double MOST_SECONDS = 4 * 3_600;

  private final Station station;
  private final ProcedureQueue turn;
  private final TenantReports reports;
  private final Trials shown;
  private final WatchRun watch;
  private final Consumer<OperatorEvent> operator;
  private final KeyCycles keys = new KeyCycles();
  private final Map<String, Long> ranAt = new HashMap<>();
  private volatile TestSpec underWay;
  private boolean begun;
  private Optional<Integer> recorder = Optional.empty();

  /**
   * @param watch whose values are looked at, and that records
   * @param shown shows what is not stored yet
   */
  TrialRun(Linked link, WatchRun watch, Trials shown) {
    this.station = link.station();
    this.turn = link.queue();
    this.reports = link.reports();
    this.operator = link.operator();
    this.watch = watch;
    this.shown = shown;
  }

  /** Modules on which a test can be done. */
  static List<ModuleRef> modules(Roll roll, Pack pack, TestSpec spec) {
    return TestedUnit.choices(spec, pack, roll.modules(pack));
  }

  @Override
  public void heard(Message message) {
    keys.heard(message);
  }

  /** True where a test was run already since the key came on, and may be only once. */
  private boolean usedUp(TestSpec spec, ModuleRef module) {
    Long at = ranAt.get(name(spec, module));
    return spec.onceAKeyCycle() && at != null && !keys.cameOn(module.address(), at);
  }

  private static String name(TestSpec spec, ModuleRef module) {
    return spec.id() + "@" + module.address();
  }

  /** Prepares a test; nothing is commanded before a person begins it. */
  void prepare(Roll roll, Pack pack, TestSpec spec, String module, Account who) {
    Optional<ModuleRef> target =
        modules(roll, pack, spec).stream().filter(t -> t.kind().equals(module)).findFirst();
    if (target.isEmpty() || turn.taken()) {
      return;
    }
    boolean usedUp = usedUp(spec, target.get());
    Bench<?, ?> bench =
        Bench.of(spec, pack, new TestedUnit(target.get(), roll.modules(pack), usedUp));
    bench.readTo(watch::value);
    underWay = spec;
    Of of = new Of(who, pack, spec, target.get(), Instant.now(), UUID.randomUUID().toString());
    begun = false;
    recorder = Optional.empty();
    operator.accept(OperatorEvent.prepared(pack.id(), spec.id(), target.get().address(), usedUp));
    Runnable ended = () -> ended(bench, of);
    turn.run(
        TrialWords.say("a-test-is-under-way", spec.title()),
        bench,
        ProcedureQueue.told(() -> progress(bench, of), ended, ended));
  }

  private void progress(Bench<?, ?> bench, Of of) {
    begun(bench, of);
    shows(of, bench.result());
  }

  private void shows(Of of, BenchState<?> state) {
    shown.shows(reports.job(), of.spec(), of.module(), state);
  }

  /** It is shown as soon as it is stored. */
  private void stores(Of of, BenchState<?> state, Long recording) {
    reports.store(
        new TrialReport.TrialEnded(
            reports.job(),
            of.run(),
            of.spec().id(),
            of.spec().title(),
            of.pack().id(),
            of.module(),
            state.ending(),
            state.says(),
            state.seen(),
            state.judgement(),
            new StoredTrial<>(state.observed(), state.trace()),
            recording,
            reports.by(of.who()),
            reports.hours(),
            station.now()),
        () -> shows(of, state));
  }

  /** The first command was given: a row is written before the outcome is known. */
  private void begun(Bench<?, ?> bench, Of of) {
    if (!begun && bench.commanded()) {
      begun = true;
      ranAt.put(name(of.spec(), of.module()), station.now());
      reports.store(
          new TrialReport.TrialBegan(
              reports.job(),
              of.run(),
              of.spec().kind(),
              of.spec().id(),
              of.spec().title(),
              of.pack().id(),
              of.module(),
              reports.by(of.who()),
              of.began(),
              reports.hours(),
              station.now()));
      record(of);
    }
  }

  /** What the test looks at goes into an ordinary recording. */
  private void record(Of of) {
    List<String> channels = new ArrayList<>();
    String module = of.module().kind() + "/";
    of.spec().values().forEach(spn -> channels.add(module + spn));
    of.spec().reads().values().forEach(id -> channels.add(module + String.format("x%04X", id)));
    if (!channels.isEmpty()) {
      recorder =
          watch.recordTest(
              new RecordingPlan(
                  TrialWords.say("recording-of-test", of.spec().title(), of.module().title()),
                  channels,
                  BEFORE_SECONDS,
                  Optional.empty(),
                  Optional.empty(),
                  0,
                  MOST_SECONDS,
                  false),
              of.who(),
              station.now());
    }
  }

  /** The recording of a test that has ended, with what was held as marks; null where none is. */
  private Long recorded(BenchState<?> state) {
    if (recorder.isEmpty()) {
      return null;
    }
    int number = recorder.get();
    state.trace().held().forEach(h -> watch.held(number, h.fromMicros(), h.toMicros(), h.what()));
    watch.stop(number, station.now());
    return watch.recordingOf(number).orElse(null);
  }

  private void ended(Bench<?, ?> bench, Of of) {
    begun(bench, of);
    BenchState<?> state = bench.result();
    underWay = null;
    if (begun) {
      stores(of, state, recorded(state));
    } else {
      shows(of, state);
    }
  }

  /**
   * Gives the test what a person did.
   *
   * @param may true where the person may command the unit; without it only tests that command
   *     nothing take it
   */
  void act(Act act, boolean may) {
    if (turn.running() instanceof Bench<?, ?> bench && (may || !commands(bench.spec()))) {
      operator.accept(new OperatorEvent(OperatorEvent.TRIAL, act.action(), act.arguments()));
      station.say(bench, act.line());
    }
  }

  /** True where a test commands anything. */
  static boolean commands(TestSpec spec) {
    return TestKinds.of(spec).commands();
  }

  /** The test under way; empty where there is none. From any thread. */
  Optional<TestSpec> underWay() {
    return Optional.ofNullable(underWay);
  }

  /** The link is gone. */
  @Override
  public void brokenOff(long micros) {
    if (turn.running() instanceof Bench<?, ?> bench) {
      bench.brokenOff();
    }
  }
}
