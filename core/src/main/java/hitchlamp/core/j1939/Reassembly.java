package hitchlamp.core.j1939;

import hitchlamp.core.bus.Frame;
import hitchlamp.core.bus.StampedFrame;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;

/**
 * Puts long messages together from transport packets: announced broadcasts, connections to us, and
 * connections between others that are only overheard. Answers the connections to us with clear to
 * send, end of message or abort.
 *
 * <p>It is fed with every frame of the tap, our own too: the time-outs run from the stamps the bus
 * gave. It holds at most {@value #MOST_SESSIONS} transfers of at most 1785 bytes.
 */
public final class Reassembly {
  /** Most transfers at once. */
  public static final int MOST_SESSIONS = 256;

  /** Packets that we let come between two clear-to-sends. */
  public static final int PACKETS_PER_CLEARANCE = 16;

  /** Times that missing packets are asked for again before a connection is aborted. */
  public static final int MOST_REPEATS = 2;

  private final Consumer<Frame> send;
  private final Consumer<Message> arrived;
  private final Consumer<BrokenTransfer> broken;
  private final Map<Integer, Session> sessions = new HashMap<>();
  private int own = Address.NULL;

  /**
   * @param send takes frames that must go out
   * @param arrived takes whole messages
   * @param broken takes what did not arrive whole
   */
  public Reassembly(
      Consumer<Frame> send, Consumer<Message> arrived, Consumer<BrokenTransfer> broken) {
    this.send = send;
    this.arrived = arrived;
    this.broken = broken;
  }

  private static final class Session {
    final int pgn;
    final int source;
    final int destination;
    final int priority;
    final int size;
    final int expected;
    final byte[] data;
    final boolean[] have;
    final long first;
    int limit;
    int count;
    int blockEnd;
    int repeats;
    long deadline;

    Session(int pgn, Identifier id, int size, int expected, long micros) {
      this.pgn = pgn;
      this.source = id.source();
      this.destination = id.destination();
      this.priority = id.priority();
      this.size = size;
      this.expected = expected;
      this.data = new byte[size];
      this.have = new boolean[expected + 1];
      this.first = micros;
    }

    int firstMissing() {
      for (int i = 1; i <= expected; i++) {
        if (!have[i]) {
          return i;
        }
      }
      return 0;
    }
  }

  /**
   * Tells which address is ours; {@link Address#NULL} while we have none, then nothing is answered.
   */
  public void own(int address) {
    own = address;
  }

  /** Takes a transport frame; every other frame is not for this class. */
  public void accept(StampedFrame stamped) {
    Identifier id = Identifier.of(stamped.frame().identifier());
    if (id.pgn() == Pgn.TRANSPORT_CONTROL) {
      control(id, stamped);
    } else if (id.pgn() == Pgn.TRANSPORT_DATA) {
      data(id, stamped);
    }
  }

  private static int key(int source, int destination) {
    return source << 8 | destination;
  }

  private void control(Identifier id, StampedFrame stamped) {
    Frame f = stamped.frame();
    if (f.length() < 8) {
      return;
    }
    int pgn = Transport.pgnOf(f);
    switch (f.at(0)) {
      case Transport.ANNOUNCE -> open(id, f, pgn, stamped.micros());
      case Transport.REQUEST_TO_SEND -> {
        if (id.destination() != Address.GLOBAL) {
          open(id, f, pgn, stamped.micros());
        }
      }
      case Transport.CLEAR_TO_SEND -> {
        // From the receiver to the sender: the session stands under (sender, receiver).
        Session s = sessions.get(key(id.destination(), id.source()));
        if (s != null && s.pgn == pgn) {
          s.deadline =
              stamped.micros() + (f.at(1) == 0 ? Transport.T4_MICROS : Transport.T2_MICROS);
          // Where others talk, this alone tells where the sender waits again.
          s.blockEnd = f.at(1) == 0 ? s.blockEnd : f.at(2) + f.at(1) - 1;
        }
      }
      case Transport.ABORT -> {
        var abort = new BrokenTransfer.Abort(f.at(1), id.source());
        if (!end(key(id.source(), id.destination()), pgn, abort, stamped.micros())) {
          end(key(id.destination(), id.source()), pgn, abort, stamped.micros());
        }
      }
      default -> {}
    }
  }

  private boolean end(int key, int pgn, BrokenTransfer.Abort abort, long micros) {
    Session s = sessions.get(key);
    if (s == null || s.pgn != pgn) {
      return false;
    }
    sessions.remove(key);
    broken.accept(
        new BrokenTransfer(
            s.pgn,
            s.source,
            s.destination,
            BrokenTransfer.Reason.ABORTED,
            s.count,
            s.expected,
            micros,
            Optional.of(abort)));
    return true;
  }

  private void open(Identifier id, Frame f, int pgn, long micros) {
    int key = key(id.source(), id.destination());
    Session old = sessions.remove(key);
    if (old != null) {
      tell(old, BrokenTransfer.Reason.REPLACED, micros);
    }
    int size = f.at(1) | f.at(2) << 8;
    int packets = f.at(3);
    boolean ours = id.destination() == own && own != Address.NULL;
    boolean sound =
        size >= Transport.LEAST_SIZE
            && size <= Transport.GREATEST_SIZE
            && packets == Transport.packetsFor(size);
    if (!sound || sessions.size() >= MOST_SESSIONS) {
      var reason = sound ? BrokenTransfer.Reason.TOO_MANY : BrokenTransfer.Reason.BAD_ANNOUNCEMENT;
      broken.accept(
          new BrokenTransfer(pgn, id.source(), id.destination(), reason, 0, packets, micros));
      if (ours) {
        send.accept(
            Transport.abort(
                own,
                id.source(),
                sound ? Transport.ABORT_RESOURCES : Transport.ABORT_TOO_LONG,
                pgn));
      }
      return;
    }
    Session s = new Session(pgn, id, size, packets, micros);
    s.deadline =
        micros + (id.destination() == Address.GLOBAL ? Transport.T1_MICROS : Transport.T2_MICROS);
    s.limit = f.at(4) == 0 ? 255 : f.at(4);
    sessions.put(key, s);
    if (ours) {
      clear(s);
    }
  }

  private void clear(Session s) {
    int next = s.firstMissing();
    int count = Math.min(Math.min(PACKETS_PER_CLEARANCE, s.limit), s.expected - next + 1);
    s.blockEnd = next + count - 1;
    send.accept(Transport.clearToSend(own, s.source, count, next, s.pgn));
  }

  private void data(Identifier id, StampedFrame stamped) {
    int key = key(id.source(), id.destination());
    Session s = sessions.get(key);
    Frame f = stamped.frame();
    if (s == null || f.length() < 2) {
      return;
    }
    int number = f.at(0);
    boolean ours = s.destination == own;
    if (number < 1 || number > s.expected) {
      give(
          key,
          s,
          BrokenTransfer.Reason.CONTRADICTED,
          Transport.ABORT_BAD_SEQUENCE,
          stamped.micros());
      return;
    }
    // Behind the last packet of a block its sender waits for the next clearance.
    boolean waits = !ours && s.destination != Address.GLOBAL && number == s.blockEnd;
    s.deadline = stamped.micros() + (waits ? Transport.T3_MICROS : Transport.T1_MICROS);
    int from = (number - 1) * Transport.PACKET;
    int length = Math.min(Transport.PACKET, s.size - from);
    if (f.length() < length + 1) {
      give(
          key,
          s,
          BrokenTransfer.Reason.CONTRADICTED,
          Transport.ABORT_BAD_SEQUENCE,
          stamped.micros());
      return;
    }
    if (s.have[number]) {
      for (int i = 0; i < length; i++) {
        if (s.data[from + i] != (byte) f.at(i + 1)) {
          give(
              key,
              s,
              BrokenTransfer.Reason.CONTRADICTED,
              Transport.ABORT_BAD_SEQUENCE,
              stamped.micros());
          return;
        }
      }
    } else {
      for (int i = 0; i < length; i++) {
        s.data[from + i] = (byte) f.at(i + 1);
      }
      s.have[number] = true;
      s.count++;
    }
    if (s.count == s.expected) {
      sessions.remove(key);
      if (ours) {
        send.accept(Transport.endOfMessage(own, s.source, s.size, s.expected, s.pgn));
      }
      arrived.accept(
          new Message(
              s.pgn, s.source, s.destination, s.priority, s.data, s.first, stamped.micros()));
    } else if (ours && number == s.blockEnd) {
      again(key, s, stamped.micros());
    } else if (s.destination == Address.GLOBAL && number == s.expected) {
      // The last packet of a broadcast has come; the missing ones never will.
      give(key, s, BrokenTransfer.Reason.LOST_PACKETS, 0, stamped.micros());
    }
  }

  /** After a cleared block: the next one, or what is missing of this one. */
  private void again(int key, Session s, long micros) {
    boolean hole = s.firstMissing() <= s.blockEnd;
    if (hole && ++s.repeats > MOST_REPEATS) {
      give(key, s, BrokenTransfer.Reason.LOST_PACKETS, Transport.ABORT_RETRANSMIT_LIMIT, micros);
    } else {
      s.deadline = micros + Transport.T2_MICROS;
      clear(s);
    }
  }

  private void give(int key, Session s, BrokenTransfer.Reason reason, int abort, long micros) {
    sessions.remove(key);
    if (s.destination == own && own != Address.NULL) {
      send.accept(Transport.abort(own, s.source, abort, s.pgn));
    }
    tell(s, reason, micros);
  }

  private void tell(Session s, BrokenTransfer.Reason reason, long micros) {
    broken.accept(
        new BrokenTransfer(s.pgn, s.source, s.destination, reason, s.count, s.expected, micros));
  }

  /**
   * Time has come to {@code micros}: gives up what waited too long. After T1 or T2 a receiver
   * aborts (J1939-21, from memory); who wants the message asks for it anew.
   */
  public void tick(long micros) {
    if (sessions.isEmpty()) {
      return;
    }
    List<Integer> late = new ArrayList<>();
    sessions.forEach(
        (key, s) -> {
          if (s.deadline <= micros) {
            late.add(key);
          }
        });
    for (int key : late) {
      give(
          key, sessions.get(key), BrokenTransfer.Reason.TIMED_OUT, Transport.ABORT_TIMEOUT, micros);
    }
  }

  /** Bus time of the next time-out, {@link Long#MAX_VALUE} where none runs. */
  public long nextTimer() {
    long next = Long.MAX_VALUE;
    for (Session s : sessions.values()) {
      next = Math.min(next, s.deadline);
    }
    return next;
  }

  /** Number of transfers under way. */
  public int underWay() {
    return sessions.size();
  }

  /** True while a transfer to us from this address is under way. */
  public boolean receivingFrom(int source) {
    return sessions.containsKey(key(source, own));
  }

  /** Ends every transfer to us with an abort: the link is being closed. */
  public void close(long micros) {
    for (int key : List.copyOf(sessions.keySet())) {
      Session s = sessions.get(key);
      give(key, s, BrokenTransfer.Reason.ABORTED, Transport.ABORT_RESOURCES, micros);
    }
  }
}
