package hitchlamp.core.station;

import hitchlamp.core.bus.Frame;
import hitchlamp.core.bus.LinkEvent;
import hitchlamp.core.bus.StampedFrame;
import hitchlamp.core.j1939.Address;
import hitchlamp.core.j1939.AddressClaim;
import hitchlamp.core.j1939.BrokenTransfer;
import hitchlamp.core.j1939.Identifier;
import hitchlamp.core.j1939.Message;
import hitchlamp.core.j1939.Name;
import hitchlamp.core.j1939.Pgn;
import hitchlamp.core.j1939.Reassembly;
import hitchlamp.core.j1939.Request;
import hitchlamp.core.uds.Segments;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Consumer;

/**
 * Our own station on one bus: address, transports, conversations, holds, and the procedures that
 * run on them. Fed with the events of a link, it hands out frames to send. One thread owns it; it
 * starts none.
 */
public final class Station {
  /** What a hook-up tells its owner. */
  public interface Listener {
    /** A whole message was on the bus. */
    default void heard(Message message) {}

    /** A long message did not arrive whole. */
    default void broke(BrokenTransfer transfer) {}

    /** A procedure took an event; its result may have changed. */
    default void progressed(Procedure<?> procedure) {}

    /** What is held changed. */
    default void held(List<Held> holds) {}

    /** Where we stand with our own address changed. */
    default void address(AddressClaim claim) {}

    /** Somebody commanded us to an address, and we did or did not obey. */
    default void commanded(int address, int by, boolean obeyed) {}
  }

  private final Consumer<Frame> send;
  private final Listener listener;
  private final AddressClaim claim;
  private final Reassembly reassembly;
  private final Conversations conversations;
  private final Holds holds;
  private final LinkHealth health;
  private final Map<Procedure<?>, Long> procedures = new LinkedHashMap<>();
  private final boolean listenOnly;
  private AddressClaim.State told = AddressClaim.State.UNCLAIMED;
  private long now = Long.MIN_VALUE;

  /**
   * @param name our own NAME
   * @param bitsPerSecond rate of the bus, 0 where unknown
   * @param listenOnly true on a recorded log: nothing is sent, not even a claim
   * @param send takes frames for the bus, in order of urgency
   * @param listener told of everything
   */
  public Station(
      Name name, int bitsPerSecond, boolean listenOnly, Consumer<Frame> send, Listener listener) {
    this.listenOnly = listenOnly;
    this.send = listenOnly ? frame -> {} : send;
    this.listener = listener;
    this.claim = new AddressClaim(name, this.send);
    this.reassembly = new Reassembly(this.send, this::arrived, this::broke);
    this.conversations = new Conversations(this.send, reassembly);
    this.holds = new Holds(new Beside());
    conversations.hinder(holds::waits, holds::refuses);
    this.health = new LinkHealth(bitsPerSecond);
  }

  /** Claims our address. */
  public void start(long micros) {
    now = micros;
    if (!listenOnly) {
      claim.start(micros);
      tellAddress();
    }
  }

  /** Bus time of the last event. */
  public long now() {
    return now;
  }

  /** Our address, {@link Address#NULL} while we have none. */
  public int address() {
    return claim.address();
  }

  public AddressClaim claim() {
    return claim;
  }

  public LinkHealth health() {
    return health;
  }

  /** What is held now. */
  public List<Held> holds() {
    return holds.list();
  }

  /** What no module has confirmed to have let go of, for the station of the link that follows. */
  public List<Hold> left() {
    return holds.list().stream().map(Held::hold).toList();
  }

  /** True where nothing is held, or only what no module has confirmed for a while. */
  public boolean settled() {
    return holds.settled();
  }

  /** The link is gone: nothing that is held can be confirmed before another is there. */
  public void linkLost() {
    holds.linkLost(now);
  }

  /** What an earlier link left behind is let go of before a module is asked anything else. */
  public void letGoFirst(List<Hold> left) {
    if (!listenOnly && !left.isEmpty()) {
      holds.adopt(left, now);
    }
  }

  /** Takes an event of the link. */
  public void on(LinkEvent event) {
    now = Math.max(now, event.micros());
    if (event instanceof LinkEvent.Seen seen) {
      tick(seen.micros());
      frame(seen.stamped());
    } else if (event instanceof LinkEvent.BusError) {
      health.error();
      tick(event.micros());
    } else {
      tick(event.micros());
    }
  }

  private void frame(StampedFrame stamped) {
    health.accept(stamped);
    Frame f = stamped.frame();
    if (!f.extended()) {
      return;
    }
    int id = f.identifier();
    int pgn = Identifier.pgnOf(id);
    switch (pgn) {
      case Pgn.TRANSPORT_CONTROL, Pgn.TRANSPORT_DATA -> reassembly.accept(stamped);
      case Pgn.SERVICES -> conversations.service(stamped);
      case Pgn.ADDRESS_CLAIMED -> claimed(Identifier.sourceOf(id), f, stamped.micros());
      default -> {
        int destination = Identifier.destinationOf(id);
        int source = Identifier.sourceOf(id);
        if (source == claim.address()) {
          if (pgn == Pgn.REQUEST || pgn == Pgn.DM7 || pgn == Pgn.DM22) {
            conversations.carried(Identifier.of(id), stamped);
          }
          return;
        }
        Message m =
            new Message(
                pgn,
                source,
                destination,
                Identifier.priorityOf(id),
                f.bytes(),
                stamped.micros(),
                stamped.micros());
        if (pgn == Pgn.REQUEST) {
          asked(m);
        }
        arrived(m);
      }
    }
  }

  private void claimed(int source, Frame f, long micros) {
    Name name = new Name(f.payload());
    if (f.length() != 8 || name.equals(claim.name())) {
      return;
    }
    claim.heard(source, name, micros);
    tellAddress();
    each(new Event.Claimed(source, name, micros));
  }

  private void asked(Message request) {
    boolean us =
        request.destination() == Address.GLOBAL || request.destination() == claim.address();
    if (us && Request.pgnOf(request) == Pgn.ADDRESS_CLAIMED) {
      claim.asked(request.lastMicros());
    } else if (request.destination() == claim.address() && claim.address() != Address.NULL) {
      int pgn = Request.pgnOf(request);
      int id =
          Identifier.to(Address.GLOBAL, Pgn.ACKNOWLEDGEMENT, claim.address(), Request.PRIORITY)
              .bits();
      send.accept(
          Frame.extended(id, 1, 0xFF, 0xFF, 0xFF, request.source(), pgn, pgn >> 8, pgn >> 16));
    }
  }

  /** Our own NAME and an address that somebody wants it to take, as 9 bytes. */
  private static final int COMMAND_BYTES = 9;

  private void commanded(Message m) {
    if (m.data().length >= COMMAND_BYTES && m.number(0, 8) == claim.name().bits()) {
      int address = m.at(COMMAND_BYTES - 1);
      // What is held was commanded from this address, and is let go of from it.
      boolean obeyed =
          !listenOnly && holds.list().isEmpty() && claim.commanded(address, m.lastMicros());
      tellAddress();
      listener.commanded(address, m.source(), obeyed);
    }
  }

  private void arrived(Message m) {
    if (m.pgn() == Pgn.COMMANDED_ADDRESS) {
      commanded(m);
    }
    listener.heard(m);
    conversations.heard(m);
    each(new Event.Heard(m));
  }

  private void broke(BrokenTransfer t) {
    listener.broke(t);
    conversations.broke(t);
    each(new Event.Broke(t));
  }

  private void tick(long micros) {
    claim.tick(micros);
    tellAddress();
    reassembly.tick(micros);
    conversations.tick(micros);
    holds.tick(micros);
    if (due(micros)) {
      for (var p : List.copyOf(procedures.entrySet())) {
        if (p.getValue() <= micros && procedures.containsKey(p.getKey())) {
          procedures.put(p.getKey(), Long.MAX_VALUE);
          feed(p.getKey(), new Event.Ticked(micros));
        }
      }
    }
  }

  /** Looked at for every frame: nothing is copied where nobody waits. */
  private boolean due(long micros) {
    for (long wake : procedures.values()) {
      if (wake <= micros) {
        return true;
      }
    }
    return false;
  }

  private void tellAddress() {
    if (claim.state() != told) {
      told = claim.state();
      reassembly.own(claim.address());
      conversations.own(claim.address(), claim.state() == AddressClaim.State.CLAIMING, now);
      listener.address(claim);
    }
  }

  /**
   * Bus time at which {@link #on} is wanted with a tick; {@link Long#MAX_VALUE} where nothing
   * waits.
   */
  public long nextTimer() {
    long next =
        Math.min(
            Math.min(claim.nextTimer(), reassembly.nextTimer()),
            Math.min(conversations.nextTimer(), holds.nextTimer()));
    for (long wake : procedures.values()) {
      next = Math.min(next, wake);
    }
    return next;
  }

  /** Starts a procedure. */
  public void run(Procedure<?> procedure) {
    procedures.put(procedure, Long.MAX_VALUE);
    feed(procedure, new Event.Began(now));
  }

  /**
   * Asks a procedure to stop; it keeps what it found. What it holds is let go of whatever it
   * answers; until the module has confirmed that, it may go on listening.
   */
  public void stop(Procedure<?> procedure) {
    if (procedures.containsKey(procedure)) {
      feed(procedure, new Event.StopAsked(now));
      holds.letGoOf(procedure, now);
      if (!holds.holds(procedure)) {
        drop(procedure);
      }
    }
  }

  /** Gives a procedure the operator's answer. */
  public void say(Procedure<?> procedure, String choice) {
    if (procedures.containsKey(procedure)) {
      feed(procedure, new Event.Said(choice, now));
    }
  }

  /** Procedures under way. */
  public List<Procedure<?>> running() {
    return List.copyOf(procedures.keySet());
  }

  private void each(Event event) {
    if (!procedures.isEmpty()) {
      List.copyOf(procedures.keySet()).forEach(p -> feed(p, event));
    }
  }

  private void feed(Procedure<?> p, Event event) {
    if (!procedures.containsKey(p)) {
      return;
    }
    Set<Integer> refused = new HashSet<>();
    for (Command command : p.on(event)) {
      if (command instanceof Command.Take t && !holds.take(t.hold(), p, now)) {
        refused.add(t.hold().module());
        feed(p, new Event.NotTaken(t.hold().id(), now));
      } else if (!(command instanceof Command.Call c && refused.contains(c.destination()))) {
        // What was to be commanded under a hold that was not taken is not sent either.
        carryOut(p, command);
      }
    }
    if (p.finished()) {
      drop(p);
    }
    listener.progressed(p);
  }

  private void carryOut(Procedure<?> p, Command command) {
    if (command instanceof Command.Ask a) {
      conversations.ask(p, a, now, answer -> feed(p, new Event.Answered(a.ticket(), answer, now)));
    } else if (command instanceof Command.Call c) {
      conversations.call(p, c, now, reply -> feed(p, new Event.Replied(c.ticket(), reply, now)));
    } else if (command instanceof Command.AskAll a) {
      // A request for claims may be sent without an address; every other waits for one.
      int own = claim.address();
      if (own != Address.NULL || a.pgn() == Pgn.ADDRESS_CLAIMED) {
        send.accept(Request.of(a.pgn(), own, Address.GLOBAL));
      }
    } else if (command instanceof Command.WakeAt w) {
      procedures.replace(p, w.micros());
    } else if (command instanceof Command.Confirm c) {
      holds.confirmed(c.holdId(), now);
    } else if (command instanceof Command.Release r) {
      holds.letGo(r.holdId(), now);
    }
  }

  private void drop(Procedure<?> p) {
    procedures.remove(p);
    conversations.forget(p);
    holds.orphan(p, now);
  }

  /**
   * Lets go of everything that is held. That it was asked for is not that it is done: {@link
   * #holds} tells what the modules have confirmed.
   */
  public void letGoAll() {
    holds.letGoAll(now);
  }

  /** What letting go needs of the station. */
  private final class Beside implements Holds.Beside {
    @Override
    public void send(int module, byte[] request) {
      if (claim.address() != Address.NULL) {
        send.accept(Segments.single(claim.address(), module, request));
      }
    }

    @Override
    public boolean asking(int module) {
      return conversations.asking(module);
    }

    @Override
    public void release(int module, byte[] request, Conversations.Released done) {
      conversations.release(module, request, now, done);
    }

    @Override
    public void withdraw(Object owner, int module) {
      conversations.forget(owner, module);
    }

    @Override
    public void free(int module) {
      conversations.free(module, now);
    }

    @Override
    public void refuse(int module) {
      conversations.refuse(module);
    }

    @Override
    public void tell(Object owner, Event event) {
      if (owner instanceof Procedure<?> p) {
        feed(p, event);
      }
    }

    @Override
    public void changed() {
      listener.held(holds.list());
    }
  }

  /**
   * Ends the hook-up: asks for letting go first, then stops procedures, aborts transfers. Who can
   * wait lets go and waits until it is {@link #settled} before.
   */
  public void close(String why) {
    letGoAll();
    conversations.beginNothing();
    List.copyOf(procedures.keySet()).forEach(this::stop);
    conversations.close(why);
    reassembly.close(now);
  }
}
