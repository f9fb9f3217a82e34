package hitchlamp.standin.bus;

import hitchlamp.core.bus.Frame;
import hitchlamp.core.bus.StampedFrame;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.PriorityQueue;

/**
 * One CAN bus: frames wait, the lowest identifier wins, each takes its bits at the bit rate (ISO
 * 11898-1; length with stuffing). A frame is heard when its last bit is through.
 */
public final class SimBus {
  /**
   * Frames that may wait; beyond that the newest is lost, as in a controller whose buffer is full.
   */
  public static final int MOST_WAITING = 4096;

  /** Somebody who hears frames. */
  public interface Ear {
    void hear(StampedFrame stamped, Object sender);
  }

  private record Waiting(long rank, long order, Frame frame, Object sender)
      implements Comparable<Waiting> {
    @Override
    public int compareTo(Waiting other) {
      return rank != other.rank ? Long.compare(rank, other.rank) : Long.compare(order, other.order);
    }
  }

  private final Agenda agenda;
  private final int bitsPerSecond;
  private final PriorityQueue<Waiting> waiting = new PriorityQueue<>();
  private final List<Ear> ears = new ArrayList<>();
  private final Map<Integer, long[]> lastSeen = new HashMap<>();
  private boolean busy;
  private long order;
  private long carried;
  private long bitsCarried;
  private long lost;

  public SimBus(Agenda agenda, int bitsPerSecond) {
    this.agenda = agenda;
    this.bitsPerSecond = bitsPerSecond;
  }

  public int bitsPerSecond() {
    return bitsPerSecond;
  }

  public void listen(Ear ear) {
    ears.add(ear);
  }

  /** Frames carried so far. */
  public long carried() {
    return carried;
  }

  /** Bits carried so far, stuffing and gaps included. */
  public long bitsCarried() {
    return bitsCarried;
  }

  /** Frames lost because too many waited. */
  public long lost() {
    return lost;
  }

  public int waiting() {
    return waiting.size();
  }

  /**
   * Notes when a frame with this group and source goes by, for modules that miss each other's
   * messages.
   */
  public void watchFor(int pgn, int source) {
    lastSeen.putIfAbsent(pgn << 8 | source, new long[1]);
  }

  /** When a watched group was last carried, microseconds; 0 where never. */
  public long lastSeen(int pgn, int source) {
    long[] at = lastSeen.get(pgn << 8 | source);
    return at == null ? 0 : at[0];
  }

  /** Puts a frame in line. */
  public void send(Frame frame, Object sender) {
    if (waiting.size() >= MOST_WAITING) {
      lost++;
      return;
    }
    // An 11-bit identifier wins over a 29-bit one with the same first bits.
    long rank =
        frame.extended()
            ? ((long) frame.identifier() >>> 18 << 19) | 1L << 18 | frame.identifier() & 0x3FFFF
            : (long) frame.identifier() << 19;
    waiting.add(new Waiting(rank, order++, frame, sender));
    if (!busy) {
      begin();
    }
  }

  private void begin() {
    Waiting next = waiting.poll();
    if (next == null) {
      return;
    }
    busy = true;
    int bits = next.frame.bitsOnWire();
    agenda.in(
        Math.round(bits * 1e6 / bitsPerSecond),
        () -> {
          busy = false;
          carried++;
          bitsCarried += bits;
          if (next.frame.extended() && !lastSeen.isEmpty()) {
            int key =
                (next.frame.identifier() >>> 8 & 0x3FFFF) << 8 | next.frame.identifier() & 0xFF;
            long[] at = lastSeen.get(key);
            if (at != null) {
              at[0] = agenda.now();
            }
          }
          StampedFrame stamped = new StampedFrame(agenda.now(), next.frame);
          for (int i = 0; i < ears.size(); i++) {
            ears.get(i).hear(stamped, next.sender);
          }
          if (!busy) {
            begin();
          }
        });
  }
}
