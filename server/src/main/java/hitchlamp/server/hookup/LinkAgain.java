package hitchlamp.server.hookup;

import hitchlamp.core.bus.Link;
import hitchlamp.core.bus.LinkEvent;
import hitchlamp.core.bus.LinkRefusal;
import hitchlamp.core.hookup.SpeedSearch;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.TimeUnit;
import java.util.function.Consumer;

/** Opens a link again that broke, for as long as it is wanted. */
final class LinkAgain {
  private static final int TRIES = 60;
  private static final long EVERY_MILLIS = 2_000;

  /**
   * A link that is back: its rate is proven anew, since it may be plugged into another unit.
   *
   * @param heard what proved it
   */
  record Back(Link link, List<LinkEvent> heard) {}

  private LinkAgain() {}

  /**
   * Tries until the link is back; empty where it stays away or nobody wants it any more.
   *
   * @param says told before every try, with whether it was there and the bus said too little
   */
  static Optional<Back> open(
      LinkOpener opener,
      SpeedSearch.Candidate bus,
      double factor,
      Mailbox mailbox,
      Consumer<Boolean> says)
      throws InterruptedException {
    return open(opener, bus, factor, mailbox, says, EVERY_MILLIS);
  }

  /** The same, with so long a wait before each try. */
  static Optional<Back> open(
      LinkOpener opener,
      SpeedSearch.Candidate bus,
      double factor,
      Mailbox mailbox,
      Consumer<Boolean> says,
      long everyMillis)
      throws InterruptedException {
    boolean silent = false;
    for (int i = 0; i < TRIES && !mailbox.stopping(); i++) {
      says.accept(silent);
      TimeUnit.MILLISECONDS.sleep(everyMillis);
      mailbox.drain();
      Link link = null;
      try {
        link = opener.open(bus.bus());
        Optional<List<LinkEvent>> heard = proven(link, bus, factor, mailbox);
        if (heard.isPresent()) {
          link.speak();
          return Optional.of(new Back(link, heard.get()));
        }
        silent = true;
      } catch (LinkRefusal e) {
        // It is tried again.
        silent = false;
      }
      if (link != null) {
        link.close();
      }
    }
    return Optional.empty();
  }

  /** What the bus said that proves its rate; empty while it is silent or said too little. */
  private static Optional<List<LinkEvent>> proven(
      Link link, SpeedSearch.Candidate bus, double factor, Mailbox mailbox)
      throws InterruptedException {
    SpeedSearch search = new SpeedSearch(List.of(bus), factor);
    List<LinkEvent> heard = new ArrayList<>();
    while (search.outcome().isEmpty() && !mailbox.stopping()) {
      LinkEvent event = link.await(search.deadlineMicros());
      heard.add(event);
      search.on(event);
      mailbox.drain();
    }
    return search.outcome().filter(SpeedSearch.Outcome.Found.class::isInstance).map(o -> heard);
  }
}
