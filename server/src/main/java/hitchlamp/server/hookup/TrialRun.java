package hitchlamp.server.hookup;

import hitchlamp.core.fault.FaultTarget;
import hitchlamp.core.hookup.Roll;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.station.Deed;
import hitchlamp.core.station.Station;
import hitchlamp.core.trial.CutoutTrial;
import hitchlamp.server.account.Account;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;

/** Tests that command the unit, in one hook-up. Only the live owner's thread touches it. */
final class TrialRun {
  /** Whose test it is and of what. */
  record Of(Account who, Pack pack, FaultTarget engine, Instant began) {}

  private final Station station;
  private final Turn turn;
  private final LiveOwner.Reports reports;
  private final Consumer<Deed> deeds;

  TrialRun(Station station, Turn turn, LiveOwner.Reports reports, Consumer<Deed> deeds) {
    this.station = station;
    this.turn = turn;
    this.reports = reports;
    this.deeds = deeds;
  }

  /** Engines whose cylinders can be switched off. */
  static List<FaultTarget> engines(Roll roll, Pack pack) {
    return pack.cutout().isEmpty()
        ? List.of()
        : roll.faultTargets(pack).stream()
            .filter(t -> t.services() && pack.roleOf(t.kind()).equals(Pack.ENGINE))
            .toList();
  }

  /** Prepares a cutout by hand; nothing is commanded before a person begins it. */
  void cutout(Roll roll, Pack pack, String engine, Account who) {
    Optional<FaultTarget> target =
        engines(roll, pack).stream().filter(t -> t.kind().equals(engine)).findFirst();
    if (target.isEmpty() || turn.taken()) {
      return;
    }
    CutoutTrial trial = new CutoutTrial(pack, target.get().address());
    Of of = new Of(who, pack, target.get(), Instant.now());
    deeds.accept(new Deed.BeganCutout(pack.id(), target.get().address()));
    Runnable ended = () -> reports.cutout(trial.result(), of, true, station.now());
    turn.run(
        HookupWords.say("cylinders-are-being-cut-out"),
        trial,
        Turn.told(() -> reports.cutout(trial.result(), of, false, station.now()), ended, ended));
  }

  /** Gives the test the operator's answer. */
  void say(String choice) {
    if (turn.running() instanceof CutoutTrial trial) {
      deeds.accept(new Deed.SaidToTrial(choice));
      station.say(trial, choice);
    }
  }

  /** The link is gone. */
  void brokenOff() {
    if (turn.running() instanceof CutoutTrial trial) {
      trial.brokenOff();
    }
  }
}
