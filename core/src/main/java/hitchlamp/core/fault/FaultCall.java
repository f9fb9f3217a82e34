package hitchlamp.core.fault;

import hitchlamp.core.j1939.Message;
import hitchlamp.core.j1939.Pgn;
import hitchlamp.core.j1939.RawValue;
import hitchlamp.core.pack.ModuleRef;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.Parameter;
import hitchlamp.core.station.Answer;
import hitchlamp.core.station.Command;
import hitchlamp.core.station.Event;
import hitchlamp.core.station.Procedure;
import hitchlamp.core.station.Query;
import hitchlamp.core.station.Questioning;
import hitchlamp.core.uds.FaultFormat;
import hitchlamp.core.uds.FaultInformation;
import hitchlamp.core.uds.Reply;
import hitchlamp.core.uds.ServiceFault;
import hitchlamp.core.uds.Services;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
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

  private static final int SOOT_LOAD = 3719;

  private final Pack pack;
  private final List<FaultCollector> desks = new ArrayList<>();
  private final Questioning<FaultCollector, Wish> questions = new Questioning<>(new Ear());
  private FaultReading.State state = FaultReading.State.UNDER_WAY;
  private long started;
  private long last;
  private OptionalDouble soot = OptionalDouble.empty();
  private final InducedHeard induced;

  /** Reads the faults of modules that a roll showed. */
  public FaultCall(Pack pack, List<ModuleRef> targets) {
    this.pack = pack;
    this.induced = new InducedHeard(pack);
    targets.forEach(t -> desks.add(new FaultCollector(t, pack)));
  }

  /** What a service is asked for. */
  private enum About {
    HOURS,
    FORMAT,
    LIST,
    TIMES,
    SNAPSHOTS,
    COUNTED
  }

  /** A question by service; of counted hours with their identifier; fault 0/0 where about none. */
  private record Wish(About about, int spn, int fmi) {}

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
      desks.forEach(this::line);
      questions.begin(out);
      endIfDone();
    } else if (event instanceof Event.Heard h) {
      heard(h.message());
    } else if (event instanceof Event.StopAsked) {
      brokenOff();
    } else {
      questions.on(event, out);
    }
    return out;
  }

  private void heard(Message m) {
    induced.heard(m);
    Parameter p = pack.parameters().get(SOOT_LOAD);
    if (p != null && p.pgn() == m.pgn()) {
      Parameter.Reading r = p.read(m);
      soot = r.state() == RawValue.VALID ? OptionalDouble.of(r.value()) : OptionalDouble.empty();
    }
  }

  /** The link broke: what was found is kept. Without test results the faults are whole. */
  public void brokenOff() {
    if (!finished()) {
      state = questions.atTheLast() ? FaultReading.State.COMPLETE : FaultReading.State.CUT_SHORT;
    }
  }

  /** Lines up what a module is asked. */
  private void line(FaultCollector desk) {
    Questioning.Row<FaultCollector, Wish> row = questions.row(desk, desk.target().address());
    for (FaultList l : FaultList.values()) {
      row.ask(l.pgn());
    }
    row.ask(Pgn.DM26).ask(Pgn.DM21).ask(Pgn.DM5).ask(Pgn.DM20);
    if (desk.target().services()) {
      pack.services()
          .hours()
          .ifPresent(id -> row.ask(Services.read(id), new Wish(About.HOURS, 0, 0)));
      row.ask(Services.faults(STATUS_MASK), new Wish(About.LIST, 0, 0));
      // It freezes by services: what it lays out is asked for the tests alone, and after all else,
      // so that stored hook-ups of before still live again.
      row.askLast(Pgn.DM24);
      row.askLast(Services.faultFormat(STATUS_MASK), new Wish(About.FORMAT, 0, 0));
      if (pack.roleOf(desk.target().kind()).equals(pack.inducement().role())) {
        // It may be told less often than a read takes.
        induced.group().ifPresent(row::askLast);
        pack.inducement()
            .counters()
            .forEach(
                c ->
                    row.askLast(
                        Services.read(c.identifier()), new Wish(About.COUNTED, c.identifier(), 0)));
      }
    } else {
      row.ask(Pgn.ENGINE_HOURS).ask(Pgn.DM24);
    }
  }

  private final class Ear implements Questioning.Ear<FaultCollector, Wish> {
    @Override
    public void group(Questioning.Row<FaultCollector, Wish> row, Query query, Answer answer) {
      FaultCollector desk = row.desk();
      int pgn = query.pgn();
      if (induced.group().filter(g -> g == pgn).isPresent()) {
        if (answer instanceof Answer.Given given) {
          induced.heard(given.message());
        }
        return;
      }
      if (answer instanceof Answer.Given given) {
        desk.group(pgn, given.message());
      } else {
        desk.unanswered(pgn, answer);
      }
      if (pgn == Pgn.DM24) {
        desk.tested().forEach(spn -> row.askLast(new Query.TestsOf(spn)));
        further(row, answer);
      } else if (pgn == Pgn.DM10) {
        desk.numbered().forEach(test -> row.askLast(new Query.NumberedTest(test)));
      }
      if (pgn == Pgn.DM24 && !desk.target().services() && !(answer instanceof Answer.Silent)) {
        // A module without a layout may still have the frames of the old one.
        row.ask(desk.freezes() ? Pgn.DM25 : Pgn.DM4);
      }
    }

    /** What only a module with monitors of the emissions may tell, after all else. */
    private void further(Questioning.Row<FaultCollector, Wish> row, Answer layout) {
      if (row.desk().monitors()) {
        row.askLast(Pgn.DM29)
            .askLast(Pgn.DM31)
            .askLast(Pgn.DM35)
            .askLast(Pgn.DM33)
            .askLast(Pgn.DM34);
        if (layout instanceof Answer.NotSupported) {
          row.askLast(Pgn.DM10);
        }
      }
    }

    @Override
    public void service(Questioning.Row<FaultCollector, Wish> row, Wish wish, Reply reply) {
      if (reply instanceof Reply.Positive p) {
        positive(row, wish, p.data());
      } else if (wish.about() != About.FORMAT) {
        // One that tells no format has that of the pack, which knows the module.
        row.desk().odd(FaultWords.say("asked-for", words(wish), reply.says()));
      }
    }

    @Override
    public void gaveUp(FaultCollector desk) {
      desk.odd(FaultWords.say(desk.gaveUp()));
    }

    @Override
    public void ended(FaultCollector desk) {
      desk.end();
      endIfDone();
    }
  }

  private static String words(Wish s) {
    return switch (s.about()) {
      case HOURS -> FaultWords.say("its-hours");
      case FORMAT -> FaultWords.say("the-format-of-its-faults");
      case LIST -> FaultWords.say("its-faults-by-service");
      case TIMES -> FaultWords.say("the-times-of-spn-fmi", s.spn(), s.fmi());
      case COUNTED -> FaultWords.say("asked-for-counted-hours");
      case SNAPSHOTS -> FaultWords.say("the-values-frozen-with-spn-fmi", s.spn(), s.fmi());
    };
  }

  private void positive(Questioning.Row<FaultCollector, Wish> row, Wish s, byte[] data) {
    switch (s.about()) {
      case HOURS -> row.desk().hours(data);
      case FORMAT -> format(row.desk(), data);
      case LIST -> {
        var list = FaultInformation.faults(data);
        list.garbled().ifPresent(g -> row.desk().odd(FaultWords.say("garbled-fault-list", g)));
        list.value().stream().limit(MOST_DETAILS).forEach(f -> details(row, f));
        if (list.value().size() > MOST_DETAILS) {
          row.desk()
              .odd(
                  FaultWords.say(
                      "it-keeps-faults-times-and-frozen", list.value().size(), MOST_DETAILS));
        }
        list.value().forEach(row.desk()::service);
      }
      case COUNTED -> induced.counted(s.spn(), data);
      case TIMES -> row.desk().extended(s.spn(), s.fmi(), data);
      case SNAPSHOTS -> row.desk().snapshots(s.spn(), s.fmi(), data);
    }
  }

  /** Three bytes are an SPN and an FMI in one format alone: of another none are made up. */
  private static void format(FaultCollector desk, byte[] data) {
    Optional<FaultFormat> format = FaultFormat.of(data);
    if (format.isEmpty() || !format.get().spns()) {
      desk.onlyAsBroadcast(
          FaultWords.say(
              "tells-faults-in-another-format",
              format.map(FaultFormat::title).orElse(FaultWords.say("an-unknown-format"))));
    }
  }

  private void details(Questioning.Row<FaultCollector, Wish> row, ServiceFault f) {
    int code = ServiceFault.code(f.spn(), f.fmi());
    if (pack.services().occurrence().isPresent()) {
      row.ask(Services.extendedData(code), new Wish(About.TIMES, f.spn(), f.fmi()));
    }
    row.ask(Services.snapshots(code), new Wish(About.SNAPSHOTS, f.spn(), f.fmi()));
  }

  private void endIfDone() {
    if (desks.stream().allMatch(FaultCollector::ended)) {
      state = FaultReading.State.COMPLETE;
    }
  }

  @Override
  public FaultReading result() {
    OptionalDouble axis = ModuleCollector.axis(desks);
    return new FaultReading(
        state,
        started,
        last,
        axis,
        soot,
        desks.stream().map(d -> d.build(axis)).toList(),
        induced.told());
  }
}
