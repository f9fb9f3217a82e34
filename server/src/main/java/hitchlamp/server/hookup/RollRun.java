package hitchlamp.server.hookup;

import hitchlamp.core.hookup.ListenIn;
import hitchlamp.core.hookup.Roll;
import hitchlamp.core.hookup.RollCall;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.station.OperatorEvent;
import hitchlamp.core.station.Procedure;
import hitchlamp.core.station.Station;
import hitchlamp.server.account.Account;
import java.time.Instant;
import java.util.function.BiConsumer;
import java.util.function.Consumer;

/** The roll of one hook-up: called, cut short, kept. Only the live owner's thread changes it. */
final class RollRun {
  private static final long PUBLISH_NANOS = 60_000_000L;

  /** What follows a roll that is kept. */
  interface WhenStored {
    void after(Roll roll, Pack pack, Account caller);
  }

  private final LiveReports reports;
  private final Consumer<OperatorEvent> operator;
  private final BiConsumer<Roll, Pack> ended;
  private final WhenStored kept;
  private Station station;
  private Pack pack;
  private Procedure<Roll> call;
  private Account caller;
  private Instant calledAt;
  private volatile Roll last;
  private boolean dirty;
  private long publishedNanos;

  /**
   * @param ended told of a roll that has ended, before it is kept
   * @param kept told once it is kept
   */
  RollRun(
      LiveReports reports,
      Consumer<OperatorEvent> operator,
      BiConsumer<Roll, Pack> ended,
      WhenStored kept) {
    this.kept = kept;
    this.reports = reports;
    this.operator = operator;
    this.ended = ended;
  }

  /** A new link: nobody is known on it yet. */
  void begin(Station on, Pack with) {
    station = on;
    pack = with;
    last = null;
  }

  /** The roll of a link on which nothing can be sent. */
  void listen() {
    call = new ListenIn(pack);
    calledAt = Instant.now();
    station.run(call);
  }

  /** Calls the roll, in place of one under way. */
  void call(Account who, boolean full, Pack with) {
    cutShort();
    pack = with;
    caller = who;
    calledAt = Instant.now();
    RollCall roll = new RollCall(pack, full);
    call = roll;
    operator.accept(OperatorEvent.calledRoll(pack.id(), full, who.name()));
    station.run(roll);
    dirty = true;
  }

  /** A person cuts it short; it keeps what it has. */
  void stop() {
    if (call != null) {
      operator.accept(OperatorEvent.of(OperatorEvent.ROLL, OperatorEvent.STOP));
      cutShort();
    }
  }

  /** Ends it with what it has. */
  void cutShort() {
    if (call != null) {
      station.stop(call);
      publish(true);
    }
  }

  /** The link is gone. */
  void brokenOff() {
    if (call instanceof RollCall roll) {
      roll.brokenOff(station.now());
    }
  }

  void progressed(Procedure<?> procedure) {
    dirty |= procedure == call;
  }

  boolean underWay() {
    return call != null && !call.finished();
  }

  /** The last roll, null where none was called; from any thread. */
  Roll last() {
    return last;
  }

  /** Tells what is new, keeps what has ended. */
  void publish() {
    if (call != null && call.finished()) {
      publish(true);
    } else if (dirty && System.nanoTime() - publishedNanos > PUBLISH_NANOS) {
      publish(false);
    }
  }

  /**
   * Tells how far it is.
   *
   * @param keep true where it is kept if it has ended
   */
  void publish(boolean keep) {
    if (call == null) {
      return;
    }
    dirty = false;
    publishedNanos = System.nanoTime();
    Roll roll = call.result();
    RollView view = RollView.of(roll, calledAt, station.now(), pack.title());
    if (!keep || !call.finished()) {
      // The end is told by who keeps it, so that nobody asks for what is not there yet.
      reports.roll(view);
      return;
    }
    call = null;
    last = roll;
    ended.accept(roll, pack);
    reports.rollEnded(roll, view, caller, pack, station.now());
    kept.after(roll, pack, caller);
  }
}
