package hitchlamp.core.hookup;

import hitchlamp.core.bus.Frame;
import hitchlamp.core.bus.StampedFrame;
import hitchlamp.core.j1939.Acknowledgement;
import hitchlamp.core.j1939.Address;
import hitchlamp.core.j1939.BrokenTransfer;
import hitchlamp.core.j1939.Identifier;
import hitchlamp.core.j1939.Message;
import hitchlamp.core.j1939.Pgn;
import hitchlamp.core.j1939.Reassembly;
import hitchlamp.core.j1939.Request;
import hitchlamp.core.j1939.Transport;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.PriorityQueue;
import java.util.function.Consumer;

/**
 * Requests to modules: one conversation per module at a time, all modules in parallel, the more
 * urgent first. A module that says nothing costs {@link Transport#T3_MICROS} a try.
 */
final class Conversations {
  /** Tries before a module counts as silent. */
  static final int TRIES = 3;

  /** Wait before a module that said "busy" is asked again. */
  static final long BUSY_MICROS = 200_000;

  private final Consumer<Frame> send;
  private final Reassembly reassembly;
  private final Map<Integer, PriorityQueue<Asked>> waiting = new HashMap<>();
  private final Map<Integer, Asked> active = new HashMap<>();
  private int own = Address.NULL;
  private long order;

  Conversations(Consumer<Frame> send, Reassembly reassembly) {
    this.send = send;
    this.reassembly = reassembly;
  }

  private static final class Asked {
    final int destination;
    final int pgn;
    final Urgency urgency;
    final long order;
    final Object owner;
    final Consumer<Answer> done;
    int triesLeft;
    long deadline;
    boolean onBus;
    boolean pausing;
    Answer worst = new Answer.Silent();

    Asked(
        int destination,
        int pgn,
        Urgency urgency,
        int tries,
        long order,
        Object owner,
        Consumer<Answer> done) {
      this.destination = destination;
      this.pgn = pgn;
      this.urgency = urgency;
      this.triesLeft = tries;
      this.order = order;
      this.owner = owner;
      this.done = done;
    }
  }

  void own(int address) {
    own = address;
  }

  /** Queues a request; {@code done} is called once, later. */
  void ask(
      Object owner,
      int destination,
      int pgn,
      Urgency urgency,
      int tries,
      long micros,
      Consumer<Answer> done) {
    Asked asked = new Asked(destination, pgn, urgency, tries, order++, owner, done);
    waiting
        .computeIfAbsent(
            destination,
            d ->
                new PriorityQueue<>(
                    Comparator.<Asked, Urgency>comparing(a -> a.urgency)
                        .thenComparing(a -> a.order)))
        .add(asked);
    next(destination, micros);
  }

  /** Takes back what this owner asked; answers that still come are ignored. */
  void forget(Object owner) {
    waiting.values().forEach(q -> q.removeIf(a -> a.owner == owner));
    active.values().removeIf(a -> a.owner == owner);
  }

  private void next(int destination, long micros) {
    if (active.containsKey(destination)) {
      return;
    }
    var queue = waiting.get(destination);
    Asked asked = queue == null ? null : queue.poll();
    if (asked == null) {
      return;
    }
    if (own == Address.NULL) {
      asked.done.accept(new Answer.NotAsked("we have no address on this bus"));
      next(destination, micros);
      return;
    }
    active.put(destination, asked);
    transmit(asked, micros);
  }

  private void transmit(Asked asked, long micros) {
    asked.triesLeft--;
    asked.pausing = false;
    asked.onBus = false;
    asked.deadline = micros + Transport.T3_MICROS;
    send.accept(Request.of(asked.pgn, own, asked.destination));
  }

  /** Our own request seen on the tap: from then on the module's time runs. */
  void carried(Identifier id, StampedFrame stamped) {
    Asked asked = active.get(id.destination());
    if (asked != null
        && !asked.onBus
        && !asked.pausing
        && id.source() == own
        && id.pgn() == Pgn.REQUEST) {
      asked.onBus = true;
      asked.deadline = stamped.micros() + Transport.T3_MICROS;
    }
  }

  /** A whole message came: perhaps an answer. */
  void heard(Message m) {
    Asked asked = active.get(m.source());
    if (asked == null || asked.pausing) {
      return;
    }
    if (m.pgn() == asked.pgn) {
      finish(asked, new Answer.Given(m), m.lastMicros());
      return;
    }
    Acknowledgement.of(m)
        .filter(a -> a.pgn() == asked.pgn && a.answers(own, m.destination()))
        .ifPresent(a -> acknowledged(asked, a, m.lastMicros()));
  }

  private void acknowledged(Asked asked, Acknowledgement a, long micros) {
    switch (a.kind()) {
      case NOT_SUPPORTED -> finish(asked, new Answer.NotSupported(), micros);
      case ACCESS_DENIED -> finish(asked, new Answer.Denied(), micros);
      case BUSY -> {
        asked.worst = new Answer.Busy();
        if (asked.triesLeft > 0) {
          asked.pausing = true;
          asked.deadline = micros + BUSY_MICROS;
        } else {
          finish(asked, asked.worst, micros);
        }
      }
      case ACCEPTED -> asked.deadline = micros + Transport.T3_MICROS;
    }
  }

  /** A long answer broke off: ask again while tries are left. */
  void broke(BrokenTransfer t) {
    Asked asked = active.get(t.source());
    if (asked != null
        && asked.pgn == t.pgn()
        && (t.destination() == own || t.destination() == Address.GLOBAL)) {
      asked.worst = new Answer.Broken(t);
      againOrGive(asked, t.micros());
    }
  }

  private void againOrGive(Asked asked, long micros) {
    if (asked.triesLeft > 0) {
      transmit(asked, micros);
    } else {
      finish(asked, asked.worst, micros);
    }
  }

  private void finish(Asked asked, Answer answer, long micros) {
    active.remove(asked.destination, asked);
    asked.done.accept(answer);
    next(asked.destination, micros);
  }

  void tick(long micros) {
    List<Asked> late = new ArrayList<>();
    for (Asked a : active.values()) {
      if (a.deadline <= micros) {
        late.add(a);
      }
    }
    for (Asked a : late) {
      if (a.pausing) {
        transmit(a, micros);
      } else if (reassembly.receivingFrom(a.destination)) {
        // A long answer is on its way; its own time-outs end it.
        a.deadline = micros + Transport.T1_MICROS;
      } else {
        againOrGive(a, micros);
      }
    }
  }

  long nextTimer() {
    long next = Long.MAX_VALUE;
    for (Asked a : active.values()) {
      next = Math.min(next, a.deadline);
    }
    return next;
  }

  /** True while anything is asked or waits to be. */
  boolean busy() {
    return !active.isEmpty();
  }

  /** Ends everything that waits, with the reason. */
  void close(String why) {
    List<Asked> all = new ArrayList<>(active.values());
    waiting.values().forEach(all::addAll);
    active.clear();
    waiting.clear();
    all.forEach(a -> a.done.accept(new Answer.NotAsked(why)));
  }
}
