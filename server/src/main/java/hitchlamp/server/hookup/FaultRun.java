package hitchlamp.server.hookup;

import hitchlamp.core.fault.ActiveWatch;
import hitchlamp.core.fault.ClearCall;
import hitchlamp.core.fault.FaultCall;
import hitchlamp.core.fault.FaultReading;
import hitchlamp.core.fault.FaultTarget;
import hitchlamp.core.fault.LampCheck;
import hitchlamp.core.fault.SelfTestCall;
import hitchlamp.core.hookup.Roll;
import hitchlamp.core.j1939.Message;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.station.Deed;
import hitchlamp.core.station.Procedure;
import hitchlamp.core.station.Station;
import hitchlamp.server.account.Account;
import java.util.List;
import java.util.Set;
import java.util.function.Consumer;
import java.util.stream.Collectors;

/**
 * What is done about faults in one hook-up: reads, clears between two reads, self-tests, lamp
 * checks; one at a time. Only the live owner's thread touches it.
 */
final class FaultRun {
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

  private static final long PUBLISH_NANOS = 120_000_000L;

  /** A watch reads when a module tells a change by itself, and at the latest after this time. */
  private static final long WATCH_MICROS = 30_000_000;

  private static final long WATCH_GAP_MICROS = 1_000_000;

  private final Station station;
  private final LiveOwner.Reports reports;
  private final Consumer<Deed> deeds;
  private Procedure<?> running;
  private volatile String underWay = "";
  private boolean watchRead;
  private Runnable publish;
  private Runnable ended;
  private boolean dirty;
  private long publishedNanos;
  private boolean watching;
  private long nextWatch;
  private long watchedAt;
  private final ActiveWatch active = new ActiveWatch();
  private Roll watchRoll;
  private Pack watchPack;
  private Account watcher;
  private Account doer;

  FaultRun(Station station, LiveOwner.Reports reports, Consumer<Deed> deeds) {
    this.station = station;
    this.reports = reports;
    this.deeds = deeds;
  }

  boolean busy() {
    return running != null;
  }

  /**
   * What is under way, as a sentence; empty where a person may begin something. A read that only
   * watches counts as nothing: it is cut off for whatever a person wants. From any thread.
   */
  String underWay() {
    return underWay;
  }

  /** A read that only watches gives way. */
  private boolean taken() {
    if (running != null && watchRead) {
      station.stop(running);
      end();
    }
    return running != null;
  }

  /** A message was on the bus: while a watch goes on, a change of active faults brings a read. */
  void heard(Message message) {
    if (watching && active.changedBy(message)) {
      nextWatch = Math.min(nextWatch, Math.max(station.now(), watchedAt + WATCH_GAP_MICROS));
    }
  }

  void progressed(Procedure<?> procedure) {
    dirty |= procedure == running;
  }

  /** Tells what is new, ends what has ended. */
  void publish(long nanos) {
    if (running != null && running.finished()) {
      Runnable then = ended;
      end();
      then.run();
    } else if (dirty && nanos - publishedNanos > PUBLISH_NANOS) {
      publishedNanos = nanos;
      dirty = false;
      publish.run();
    } else if (running == null && watching && station.now() >= nextWatch) {
      nextWatch = station.now() + WATCH_MICROS;
      watchedAt = station.now();
      read(watchRoll, watchPack, watcher, Why.WATCH);
    }
  }

  private void end() {
    running = null;
    underWay = "";
    watchRead = false;
    dirty = false;
  }

  private void run(String says, Procedure<?> p, Runnable onProgress, Runnable onEnd) {
    running = p;
    underWay = says;
    publish = onProgress;
    ended = onEnd;
    dirty = true;
    station.run(p);
  }

  /** Reads the faults of all modules that answered; something under way goes first. */
  void read(Roll roll, Pack pack, Account who, Why why) {
    read(roll, pack, who, why, r -> {});
  }

  private void read(Roll roll, Pack pack, Account who, Why why, Consumer<FaultReading> then) {
    if (taken()) {
      return;
    }
    FaultCall call = new FaultCall(pack, roll.faultTargets(pack));
    Set<String> silent = roll.silentKinds();
    deeds.accept(new Deed.ReadFaults(pack.id()));
    watchRead = why == Why.WATCH;
    run(
        watchRead ? "" : "The faults are being read.",
        call,
        () -> {
          if (why != Why.WATCH) {
            reports.faults(call.result(), silent, pack, who, why);
          }
        },
        () -> {
          active.known(call.result());
          reports.faults(call.result(), silent, pack, who, why);
          then.accept(call.result());
        });
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
    List<FaultTarget> targets = ClearCall.targets(before, keys);
    if (targets.isEmpty()) {
      reports.log(
          "Nothing was cleared: "
              + (before.state() == FaultReading.State.COMPLETE
                  ? "no module that could be read keeps a fault."
                  : "the read before it did not come to its end."),
          station.now());
      return;
    }
    reports.log(
        "Clearing the faults of "
            + targets.stream().map(FaultTarget::title).collect(Collectors.joining(", "))
            + ".",
        station.now());
    doer = who;
    ClearCall call = new ClearCall(targets);
    run(
        "Faults are being cleared.",
        call,
        () -> {},
        () -> {
          reports.cleared(call.result(), who, station.now());
          read(roll, pack, who, Why.AFTER_CLEAR);
        });
  }

  /** Asks modules to test their circuits. */
  void selfTest(Roll roll, Pack pack, Account who) {
    if (taken()) {
      return;
    }
    doer = who;
    SelfTestCall call =
        new SelfTestCall(pack.services(), station.address(), roll.faultTargets(pack));
    run(
        "Modules are testing their circuits.",
        call,
        () -> reports.selfTest(call.result(), false, who, station.now()),
        () -> {
          reports.selfTest(call.result(), true, who, station.now());
          read(roll, pack, who, Why.ASKED);
        });
  }

  /** Checks the warning lamps; nothing is sent to the unit. */
  void checkLamps(Roll roll, Pack pack, Account who) {
    if (taken()) {
      return;
    }
    doer = who;
    LampCheck check = new LampCheck(pack, roll.faultTargets(pack));
    deeds.accept(new Deed.CheckedLamps(pack.id()));
    run(
        "The lamps are being checked.",
        check,
        () -> reports.lamps(check.result(), who, station.now()),
        () -> reports.lamps(check.result(), who, station.now()));
  }

  /** Gives the lamp check the operator's answer. */
  void answerLamps(String choice) {
    if (running instanceof LampCheck check) {
      deeds.accept(new Deed.AnsweredLamps(choice));
      station.say(check, choice);
    }
  }

  /** Stops the lamp check; what was answered is kept. */
  void stopLamps() {
    if (running instanceof LampCheck check) {
      deeds.accept(new Deed.StoppedLamps());
      station.stop(check);
    }
  }

  /** The link is gone or the hook-up ends: what was found is kept. */
  void brokenOff() {
    watching = false;
    if (running != null) {
      if (running instanceof FaultCall c) {
        c.brokenOff();
      }
      station.stop(running);
      Procedure<?> gone = running;
      Runnable then = ended;
      end();
      if (gone instanceof FaultCall) {
        then.run();
      } else if (gone instanceof ClearCall c) {
        reports.cleared(c.result(), doer, station.now());
      } else if (gone instanceof LampCheck c) {
        reports.lamps(c.result(), doer, station.now());
      } else if (gone instanceof SelfTestCall c) {
        reports.selfTest(c.result(), true, doer, station.now());
      }
      end();
    }
  }
}
