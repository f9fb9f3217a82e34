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
import hitchlamp.core.uds.NegativeCode;
import hitchlamp.core.uds.Reply;
import hitchlamp.core.uds.Services;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.PriorityQueue;
import java.util.Set;
import java.util.function.Consumer;
import java.util.function.IntPredicate;

/**
 * Requests to modules: one conversation per module at a time, all modules in parallel, the more
 * urgent first. A module that says nothing costs {@link Transport#T3_MICROS} a try.
 */
final class Conversations {
  /** Wait before a module that said "busy" is asked again. */
  static final long BUSY_MICROS = 200_000;

  /** Tries of a request that lets go. */
  static final int RELEASE_TRIES = 4;

  /**
   * Wait for the answer to letting go, and for the request to be seen on the bus. The standard
   * gives a module 50 ms (P2 of ISO 14229-2, from memory); who lets go asks again soon rather than
   * wait for one that is slow.
   */
  static final long RELEASE_MICROS = 250_000;

  /** All the time that "more time" can buy a module that lets go. */
  static final long RELEASE_PENDING_MICROS = 5_000_000;

  private static final int FLOW_CONTROL = 3;
  private static final int NEGATIVE = 0x7F;
  private static final int POSITIVE = 0x40;

  /**
   * A command that was under way when it was taken back: the module may still do it, even after it
   * has answered that it let go.
   */
  private record TakenBack(byte[] request, long untilMicros) {
    private static final Set<Integer> COMMANDS =
        Set.of(Services.SESSION, Services.CONTROL, Services.ROUTINE);

    static boolean commands(byte[] request) {
      return COMMANDS.contains(request[0] & 0xFF);
    }

    /** True for a frame with the module's last word on it. */
    boolean answeredBy(Frame f) {
      int service = request[0] & 0xFF;
      return f.at(0) >> 4 == 0
          && (f.at(1) == service + POSITIVE
                  && (service != Services.CONTROL || f.at(4) == request[3])
              || f.at(1) == NEGATIVE
                  && f.at(2) == service
                  && f.at(3) != NegativeCode.RESPONSE_PENDING);
    }
  }

  /** How letting go was answered. */
  interface Released {
    /**
     * @param sent how often the request was sent
     */
    void by(Reply reply, int sent);
  }

  private final Consumer<Frame> send;
  private final Reassembly reassembly;
  private final Map<Integer, PriorityQueue<Talk>> waiting = new HashMap<>();
  private final Map<Integer, Talk> active = new HashMap<>();
  private final Map<Integer, TakenBack> takenBack = new HashMap<>();
  private int own = Address.NULL;
  private boolean claiming;
  private IntPredicate waits = module -> false;
  private IntPredicate refuses = module -> false;
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

    /** The exchange of a service that is under way, null where it is none. */
    Exchange exchange() {
      return null;
    }

    /** Something more urgent takes its place; it begins again later. */
    void giveWay() {}
  }

  /** A request that lets go of something; before and instead of whatever waits. */
  private final class Releasing extends Talk {
    final byte[] request;
    final Released done;
    Exchange exchange;
    int sent;
    long again = Long.MAX_VALUE;

    Releasing(int destination, byte[] request, Released done) {
      super(destination, Urgency.RELEASE, null);
      this.request = request;
      this.done = done;
    }

    @Override
    void begin(long micros) {
      again = Long.MAX_VALUE;
      exchange =
          new Exchange(
              own,
              destination,
              request,
              RELEASE_TRIES,
              RELEASE_PENDING_MICROS,
              RELEASE_MICROS,
              RELEASE_MICROS,
              frame -> {
                sent++;
                send.accept(frame);
              },
              this::answered);
      exchange.begin(micros);
    }

    /** Believed only when nothing that was taken back can be done after it. */
    private void answered(Reply reply) {
      TakenBack before = takenBack.get(destination);
      if (before != null && reply instanceof Reply.Positive && now < before.untilMicros()) {
        again = before.untilMicros();
        return;
      }
      takenBack.remove(destination);
      active.remove(destination, this);
      done.by(reply, sent);
      next(destination, now);
    }

    @Override
    void notAsked(String why) {
      done.by(new Reply.NotAsked(why), 0);
    }

    @Override
    void tick(long micros) {
      if (again <= micros) {
        takenBack.remove(destination);
        begin(micros);
      } else {
        exchange.tick(micros);
      }
    }

    @Override
    long nextTimer() {
      return Math.min(again, exchange.nextTimer());
    }

    @Override
    Exchange exchange() {
      return exchange;
    }
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

    @Override
    void giveWay() {
      triesLeft++;
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

    @Override
    Exchange exchange() {
      return exchange;
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

  /** Who may be talked to: all but letting go waits, or is refused. */
  void hinder(IntPredicate waiting, IntPredicate refusing) {
    waits = waiting;
    refuses = refusing;
  }

  /**
   * Asks a module to let go, now: what is under way there gives way and begins again later.
   *
   * @param done called once, later or at once
   */
  void release(int module, byte[] request, long micros, Released done) {
    now = Math.max(now, micros);
    Talk running = active.get(module);
    if (running != null && running.urgency != Urgency.RELEASE) {
      active.remove(module);
      running.giveWay();
      queue(running);
    }
    put(new Releasing(module, request, done), micros);
  }

  /** A module may be talked to again. */
  void free(int module, long micros) {
    next(module, micros);
  }

  /** Everything that waits for a module ends unasked. */
  void refuse(int module) {
    var queue = waiting.get(module);
    if (queue != null) {
      List<Talk> refused = queue.stream().filter(t -> t.urgency != Urgency.RELEASE).toList();
      queue.removeAll(refused);
      refused.forEach(t -> t.notAsked(StationWords.say("it-has-still-to-let-go")));
    }
  }

  private void put(Talk talk, long micros) {
    queue(talk);
    next(talk.destination, micros);
  }

  private void queue(Talk talk) {
    waiting
        .computeIfAbsent(
            talk.destination,
            d ->
                new PriorityQueue<>(
                    Comparator.<Talk, Urgency>comparing(t -> t.urgency)
                        .thenComparing(t -> t.place)))
        .add(talk);
  }

  /** Takes back what this owner asked; answers that still come are ignored. */
  void forget(Object owner) {
    waiting.values().forEach(q -> q.removeIf(a -> a.owner == owner));
    active.values().stream().filter(a -> a.owner == owner).forEach(this::takeBack);
    active.values().removeIf(a -> a.owner == owner);
  }

  /** Takes back what this owner asked of one module. */
  void forget(Object owner, int module) {
    var queue = waiting.get(module);
    if (queue != null) {
      queue.removeIf(a -> a.owner == owner);
    }
    Talk running = active.get(module);
    if (running != null && running.owner == owner) {
      takeBack(running);
      active.remove(module);
    }
  }

  private void takeBack(Talk talk) {
    if (talk instanceof Called called && TakenBack.commands(called.call.request())) {
      takenBack.put(
          talk.destination, new TakenBack(called.call.request(), now + Exchange.FIRST_MICROS));
    }
  }

  private void next(int destination, long micros) {
    if (active.containsKey(destination) || own == Address.NULL && claiming) {
      return;
    }
    var queue = waiting.get(destination);
    Talk talk = queue == null ? null : queue.peek();
    if (talk == null) {
      return;
    }
    if (talk.urgency != Urgency.RELEASE && waits.test(destination)) {
      if (refuses.test(destination)) {
        refuse(destination);
      }
      return;
    }
    queue.poll();
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
    Talk to = active.get(source == own ? destination : source);
    Exchange exchange = to == null ? null : to.exchange();
    if (exchange == null) {
      return;
    }
    if (source == own) {
      // A flow control of ours belongs to an answer, not to the request.
      if (stamped.frame().at(0) >> 4 != FLOW_CONTROL) {
        exchange.carried(stamped.micros());
      }
    } else if (destination == own) {
      now = Math.max(now, stamped.micros());
      TakenBack before = takenBack.get(source);
      if (before != null && before.answeredBy(stamped.frame())) {
        takenBack.remove(source);
        if (to instanceof Releasing r && r.again != Long.MAX_VALUE) {
          // Done after all, or refused: letting go comes after it, once more.
          r.begin(now);
          return;
        }
      }
      exchange.accept(stamped.frame(), stamped.micros());
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
