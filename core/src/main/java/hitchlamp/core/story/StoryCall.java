package hitchlamp.core.story;

import hitchlamp.core.fault.ModuleCollector;
import hitchlamp.core.j1939.Pgn;
import hitchlamp.core.pack.ModuleRef;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.StoryKind;
import hitchlamp.core.station.Answer;
import hitchlamp.core.station.Command;
import hitchlamp.core.station.Event;
import hitchlamp.core.station.Procedure;
import hitchlamp.core.station.Query;
import hitchlamp.core.station.Questioning;
import hitchlamp.core.uds.Reply;
import hitchlamp.core.uds.Services;
import java.util.ArrayList;
import java.util.List;
import java.util.OptionalDouble;

/**
 * Reads what all modules remember, all at once: standard groups from each, and from the keeper of
 * the story the identifiers that the pack names, tables page by page. A module that lets two
 * questions pass in silence is asked nothing more.
 */
public final class StoryCall implements Procedure<StoryReading> {
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
    HOURS(StoryWords.say("its-hours")),
    PROTECTION(StoryWords.say("its-protection-records")),
    LIFE(StoryWords.say("its-life-figures")),
    TRIP(StoryWords.say("its-trip-figures")),
    LIFE_DUTY(StoryWords.say("its-map-of-speed-and-load")),
    TRIP_DUTY(StoryWords.say("its-trips-map-of-speed-and")),
    BANDS(StoryWords.say("its-hours-per-road-speed")),
    TRAIL(StoryWords.say("its-trail")),
    REGENERATIONS(StoryWords.say("its-regenerations")),
    COUNTERS(StoryWords.say("its-failure-counters"));

    private final String words;

    About(String words) {
      this.words = words;
    }
  }

  /** A page of what an identifier holds. */
  private record Page(int identifier, About about, int number) {}

  private final Pack pack;
  private final StoryKind kind;
  private final List<StoryCollector> desks = new ArrayList<>();
  private final Questioning<StoryCollector, Page> questions = new Questioning<>(new Ear());
  private StoryReading.State state = StoryReading.State.UNDER_WAY;
  private long started;
  private long last;

  /** Reads what modules remember that a roll showed. */
  public StoryCall(Pack pack, List<ModuleRef> targets) {
    this.pack = pack;
    this.kind = pack.story();
    targets.forEach(t -> desks.add(new StoryCollector(t, pack)));
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
      desks.forEach(this::line);
      questions.begin(out);
      endIfDone();
    } else if (event instanceof Event.StopAsked) {
      state = StoryReading.State.CUT_SHORT;
    } else {
      questions.on(event, out);
    }
    return out;
  }

  /** Lines up what a module is asked. */
  private void line(StoryCollector desk) {
    Questioning.Row<StoryCollector, Page> row = questions.row(desk, desk.target().address());
    boolean keeper = desk.target().services() && pack.keepsStory(desk.target().kind());
    if (keeper) {
      // What cannot be cleared first: a technician who unplugs has the most telling part.
      pack.services().hours().ifPresent(id -> ask(row, id, About.HOURS));
      kind.protection().ifPresent(id -> ask(row, id, About.PROTECTION));
      kind.trail().ifPresent(t -> ask(row, t.identifier(), About.TRAIL));
      kind.counters().ifPresent(id -> ask(row, id, About.COUNTERS));
      kind.regenerations().ifPresent(r -> ask(row, r.identifier(), About.REGENERATIONS));
      kind.life().ifPresent(id -> ask(row, id, About.LIFE));
      kind.trip().ifPresent(id -> ask(row, id, About.TRIP));
    }
    GROUPS.forEach(row::ask);
    if (keeper) {
      kind.duty()
          .ifPresent(
              d -> {
                d.life().ifPresent(id -> ask(row, id, About.LIFE_DUTY));
                d.trip().ifPresent(id -> ask(row, id, About.TRIP_DUTY));
              });
      kind.bands().ifPresent(b -> ask(row, b.identifier(), About.BANDS));
    }
  }

  private static void ask(Questioning.Row<StoryCollector, Page> row, int identifier, About about) {
    row.ask(Services.read(identifier), new Page(identifier, about, 0));
  }

  private final class Ear implements Questioning.Ear<StoryCollector, Page> {
    @Override
    public void group(Questioning.Row<StoryCollector, Page> row, Query query, Answer answer) {
      if (answer instanceof Answer.Given given) {
        row.desk().group(query.pgn(), given.message());
      } else if (answer instanceof Answer.Broken) {
        row.desk().odd(StoryWords.say("a-long-answer-of-it-did"));
      }
    }

    @Override
    public void service(Questioning.Row<StoryCollector, Page> row, Page page, Reply reply) {
      if (reply instanceof Reply.Positive p) {
        positive(row, page, p.data());
      } else {
        row.desk().odd(StoryWords.say("asked-for", page.about().words, reply.says()));
      }
    }

    @Override
    public void gaveUp(StoryCollector desk) {
      desk.odd(StoryWords.say("it-stopped-answering-part-of-what"));
    }

    @Override
    public void ended(StoryCollector desk) {
      desk.end();
      endIfDone();
    }
  }

  private static void positive(Questioning.Row<StoryCollector, Page> row, Page page, byte[] data) {
    StoryCollector desk = row.desk();
    switch (page.about()) {
      case HOURS -> desk.hours(data);
      case LIFE -> desk.use(data, false);
      case TRIP -> desk.use(data, true);
      case LIFE_DUTY -> desk.duty(data, false);
      case TRIP_DUTY -> desk.duty(data, true);
      case BANDS -> desk.bands(data);
      case PROTECTION -> turn(row, page, desk.protection(data), desk::protectionWhole);
      case TRAIL -> turn(row, page, desk.trail(data), desk::trailWhole);
      case REGENERATIONS -> turn(row, page, desk.regenerations(data), () -> {});
      case COUNTERS -> turn(row, page, desk.counters(data), () -> {});
    }
  }

  /** Turns to the table's next page, or closes it. */
  private static void turn(
      Questioning.Row<StoryCollector, Page> row, Page page, int pages, Runnable whole) {
    if (pages > MOST_PAGES && page.number() == 0) {
      row.desk()
          .odd(StoryWords.say("asked-for-it-has-pages-the", page.about().words, pages, MOST_PAGES));
    }
    if (page.number() + 1 < Math.min(pages, MOST_PAGES)) {
      int next = page.identifier() + 1;
      row.askNext(Services.read(next), new Page(next, page.about(), page.number() + 1));
    } else if (pages > 0) {
      whole.run();
    }
  }

  private void endIfDone() {
    if (desks.stream().allMatch(StoryCollector::ended)) {
      state = StoryReading.State.COMPLETE;
    }
  }

  @Override
  public StoryReading result() {
    OptionalDouble axis = ModuleCollector.axis(desks);
    return new StoryReading(
        state, started, last, axis, desks.stream().map(d -> d.build(axis)).toList());
  }
}
