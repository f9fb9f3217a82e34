package hitchlamp.core.station;

import hitchlamp.core.bus.Frame;
import hitchlamp.core.bus.StampedFrame;
import hitchlamp.core.j1939.Address;
import hitchlamp.core.j1939.BrokenTransfer;
import hitchlamp.core.j1939.Identifier;
import hitchlamp.core.j1939.Message;
import hitchlamp.core.j1939.Reassembly;
import hitchlamp.core.j1939.Transport;
import hitchlamp.core.uds.Exchange;
import hitchlamp.core.uds.Reply;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.PriorityQueue;
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

  /** How letting go was answered. */
  interface Released {
    /**
     * @param sent how often the request was sent
     */
    void by(Reply reply, int sent);
  }

  private final Consumer<Frame> send;
  private final Reassembly reassembly;
  private final Map<Integer, PriorityQueue<Conversation>> waiting = new HashMap<>();
  private final Map<Integer, Conversation> active = new HashMap<>();
  private final Map<Integer, TakenBack> takenBack = new HashMap<>();
  private boolean hidesOwn;
  private int own = Address.NULL;
  private boolean claiming;
  private boolean closing;
  private IntPredicate waits = module -> false;
  private IntPredicate refuses = module -> false;
  private final OurLine line = new OurLine();
  private long order;
  private long now;

  Conversations(Consumer<Frame> send, Reassembly reassembly) {
    this.send = send;
    this.reassembly = reassembly;
  }

  /** A request that lets go of something; before and instead of whatever waits. */
  private final class Releasing extends Conversation {
    final byte[] request;
    final Released done;
    Exchange exchange;
    int sent;
    long again = Long.MAX_VALUE;

    Releasing(int destination, byte[] request, Released done) {
      super(destination, Urgency.RELEASE, order++, null);
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

  /** A diagnostic service. */
  private final class Called extends Conversation {
    final Command.Call call;
    final Consumer<Reply> done;
    Exchange exchange;

    Called(Command.Call call, Object owner, Consumer<Reply> done) {
      super(call.destination(), call.urgency(), order++, owner);
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

  /** Queues a question; {@code done} is called once, later. */
  void ask(Object owner, Command.Ask a, long micros, Consumer<Answer> done) {
    put(
        new GroupRequest(
            line, a.destination(), a.query(), a.urgency(), a.tries(), order++, owner, done),
        micros);
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
    Conversation running = active.get(module);
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
      List<Conversation> refused =
          queue.stream().filter(t -> t.urgency != Urgency.RELEASE).toList();
      queue.removeAll(refused);
      refused.forEach(t -> t.notAsked(StationWords.say("it-has-still-to-let-go")));
    }
  }

  /** True while a service is asked of a module and not answered yet. */
  boolean asking(int module) {
    Conversation talk = active.get(module);
    return talk != null && talk.exchange() != null;
  }

  private void put(Conversation talk, long micros) {
    queue(talk);
    next(talk.destination, micros);
  }

  private void queue(Conversation talk) {
    waiting
        .computeIfAbsent(
            talk.destination,
            d ->
                new PriorityQueue<>(
                    Comparator.<Conversation, Urgency>comparing(t -> t.urgency)
                        .thenComparing(t -> t.place)))
        .add(talk);
  }

  /**
   * Takes back what this owner asked; answers that still come are ignored, and whoever waited for
   * the same modules is next.
   */
  void forget(Object owner) {
    waiting.values().forEach(q -> q.removeIf(a -> a.owner == owner));
    List<Conversation> ended = active.values().stream().filter(a -> a.owner == owner).toList();
    ended.forEach(this::takeBack);
    active.values().removeAll(ended);
    ended.forEach(a -> next(a.destination, now));
  }

  /** Takes back what this owner asked of one module. */
  void forget(Object owner, int module) {
    var queue = waiting.get(module);
    if (queue != null) {
      queue.removeIf(a -> a.owner == owner);
    }
    Conversation running = active.get(module);
    if (running != null && running.owner == owner) {
      takeBack(running);
      active.remove(module);
    }
  }

  private void takeBack(Conversation talk) {
    if (talk instanceof Called called && TakenBack.commands(called.call.request())) {
      takenBack.put(
          talk.destination, new TakenBack(called.call.request(), now + Exchange.FIRST_MICROS));
    }
  }

  private void next(int destination, long micros) {
    if (closing || active.containsKey(destination) || own == Address.NULL && claiming) {
      return;
    }
    var queue = waiting.get(destination);
    Conversation talk = queue == null ? null : queue.peek();
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

  /** What group requests need of the bus and of the order here. */
  private final class OurLine implements GroupRequest.Line {
    @Override
    public int own() {
      return own;
    }

    @Override
    public void send(Frame frame) {
      send.accept(frame);
    }

    @Override
    public void answeredUnseen() {
      hidesOwn = true;
    }

    @Override
    public boolean hidesOwn() {
      return hidesOwn;
    }

    @Override
    public boolean receivingFrom(int module) {
      return reassembly.receivingFrom(module);
    }

    @Override
    public void over(GroupRequest request, Runnable tell, long micros) {
      active.remove(request.destination, request);
      tell.run();
      next(request.destination, micros);
    }
  }

  private Optional<GroupRequest> asked(int module) {
    return active.get(module) instanceof GroupRequest r ? Optional.of(r) : Optional.empty();
  }

  /** Our own request seen on the tap: from then on the module's time runs. */
  void carried(Identifier id, StampedFrame stamped) {
    asked(id.destination()).ifPresent(r -> r.carried(id, stamped.micros()));
  }

  /** A whole message came: perhaps an answer. */
  void heard(Message m) {
    asked(m.source()).ifPresent(r -> r.heard(m));
  }

  /** A long answer broke off: ask again while tries are left. */
  void broke(BrokenTransfer t) {
    asked(t.source()).ifPresent(r -> r.broke(t));
  }

  /** A frame of a diagnostic service on the bus, theirs or ours. */
  void service(StampedFrame stamped) {
    int source = Identifier.sourceOf(stamped.frame().identifier());
    int destination = Identifier.destinationOf(stamped.frame().identifier());
    Conversation to = active.get(source == own ? destination : source);
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
    for (Conversation t : List.copyOf(active.values())) {
      if (t.nextTimer() <= micros && active.get(t.destination) == t) {
        t.tick(micros);
      }
    }
  }

  long nextTimer() {
    long next = Long.MAX_VALUE;
    for (Conversation t : active.values()) {
      next = Math.min(next, t.nextTimer());
    }
    return next;
  }

  /** True while anything is asked or waits to be. */
  boolean busy() {
    return !active.isEmpty();
  }

  /** The link is about to be closed: what waits is not asked any more. */
  void beginNothing() {
    closing = true;
  }

  /** Ends everything that waits, with the reason. */
  void close(String why) {
    List<Conversation> all = new ArrayList<>(active.values());
    waiting.values().forEach(all::addAll);
    active.clear();
    waiting.clear();
    all.forEach(t -> t.notAsked(why));
  }
}
