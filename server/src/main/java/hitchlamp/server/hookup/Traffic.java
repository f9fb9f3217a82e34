package hitchlamp.server.hookup;

import hitchlamp.core.bus.FrameBlock;
import hitchlamp.core.bus.LinkEvent;
import hitchlamp.core.station.OperatorEvent;
import hitchlamp.core.station.ReplayLog;
import hitchlamp.core.station.Station;
import java.util.ArrayList;
import java.util.List;

/** All frames and events of a hook-up on their way into the store. Only the live owner's thread. */
final class Traffic {
  private static final long STORE_MICROS = 5_000_000;
  private static final int STORE_ENTRIES = 8_192;

  private final LiveReports reports;
  private final boolean stores;
  private final List<FrameBlock.Entry> unstored = new ArrayList<>();
  private final ReplayLog tape = new ReplayLog(unstored::add);
  private long storedMicros = Long.MIN_VALUE;
  private boolean pinned;

  /**
   * @param stores false where the frames come from a file or a store themselves
   */
  Traffic(LiveReports reports, boolean stores) {
    this.reports = reports;
    this.stores = stores;
  }

  /** A link begins. */
  void begin(long micros) {
    storedMicros = micros;
    pinned = true;
  }

  /**
   * Takes what the link told.
   *
   * @param pin true where it is kept for longer, since something is under way
   */
  void event(LinkEvent event, Station station, boolean pin) {
    tape.event(event, station);
    pinned |= pin;
    if (unstored.size() >= STORE_ENTRIES || event.micros() - storedMicros > STORE_MICROS) {
      storedMicros = event.micros();
      store();
    }
  }

  /** Takes what a person or the link did. */
  void operator(OperatorEvent event, long micros) {
    tape.operator(event, micros);
    pinned = true;
  }

  /** Takes an entry of another bus. */
  void beside(FrameBlock.Entry entry) {
    unstored.add(entry);
  }

  /** Hands on what waits. */
  void store() {
    if (!unstored.isEmpty() && stores) {
      reports.frames(unstored, pinned);
    }
    unstored.clear();
    pinned = false;
  }
}
