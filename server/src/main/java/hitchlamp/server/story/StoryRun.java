package hitchlamp.server.story;

import hitchlamp.core.hookup.Roll;
import hitchlamp.core.pack.ModuleRef;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.TestSpec;
import hitchlamp.core.station.OperatorEvent;
import hitchlamp.core.station.Station;
import hitchlamp.core.story.StoryCall;
import hitchlamp.core.story.StoryReading;
import hitchlamp.core.story.TripReset;
import hitchlamp.core.trial.Bench;
import hitchlamp.core.trial.BenchState;
import hitchlamp.core.trial.TestedUnit;
import hitchlamp.core.trial.routine.RoutineSeen;
import hitchlamp.server.account.Account;
import hitchlamp.server.hookup.Linked;
import hitchlamp.server.hookup.ProcedureQueue;
import hitchlamp.server.hookup.Report;
import hitchlamp.server.hookup.Tenant;
import hitchlamp.server.hookup.TenantReports;
import java.util.List;
import java.util.function.Consumer;

/**
 * What is done about the story in one hook-up: reads, and a trip reset between two reads. Only the
 * live owner's thread touches it.
 */
final class StoryRun implements Tenant {
  /** What a read is for. */
  enum Why {
    /** The roll has just been called and the faults were read. */
    ROLL,
    ASKED,
    BEFORE_RESET,
    AFTER_RESET
  }

  private final Station station;
  private final ProcedureQueue turn;
  private final TenantReports reports;
  private final Stories shown;
  private final Consumer<OperatorEvent> operator;

  /**
   * @param shown shows what is not stored yet
   */
  StoryRun(Linked link, Stories shown) {
    this.station = link.station();
    this.turn = link.queue();
    this.reports = link.reports();
    this.operator = link.operator();
    this.shown = shown;
  }

  /** Reads once the faults have been read after a roll. */
  @Override
  public void afterRoll(Roll roll, Pack pack, Account who, Runnable then) {
    read(roll, pack, who, Why.ROLL, then);
  }

  /** Reads what all modules remember; something under way goes first. */
  void read(Roll roll, Pack pack, Account who, Why why) {
    read(roll, pack, who, why, () -> {});
  }

  private void read(Roll roll, Pack pack, Account who, Why why, Runnable then) {
    if (turn.taken()) {
      return;
    }
    StoryCall call = new StoryCall(pack, roll.modules(pack));
    operator.accept(OperatorEvent.of(OperatorEvent.STORY, OperatorEvent.BEGIN, pack.id()));
    Runnable tell = () -> tell(call.result(), pack, who, why);
    ProcedureQueue.Told told =
        ProcedureQueue.told(
            tell,
            () -> {
              tell.run();
              then.run();
            },
            tell);
    if (why == Why.ROLL) {
      turn.runMeanwhile(call, told);
    } else {
      turn.run(StoryWords.say("the-story-is-being-read"), call, told);
    }
  }

  private void tell(StoryReading reading, Pack pack, Account who, Why why) {
    Report.By by = reports.by(who);
    long job = reports.job();
    if (reading.state() == StoryReading.State.UNDER_WAY) {
      reports.show(() -> shown.reading(job, reading, pack, by.account(), why.name()));
    } else {
      reports.store(new StoryReport.StoryRead(job, reading, pack.id(), by, why.name()));
    }
  }

  /** Begins a new trip: reads and stores first, reads back after. */
  void resetTrip(Roll roll, Pack pack, Account who) {
    read(roll, pack, who, Why.BEFORE_RESET, () -> reset(roll, pack, who));
  }

  private void reset(Roll roll, Pack pack, Account who) {
    List<ModuleRef> keepers =
        roll.modules(pack).stream().filter(t -> pack.keepsStory(t.kind())).toList();
    if (keepers.isEmpty() || pack.story().resetTrip().isEmpty()) {
      reports.log(StoryWords.say("the-trip-was-not-reset-its"), station.now());
      return;
    }
    reset(keepers, roll, pack, who);
  }

  /** One engine after the other, then all is read back. */
  private void reset(List<ModuleRef> keepers, Roll roll, Pack pack, Account who) {
    if (keepers.isEmpty()) {
      read(roll, pack, who, Why.AFTER_RESET);
      return;
    }
    ModuleRef keeper = keepers.get(0);
    TestSpec test = pack.bench().tests().get(pack.story().resetTrip());
    Bench<?, ?> reset = Bench.of(test, pack, TestedUnit.of(keeper));
    operator.accept(OperatorEvent.prepared(pack.id(), test.id(), keeper.address(), false));
    Runnable tell =
        () ->
            reports.store(
                new StoryReport.TripWasReset(
                    reports.job(),
                    keeper,
                    outcome(reset.result()),
                    reports.by(who),
                    reports.hours(),
                    station.now()));
    turn.run(
        StoryWords.say("the-trip-is-being-reset"),
        reset,
        ProcedureQueue.told(
            () -> {},
            () -> {
              tell.run();
              reset(keepers.subList(1, keepers.size()), roll, pack, who);
            },
            tell));
    operator.accept(OperatorEvent.of(OperatorEvent.TRIAL, Bench.BEGIN_SOON));
    station.say(reset, Bench.BEGIN_SOON);
  }

  private static TripReset outcome(BenchState<?> state) {
    RoutineSeen seen = (RoutineSeen) state.observed();
    boolean done = state.ending() == BenchState.Ending.COMPLETE && seen.done();
    String says =
        done
            ? StoryWords.say("it-began-a-new-trip")
            : seen.answered() ? seen.says() : state.says().toString();
    return new TripReset(state.stage() == BenchState.Stage.ENDED, done, says);
  }
}
