package hitchlamp.server.hookup;

import hitchlamp.core.hookup.Roll;
import hitchlamp.core.j1939.Message;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.station.OperatorEvent;
import hitchlamp.core.station.Procedure;
import hitchlamp.core.station.Station;
import hitchlamp.server.account.Account;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;

/**
 * The capabilities that live in one link of a hook-up. Only the live owner's thread changes them.
 */
final class Tenants {
  private final Station station;
  private final ProcedureQueue turn;
  private final FaultRun faults;
  private final StoryRun story;
  private final TraceRun trace;
  private final List<Tenant> all;

  Tenants(Station station, LiveReports reports, WatchRun watch, Consumer<OperatorEvent> operator) {
    this.station = station;
    turn = new ProcedureQueue(station);
    faults = new FaultRun(station, turn, reports, operator);
    story = new StoryRun(station, turn, reports, operator);
    trace = new TraceRun(station, reports, operator);
    all = List.of(new TrialRun(station, turn, reports, watch, operator), faults, story, trace);
  }

  void heard(Message message) {
    all.forEach(t -> t.heard(message));
  }

  void progressed(Procedure<?> procedure) {
    turn.progressed(procedure);
  }

  /** The link is gone or the hook-up ends: each keeps what it has. */
  void brokenOff() {
    all.forEach(t -> t.brokenOff(station.now()));
    turn.brokenOff();
  }

  /** True while something has its turn. */
  boolean busy() {
    return turn.busy();
  }

  /** What is under way, as a sentence; empty where nothing is. From any thread. */
  String underWay() {
    return turn.underWay();
  }

  /** Tells what is new and goes on with what is due. */
  void publish(WatchRun watch) {
    turn.publish(System.nanoTime());
    faults.tick();
    if (trace.wantsValues()) {
      watch.wantedNow(station.now());
    }
    watch.publish(System.nanoTime(), station.now());
    trace.publish(watch.book(), station.now());
  }

  /** Reads what a full roll is followed by. */
  void afterRoll(Roll roll, Pack used, Account who) {
    faults.readAfterRoll(roll, used, who, () -> story.read(roll, used, who, StoryRun.Why.ROLL));
  }

  /** One of them; from any thread. */
  <T extends Tenant> Optional<T> find(Class<T> tenant) {
    return all.stream().filter(tenant::isInstance).map(tenant::cast).findFirst();
  }
}
