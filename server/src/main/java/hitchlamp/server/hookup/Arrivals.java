package hitchlamp.server.hookup;

import hitchlamp.core.bus.BusClock;
import hitchlamp.core.bus.LinkEvent;
import hitchlamp.core.bus.StampedFrame;
import java.util.concurrent.ArrayBlockingQueue;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicLong;

/**
 * What a live link has heard and its owner has not taken yet, with the time of its bus. At most
 * {@link #MOST_WAITING} events wait; beyond that frames are counted as lost. Where many links lag
 * behind at once the computer is too slow for them, and waiting longer would only fill its memory:
 * then {@link #MOST_AMONG_MANY} wait at each. Together with 100 links that is some 100 MB at most.
 */
final class Arrivals {
  /** Events that may wait for the owner: about ten seconds of a full bus. */
  static final int MOST_WAITING = 32_768;

  /** Events that may wait for each owner while many links lag behind: two seconds of a full bus. */
  static final int MOST_AMONG_MANY = 8_192;

  /** Links that may lag behind by more at once. */
  static final int MOST_BEHIND = 16;

  private static final AtomicInteger BEHIND = new AtomicInteger();

  private final AtomicBoolean behind = new AtomicBoolean();
  private final BlockingQueue<LinkEvent> waiting = new ArrayBlockingQueue<>(MOST_WAITING);
  private final AtomicLong lost = new AtomicLong();
  private final BusClock clock;

  /**
   * @param factor bus seconds per second
   */
  Arrivals(double factor) {
    this.clock = new BusClock(factor, System.nanoTime());
  }

  /** A frame came, with the stamp of its link. */
  void seen(StampedFrame stamped) {
    // The first stamp sets the clock far ahead; whoever sees that must find the frame waiting too.
    synchronized (clock) {
      clock.stamp(stamped.micros(), System.nanoTime());
      offer(new LinkEvent.Seen(stamped));
    }
  }

  /** Something of less weight than the loss of the link. */
  void offer(LinkEvent event) {
    if (!room() || !waiting.offer(event)) {
      lost.incrementAndGet();
    }
  }

  private boolean room() {
    if (waiting.size() < MOST_AMONG_MANY) {
      caughtUp();
      return true;
    }
    if (behind.get()) {
      return true;
    }
    if (BEHIND.incrementAndGet() > MOST_BEHIND) {
      BEHIND.decrementAndGet();
      return false;
    }
    if (!behind.compareAndSet(false, true)) {
      BEHIND.decrementAndGet();
    }
    return true;
  }

  private void caughtUp() {
    if (behind.get() && behind.compareAndSet(true, false)) {
      BEHIND.decrementAndGet();
    }
  }

  /** The link is closed: nobody takes what waits. */
  void close() {
    waiting.clear();
    caughtUp();
  }

  /** The controller reports an error. */
  void error(String text) {
    offer(new LinkEvent.BusError(now(), text));
  }

  /** The link is gone: the owner must learn of it whatever else waits. */
  void gone(String why) {
    caughtUp();
    while (!waiting.offer(new LinkEvent.Lost(now(), why))) {
      waiting.poll();
      lost.incrementAndGet();
    }
  }

  /** Makes {@link #await} return soon, since somebody else wants the owner's attention. */
  void wake() {
    offer(new LinkEvent.Ticked(now()));
  }

  /** Bus time, microseconds. */
  long now() {
    synchronized (clock) {
      return clock.micros(System.nanoTime());
    }
  }

  /** Frames that came faster than the owner took them. */
  long lost() {
    return lost.get();
  }

  /** The next event, as a link tells it. */
  LinkEvent await(long untilMicros) throws InterruptedException {
    while (true) {
      LinkEvent next;
      long nanos;
      synchronized (clock) {
        next = waiting.poll();
        long now = Math.max(0, clock.micros(System.nanoTime()));
        if (next == null && now >= untilMicros) {
          return new LinkEvent.Ticked(untilMicros);
        }
        nanos =
            untilMicros == Long.MAX_VALUE
                ? TimeUnit.SECONDS.toNanos(1)
                : clock.nanosUntil(untilMicros, System.nanoTime());
      }
      next = next == null ? waiting.poll(nanos, TimeUnit.NANOSECONDS) : next;
      if (next != null) {
        return next;
      }
      if (untilMicros == Long.MAX_VALUE) {
        return new LinkEvent.Ticked(Math.max(0, now()));
      }
    }
  }
}
