package hitchlamp.server.hookup;

import hitchlamp.core.bus.LinkCapabilities;
import hitchlamp.core.bus.RecordedLink;
import hitchlamp.core.hookup.Replay;
import hitchlamp.core.hookup.SpeedSearch;
import hitchlamp.core.j1939.Name;
import hitchlamp.core.pack.Pack;
import hitchlamp.server.account.Account;
import hitchlamp.server.config.Refusal;
import hitchlamp.server.job.JobPage;
import hitchlamp.server.job.JobRow;
import hitchlamp.server.job.Jobs;
import hitchlamp.server.job.LetGoFirst;
import hitchlamp.server.job.Logbook;
import hitchlamp.server.job.Seats;
import jakarta.annotation.PreDestroy;
import java.io.InputStream;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Service;
import tools.jackson.databind.json.JsonMapper;

/** Hook-ups: at most one live owner a unit, and at once as many as memory holds. */
@Service
public class HookUps implements JobPage {
  /** Hook-ups at once, however much memory there is. */
  static final int MOST = 200;

  /** What the server needs before anybody is hooked up, and for what comes and goes. */
  private static final long SERVER_BYTES = 250L << 20;

  /** What a hook-up comes to once the values of its last minutes are there, as measured. */
  private static final long EACH_BYTES = 7L << 20;

  private static final DateTimeFormatter MOMENT = DateTimeFormatter.ofPattern("yyyy-MM-dd HH:mm");

  /** Buses that are listened to at an adapter which takes any rate. */
  private static final List<String> BUSES = List.of("can250", "can500");

  private static final int CAN250 = 250_000;
  private static final int CAN500 = 500_000;

  private final Cabs cabs;
  private final Jobs jobs;
  private final Logbook logbook;
  private final HookUpMapper mapper;
  private final FrameStore store;
  private final StoredLogs logs;
  private final UnitPacks packs;
  private final JsonMapper json;
  private final List<Capability> capabilities;
  private final Seats seats;
  private final SerialPorts serialPorts;
  private final ReportSinks sinks;
  private final Map<Long, Live> byUnit = new ConcurrentHashMap<>();
  private final int most = most(Runtime.getRuntime().maxMemory());

  /**
   * How many may be hooked up at once.
   *
   * @param bytes of memory that the server may take
   */
  static int most(long bytes) {
    return (int) Math.max(1, Math.min(MOST, (bytes - SERVER_BYTES) / EACH_BYTES));
  }

  HookUps(
      Cabs cabs,
      Jobs jobs,
      Logbook logbook,
      HookUpMapper mapper,
      FrameStore store,
      StoredLogs logs,
      UnitPacks packs,
      JsonMapper json,
      List<Capability> capabilities,
      ReportSinks sinks,
      Seats seats,
      SerialPorts serialPorts) {
    this.serialPorts = serialPorts;
    this.seats = seats;
    this.sinks = sinks;
    this.cabs = cabs;
    this.jobs = jobs;
    this.logbook = logbook;
    this.mapper = mapper;
    this.store = store;
    this.logs = logs;
    this.packs = packs;
    this.json = json;
    this.capabilities = capabilities;
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
    serialPorts.list().forEach(p -> links.add(serial(p, BUSES, "serial/" + p.path())));
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
                        1,
                        LinkAble.of(LinkCapabilities.recorded()))));
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
                        1,
                        LinkAble.of(LinkCapabilities.recorded()))));
    return links;
  }

  private static LinkChoice serial(SerialPorts.Port port, List<String> buses, String id) {
    return new LinkChoice(
        id,
        LinkChoice.Kind.SERIAL,
        port.title(),
        buses,
        "",
        port.path(),
        0,
        1,
        LinkAble.of(LinkCapabilities.serial(true)));
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
          1,
          LinkAble.of(LinkCapabilities.raw(1)));
    }
    if (id.startsWith("serial/") && id.contains("@")) {
      String bus = id.substring(id.lastIndexOf('@') + 1);
      String path = id.substring("serial/".length(), id.lastIndexOf('@'));
      return serialPorts.list().stream()
          .filter(p -> p.path().equals(path) && BUSES.contains(bus))
          .findFirst()
          .map(p -> serial(p, List.of(bus), id))
          .orElseThrow(() -> Refusal.missing("link"));
    }
    return links(job).stream()
        .filter(l -> l.id().equals(id))
        .findFirst()
        .orElseThrow(() -> Refusal.missing("link"));
  }

  /** The pack that a job's unit is read by; known without the database once it was asked for. */
  public Pack packOf(long job) {
    return packs.of(job);
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
    if (byUnit.size() >= most) {
      throw Refusal.conflict(
          HookupWords.say("units-are-hooked-up-already", byUnit.size()),
          HookupWords.say("unhook-one-that-is-done"));
    }
    LinkChoice choice = choice(job, linkId);
    Pack pack = packs.of(job);
    List<SpeedSearch.Candidate> candidates =
        choice.buses().stream().map(b -> new SpeedSearch.Candidate(b, rateOf(b))).toList();
    LinkOpener opener = opener(job, choice);
    Name own =
        Name.of(mapper.ownIdentity(), 0x7FF, 0, 0, Name.FUNCTION_SERVICE_TOOL, 0, 0, 0, false);
    Thread[] thread = new Thread[1];
    LiveReports reports =
        new UnitReports(
            sinks, job, row.unitId(), choice, pack, who, () -> over(row.unitId(), job, thread[0]));
    LiveOwner owner =
        new LiveOwner(
            choice,
            candidates,
            opener,
            own,
            pack,
            (listener, beside) ->
                new Replay(
                    store.entries(choice.storedId()), id -> packs.of(job, id), listener, beside),
            capabilities,
            reports);
    thread[0] = new Thread(owner, "unit " + row.unitId());
    byUnit.put(row.unitId(), new Live(job, owner, thread[0]));
    thread[0].start();
  }

  private LinkOpener opener(long job, LinkChoice choice) {
    return switch (choice.kind()) {
      case LOG -> bus -> recorded(job, choice);
      case SERIAL ->
          bus ->
              SerialLink.open(
                  serialPorts.open(choice.host()),
                  choice.title(),
                  rateOf(bus),
                  choice.buses().size() == 1);
      default -> bus -> TcpLink.open(choice.host(), choice.port(), bus, choice.factor());
    };
  }

  private void over(long unit, long job, Thread owner) {
    byUnit.computeIfPresent(
        unit, (u, live) -> live.job() == job && live.thread() == owner ? null : live);
  }

  private RecordedLink recorded(long job, LinkChoice choice) {
    HookUpMapper.LogHead log =
        mapper
            .log(Long.parseLong(choice.id().substring(4)), job)
            .orElseThrow(() -> Refusal.missing("recording"));
    return new RecordedLink(logs.frames(log.id()));
  }

  /**
   * Keeps a log with a job so that it can be opened as a link: what is sound of it. Nothing is kept
   * of a file that is no log.
   */
  LogAdded addLog(long job, String name, InputStream content, Account who) {
    jobs.job(job);
    String says = logs.add(job, name, content, who).whole();
    logbook.enter(
        job,
        Logbook.Kind.LINK,
        HookupWords.say("recording-added", name, says),
        who.id(),
        Logbook.Moment.UNKNOWN);
    return new LogAdded(says, links(job));
  }

  /** True while a job's unit is hooked up. */
  public boolean isLive(long job) {
    return alive(job).isPresent();
  }

  /**
   * The hooked-up unit of a job.
   *
   * @throws Refusal where it is not hooked up
   */
  public LiveUnit live(long job) {
    return mine(job);
  }

  private LiveOwner mine(long job) {
    return alive(job)
        .map(Live::owner)
        .orElseThrow(
            () ->
                Refusal.conflict(
                    HookupWords.say("this-job-is-not-hooked-up"),
                    HookupWords.say("choose-a-link-and-hook-up")));
  }

  void unhook(long job, Account who, String reason) {
    LiveOwner owner = mine(job);
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
    LiveOwner owner = mine(job);
    owner.callRoll(who, full, packOf(job));
  }

  /** The same, where its roll was called. */
  public LiveUnit owner(long job) {
    return known(job);
  }

  private LiveOwner known(long job) {
    LiveOwner owner = mine(job);
    if (!owner.rollKnown()) {
      throw Refusal.conflict(
          HookupWords.say("the-roll-has-not-been-called-since"),
          HookupWords.say("call-the-roll-first"));
    }
    return owner;
  }

  /** The same, where nothing is under way that a person waits for. */
  public LiveUnit free(long job) {
    LiveOwner owner = known(job);
    if (!owner.underWay().isEmpty()) {
      throw Refusal.conflict(owner.underWay(), HookupWords.say("wait-until-that-has-ended-then"));
    }
    return owner;
  }

  void stopRoll(long job) {
    mine(job).stopRoll();
  }

  /** True where the one of that name has the seat at the job's unit. */
  public boolean seated(long job, String name) {
    return seats.hasIt(jobs.place(job).unit(), name);
  }

  void releaseAll(long job) {
    mine(job).releaseAll();
  }

  /** The last roll of a job as stored; null where there is none. */
  public RollView lastRoll(long job) {
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
