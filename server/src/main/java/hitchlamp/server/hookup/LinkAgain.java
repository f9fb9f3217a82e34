package hitchlamp.server.hookup;

import hitchlamp.core.bus.Link;
import hitchlamp.core.bus.LinkEvent;
import hitchlamp.core.bus.LinkRefusal;
import hitchlamp.core.hookup.SpeedSearch;
import java.util.Optional;
import java.util.concurrent.TimeUnit;

/** Opens a link again that broke, for as long as it is wanted. */
final class LinkAgain {
  private static final int TRIES = 60;
  private static final long EVERY_MILLIS = 2_000;

  /**
   * A link that is back.
   *
   * @param first what came first, which tells the bus time; without one the bus is still silent
   */
  record Back(Link link, LinkEvent first) {}

  private LinkAgain() {}

  /**
   * Tries until the link is back; empty where it stays away or nobody wants it any more.
   *
   * @param says told before every try
   */
  static Optional<Back> open(
      LinkOpener opener, String bus, double factor, Mailbox mailbox, Runnable says)
      throws InterruptedException {
    for (int i = 0; i < TRIES && !mailbox.stopping(); i++) {
      says.run();
      TimeUnit.MILLISECONDS.sleep(EVERY_MILLIS);
      mailbox.drain();
      try {
        Link link = opener.open(bus);
        LinkEvent first = link.await(SpeedSearch.patienceMicros(factor));
        if (!(first instanceof LinkEvent.Lost)) {
          return Optional.of(new Back(link, first));
        }
        link.close();
      } catch (LinkRefusal e) {
        // It is tried again.
      }
    }
    return Optional.empty();
  }
}
