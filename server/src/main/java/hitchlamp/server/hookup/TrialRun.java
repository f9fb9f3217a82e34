package hitchlamp.server.hookup;

import hitchlamp.core.hookup.Roll;
import hitchlamp.core.pack.ModuleRef;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.TestSpec;
import hitchlamp.core.station.OperatorEvent;
import hitchlamp.core.station.Station;
import hitchlamp.core.trial.Act;
import hitchlamp.core.trial.Bench;
import hitchlamp.core.trial.BenchState;
import hitchlamp.server.account.Account;
import java.time.Instant;
import java.util.List;
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

  private final Station station;
  private final Turn turn;
  private final LiveReports reports;
  private final Consumer<OperatorEvent> operator;
  private boolean commands;

  TrialRun(Station station, Turn turn, LiveReports reports, Consumer<OperatorEvent> operator) {
    this.station = station;
    this.turn = turn;
    this.reports = reports;
    this.operator = operator;
  }

  /** Modules on which a test can be done. */
  static List<ModuleRef> modules(Roll roll, Pack pack, TestSpec spec) {
    return roll.modules(pack).stream()
        .filter(t -> t.services() && spec.isFor(pack.roleOf(t.kind())))
        .toList();
  }

  /** Prepares a test; nothing is commanded before a person begins it. */
  void prepare(Roll roll, Pack pack, TestSpec spec, String module, Account who) {
    Optional<ModuleRef> target =
        modules(roll, pack, spec).stream().filter(t -> t.kind().equals(module)).findFirst();
    if (target.isEmpty() || turn.taken()) {
      return;
    }
    Bench<?, ?> bench = Bench.of(spec, pack, target.get());
    Of of = new Of(who, pack, spec, target.get(), Instant.now(), UUID.randomUUID().toString());
    commands = false;
    operator.accept(OperatorEvent.prepared(pack.id(), spec.id(), target.get().address()));
    Runnable ended = () -> ended(bench, of);
    turn.run(
        HookupWords.say("a-test-is-under-way", spec.title()),
        bench,
        Turn.told(() -> progress(bench, of), ended, ended));
  }

  private void progress(Bench<?, ?> bench, Of of) {
    begun(bench, of);
    reports.trial(of, bench.result());
  }

  /** The first command was given: a row is written before the outcome is known. */
  private void begun(Bench<?, ?> bench, Of of) {
    if (!commands && bench.commanded()) {
      commands = true;
      reports.trialBegan(of, station.now());
    }
  }

  private void ended(Bench<?, ?> bench, Of of) {
    begun(bench, of);
    BenchState<?> state = bench.result();
    if (commands) {
      reports.trialEnded(of, state, station.now());
    } else {
      reports.trial(of, state);
    }
  }

  /** Gives the test what a person did. */
  void act(Act act) {
    if (turn.running() instanceof Bench<?, ?> bench) {
      operator.accept(new OperatorEvent(OperatorEvent.TRIAL, act.action(), act.arguments()));
      station.say(bench, act.line());
    }
  }

  /** The test under way; empty where there is none. */
  Optional<TestSpec> underWay() {
    return turn.running() instanceof Bench<?, ?> bench
        ? Optional.of(bench.spec())
        : Optional.empty();
  }

  /** The link is gone. */
  @Override
  public void brokenOff(long micros) {
    if (turn.running() instanceof Bench<?, ?> bench) {
      bench.brokenOff();
    }
  }
}
