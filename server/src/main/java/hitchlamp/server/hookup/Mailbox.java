package hitchlamp.server.hookup;

import hitchlamp.core.bus.Link;
import java.util.Queue;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.TimeUnit;

/** What others want of a live owner; posted from any thread, done in the owner's. */
final class Mailbox {
  private static final long REST_MILLIS = 100;

  private final Queue<Runnable> posted = new ConcurrentLinkedQueue<>();
  private volatile boolean stopping;
  private volatile String reason = "Unhooked.";
  private volatile Link waker;

  /** Does something in the owner's thread. */
  void post(Runnable what) {
    posted.add(what);
    Link w = waker;
    if (w != null) {
      w.wake();
    }
  }

  /** Ends the hook-up. */
  void stop(String why) {
    reason = why;
    stopping = true;
    post(() -> {});
  }

  boolean stopping() {
    return stopping;
  }

  /** Why it is ended. */
  String reason() {
    return reason;
  }

  /** The link that is waited for from now on, so that a post interrupts the wait; null for none. */
  void waitsFor(Link link) {
    waker = link;
  }

  /** Does what was posted. */
  void drain() {
    for (Runnable r = posted.poll(); r != null; r = posted.poll()) {
      r.run();
    }
  }

  /** Nothing comes from the link any more; what is posted is still done until the end. */
  void rest() throws InterruptedException {
    while (!stopping) {
      drain();
      TimeUnit.MILLISECONDS.sleep(REST_MILLIS);
    }
  }
}
