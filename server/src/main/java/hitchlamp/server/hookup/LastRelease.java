package hitchlamp.server.hookup;

import hitchlamp.core.bus.Link;
import hitchlamp.core.bus.LinkEvent;
import hitchlamp.core.station.Station;
import java.util.function.Consumer;

/** Letting go before a link is closed: waits until the modules have confirmed it, for a while. */
final class LastRelease {
  /** Longest wait. */
  private static final long PATIENCE_NANOS = 4_000_000_000L;

  private static final long LOOK_MICROS = 250_000;

  private LastRelease() {}

  /**
   * Lets go of everything that is held.
   *
   * @param take takes what the link tells meanwhile
   */
  static void letGo(Station station, Link link, Consumer<LinkEvent> take) {
    boolean interrupted = Thread.interrupted();
    station.letGoAll();
    long until = System.nanoTime() + PATIENCE_NANOS;
    try {
      while (!station.settled() && System.nanoTime() < until) {
        LinkEvent event = link.await(Math.min(station.nextTimer(), station.now() + LOOK_MICROS));
        if (event instanceof LinkEvent.Lost) {
          station.linkLost();
        } else {
          take.accept(event);
        }
      }
    } catch (InterruptedException e) {
      interrupted = true;
    }
    if (interrupted) {
      Thread.currentThread().interrupt();
    }
  }
}
