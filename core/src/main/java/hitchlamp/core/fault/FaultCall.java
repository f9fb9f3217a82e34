package hitchlamp.core.fault;

import hitchlamp.core.j1939.Message;
import hitchlamp.core.j1939.Pgn;
import hitchlamp.core.j1939.RawValue;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.Parameter;
import hitchlamp.core.station.Answer;
import hitchlamp.core.station.Command;
import hitchlamp.core.station.Event;
import hitchlamp.core.station.Procedure;
import hitchlamp.core.station.Urgency;
import hitchlamp.core.uds.Exchange;
import hitchlamp.core.uds.FaultInformation;
import hitchlamp.core.uds.Reply;
import hitchlamp.core.uds.ServiceFault;
import hitchlamp.core.uds.Services;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;

/**
 * Reads the faults of all modules at once: the lists of J1939-73, and from modules with the
 * services of ISO 14229 when each fault began, how often, and what was frozen with it. A module
 * that lets two questions pass in silence is asked nothing more.
 */
public final class FaultCall implements Procedure<FaultReading> {
  /** Every fault that was ever confirmed or fails now. */
  private static final int STATUS_MASK =
      ServiceFault.TEST_FAILED | ServiceFault.PENDING | ServiceFault.CONFIRMED;

  /** Faults of one module whose details are asked for: bounds the time a read takes. */
  static final int MOST_DETAILS = 100;

  private static final int GIVE_UP_AFTER = 2;
  private static final int SOOT_LOAD = 3719;

  private final Pack pack;
  private final List<FaultDesk> desks = new ArrayList<>();
  private final Map<Integer, Runner> tickets = new HashMap<>();
  private final Map<Integer, Wish> wishes = new HashMap<>();
  private int nextTicket;
  private FaultReading.State state = FaultReading.State.UNDER_WAY;
  private long started;
  private long last;
  private OptionalDouble soot = OptionalDouble.empty();

  /** Reads the faults of modules that a roll showed. */
  public FaultCall(Pack pack, List<FaultTarget> targets) {
    this.pack = pack;
    targets.forEach(t -> desks.add(new FaultDesk(t, pack)));
  }

  /** What a service is asked for. */
  private enum About {
    HOURS,
    LIST,
    TIMES,
    SNAPSHOTS
  }

  /** One question to one module. */
  private sealed interface Wish {
    record Group(int pgn) implements Wish {}

    record Service(byte[] request, About about, int spn, int fmi) implements Wish {}
  }

  private static final class Runner {
    final FaultDesk desk;
    final Deque<Wish> rest = new ArrayDeque<>();
    int silent;

    Runner(FaultDesk desk) {
      this.desk = desk;
    }
  }

  @Override
  public boolean finished() {
    return state != FaultReading.State.UNDER_WAY;
  }

  @Override
  public List<Command> on(Event event) {
    List<Command> out = new ArrayList<>();
    if (finished()) {
      return out;
    }
    last = event.micros();
    if (event instanceof Event.Began b) {
      started = b.micros();
      desks.forEach(d -> begin(d, out));
      endIfDone();
    } else if (event instanceof Event.Heard h) {
      heard(h.message());
    } else if (event instanceof Event.Answered a) {
      answered(a, out);
    } else if (event instanceof Event.Replied r) {
      replied(r, out);
    } else if (event instanceof Event.StopAsked) {
      state = FaultReading.State.CUT_SHORT;
    }
    return out;
  }

  private void heard(Message m) {
    Parameter p = pack.parameters().get(SOOT_LOAD);
    if (p != null && p.pgn() == m.pgn()) {
      Parameter.Reading r = p.read(m);
      soot = r.state() == RawValue.VALID ? OptionalDouble.of(r.value()) : OptionalDouble.empty();
    }
  }

  /** The link broke: what was found is kept. */
  public void brokenOff() {
    if (!finished()) {
      state = FaultReading.State.CUT_SHORT;
    }
  }

  private void begin(FaultDesk desk, List<Command> out) {
    Runner r = new Runner(desk);
    for (FaultList l : FaultList.values()) {
      r.rest.add(new Wish.Group(l.pgn()));
    }
    r.rest.add(new Wish.Group(Pgn.DM26));
    r.rest.add(new Wish.Group(Pgn.DM21));
    r.rest.add(new Wish.Group(Pgn.DM5));
    r.rest.add(new Wish.Group(Pgn.DM20));
    if (desk.target().services()) {
      pack.services()
          .hours()
          .ifPresent(id -> r.rest.add(new Wish.Service(Services.read(id), About.HOURS, 0, 0)));
      r.rest.add(new Wish.Service(Services.faults(STATUS_MASK), About.LIST, 0, 0));
    } else {
      r.rest.add(new Wish.Group(Pgn.ENGINE_HOURS));
      r.rest.add(new Wish.Group(Pgn.DM24));
    }
    next(r, out);
  }

  private void next(Runner r, List<Command> out) {
    if (r.silent >= GIVE_UP_AFTER) {
      r.rest.clear();
      r.desk.odd("It stopped answering; some of its faults may be missing.");
    }
    Wish wish = r.rest.poll();
    if (wish == null) {
      r.desk.end();
      endIfDone();
      return;
    }
    int ticket = nextTicket++;
    tickets.put(ticket, r);
    wishes.put(ticket, wish);
    int address = r.desk.target().address();
    if (wish instanceof Wish.Group g) {
      int tries = r.silent == 0 ? Command.Ask.TRIES : 1;
      out.add(new Command.Ask(ticket, address, g.pgn(), Urgency.READ, tries));
    } else if (wish instanceof Wish.Service s) {
      int tries = r.silent == 0 ? Command.Call.TRIES : 1;
      out.add(
          new Command.Call(
              ticket, address, s.request(), Urgency.READ, tries, Exchange.PENDING_MICROS));
    }
  }

  private void answered(Event.Answered a, List<Command> out) {
    Runner r = tickets.remove(a.ticket());
    Wish wish = wishes.remove(a.ticket());
    if (r == null || !(wish instanceof Wish.Group g)) {
      return;
    }
    boolean silent = a.answer() instanceof Answer.Silent;
    r.silent = silent ? r.silent + 1 : 0;
    if (a.answer() instanceof Answer.Given given) {
      Message m = given.message();
      r.desk.group(g.pgn(), m);
    } else {
      r.desk.unanswered(g.pgn(), a.answer());
    }
    if (g.pgn() == Pgn.DM24 && !silent) {
      // A module without a layout may still have the frames of the old one.
      r.rest.add(new Wish.Group(r.desk.freezes() ? Pgn.DM25 : Pgn.DM4));
    }
    next(r, out);
  }

  private void replied(Event.Replied e, List<Command> out) {
    Runner r = tickets.remove(e.ticket());
    Wish wish = wishes.remove(e.ticket());
    if (r == null || !(wish instanceof Wish.Service s)) {
      return;
    }
    if (e.reply() instanceof Reply.Positive p) {
      r.silent = 0;
      positive(r, s, p.data());
    } else {
      r.silent = e.reply() instanceof Reply.Silent ? r.silent + 1 : 0;
      r.desk.odd("Asked for " + words(s) + ", " + e.reply().says() + ".");
      if (e.reply() instanceof Reply.NeverDone) {
        // It would do the same for every fault; its plain lists are known already.
        r.rest.clear();
      }
    }
    next(r, out);
  }

  private static String words(Wish.Service s) {
    return switch (s.about()) {
      case HOURS -> "its hours";
      case LIST -> "its faults by service";
      case TIMES -> "the times of SPN " + s.spn() + " FMI " + s.fmi();
      case SNAPSHOTS -> "the values frozen with SPN " + s.spn() + " FMI " + s.fmi();
    };
  }

  private void positive(Runner r, Wish.Service s, byte[] data) {
    switch (s.about()) {
      case HOURS -> r.desk.hours(data);
      case LIST -> {
        var list = FaultInformation.faults(data);
        list.garbled().ifPresent(g -> r.desk.odd("Garbled fault list: " + g + "."));
        list.value().stream().limit(MOST_DETAILS).forEach(f -> details(r, f));
        if (list.value().size() > MOST_DETAILS) {
          r.desk.odd(
              "It keeps "
                  + list.value().size()
                  + " faults; times and frozen values were read for the first "
                  + MOST_DETAILS
                  + ".");
        }
        list.value().forEach(r.desk::service);
      }
      case TIMES -> r.desk.extended(s.spn(), s.fmi(), data);
      case SNAPSHOTS -> r.desk.snapshots(s.spn(), s.fmi(), data);
    }
  }

  private void details(Runner r, ServiceFault f) {
    int code = ServiceFault.code(f.spn(), f.fmi());
    if (pack.services().occurrence().isPresent()) {
      r.rest.add(new Wish.Service(Services.extendedData(code), About.TIMES, f.spn(), f.fmi()));
    }
    r.rest.add(new Wish.Service(Services.snapshots(code), About.SNAPSHOTS, f.spn(), f.fmi()));
  }

  private void endIfDone() {
    if (desks.stream().allMatch(FaultDesk::ended)) {
      state = FaultReading.State.COMPLETE;
    }
  }

  @Override
  public FaultReading result() {
    OptionalDouble engine = OptionalDouble.empty();
    for (FaultDesk d : desks) {
      if (d.target().kind().equals("engine") && d.hours().isPresent()) {
        engine = d.hours();
      }
    }
    List<ModuleFaults> modules = new ArrayList<>();
    for (FaultDesk d : desks) {
      modules.add(d.build(engine));
    }
    return new FaultReading(state, started, last, engine, soot, List.copyOf(modules));
  }
}
