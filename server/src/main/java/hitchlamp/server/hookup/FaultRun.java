package hitchlamp.server.hookup;

import hitchlamp.core.fault.ActiveWatch;
import hitchlamp.core.fault.ClearCall;
import hitchlamp.core.fault.FaultCall;
import hitchlamp.core.fault.FaultReading;
import hitchlamp.core.fault.SelfTest;
import hitchlamp.core.hookup.Roll;
import hitchlamp.core.j1939.Message;
import hitchlamp.core.pack.ModuleRef;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.TestSpec;
import hitchlamp.core.station.OperatorEvent;
import hitchlamp.core.station.Station;
import hitchlamp.core.trial.Bench;
import hitchlamp.core.trial.BenchGroup;
import hitchlamp.core.trial.BenchState;
import hitchlamp.core.trial.TestedUnit;
import hitchlamp.core.trial.circuits.Circuits;
import hitchlamp.core.trial.circuits.CircuitsSeen;
import hitchlamp.server.account.Account;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import java.util.stream.Collectors;

/**
 * What is done about faults in one hook-up: reads, clears between two reads, self-tests; one at a
 * time. Only the live owner's thread touches it.
 */
final class FaultRun implements Tenant {
  /** What a read is for. */
  enum Why {
    /** The roll has just been called. */
    ROLL,
    ASKED,
    /** It repeats by itself while somebody works. */
    WATCH,
    BEFORE_CLEAR,
    AFTER_CLEAR
  }

  /** A watch reads when a module tells a change by itself, and at the latest after this time. */
  private static final long WATCH_MICROS = 30_000_000;

  private static final long WATCH_GAP_MICROS = 1_000_000;

  private final Station station;
  private final ProcedureQueue turn;
  private final LiveReports reports;
  private final Consumer<OperatorEvent> operator;
  private FaultCall afterRoll;
  private boolean watching;
  private long nextWatch;
  private long watchedAt;
  private final ActiveWatch active = new ActiveWatch();
  private Roll watchRoll;
  private Pack watchPack;
  private Account watcher;

  FaultRun(
      Station station, ProcedureQueue turn, LiveReports reports, Consumer<OperatorEvent> operator) {
    this.station = station;
    this.turn = turn;
    this.reports = reports;
    this.operator = operator;
  }

  /** A message was on the bus: while a watch goes on, a change of active faults brings a read. */
  @Override
  public void heard(Message message) {
    if (watching && active.changedBy(message)) {
      nextWatch = Math.min(nextWatch, Math.max(station.now(), watchedAt + WATCH_GAP_MICROS));
    }
  }

  /** A watch reads when its time has come. */
  void tick() {
    if (!turn.busy() && watching && station.now() >= nextWatch) {
      nextWatch = station.now() + WATCH_MICROS;
      watchedAt = station.now();
      read(watchRoll, watchPack, watcher, Why.WATCH);
    }
  }

  /** Reads the faults of all modules that answered; something under way goes first. */
  void read(Roll roll, Pack pack, Account who, Why why) {
    read(roll, pack, who, why, r -> {});
  }

  /** Reads after the roll was called; what follows waits for its end. */
  void readAfterRoll(Roll roll, Pack pack, Account who, Runnable then) {
    // A newer roll knows the modules better, and perhaps the pack: what followed the last is done
    // anew.
    turn.cutOff(afterRoll);
    read(roll, pack, who, Why.ROLL, r -> then.run());
  }

  private void read(Roll roll, Pack pack, Account who, Why why, Consumer<FaultReading> then) {
    if (turn.taken()) {
      return;
    }
    FaultCall call = new FaultCall(pack, roll.modules(pack));
    afterRoll = why == Why.ROLL ? call : null;
    Set<String> silent = roll.silentKinds();
    operator.accept(OperatorEvent.of(OperatorEvent.FAULTS, OperatorEvent.BEGIN, pack.id()));
    boolean watched = why == Why.WATCH;
    Runnable tell = () -> reports.faults(call.result(), silent, pack, who, why);
    ProcedureQueue.Told told =
        ProcedureQueue.told(
            watched ? () -> {} : tell,
            () -> {
              active.known(call.result());
              tell.run();
              then.accept(call.result());
            },
            tell);
    if (watched) {
      turn.runMeanwhile(call, told);
    } else {
      turn.run(HookupWords.say("the-faults-are-being-read"), call, told);
    }
  }

  /** Repeats the read by itself, or stops doing so. */
  void watch(boolean on, Roll roll, Pack pack, Account who) {
    watching = on;
    watchRoll = roll;
    watchPack = pack;
    watcher = who;
    nextWatch = 0;
  }

  /**
   * Clears modules, always after a full read that is stored, and reads again.
   *
   * @param keys modules, empty for all
   */
  void clear(Roll roll, Pack pack, Account who, Set<String> keys) {
    read(roll, pack, who, Why.BEFORE_CLEAR, before -> clear(before, roll, pack, who, keys));
  }

  private void clear(FaultReading before, Roll roll, Pack pack, Account who, Set<String> keys) {
    List<ModuleRef> targets = ClearCall.targets(before, keys);
    if (targets.isEmpty()) {
      reports.log(
          HookupWords.say(
              "nothing-was-cleared",
              before.state() == FaultReading.State.COMPLETE
                  ? HookupWords.say("no-module-that-could-be-read")
                  : HookupWords.say("the-read-before-it-did-not")),
          station.now());
      return;
    }
    reports.log(
        HookupWords.say(
            "clearing-the-faults-of",
            targets.stream().map(ModuleRef::title).collect(Collectors.joining(", "))),
        station.now());
    ClearCall call = new ClearCall(targets);
    Runnable tell = () -> reports.cleared(call.result(), who, station.now());
    turn.run(
        HookupWords.say("faults-are-being-cleared"),
        call,
        ProcedureQueue.told(
            () -> {},
            () -> {
              tell.run();
              read(roll, pack, who, Why.AFTER_CLEAR);
            },
            tell));
  }

  private static List<SelfTest> outcomes(BenchGroup group) {
    return group.benches().stream().map(FaultRun::outcome).toList();
  }

  private static SelfTest outcome(Bench<?, ?> bench) {
    BenchState<?> state = bench.result();
    CircuitsSeen seen = (CircuitsSeen) state.observed();
    String says =
        seen.answered()
            ? seen.says()
            : bench.finished() ? state.says().toString() : HookupWords.say("under-way");
    return new SelfTest(
        bench.module(),
        bench.finished(),
        seen.done(),
        says,
        seen.found().stream().map(f -> new SelfTest.Found(f.spn(), f.fmi())).toList());
  }

  /** Asks modules to test their circuits. */
  void selfTest(Roll roll, Pack pack, Account who) {
    if (turn.taken()) {
      return;
    }
    Optional<TestSpec> test =
        pack.bench().tests().values().stream()
            .filter(t -> t.kind().equals(Circuits.ID))
            .findFirst();
    if (test.isEmpty()) {
      reports.log(HookupWords.say("the-pack-names-no-self-test"), station.now());
      return;
    }
    List<ModuleRef> modules = TrialRun.modules(roll, pack, test.get());
    BenchGroup group =
        new BenchGroup(
            modules.stream()
                .<Bench<?, ?>>map(m -> Bench.of(test.get(), pack, TestedUnit.of(m)))
                .toList());
    Runnable tell = () -> reports.selfTest(outcomes(group), true, who, station.now());
    turn.run(
        HookupWords.say("modules-are-testing-their-circuits"),
        group,
        ProcedureQueue.told(
            () -> reports.selfTest(outcomes(group), false, who, station.now()),
            () -> {
              tell.run();
              read(roll, pack, who, Why.ASKED);
            },
            () -> {
              group.benches().forEach(Bench::brokenOff);
              tell.run();
            }));
    for (Bench<?, ?> b : group.benches()) {
      operator.accept(
          OperatorEvent.prepared(pack.id(), test.get().id(), b.module().address(), false));
      station.run(b);
      operator.accept(OperatorEvent.of(OperatorEvent.TRIAL, Bench.BEGIN_SOON));
      station.say(b, Bench.BEGIN_SOON);
    }
  }

  /** The link is gone or the hook-up ends. */
  @Override
  public void brokenOff(long micros) {
    watching = false;
  }
}
