package hitchlamp.server.hookup;

import hitchlamp.core.bus.StampedFrame;
import hitchlamp.core.hookup.Replay;
import hitchlamp.core.hookup.Roll;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.station.Station;
import java.time.Instant;
import java.util.function.Consumer;

/** A stored hook-up that is lived again; nothing of it goes to a unit. */
final class ReplayRun {
  /** How a stored hook-up is lived again. */
  interface Again {
    Replay with(Station.Listener listener, Consumer<StampedFrame> beside);
  }

  private final Replay replay;
  private final LiveReports reports;
  private final Pack pack;
  private int rolls;

  ReplayRun(Replay replay, LiveReports reports, Pack pack) {
    this.replay = replay;
    this.reports = reports;
    this.pack = pack;
  }

  /** Takes the next of what is stored; false where nothing is left. */
  boolean step() {
    return replay.step();
  }

  Replay replay() {
    return replay;
  }

  /** Our station of then; null before it begins. */
  Station station() {
    return replay.hookUp().orElse(null);
  }

  /** True where it held no roll. */
  boolean empty() {
    return rolls == 0;
  }

  /** Tells what has ended since it was told last. */
  void publish() {
    for (; rolls < replay.rolls().size(); rolls++) {
      Roll roll = replay.rolls().get(rolls);
      long micros = station().now();
      reports.replayed(rolls, RollView.of(roll, Instant.now(), micros, pack.title()));
    }
  }
}
