package hitchlamp.standin.bus;

import java.util.PriorityQueue;

/**
 * What happens when, in virtual microseconds. Things due at the same time happen in the order in
 * which they were put.
 */
public final class Agenda {
  private record Item(long micros, long order, Runnable what) implements Comparable<Item> {
    @Override
    public int compareTo(Item other) {
      return micros != other.micros
          ? Long.compare(micros, other.micros)
          : Long.compare(order, other.order);
    }
  }

  private final PriorityQueue<Item> items = new PriorityQueue<>(256);
  private long order;
  private long now;

  /** Virtual time, microseconds. */
  public long now() {
    return now;
  }

  /** Puts something {@code inMicros} from now. */
  public void in(long inMicros, Runnable what) {
    items.add(new Item(now + Math.max(0, inMicros), order++, what));
  }

  /** Repeats something from {@code firstMicros} from now on, every {@code periodMicros}. */
  public void every(long firstMicros, long periodMicros, Runnable what) {
    in(
        firstMicros,
        new Runnable() {
          @Override
          public void run() {
            what.run();
            in(periodMicros, this);
          }
        });
  }

  /** Time of the next item, {@link Long#MAX_VALUE} where there is none. */
  public long next() {
    return items.isEmpty() ? Long.MAX_VALUE : items.peek().micros;
  }

  /**
   * Lets the next item happen where it is due by {@code limit}; else goes to {@code limit} and
   * returns false.
   */
  public boolean step(long limit) {
    Item item = items.peek();
    if (item == null || item.micros > limit) {
      now = Math.max(now, limit);
      return false;
    }
    items.poll();
    now = item.micros;
    item.what.run();
    return true;
  }
}
