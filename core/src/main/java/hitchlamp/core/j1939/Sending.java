package hitchlamp.core.j1939;

import hitchlamp.core.bus.Frame;
import hitchlamp.core.bus.StampedFrame;
import java.util.function.Consumer;

/**
 * One long message of ours on its way out: by announced broadcast to everybody, or by a connection
 * to one module. Fed with the frames of the tap and with time; ends in {@link Outcome}.
 */
public final class Sending {
  /** How a sending ended. */
  public enum Outcome {
    UNDER_WAY,
    DELIVERED,
    /** No clear to send or no end of message in time. */
    TIMED_OUT,
    /** The receiver aborted. */
    ABORTED,
    /** The receiver asked for the same packets too often, or for packets that do not exist. */
    RETRANSMIT_LIMIT
  }

  private static final int MOST_REPEATS = 2;

  private final Consumer<Frame> send;
  private final int pgn;
  private final int own;
  private final int destination;
  private final byte[] data;
  private final int packets;
  private Outcome outcome = Outcome.UNDER_WAY;
  private long timer;
  private int next = 1;
  private int furthest;
  private int repeats;

  /**
   * Starts at once.
   *
   * @param destination a module, or {@link Address#GLOBAL} for a broadcast
   * @param data 9 to 1785 bytes
   * @param micros bus time now
   */
  public Sending(
      Consumer<Frame> send, int pgn, int own, int destination, byte[] data, long micros) {
    if (data.length < Transport.LEAST_SIZE || data.length > Transport.GREATEST_SIZE) {
      throw new IllegalArgumentException(data.length + " bytes do not go by transport");
    }
    this.send = send;
    this.pgn = pgn;
    this.own = own;
    this.destination = destination;
    this.data = data.clone();
    this.packets = Transport.packetsFor(data.length);
    boolean broadcast = destination == Address.GLOBAL;
    int kind = broadcast ? Transport.ANNOUNCE : Transport.REQUEST_TO_SEND;
    send.accept(
        Transport.control(
            own, destination, kind, data.length, data.length >> 8, packets, 0xFF, pgn));
    timer = micros + (broadcast ? Transport.BROADCAST_GAP_MICROS : Transport.T3_MICROS);
  }

  public Outcome outcome() {
    return outcome;
  }

  /** Bus time at which {@link #tick} is wanted. */
  public long nextTimer() {
    return outcome == Outcome.UNDER_WAY ? timer : Long.MAX_VALUE;
  }

  /** Takes a frame of the tap. */
  public void accept(StampedFrame stamped) {
    Frame f = stamped.frame();
    Identifier id = Identifier.of(f.identifier());
    boolean ours = id.source() == own && id.destination() == destination;
    if (outcome != Outcome.UNDER_WAY || destination == Address.GLOBAL) {
      return;
    }
    if (ours && id.pgn() == Pgn.TRANSPORT_DATA) {
      // The bus has carried our packet: the receiver's time runs from now.
      timer = stamped.micros() + Transport.T3_MICROS;
    }
    if (id.pgn() != Pgn.TRANSPORT_CONTROL
        || id.source() != destination
        || id.destination() != own
        || f.length() < 8
        || Transport.pgnOf(f) != pgn) {
      return;
    }
    switch (f.at(0)) {
      case Transport.CLEAR_TO_SEND -> cleared(f.at(1), f.at(2), stamped.micros());
      case Transport.END_OF_MESSAGE -> outcome = Outcome.DELIVERED;
      case Transport.ABORT -> outcome = Outcome.ABORTED;
      default -> {}
    }
  }

  private void cleared(int count, int first, long micros) {
    if (count == 0) {
      timer = micros + Transport.T4_MICROS;
      return;
    }
    boolean repeat = first <= furthest;
    if (first < 1 || first > packets || repeat && ++repeats > MOST_REPEATS) {
      stop(Outcome.RETRANSMIT_LIMIT, Transport.ABORT_RETRANSMIT_LIMIT);
      return;
    }
    int last = Math.min(packets, first + count - 1);
    for (int i = first; i <= last; i++) {
      send.accept(Transport.packet(own, destination, i, data));
    }
    furthest = Math.max(furthest, last);
    timer = micros + Transport.T3_MICROS;
  }

  /** Time has come to {@code micros}. */
  public void tick(long micros) {
    if (outcome != Outcome.UNDER_WAY || micros < timer) {
      return;
    }
    if (destination != Address.GLOBAL) {
      stop(Outcome.TIMED_OUT, Transport.ABORT_TIMEOUT);
      return;
    }
    send.accept(Transport.packet(own, destination, next, data));
    timer = micros + Transport.BROADCAST_GAP_MICROS;
    if (next++ == packets) {
      outcome = Outcome.DELIVERED;
    }
  }

  private void stop(Outcome how, int abort) {
    outcome = how;
    send.accept(Transport.abort(own, destination, abort, pgn));
  }
}
