package hitchlamp.core.station;

import hitchlamp.core.uds.NegativeCode;
import hitchlamp.core.uds.Reply;
import hitchlamp.core.uds.Services;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/**
 * Everything that is held on one hook-up. Letting go withdraws what its owner still wanted, goes to
 * the head of the module's conversation, and is done when the module has answered. Newest first: an
 * output is given back before the session ends. What a module does not confirm ends with its
 * session; where not even that is confirmed, it is said, the module hears nothing for longer than a
 * session lasts unheard, and is then asked again until it answers. Nobody else talks to a module
 * that has still to let go.
 */
final class Holds {
  /**
   * Silence before a module is asked again: a session that nobody keeps alive has ended by then (S3
   * of ISO 14229-2 is 5 s, from memory).
   */
  static final long SILENCE_MICROS = 6_000_000;

  /**
   * Pause after a letting go that was asked for twice, so that no late answer is taken for another.
   */
  static final long DRAIN_MICROS = 1_000_000;

  /** After this the sign of life is tried again where something else was on its way. */
  private static final long SOON_MICROS = 20_000;

  /** What happens beside the holds. */
  interface Beside {
    /** Sends without waiting for an answer. */
    void send(int module, byte[] request);

    /**
     * True while something is asked of a module: its answer may take its time, and a sign of life
     * amid a request of several frames would break that off (ISO 15765-2, from memory: a new
     * message of a sender ends the one under way).
     */
    boolean asking(int module);

    /** Asks before everything else; {@code done} is called once, later or at once. */
    void release(int module, byte[] request, Conversations.Released done);

    /** Takes back what an owner still wants from a module. */
    void withdraw(Object owner, int module);

    /** The module may be talked to again. */
    void free(int module);

    /** Everything that waits for a module is refused. */
    void refuse(int module);

    /** Something is to be told to the owner of a hold. */
    void tell(Object owner, Event event);

    /** What is held, or how, is another. */
    void changed();
  }

  /** A hold with its owner; null where nobody that could be told is left. */
  private static final class Entry {
    final Hold hold;
    Object owner;
    Held.State state = Held.State.TAKING;
    long since;
    long keepAliveAt;
    boolean failed;

    Entry(Hold hold, Object owner, long micros) {
      this.hold = hold;
      this.owner = owner;
      this.since = micros;
      this.keepAliveAt = micros + hold.keepAliveEveryMicros();
    }

    boolean goes() {
      return state == Held.State.LETTING_GO || state == Held.State.NOT_CONFIRMED;
    }
  }

  /** Letting go at one module. */
  private static final class Ending {
    boolean asking;
    boolean sessionTried;
    long again = Long.MAX_VALUE;
    int sent;
  }

  private final Beside beside;
  private final Map<String, Entry> held = new LinkedHashMap<>();
  private final Map<Integer, Ending> endings = new TreeMap<>();
  private final Map<Integer, Long> drains = new HashMap<>();
  private long now = Long.MIN_VALUE;

  Holds(Beside beside) {
    this.beside = beside;
  }

  /**
   * Holds something from now on; of a hold with that name the description is replaced.
   *
   * @return false where that hold is being let go of: nothing may be commanded under it
   */
  boolean take(Hold hold, Object owner, long micros) {
    now = Math.max(now, micros);
    Entry before = held.get(hold.id());
    if (before != null && before.goes() || endings.containsKey(hold.module())) {
      return false;
    }
    held.put(hold.id(), new Entry(hold, owner, now));
    beside.changed();
    return true;
  }

  /** The module confirmed what is held. */
  void confirmed(String id, long micros) {
    now = Math.max(now, micros);
    Entry e = held.get(id);
    if (e != null && e.state == Held.State.TAKING) {
      state(e, Held.State.HELD);
      beside.changed();
    }
  }

  /** What an earlier link or run left behind is let go of before anything else. */
  void adopt(List<Hold> left, long micros) {
    now = Math.max(now, micros);
    List<Entry> entries = left.stream().map(h -> new Entry(h, null, now)).toList();
    entries.forEach(e -> held.put(e.hold.id(), e));
    letGo(entries);
  }

  /** Nobody can be asked any more; what is held goes over to the next link. */
  void linkLost(long micros) {
    now = Math.max(now, micros);
    endings.clear();
    drains.clear();
    for (Entry e : held.values()) {
      e.owner = null;
      if (e.state != Held.State.NOT_CONFIRMED) {
        state(e, Held.State.NOT_CONFIRMED);
      }
    }
    if (!held.isEmpty()) {
      beside.changed();
    }
  }

  void letGo(String id, long micros) {
    now = Math.max(now, micros);
    Entry e = held.get(id);
    if (e != null) {
      letGo(List.of(e));
    }
  }

  void letGoOf(Object owner, long micros) {
    now = Math.max(now, micros);
    letGo(held.values().stream().filter(e -> e.owner == owner && !e.goes()).toList());
  }

  void letGoAll(long micros) {
    now = Math.max(now, micros);
    List<Entry> all = List.copyOf(held.values());
    letGo(all);
    for (Entry e : all) {
      if (e.owner != null) {
        beside.tell(e.owner, new Event.LettingGo(e.hold.id(), now));
      }
    }
  }

  private void letGo(List<Entry> entries) {
    for (Entry e : entries) {
      if (e.state != Held.State.LETTING_GO) {
        if (e.state != Held.State.NOT_CONFIRMED) {
          state(e, Held.State.LETTING_GO);
        }
        e.failed = false;
        if (e.owner != null) {
          beside.withdraw(e.owner, e.hold.module());
        }
        Ending ending = endings.computeIfAbsent(e.hold.module(), m -> new Ending());
        ending.again = Long.MAX_VALUE;
        ending.sessionTried = false;
      }
    }
    beside.changed();
    entries.stream().map(e -> e.hold.module()).distinct().forEach(this::step);
  }

  private void state(Entry e, Held.State state) {
    e.state = state;
    e.since = now;
  }

  /** The next request of letting go at a module, or its end. */
  private void step(int module) {
    Ending ending = endings.get(module);
    if (ending == null || ending.asking || ending.again != Long.MAX_VALUE) {
      return;
    }
    Entry next = null;
    boolean failed = false;
    Entry session = null;
    for (Entry e : held.values()) {
      if (e.hold.module() == module) {
        failed |= e.failed;
        session = e.hold.session() ? e : session;
        boolean later = e.hold.session() && next != null && !next.hold.session();
        next = e.goes() && !e.failed && !later ? e : next;
      }
    }
    if (next != null) {
      ask(module, ending, next);
    } else if (!failed) {
      done(module, ending);
    } else if (!ending.sessionTried) {
      endSession(module, ending, session);
    } else {
      notConfirmed(module, ending);
    }
  }

  private void ask(int module, Ending ending, Entry e) {
    ending.asking = true;
    ending.sessionTried |= e.hold.session();
    beside.release(
        module,
        e.hold.letGo(),
        (reply, sent) -> {
          ending.asking = false;
          ending.sent = Math.max(ending.sent, sent);
          if (!(reply instanceof Reply.Positive || runsNoMore(e.hold, reply))) {
            e.failed = true;
          } else if (e.hold.session()) {
            gone(ofModule(module));
          } else {
            gone(List.of(e));
          }
          step(module);
        });
  }

  /** A routine that has ended by itself refuses to be stopped (ISO 14229-1, from memory). */
  private static boolean runsNoMore(Hold hold, Reply reply) {
    return (hold.letGo()[0] & 0xFF) == Services.ROUTINE
        && reply instanceof Reply.Refused r
        && r.code().code() == NegativeCode.REQUEST_SEQUENCE_ERROR;
  }

  /** What was not confirmed ends with the session in which it was commanded. */
  private void endSession(int module, Ending ending, Entry session) {
    ending.sessionTried = true;
    if (session != null && !session.goes()) {
      letGo(List.of(session));
      ending.sessionTried = true;
      if (session.owner != null) {
        beside.tell(session.owner, new Event.LettingGo(session.hold.id(), now));
      }
      return;
    }
    ending.asking = true;
    beside.release(
        module,
        SessionHold.of("", "", "", 0, module).letGo(),
        (reply, sent) -> {
          ending.asking = false;
          ending.sent = Math.max(ending.sent, sent);
          if (reply instanceof Reply.Positive) {
            gone(ofModule(module));
          }
          step(module);
        });
  }

  private List<Entry> ofModule(int module) {
    return held.values().stream().filter(e -> e.hold.module() == module).toList();
  }

  private void gone(List<Entry> entries) {
    for (Entry e : entries) {
      held.remove(e.hold.id(), e);
    }
    beside.changed();
    for (int i = entries.size() - 1; i >= 0; i--) {
      Entry e = entries.get(i);
      if (e.owner != null) {
        beside.tell(e.owner, new Event.LetGo(e.hold.id(), true, now));
      }
    }
  }

  private void done(int module, Ending ending) {
    endings.remove(module);
    if (ending.sent > 1) {
      drains.put(module, now + DRAIN_MICROS);
    } else {
      beside.free(module);
    }
  }

  private void notConfirmed(int module, Ending ending) {
    ending.again = now + SILENCE_MICROS;
    List<Entry> first = new ArrayList<>();
    for (Entry e : ofModule(module)) {
      if (e.goes() && e.state != Held.State.NOT_CONFIRMED) {
        state(e, Held.State.NOT_CONFIRMED);
        first.add(e);
      }
    }
    beside.changed();
    beside.refuse(module);
    for (Entry e : first) {
      if (e.owner != null) {
        beside.tell(e.owner, new Event.LetGo(e.hold.id(), false, now));
      }
    }
  }

  void tick(long micros) {
    now = Math.max(now, micros);
    for (Entry e : held.values()) {
      if (keeps(e) && micros >= e.keepAliveAt && beside.asking(e.hold.module())) {
        // Any request keeps the session as well, and does not run out while it is worked on.
        e.keepAliveAt = micros + SOON_MICROS;
      } else if (keeps(e) && micros >= e.keepAliveAt) {
        beside.send(e.hold.module(), e.hold.keepAlive());
        e.keepAliveAt = micros + e.hold.keepAliveEveryMicros();
      }
    }
    for (int module : List.copyOf(endings.keySet())) {
      Ending ending = endings.get(module);
      if (ending != null && ending.again <= micros) {
        ending.again = Long.MAX_VALUE;
        ending.sessionTried = false;
        ofModule(module).forEach(e -> e.failed = false);
        step(module);
      }
    }
    for (int module : List.copyOf(drains.keySet())) {
      if (drains.get(module) <= micros) {
        drains.remove(module);
        beside.free(module);
      }
    }
  }

  private boolean keeps(Entry e) {
    return !e.goes() && e.hold.keepAlive().length > 0 && !endings.containsKey(e.hold.module());
  }

  long nextTimer() {
    long next = Long.MAX_VALUE;
    for (Entry e : held.values()) {
      next = keeps(e) ? Math.min(next, e.keepAliveAt) : next;
    }
    for (Ending e : endings.values()) {
      next = Math.min(next, e.again);
    }
    for (long drained : drains.values()) {
      next = Math.min(next, drained);
    }
    return next;
  }

  /** True while only letting go may be said to a module. */
  boolean waits(int module) {
    return endings.containsKey(module) || drains.containsKey(module);
  }

  /** True where a module did not confirm; what is asked of it is refused at once. */
  boolean refuses(int module) {
    Ending e = endings.get(module);
    return e != null && e.again != Long.MAX_VALUE;
  }

  /** True where nothing is held that could still be confirmed soon. */
  boolean settled() {
    return held.values().stream().allMatch(e -> e.state == Held.State.NOT_CONFIRMED);
  }

  boolean holds(Object owner) {
    return held.values().stream().anyMatch(e -> e.owner == owner);
  }

  List<Held> list() {
    return held.values().stream().map(e -> new Held(e.hold, e.state, e.since)).toList();
  }

  /** Everything of an owner that is left to itself: letting go goes on, nobody is told. */
  void orphan(Object owner, long micros) {
    letGoOf(owner, micros);
    held.values().stream().filter(e -> e.owner == owner).forEach(e -> e.owner = null);
  }
}
