package hitchlamp.core.story;

import hitchlamp.core.fault.FaultTarget;
import hitchlamp.core.j1939.Pgn;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.StoryKind;
import hitchlamp.core.station.Answer;
import hitchlamp.core.station.Command;
import hitchlamp.core.station.Event;
import hitchlamp.core.station.Procedure;
import hitchlamp.core.station.Urgency;
import hitchlamp.core.uds.Exchange;
import hitchlamp.core.uds.Reply;
import hitchlamp.core.uds.Services;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;

/**
 * Reads what all modules remember, all at once: standard groups from each, and from the keeper of
 * the story the identifiers that the pack names, tables page by page. A module that lets two
 * questions pass in silence is asked nothing more.
 */
public final class StoryCall implements Procedure<StoryReading> {
  private static final int GIVE_UP_AFTER = 2;

  /** Pages of a table that are read: bounds memory and time. */
  static final int MOST_PAGES = 16;

  private static final List<Integer> GROUPS =
      List.of(
          Pgn.ENGINE_HOURS,
          Pgn.VEHICLE_DISTANCE_FINE,
          Pgn.FUEL_CONSUMPTION,
          Pgn.IDLE_OPERATION,
          Pgn.VEHICLE_HOURS,
          Pgn.DM5,
          Pgn.DM21,
          Pgn.DM26);

  /** What an identifier holds. */
  private enum About {
    HOURS("its hours"),
    PROTECTION("its protection records"),
    LIFE("its life figures"),
    TRIP("its trip figures"),
    LIFE_DUTY("its map of speed and load"),
    TRIP_DUTY("its trip's map of speed and load"),
    BANDS("its hours per road speed"),
    TRAIL("its trail"),
    COUNTERS("its failure counters");

    private final String words;

    About(String words) {
      this.words = words;
    }
  }

  private sealed interface Wish {
    record Group(int pgn) implements Wish {}

    record Value(int identifier, About about, int page) implements Wish {}
  }

  private static final class Runner {
    final StoryDesk desk;
    final Deque<Wish> rest = new ArrayDeque<>();
    int silent;

    Runner(StoryDesk desk) {
      this.desk = desk;
    }
  }

  private final Pack pack;
  private final StoryKind kind;
  private final List<Runner> runners = new ArrayList<>();
  private final Map<Integer, Runner> tickets = new HashMap<>();
  private final Map<Integer, Wish> wishes = new HashMap<>();
  private int nextTicket;
  private StoryReading.State state = StoryReading.State.UNDER_WAY;
  private long started;
  private long last;

  /** Reads what modules remember that a roll showed. */
  public StoryCall(Pack pack, List<FaultTarget> targets) {
    this.pack = pack;
    this.kind = pack.story();
    targets.forEach(t -> runners.add(new Runner(new StoryDesk(t, pack))));
  }

  @Override
  public boolean finished() {
    return state != StoryReading.State.UNDER_WAY;
  }

  /** The link broke: what was found is kept. */
  public void brokenOff() {
    if (!finished()) {
      state = StoryReading.State.CUT_SHORT;
    }
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
      runners.forEach(r -> begin(r, out));
      endIfDone();
    } else if (event instanceof Event.Answered a) {
      answered(a, out);
    } else if (event instanceof Event.Replied r) {
      replied(r, out);
    } else if (event instanceof Event.StopAsked) {
      state = StoryReading.State.CUT_SHORT;
    }
    return out;
  }

  private void begin(Runner r, List<Command> out) {
    boolean keeper =
        r.desk.target().services()
            && !kind.keeper().isEmpty()
            && r.desk.target().kind().equals(kind.keeper());
    if (keeper) {
      // What cannot be cleared first: a technician who unplugs has the most telling part.
      pack.services().hours().ifPresent(id -> r.rest.add(new Wish.Value(id, About.HOURS, 0)));
      kind.protection().ifPresent(id -> r.rest.add(new Wish.Value(id, About.PROTECTION, 0)));
      kind.trail().ifPresent(t -> r.rest.add(new Wish.Value(t.identifier(), About.TRAIL, 0)));
      kind.counters().ifPresent(id -> r.rest.add(new Wish.Value(id, About.COUNTERS, 0)));
      kind.life().ifPresent(id -> r.rest.add(new Wish.Value(id, About.LIFE, 0)));
      kind.trip().ifPresent(id -> r.rest.add(new Wish.Value(id, About.TRIP, 0)));
    }
    GROUPS.forEach(pgn -> r.rest.add(new Wish.Group(pgn)));
    if (keeper) {
      kind.duty()
          .ifPresent(
              d -> {
                d.life().ifPresent(id -> r.rest.add(new Wish.Value(id, About.LIFE_DUTY, 0)));
                d.trip().ifPresent(id -> r.rest.add(new Wish.Value(id, About.TRIP_DUTY, 0)));
              });
      kind.bands().ifPresent(b -> r.rest.add(new Wish.Value(b.identifier(), About.BANDS, 0)));
    }
    next(r, out);
  }

  private void next(Runner r, List<Command> out) {
    if (r.silent >= GIVE_UP_AFTER) {
      r.rest.clear();
      r.desk.odd("It stopped answering; part of what it remembers is missing.");
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
    int fewer = r.silent == 0 ? Integer.MAX_VALUE : 1;
    if (wish instanceof Wish.Group g) {
      out.add(
          new Command.Ask(
              ticket, address, g.pgn(), Urgency.READ, Math.min(fewer, Command.Ask.TRIES)));
    } else if (wish instanceof Wish.Value v) {
      out.add(
          new Command.Call(
              ticket,
              address,
              Services.read(v.identifier()),
              Urgency.READ,
              Math.min(fewer, Command.Call.TRIES),
              Exchange.PENDING_MICROS));
    }
  }

  private void answered(Event.Answered a, List<Command> out) {
    Runner r = tickets.remove(a.ticket());
    if (r == null || !(wishes.remove(a.ticket()) instanceof Wish.Group g)) {
      return;
    }
    r.silent = a.answer() instanceof Answer.Silent ? r.silent + 1 : 0;
    if (a.answer() instanceof Answer.Given given) {
      r.desk.group(g.pgn(), given.message());
    } else if (a.answer() instanceof Answer.Broken) {
      r.desk.odd("A long answer of it did not arrive whole.");
    }
    next(r, out);
  }

  private void replied(Event.Replied e, List<Command> out) {
    Runner r = tickets.remove(e.ticket());
    if (r == null || !(wishes.remove(e.ticket()) instanceof Wish.Value v)) {
      return;
    }
    r.silent = e.reply() instanceof Reply.Silent ? r.silent + 1 : 0;
    if (e.reply() instanceof Reply.Positive p) {
      positive(r, v, p.data());
    } else {
      r.desk.odd("Asked for " + v.about().words + ", " + e.reply().says() + ".");
      if (e.reply() instanceof Reply.NeverDone) {
        r.rest.clear();
      }
    }
    next(r, out);
  }

  private void positive(Runner r, Wish.Value v, byte[] data) {
    StoryDesk desk = r.desk;
    switch (v.about()) {
      case HOURS -> desk.hours(data);
      case LIFE -> desk.use(data, false);
      case TRIP -> desk.use(data, true);
      case LIFE_DUTY -> desk.duty(data, false);
      case TRIP_DUTY -> desk.duty(data, true);
      case BANDS -> desk.bands(data);
      case PROTECTION -> paged(r, v, desk.protection(data), desk::protectionWhole);
      case TRAIL -> paged(r, v, desk.trail(data), desk::trailWhole);
      case COUNTERS -> paged(r, v, desk.counters(data), () -> {});
    }
  }

  private static void paged(Runner r, Wish.Value v, int pages, Runnable whole) {
    if (pages > MOST_PAGES && v.page() == 0) {
      r.desk.odd(
          "Asked for "
              + v.about().words
              + ", it has "
              + pages
              + " pages; the first "
              + MOST_PAGES
              + " were read.");
    }
    if (v.page() + 1 < Math.min(pages, MOST_PAGES)) {
      r.rest.addFirst(new Wish.Value(v.identifier() + 1, v.about(), v.page() + 1));
    } else if (pages > 0) {
      whole.run();
    }
  }

  private void endIfDone() {
    if (runners.stream().allMatch(r -> r.desk.ended())) {
      state = StoryReading.State.COMPLETE;
    }
  }

  @Override
  public StoryReading result() {
    OptionalDouble engine = OptionalDouble.empty();
    for (Runner r : runners) {
      if (r.desk.target().kind().equals("engine") && r.desk.hours().isPresent()) {
        engine = r.desk.hours();
      }
    }
    List<ModuleStory> modules = new ArrayList<>();
    for (Runner r : runners) {
      modules.add(r.desk.build(engine));
    }
    return new StoryReading(state, started, last, engine, List.copyOf(modules));
  }
}
