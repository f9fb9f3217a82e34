package hitchlamp.core.station;

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
import hitchlamp.core.uds.Exchange;
import hitchlamp.core.uds.Reply;
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
  /** Wait before a module that said "busy" is asked again. */
  static final long BUSY_MICROS = 200_000;

  private static final int FLOW_CONTROL = 3;

  private final Consumer<Frame> send;
  private final Reassembly reassembly;
  private final Map<Integer, PriorityQueue<Talk>> waiting = new HashMap<>();
  private final Map<Integer, Talk> active = new HashMap<>();
  private int own = Address.NULL;
  private boolean claiming;
  private long order;
  private long now;

  Conversations(Consumer<Frame> send, Reassembly reassembly) {
    this.send = send;
    this.reassembly = reassembly;
  }

  /** Something to be said to one module, and waited for. */
  private abstract class Talk {
    final int destination;
    final Urgency urgency;
    final long place = order++;
    final Object owner;

    Talk(int destination, Urgency urgency, Object owner) {
      this.destination = destination;
      this.urgency = urgency;
      this.owner = owner;
    }

    abstract void begin(long micros);

    abstract void notAsked(String why);

    abstract void tick(long micros);

    abstract long nextTimer();
  }

  /** A request for a group of parameters. */
  private final class Asked extends Talk {
    final int pgn;
    final Consumer<Answer> done;
    int triesLeft;
    long deadline;
    boolean onBus;
    boolean pausing;
    Answer worst = new Answer.Silent();

    Asked(
        int destination, int pgn, Urgency urgency, int tries, Object owner, Consumer<Answer> done) {
      super(destination, urgency, owner);
      this.pgn = pgn;
      this.triesLeft = tries;
      this.done = done;
    }

    @Override
    void begin(long micros) {
      transmit(this, micros);
    }

    @Override
    void notAsked(String why) {
      done.accept(new Answer.NotAsked(why));
    }

    @Override
    void tick(long micros) {
      if (deadline > micros) {
        return;
      }
      if (pausing) {
        transmit(this, micros);
      } else if (reassembly.receivingFrom(destination)) {
        // A long answer is on its way; its own time-outs end it.
        deadline = micros + Transport.T1_MICROS;
      } else {
        againOrGive(this, micros);
      }
    }

    @Override
    long nextTimer() {
      return deadline;
    }
  }

  /** A diagnostic service. */
  private final class Called extends Talk {
    final Command.Call call;
    final Consumer<Reply> done;
    Exchange exchange;

    Called(Command.Call call, Object owner, Consumer<Reply> done) {
      super(call.destination(), call.urgency(), owner);
      this.call = call;
      this.done = done;
    }

    @Override
    void begin(long micros) {
      exchange =
          new Exchange(
              own,
              destination,
              call.request(),
              call.tries(),
              call.pendingMicros(),
              send,
              reply -> {
                active.remove(destination, this);
                done.accept(reply);
                next(destination, now);
              });
      exchange.begin(micros);
    }

    @Override
    void notAsked(String why) {
      done.accept(new Reply.NotAsked(why));
    }

    @Override
    void tick(long micros) {
      exchange.tick(micros);
    }

    @Override
    long nextTimer() {
      return exchange.nextTimer();
    }
  }

  /**
   * Our address, or that we have none.
   *
   * @param claims true while one is being claimed: what is asked meanwhile waits for it
   */
  void own(int address, boolean claims, long micros) {
    own = address;
    claiming = claims;
    List.copyOf(waiting.keySet()).forEach(destination -> next(destination, micros));
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
    put(new Asked(destination, pgn, urgency, tries, owner, done), micros);
  }

  /** Queues a diagnostic service; {@code done} is called once, later. */
  void call(Object owner, Command.Call call, long micros, Consumer<Reply> done) {
    put(new Called(call, owner, done), micros);
  }

  private void put(Talk talk, long micros) {
    waiting
        .computeIfAbsent(
            talk.destination,
            d ->
                new PriorityQueue<>(
                    Comparator.<Talk, Urgency>comparing(t -> t.urgency)
                        .thenComparing(t -> t.place)))
        .add(talk);
    next(talk.destination, micros);
  }

  /** Takes back what this owner asked; answers that still come are ignored. */
  void forget(Object owner) {
    waiting.values().forEach(q -> q.removeIf(a -> a.owner == owner));
    active.values().removeIf(a -> a.owner == owner);
  }

  private void next(int destination, long micros) {
    if (active.containsKey(destination) || own == Address.NULL && claiming) {
      return;
    }
    var queue = waiting.get(destination);
    Talk talk = queue == null ? null : queue.poll();
    if (talk == null) {
      return;
    }
    now = Math.max(now, micros);
    if (own == Address.NULL) {
      talk.notAsked(StationWords.say("we-have-no-address-on-this"));
      next(destination, micros);
      return;
    }
    active.put(destination, talk);
    talk.begin(micros);
  }

  private void transmit(Asked asked, long micros) {
    asked.triesLeft--;
    asked.pausing = false;
    asked.onBus = false;
    // The module's time runs from when our request is seen on the bus.
    asked.deadline = micros + Exchange.CARRIED_MICROS;
    send.accept(Request.of(asked.pgn, own, asked.destination));
  }

  /** Our own request seen on the tap: from then on the module's time runs. */
  void carried(Identifier id, StampedFrame stamped) {
    if (active.get(id.destination()) instanceof Asked asked
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
    if (!(active.get(m.source()) instanceof Asked asked) || asked.pausing) {
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
      case ACCEPTED -> {
        if (asked.pgn == Pgn.DM3 || asked.pgn == Pgn.DM11) {
          // These ask for nothing but the deed: the acknowledgement is the answer.
          finish(asked, new Answer.Accepted(), micros);
        } else {
          asked.deadline = micros + Transport.T3_MICROS;
        }
      }
    }
  }

  /** A long answer broke off: ask again while tries are left. */
  void broke(BrokenTransfer t) {
    if (active.get(t.source()) instanceof Asked asked
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

  /** A frame of a diagnostic service on the bus, theirs or ours. */
  void service(StampedFrame stamped) {
    int source = Identifier.sourceOf(stamped.frame().identifier());
    int destination = Identifier.destinationOf(stamped.frame().identifier());
    if (source == own && active.get(destination) instanceof Called called) {
      // A flow control of ours belongs to an answer, not to the request.
      if (stamped.frame().at(0) >> 4 != FLOW_CONTROL) {
        called.exchange.carried(stamped.micros());
      }
    } else if (destination == own && active.get(source) instanceof Called called) {
      now = Math.max(now, stamped.micros());
      called.exchange.accept(stamped.frame(), stamped.micros());
    }
  }

  void tick(long micros) {
    now = Math.max(now, micros);
    for (Talk t : List.copyOf(active.values())) {
      if (t.nextTimer() <= micros && active.get(t.destination) == t) {
        t.tick(micros);
      }
    }
  }

  long nextTimer() {
    long next = Long.MAX_VALUE;
    for (Talk t : active.values()) {
      next = Math.min(next, t.nextTimer());
    }
    return next;
  }

  /** True while anything is asked or waits to be. */
  boolean busy() {
    return !active.isEmpty();
  }

  /** Ends everything that waits, with the reason. */
  void close(String why) {
    List<Talk> all = new ArrayList<>(active.values());
    waiting.values().forEach(all::addAll);
    active.clear();
    waiting.clear();
    all.forEach(t -> t.notAsked(why));
  }
}
