package hitchlamp.server.hookup;

import hitchlamp.core.bus.FrameBlock;
import hitchlamp.core.bus.RecordedLink;
import hitchlamp.core.fault.ClearCall;
import hitchlamp.core.fault.FaultReading;
import hitchlamp.core.fault.SelfTest;
import hitchlamp.core.hookup.Replay;
import hitchlamp.core.hookup.Roll;
import hitchlamp.core.hookup.RollEntry;
import hitchlamp.core.hookup.SpeedSearch;
import hitchlamp.core.hookup.UnitShown;
import hitchlamp.core.j1939.Name;
import hitchlamp.core.pack.ModuleRef;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.PackShelf;
import hitchlamp.core.station.Hold;
import hitchlamp.core.story.StoryReading;
import hitchlamp.core.story.TripReset;
import hitchlamp.core.trace.UnitAnswer;
import hitchlamp.core.trial.BenchState;
import hitchlamp.core.trial.StoredTrial;
import hitchlamp.server.account.Account;
import hitchlamp.server.config.Refusal;
import hitchlamp.server.config.TimedId;
import hitchlamp.server.job.JobPage;
import hitchlamp.server.job.JobRow;
import hitchlamp.server.job.Jobs;
import hitchlamp.server.job.LetGoFirst;
import hitchlamp.server.job.Logbook;
import hitchlamp.server.job.Seats;
import hitchlamp.server.job.UnitRow;
import hitchlamp.server.outbox.Outbox;
import hitchlamp.server.stream.Topics;
import jakarta.annotation.PreDestroy;
import java.io.InputStream;
import java.time.Duration;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ThreadLocalRandom;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Service;
import tools.jackson.databind.json.JsonMapper;

/** Hook-ups: at most one live owner a unit, at most {@link #MOST} at once. */
@Service
class HookUps implements JobPage {
  /** Hook-ups at once. */
  static final int MOST = 100;

  private static final DateTimeFormatter MOMENT = DateTimeFormatter.ofPattern("yyyy-MM-dd HH:mm");
  private static final Duration END_PATIENCE = Duration.ofSeconds(3);
  private static final int CAN250 = 250_000;
  private static final int CAN500 = 500_000;

  private final Cabs cabs;
  private final Jobs jobs;
  private final Logbook logbook;
  private final Topics topics;
  private final HookUpMapper mapper;
  private final FrameStore store;
  private final StoredLogs logs;
  private final PackShelf shelf;
  private final JsonMapper json;
  private final FaultReports faultReports;
  private final StoryReports storyReports;
  private final WatchReports watchReports;
  private final TrialReports trialReports;
  private final TraceReports traceReports;
  private final AddedParameters added;
  private final Outbox outbox;
  private final Seats seats;
  private final HeldFiles heldFiles;
  private final Map<Long, Live> byUnit = new ConcurrentHashMap<>();

  HookUps(
      Cabs cabs,
      Jobs jobs,
      Logbook logbook,
      Topics topics,
      HookUpMapper mapper,
      FrameStore store,
      StoredLogs logs,
      PackShelf shelf,
      JsonMapper json,
      FaultReports faultReports,
      StoryReports storyReports,
      WatchReports watchReports,
      TrialReports trialReports,
      TraceReports traceReports,
      AddedParameters added,
      Outbox outbox,
      Seats seats,
      HeldFiles heldFiles) {
    this.outbox = outbox;
    this.seats = seats;
    this.heldFiles = heldFiles;
    this.cabs = cabs;
    this.jobs = jobs;
    this.logbook = logbook;
    this.topics = topics;
    this.mapper = mapper;
    this.store = store;
    this.logs = logs;
    this.shelf = shelf;
    this.json = json;
    this.faultReports = faultReports;
    this.storyReports = storyReports;
    this.watchReports = watchReports;
    this.trialReports = trialReports;
    this.traceReports = traceReports;
    this.added = added;
  }

  private record Live(long job, LiveOwner owner, Thread thread) {}

  /** The hook-up of a job, known without the database. */
  private Optional<Live> alive(long job) {
    return byUnit.values().stream().filter(l -> l.job() == job && l.thread().isAlive()).findFirst();
  }

  /** Links that a job can choose from. */
  List<LinkChoice> links(long job) {
    jobs.job(job);
    List<LinkChoice> links = new ArrayList<>(simulated());
    mapper
        .logs(job)
        .forEach(
            l ->
                links.add(
                    new LinkChoice(
                        "log/" + l.id(),
                        LinkChoice.Kind.LOG,
                        l.name() + ", " + l.bus() + " (" + l.frames() + " frames)",
                        List.of(l.bus()),
                        "",
                        "",
                        0,
                        1)));
    mapper
        .stored(job)
        .forEach(
            h ->
                links.add(
                    new LinkChoice(
                        "stored/" + h.id(),
                        LinkChoice.Kind.STORED,
                        HookupWords.say(
                            "replay-of-the-hook-up-of", h.beganAt().format(MOMENT), h.bus()),
                        List.of(h.bus()),
                        h.backbone(),
                        "",
                        0,
                        1)));
    return links;
  }

  /** Simulated units; none while they do not answer, which keeps nobody from the other links. */
  private List<LinkChoice> simulated() {
    try {
      return cabs.links();
    } catch (Refusal away) {
      return List.of();
    }
  }

  /** Rates that the bus names are bound to; a name that tells none has an unknown rate. */
  static int rateOf(String bus) {
    return bus.endsWith("500") ? CAN500 : bus.endsWith("250") ? CAN250 : 0;
  }

  private LinkChoice choice(long job, String id) {
    if (id.startsWith("daemon/")) {
      var m =
          java.util.regex.Pattern.compile(
                  "daemon/([A-Za-z0-9.:\\-\\[\\]]{1,100}):(\\d{1,5})/([A-Za-z0-9_]{1,15}(?:,[A-Za-z0-9_]{1,15}){0,3})(?:/n2k=([A-Za-z0-9_]{1,15}))?")
              .matcher(id);
      if (!m.matches() || Integer.parseInt(m.group(2)) > 65_535) {
        throw Refusal.bad(
            HookupWords.say("this-is-no-address-of-a"),
            HookupWords.say("write-host-port-and-bus-names"));
      }
      return new LinkChoice(
          id,
          LinkChoice.Kind.DAEMON,
          m.group(1) + ":" + m.group(2),
          List.of(m.group(3).split(",")),
          m.group(4) == null ? "" : m.group(4),
          m.group(1),
          Integer.parseInt(m.group(2)),
          1);
    }
    return links(job).stream()
        .filter(l -> l.id().equals(id))
        .findFirst()
        .orElseThrow(() -> Refusal.missing("link"));
  }

  /** The pack that a job's unit is read by; known without the database once it was asked for. */
  Pack packOf(long job) {
    Jobs.Place place = jobs.place(job);
    return added.over(packNamed(place.pack()), place.unit());
  }

  private Pack packOf(UnitRow unit) {
    return added.over(packNamed(unit.pack()), unit.id());
  }

  /** Hooks a job's unit up. */
  synchronized void hookUp(long job, String linkId, Account who) {
    JobRow row = jobs.job(job);
    boolean livesAgain = row.state().equals("CASE") && linkId.startsWith("stored/");
    if (!row.state().equals("OPEN") && !livesAgain) {
      throw Refusal.conflict(
          HookupWords.say("this-job-is-closed"), HookupWords.say("open-it-again-or-open-a"));
    }
    Live before = byUnit.get(row.unitId());
    if (before != null && before.thread().isAlive()) {
      if (before.job() != job) {
        throw Refusal.conflict(
            HookupWords.say("this-unit-is-hooked-up-in"), HookupWords.say("unhook-it-there-first"));
      }
      unhook(job, who, HookupWords.say("hooked-up-anew-by", who.name()));
    }
    if (byUnit.size() >= MOST) {
      throw Refusal.conflict(
          HookupWords.say("units-are-hooked-up-already", MOST),
          HookupWords.say("unhook-one-that-is-done"));
    }
    LinkChoice choice = choice(job, linkId);
    UnitRow unit = jobs.unit(row.unitId());
    Pack pack = packOf(unit);
    List<SpeedSearch.Candidate> candidates =
        choice.buses().stream().map(b -> new SpeedSearch.Candidate(b, rateOf(b))).toList();
    LiveOwner.Opener opener =
        choice.kind() == LinkChoice.Kind.LOG
            ? bus -> recorded(job, choice)
            : bus -> TcpLink.open(choice.host(), choice.port(), bus, choice.factor());
    Name own =
        Name.of(
            ThreadLocalRandom.current().nextInt(1 << 21),
            0x7FF,
            0,
            0,
            Name.FUNCTION_SERVICE_TOOL,
            0,
            0,
            0,
            false);
    Reporter reporter = new Reporter(job, row.unitId(), choice, pack, who);
    LiveOwner owner =
        new LiveOwner(
            choice,
            candidates,
            opener,
            own,
            pack,
            (listener, beside) ->
                new Replay(store.entries(storedId(choice)), this::packNamed, listener, beside),
            reporter);
    Thread thread = new Thread(owner, "unit " + row.unitId());
    reporter.owner = thread;
    byUnit.put(row.unitId(), new Live(job, owner, thread));
    thread.start();
  }

  private static long storedId(LinkChoice choice) {
    return Long.parseLong(choice.id().substring("stored/".length()));
  }

  private Pack packNamed(String id) {
    return shelf.packs().stream().anyMatch(p -> p.id().equals(id)) ? shelf.with(id) : shelf.base();
  }

  private RecordedLink recorded(long job, LinkChoice choice) {
    HookUpMapper.LogHead log =
        mapper
            .log(Long.parseLong(choice.id().substring(4)), job)
            .orElseThrow(() -> Refusal.missing("recording"));
    return new RecordedLink(logs.frames(log.id()));
  }

  /**
   * Keeps a candump log with a job so that it can be opened as a link. Nothing is kept of a file
   * with a fault.
   */
  List<LinkChoice> addLog(long job, String name, InputStream content, Account who) {
    jobs.job(job);
    logs.add(job, name, content, who);
    logbook.enter(
        job, Logbook.Kind.LINK, "Recording " + name + " added.", who.id(), Logbook.Moment.UNKNOWN);
    return links(job);
  }

  LiveOwner live(long job) {
    return alive(job)
        .map(Live::owner)
        .orElseThrow(
            () ->
                Refusal.conflict(
                    HookupWords.say("this-job-is-not-hooked-up"),
                    HookupWords.say("choose-a-link-and-hook-up")));
  }

  void unhook(long job, Account who, String reason) {
    LiveOwner owner = live(job);
    Optional<Live> live = alive(job);
    owner.stop(reason);
    try {
      if (live.isPresent()) {
        live.get().thread().join(10_000);
      }
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    }
  }

  void callRoll(long job, boolean full, Account who) {
    LiveOwner owner = live(job);
    owner.callRoll(who, full, packOf(job));
  }

  /** The owner of a hook-up whose roll was called. */
  LiveOwner owner(long job) {
    LiveOwner owner = live(job);
    if (!owner.rollKnown()) {
      throw Refusal.conflict(
          HookupWords.say("the-roll-has-not-been-called-since"),
          HookupWords.say("call-the-roll-first"));
    }
    return owner;
  }

  /** The same, where nothing is under way that a person waits for. */
  LiveOwner free(long job) {
    LiveOwner owner = owner(job);
    if (!owner.underWay().isEmpty()) {
      throw Refusal.conflict(owner.underWay(), HookupWords.say("wait-until-that-has-ended-then"));
    }
    return owner;
  }

  void stopRoll(long job) {
    live(job).stopRoll();
  }

  /** True where the one of that name has the seat at the job's unit. */
  boolean seated(long job, String name) {
    return seats.hasIt(jobs.place(job).unit(), name);
  }

  void releaseAll(long job) {
    live(job).releaseAll();
  }

  /** The last roll of a job as stored; null where there is none. */
  RollView lastRoll(long job) {
    jobs.job(job);
    return mapper.lastRoll(job).map(text -> json.readValue(text, RollView.class)).orElse(null);
  }

  /** The newest hook-up of a job. */
  long lastHookUp(long job) {
    return mapper
        .lastHookUp(job)
        .map(HookUpMapper.HookUpHead::id)
        .orElseThrow(
            () ->
                new Refusal(
                    org.springframework.http.HttpStatus.NOT_FOUND,
                    HookupWords.say("this-job-has-not-been-hooked"),
                    HookupWords.say("hook-up-first")));
  }

  /** Who answered for what is held no longer does. */
  @EventListener
  void letGoFirst(LetGoFirst first) {
    Live live = byUnit.get(first.unit());
    if (live != null && live.thread().isAlive()) {
      live.owner().releaseAll();
    }
  }

  @PreDestroy
  void close() throws InterruptedException {
    byUnit.values().forEach(l -> l.owner().stop(HookupWords.say("hitch-lamp-was-stopped")));
    for (Live l : byUnit.values()) {
      l.thread().join(6_000);
    }
  }

  /**
   * Takes what one owner reports: what only shows goes to the stream at once, what must be stored
   * to the outbox. Nothing here waits for the database.
   */
  private final class Reporter implements LiveReports {
    private final long job;
    private final long unit;
    private final LinkChoice choice;
    private final Pack pack;
    private final Account who;
    private final Outbox.Lane lane;
    private volatile long hookUp;
    private volatile Double hours;
    private volatile Thread owner;

    Reporter(long job, long unit, LinkChoice choice, Pack pack, Account who) {
      this.job = job;
      this.unit = unit;
      this.choice = choice;
      this.pack = pack;
      this.who = who;
      this.hours = jobs.job(job).hours();
      this.lane = outbox.lane("reports of unit " + unit);
    }

    private Report.By by(Account account) {
      return Report.By.of(account == null ? who : account);
    }

    private void enter(Logbook.Kind kind, String text, long account, Long busMicros) {
      lane.put(
          new Report.Entered(
              job,
              kind,
              text,
              account,
              new Logbook.Moment(busMicros, hours, hours == null ? null : "engine")));
    }

    @Override
    public WatchReports.Sink watch() {
      return watchReports.of(job, () -> hours);
    }

    @Override
    public void trial(TrialRun.Of of, BenchState<?> state) {
      trialReports.shows(job, of.spec(), of.module(), state);
    }

    @Override
    public void trialBegan(TrialRun.Of of, long busMicros) {
      lane.put(
          new Report.TrialBegan(
              job,
              of.run(),
              of.spec().kind(),
              of.spec().id(),
              of.spec().title(),
              of.pack().id(),
              of.module(),
              by(of.who()),
              of.began(),
              hours,
              busMicros));
    }

    @Override
    public void trialEnded(TrialRun.Of of, BenchState<?> state, Long recording, long busMicros) {
      lane.put(
          new Report.TrialEnded(
              job,
              of.run(),
              of.spec().id(),
              of.spec().title(),
              of.pack().id(),
              of.module(),
              state.ending(),
              state.says(),
              state.seen(),
              state.judgement(),
              new StoredTrial<>(state.observed(), state.trace()),
              recording,
              by(of.who()),
              hours,
              busMicros),
          () -> trial(of, state));
    }

    @Override
    public void tracing(long trace, String check, String waits) {
      traceReports.waits(job, trace, check, waits);
    }

    @Override
    public void traced(long trace, String check, UnitAnswer answer, long busMicros) {
      lane.put(new Report.CheckAnswered(job, trace, check, answer, hours, busMicros));
    }

    @Override
    public void held(String text, long busMicros) {
      enter(Logbook.Kind.HELD, text, seated(), busMicros);
    }

    @Override
    public void letGo(String text, long busMicros) {
      enter(Logbook.Kind.TEST, text, seated(), busMicros);
    }

    /** Who has the seat and so commands; else who hooked up. */
    private long seated() {
      return seats.holderOf(unit).orElse(who.id());
    }

    @Override
    public void keepHeld(List<Hold> holds) {
      heldFiles.keep(unit, holds);
    }

    @Override
    public List<Hold> leftHeld() {
      return heldFiles.left(unit);
    }

    @Override
    public long began(SpeedSearch.Candidate c) {
      hookUp = TimedId.next();
      lane.put(
          new Report.HookUpBegan(
              hookUp,
              job,
              choice.id(),
              c.bus(),
              choice.backbone(),
              c.bitsPerSecond(),
              pack.id(),
              pack.hash(),
              who.id()));
      return hookUp;
    }

    @Override
    public void link(LinkView view) {
      topics.job(job).value("link", view);
    }

    @Override
    public void vitals(VitalsView view) {
      topics.job(job).value("vitals", view);
    }

    @Override
    public void vessel(VesselView view) {
      topics.job(job).value("vessel", view);
    }

    @Override
    public void roll(RollView view) {
      topics.job(job).value("roll", view);
    }

    @Override
    public void rollEnded(Roll roll, RollView view, Account caller, Pack used, long busMicros) {
      long by = caller == null ? who.id() : caller.id();
      UnitShown shown = UnitShown.of(roll);
      hours = shown.hours().isPresent() ? Double.valueOf(shown.hours().getAsDouble()) : hours;
      Optional<Pack> fits = shown.fits(used, shelf);
      String named = shown.maker() + " " + shown.model();
      RollView known =
          fits.isEmpty() ? view : view.noting(HookupWords.say("this-unit-is-a-and-there", named));
      if (fits.isPresent()) {
        log(HookupWords.say("the-engine-says-pack-is-used", named, fits.get().id()), busMicros);
      }
      lane.put(
          new Report.RollEnded(
              job,
              hookUp,
              by,
              used.id(),
              used.hash(),
              known,
              new Report.Shown(
                  shown.vin(),
                  shown.maker(),
                  shown.model(),
                  fits.map(Pack::id).orElse(""),
                  hours,
                  shown.kilometres().isPresent() ? shown.kilometres().getAsDouble() : null)),
          () -> topics.job(job).value("roll", known));
      long answered = roll.count(RollEntry.Presence.ANSWERS);
      long silent = roll.count(RollEntry.Presence.SILENT);
      String end =
          switch (roll.state()) {
            case COMPLETE -> "";
            case CUT_SHORT -> HookupWords.say("cut-short");
            case BROKEN_OFF -> HookupWords.say("broken-off-with-the-link");
            case UNDER_WAY -> HookupWords.say("not-ended");
          };
      String faults =
          roll.full()
              ? ", " + roll.faults().size() + (roll.faults().size() == 1 ? " fault" : " faults")
              : "";
      enter(
          Logbook.Kind.ROLL,
          HookupWords.say(
              "roll-call-answered-silent",
              roll.full() ? "Full" : "Quick",
              end,
              answered,
              silent,
              faults),
          by,
          busMicros);
    }

    @Override
    public void replayed(int number, RollView view) {
      lane.loosely(
          () -> {
            List<String> stored = mapper.rollsOf(storedId(choice));
            String note;
            if (number >= stored.size()) {
              note = HookupWords.say("no-roll-was-stored-here-then");
            } else if (json.readValue(stored.get(number), RollView.class).tellsTheSame(view)) {
              note = HookupWords.say("replayed-from-the-stored-frames-the");
            } else {
              note = HookupWords.say("replayed-from-the-stored-frames-this");
            }
            topics.job(job).value("roll", view.noting(note));
            enter(Logbook.Kind.ROLL, choice.title() + ": " + note, who.id(), null);
          });
    }

    @Override
    public void replayed(FaultReading reading, Set<String> silent, Pack used) {
      lane.loosely(() -> faultReports.replayed(job, reading, silent, used));
    }

    @Override
    public void faults(
        FaultReading reading, Set<String> silent, Pack used, Account by, FaultRun.Why why) {
      if (reading.state() == FaultReading.State.UNDER_WAY) {
        lane.loosely(
            () -> faultReports.reading(job, reading, silent, used, by(by).account(), why.name()));
      } else {
        lane.put(new Report.FaultsRead(job, reading, silent, used.id(), by(by), why.name()));
      }
    }

    @Override
    public void replayed(StoryReading reading, Pack used) {
      lane.loosely(() -> storyReports.replayed(job, reading, used));
    }

    @Override
    public void story(StoryReading reading, Pack used, Account by, StoryRun.Why why) {
      if (reading.state() == StoryReading.State.UNDER_WAY) {
        lane.loosely(() -> storyReports.reading(job, reading, used, by(by).account(), why.name()));
      } else {
        lane.put(new Report.StoryRead(job, reading, used.id(), by(by), why.name()));
      }
    }

    @Override
    public void tripReset(ModuleRef keeper, TripReset result, Account by, long busMicros) {
      lane.put(new Report.TripWasReset(job, keeper, result, by(by), hours, busMicros));
    }

    @Override
    public void cleared(List<ClearCall.Outcome> outcomes, Account by, long busMicros) {
      lane.put(new Report.Cleared(job, outcomes, by(by), hours, busMicros));
    }

    @Override
    public void selfTest(List<SelfTest> outcomes, boolean ended, Account by, long busMicros) {
      if (ended) {
        lane.put(new Report.SelfTested(job, outcomes, by(by), hours, busMicros));
      } else {
        lane.loosely(
            () -> faultReports.selfTest(job, outcomes, false, by(by).account(), hours, busMicros));
      }
    }

    @Override
    public void log(String text, long busMicros) {
      enter(Logbook.Kind.LINK, text, who.id(), busMicros);
    }

    @Override
    public Double hours() {
      return hours;
    }

    @Override
    public boolean store(List<FrameBlock.Entry> entries, boolean pinned) {
      store.store(hookUp, entries, pinned, hours, hours == null ? null : "engine");
      return true;
    }

    @Override
    public void ended(String reason) {
      if (hookUp != 0) {
        lane.put(new Report.HookUpEnded(hookUp, reason));
        enter(
            Logbook.Kind.LINK,
            reason.startsWith("Unhooked") ? reason : "Unhooked: " + reason,
            who.id(),
            null);
        store.forget(hookUp);
      }
      // Those who ask next find it stored, where the database is there.
      lane.await(END_PATIENCE);
      lane.close();
      byUnit.computeIfPresent(
          unit, (u, live) -> live.job() == job && live.thread() == owner ? null : live);
    }
  }

  @Override
  public String page() {
    return "roll";
  }

  @Override
  public void showAll(long job) {
    links(job);
    lastRoll(job);
  }
}
