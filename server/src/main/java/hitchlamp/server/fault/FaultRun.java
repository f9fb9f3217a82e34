package hitchlamp.server.fault;

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
import hitchlamp.server.hookup.Linked;
import hitchlamp.server.hookup.ProcedureQueue;
import hitchlamp.server.hookup.Report;
import hitchlamp.server.hookup.Tenant;
import hitchlamp.server.hookup.TenantReports;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;

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
  private final TenantReports reports;
  private final Faults shown;
  private final Consumer<OperatorEvent> operator;
  private FaultCall followsRoll;
  private boolean watching;
  private long nextWatch;
  private long watchedAt;
  private final ActiveWatch active = new ActiveWatch();
  private Roll watchRoll;
  private Pack watchPack;
  private Account watcher;

  /**
   * @param shown shows what is not stored yet
   */
  FaultRun(Linked link, Faults shown) {
    this.station = link.station();
    this.turn = link.queue();
    this.reports = link.reports();
    this.operator = link.operator();
    this.shown = shown;
  }

  /** A message was on the bus: while a watch goes on, a change of active faults brings a read. */
  @Override
  public void heard(Message message) {
    if (watching && active.changedBy(message)) {
      nextWatch = Math.min(nextWatch, Math.max(station.now(), watchedAt + WATCH_GAP_MICROS));
    }
  }

  /** A watch reads when its time has come. */
  @Override
  public void publish(long nanos, long micros) {
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
  @Override
  public void afterRoll(Roll roll, Pack pack, Account who, Runnable then) {
    // A newer roll knows the modules better, and perhaps the pack: what followed the last is done
    // anew.
    turn.cutOff(followsRoll);
    read(roll, pack, who, Why.ROLL, r -> then.run());
  }

  private void read(Roll roll, Pack pack, Account who, Why why, Consumer<FaultReading> then) {
    if (turn.taken()) {
      return;
    }
    FaultCall call = new FaultCall(pack, roll.modules(pack));
    followsRoll = why == Why.ROLL ? call : null;
    Set<String> silent = roll.silentKinds();
    operator.accept(OperatorEvent.of(OperatorEvent.FAULTS, OperatorEvent.BEGIN, pack.id()));
    boolean watched = why == Why.WATCH;
    Runnable tell = () -> tell(call.result(), silent, pack, who, why);
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
      turn.run(FaultWords.say("the-faults-are-being-read"), call, told);
    }
  }

  private void tell(FaultReading reading, Set<String> silent, Pack pack, Account who, Why why) {
    Report.By by = reports.by(who);
    long job = reports.job();
    if (reading.state() == FaultReading.State.UNDER_WAY) {
      reports.show(() -> shown.reading(job, reading, silent, pack, by.account(), why.name()));
    } else {
      reports.store(new FaultReport.FaultsRead(job, reading, silent, pack.id(), by, why.name()));
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
    read(
        roll,
        pack,
        who,
        Why.BEFORE_CLEAR,
        before -> clear(before, ClearCall.of(before, keys), roll, pack, who));
  }

  /**
   * Clears one fault alone, always after a full read that is stored, and reads again.
   *
   * @param key of the fault
   */
  void clearOne(Roll roll, Pack pack, Account who, String key) {
    read(
        roll,
        pack,
        who,
        Why.BEFORE_CLEAR,
        before -> clear(before, ClearCall.ofOne(before, key), roll, pack, who));
  }

  private void clear(
      FaultReading before, Optional<ClearCall> chosen, Roll roll, Pack pack, Account who) {
    if (chosen.isEmpty()) {
      reports.log(
          FaultWords.say(
              "nothing-was-cleared",
              before.state() == FaultReading.State.COMPLETE
                  ? FaultWords.say("nothing-that-could-be-read")
                  : FaultWords.say("the-read-before-it-did-not")),
          station.now());
      return;
    }
    ClearCall call = chosen.get();
    reports.log(call.says(), station.now());
    Runnable tell =
        () ->
            reports.store(
                new FaultReport.Cleared(
                    reports.job(), call.result(), reports.by(who), reports.hours(), station.now()));
    turn.run(
        FaultWords.say("faults-are-being-cleared"),
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
            : bench.finished() ? state.says().toString() : FaultWords.say("under-way");
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
      reports.log(FaultWords.say("the-pack-names-no-self-test"), station.now());
      return;
    }
    List<ModuleRef> modules = TestedUnit.choices(test.get(), pack, roll.modules(pack));
    BenchGroup group =
        new BenchGroup(
            modules.stream()
                .<Bench<?, ?>>map(m -> Bench.of(test.get(), pack, TestedUnit.of(m)))
                .toList());
    Report.By by = reports.by(who);
    Runnable tell =
        () ->
            reports.store(
                new FaultReport.SelfTested(
                    reports.job(), outcomes(group), by, reports.hours(), station.now()));
    turn.run(
        FaultWords.say("modules-are-testing-their-circuits"),
        group,
        ProcedureQueue.told(
            () -> testing(outcomes(group), by),
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

  private void testing(List<SelfTest> outcomes, Report.By by) {
    long job = reports.job();
    long micros = station.now();
    Double hours = reports.hours();
    reports.show(() -> shown.selfTest(job, outcomes, false, by.account(), hours, micros));
  }

  /** The link is gone or the hook-up ends. */
  @Override
  public void brokenOff(long micros) {
    watching = false;
  }
}
