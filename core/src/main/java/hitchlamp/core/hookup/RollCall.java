package hitchlamp.core.hookup;

import hitchlamp.core.j1939.Address;
import hitchlamp.core.j1939.Message;
import hitchlamp.core.j1939.Pgn;
import hitchlamp.core.pack.ModuleKind;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.station.Answer;
import hitchlamp.core.station.Command;
import hitchlamp.core.station.Event;
import hitchlamp.core.station.Procedure;
import hitchlamp.core.station.Urgency;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalLong;

/**
 * The roll call: asks everybody for the address claim, and, where it is a full one, asks each
 * module that answers for identity and faults, all modules at once. Modules that only broadcast are
 * asked too. Expected modules that stay away are asked at their usual address and then listed as
 * silent.
 */
public final class RollCall implements Procedure<Roll> {
  /** Time after which addresses that broadcast without a claim are asked by themselves. */
  private static final long CLAIMS_MICROS = 400_000;

  /** Items that a module lets pass in silence before it is asked nothing more. */
  private static final int GIVE_UP_AFTER = 2;

  private final Pack pack;
  private final boolean full;
  private final RollState book;
  private final Map<Integer, Asked> tickets = new HashMap<>();
  private int nextTicket;
  private boolean asking;
  private Roll.State state = Roll.State.UNDER_WAY;
  private long started;
  private OptionalLong ended = OptionalLong.empty();
  private Roll built;

  /** A full or a quick roll call of a unit that a pack describes. */
  public RollCall(Pack pack, boolean full) {
    this.pack = pack;
    this.full = full;
    this.book = new RollState(pack);
  }

  /**
   * What a ticket stands for; no module where an absent one is asked for, no item where only the
   * claim is.
   */
  private record Asked(RollState.Module module, Item item, int address) {}

  @Override
  public boolean finished() {
    return state != Roll.State.UNDER_WAY;
  }

  @Override
  public List<Command> on(Event event) {
    List<Command> out = new ArrayList<>();
    if (finished()) {
      return out;
    }
    built = null;
    if (event instanceof Event.Began b) {
      started = b.micros();
      out.add(new Command.AskAll(Pgn.ADDRESS_CLAIMED));
      out.add(new Command.WakeAt(b.micros() + CLAIMS_MICROS));
    } else if (event instanceof Event.Claimed c) {
      book.claimed(c.address(), c.name(), c.micros()).ifPresent(m -> ask(m, out));
    } else if (event instanceof Event.Heard h) {
      heard(h.message(), out);
    } else if (event instanceof Event.Answered a) {
      answered(a, out);
    } else if (event instanceof Event.Broke b) {
      if (b.transfer().destination() == Address.GLOBAL) {
        book.broke(b.transfer());
      }
    } else if (event instanceof Event.Ticked t) {
      asking = true;
      book.all().forEach(m -> ask(m, out));
      askAbsent(out);
      endIfDone(t.micros());
    } else if (event instanceof Event.StopAsked s) {
      end(Roll.State.CUT_SHORT, s.micros());
    }
    return out;
  }

  /** The link broke: what was found is kept. */
  public void brokenOff(long micros) {
    if (!finished()) {
      built = null;
      end(Roll.State.BROKEN_OFF, micros);
    }
  }

  private void heard(Message message, List<Command> out) {
    if (book.find(message.source()).isEmpty()) {
      book.at(message.source(), message.lastMicros())
          .filter(m -> asking)
          .ifPresent(m -> ask(m, out));
    }
  }

  /**
   * Begins to ask a module for everything, once; before the claims are in only those that claimed.
   */
  private void ask(RollState.Module m, List<Command> out) {
    if (m.asked || !asking && m.names.isEmpty()) {
      return;
    }
    m.asked = true;
    if (full) {
      m.rest.addAll(List.of(Item.values()));
    }
    if (m.names.isEmpty()) {
      put(out, m, null, Pgn.ADDRESS_CLAIMED, m.address, Command.Ask.TRIES);
    } else {
      next(m, new Answer.Silent(), out);
    }
  }

  /**
   * Asks for the next item. A module that has just let one pass in silence gets one try, and after
   * two none at all: the rest is as the last.
   */
  private void next(RollState.Module m, Answer last, List<Command> out) {
    if (m.silentInARow >= GIVE_UP_AFTER) {
      m.rest.forEach(item -> book.take(m, item, last));
      m.rest.clear();
    }
    Item item = m.rest.poll();
    if (item != null) {
      put(out, m, item, item.pgn(), m.address, m.silentInARow == 0 ? Command.Ask.TRIES : 1);
    }
  }

  private void put(
      List<Command> out, RollState.Module m, Item item, int pgn, int address, int tries) {
    int ticket = nextTicket++;
    tickets.put(ticket, new Asked(m, item, address));
    out.add(new Command.Ask(ticket, address, pgn, Urgency.READ, tries));
  }

  /** Asks the expected modules that nobody heard, at the address they usually have. */
  private void askAbsent(List<Command> out) {
    List<String> present =
        book.all().stream().flatMap(m -> book.kind(m).stream()).map(ModuleKind::id).toList();
    for (ModuleKind kind : pack.expected()) {
      if (!present.contains(kind.id()) && book.find(kind.address()).isEmpty()) {
        put(out, null, null, Pgn.ADDRESS_CLAIMED, kind.address(), Command.Ask.TRIES);
      }
    }
  }

  private void answered(Event.Answered a, List<Command> out) {
    Asked asked = tickets.remove(a.ticket());
    if (asked == null) {
      return;
    }
    RollState.Module m = asked.module();
    boolean unasked = a.answer() instanceof Answer.NotAsked;
    if (a.answer() instanceof Answer.NotAsked n) {
      book.unasked(asked.address(), n.why());
    }
    if (m != null) {
      book.take(m, asked.item(), a.answer());
      m.silentInARow = unasked || a.answer() instanceof Answer.Silent ? m.silentInARow + 1 : 0;
      int waiting = out.size();
      next(m, a.answer(), out);
      if (out.size() == waiting) {
        m.done = OptionalLong.of(a.micros());
        book.judge(m);
      }
    }
    endIfDone(a.micros());
  }

  private void endIfDone(long micros) {
    if (asking && tickets.isEmpty()) {
      end(book.anyUnasked() ? Roll.State.CUT_SHORT : Roll.State.COMPLETE, micros);
    }
  }

  private void end(Roll.State how, long micros) {
    state = how;
    ended = OptionalLong.of(micros);
  }

  @Override
  public Roll result() {
    if (built == null) {
      built = book.build(full, state, started, ended, state != Roll.State.COMPLETE);
    }
    return built;
  }
}
