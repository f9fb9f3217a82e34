package hitchlamp.server.hookup;

import hitchlamp.core.bus.BusClock;
import hitchlamp.core.bus.LinkEvent;
import hitchlamp.core.bus.StampedFrame;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.List;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicLong;
import java.util.concurrent.locks.Condition;
import java.util.concurrent.locks.ReentrantLock;

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

  /** Events that the owner takes in hand at once. */
  private static final int AT_ONCE = 256;

  private final AtomicBoolean behind = new AtomicBoolean();
  private final AtomicLong lost = new AtomicLong();
  private final ReentrantLock lock = new ReentrantLock();

  // Under the lock: the first stamp sets the clock far ahead, and whoever sees that must find the
  // frame waiting too.
  private final Condition came = lock.newCondition();
  private final BusClock clock;
  private final Deque<LinkEvent> waiting = new ArrayDeque<>();
  private int inHand;

  /** The owner's alone. */
  private final Deque<LinkEvent> taken = new ArrayDeque<>(AT_ONCE);

  /**
   * @param factor bus seconds per second
   */
  Arrivals(double factor) {
    this.clock = new BusClock(factor, System.nanoTime());
  }

  /**
   * The link is open. However long that took, it is listened to for as long as any other: its time
   * begins now.
   */
  void opened() {
    lock.lock();
    try {
      clock.opened(System.nanoTime());
    } finally {
      lock.unlock();
    }
  }

  /** A frame came, with the stamp of its link. */
  void seen(StampedFrame stamped) {
    came(List.of(new LinkEvent.Seen(stamped)));
  }

  /** Something of less weight than the loss of the link. */
  void offer(LinkEvent event) {
    came(List.of(event));
  }

  /** What came together: the owner is woken once for all of it. */
  void came(List<LinkEvent> events) {
    lock.lock();
    try {
      for (LinkEvent e : events) {
        LinkEvent timed = e instanceof LinkEvent.Seen seen ? timed(seen) : e;
        if (room()) {
          waiting.add(timed);
        } else {
          lost.incrementAndGet();
        }
      }
      came.signal();
    } finally {
      lock.unlock();
    }
  }

  private LinkEvent timed(LinkEvent.Seen seen) {
    long micros = clock.stamp(seen.micros(), System.nanoTime());
    return micros == seen.micros()
        ? seen
        : new LinkEvent.Seen(new StampedFrame(micros, seen.stamped().frame()));
  }

  private int unheard() {
    return waiting.size() + inHand;
  }

  private boolean room() {
    if (unheard() < MOST_AMONG_MANY) {
      caughtUp();
      return true;
    }
    if (unheard() >= MOST_WAITING) {
      return false;
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
    lock.lock();
    try {
      waiting.clear();
    } finally {
      lock.unlock();
    }
    caughtUp();
  }

  /** The controller reports an error. */
  void error(String text) {
    offer(new LinkEvent.BusError(now(), text));
  }

  /** The link is gone: the owner must learn of it whatever else waits. */
  void gone(String why) {
    caughtUp();
    lock.lock();
    try {
      while (unheard() >= MOST_WAITING && waiting.poll() != null) {
        lost.incrementAndGet();
      }
      waiting.add(new LinkEvent.Lost(now(), why));
      came.signal();
    } finally {
      lock.unlock();
    }
  }

  /** Makes {@link #await} return soon, since somebody else wants the owner's attention. */
  void wake() {
    offer(new LinkEvent.Ticked(now()));
  }

  /** Bus time, microseconds. */
  long now() {
    lock.lock();
    try {
      return clock.micros(System.nanoTime());
    } finally {
      lock.unlock();
    }
  }

  /** Frames that came faster than the owner took them. */
  long lost() {
    return lost.get();
  }

  /** The next event, as a link tells it; only the owner asks. */
  LinkEvent await(long untilMicros) throws InterruptedException {
    LinkEvent next = taken.poll();
    if (next != null) {
      return next;
    }
    lock.lockInterruptibly();
    try {
      inHand = 0;
      boolean waited = false;
      while (waiting.isEmpty()) {
        long now = Math.max(0, clock.micros(System.nanoTime()));
        if (now >= untilMicros || waited && untilMicros == Long.MAX_VALUE) {
          return new LinkEvent.Ticked(Math.min(untilMicros, now));
        }
        waited =
            came.awaitNanos(
                    untilMicros == Long.MAX_VALUE
                        ? TimeUnit.SECONDS.toNanos(1)
                        : clock.nanosUntil(untilMicros, System.nanoTime()))
                <= 0;
      }
      while (inHand < AT_ONCE && !waiting.isEmpty()) {
        taken.add(waiting.poll());
        inHand++;
      }
      return taken.poll();
    } finally {
      lock.unlock();
    }
  }
}
