package hitchlamp.server.story;

import hitchlamp.core.pack.ModuleRef;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.PackLibrary;
import hitchlamp.core.pack.UseFigure;
import hitchlamp.core.quantity.Unit;
import hitchlamp.core.quantity.UnitSystem;
import hitchlamp.core.story.Background;
import hitchlamp.core.story.Finding;
import hitchlamp.core.story.Findings;
import hitchlamp.core.story.Growth;
import hitchlamp.core.story.ModuleStory;
import hitchlamp.core.story.StoryReading;
import hitchlamp.core.story.TripReset;
import hitchlamp.core.story.Use;
import hitchlamp.server.account.Account;
import hitchlamp.server.config.CompressedJson;
import hitchlamp.server.fault.Faults;
import hitchlamp.server.job.JobPage;
import hitchlamp.server.job.Jobs;
import hitchlamp.server.job.Logbook;
import hitchlamp.server.stream.Topics;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.TreeMap;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;

/** Keeps reads of what modules remember and gives them back as findings and figures. */
@Service
public class Stories implements JobPage {
  /** Fewer like units than this have no middle worth showing. */
  private static final int FEWEST_LIKE = 3;

  private static final String TRIP = "TRIP";
  private static final String LIFE = "LIFE";
  private static final List<String> COMPARED =
      Arrays.stream(UseFigure.values()).filter(UseFigure::comparable).map(UseFigure::name).toList();

  private final StoryMapper mapper;
  private final Jobs jobs;
  private final Faults faults;
  private final Logbook logbook;
  private final Topics topics;
  private final PackLibrary shelf;
  private final CompressedJson stored;
  private final Map<Long, Background> underWay = new ConcurrentHashMap<>();

  Stories(
      StoryMapper mapper,
      Jobs jobs,
      Faults faults,
      Logbook logbook,
      Topics topics,
      PackLibrary shelf,
      CompressedJson stored) {
    this.mapper = mapper;
    this.jobs = jobs;
    this.faults = faults;
    this.logbook = logbook;
    this.topics = topics;
    this.shelf = shelf;
    this.stored = stored;
  }

  /**
   * The story is being read, or has been: then the reading says so by its state.
   *
   * @param why what the read is for, a {@link StoryRun.Why}
   */
  void reading(long job, StoryReading r, Pack pack, Account who, String why) {
    // What follows the roll by itself may be cut off for what a person wants; it is not kept then.
    boolean kept =
        r.state() == StoryReading.State.COMPLETE
            || r.state() == StoryReading.State.CUT_SHORT && !why.equals("ROLL");
    long id = kept ? keep(job, r, pack, who, why) : 0;
    if (r.state() == StoryReading.State.UNDER_WAY) {
      // What is known beside it does not change while it is read; it is fetched once.
      Background known = underWay.computeIfAbsent(job, this::background);
      topics.job(job).value("story", view(job, new Made(id, Instant.now(), why), r, pack, known));
      return;
    }
    underWay.remove(job);
    if (r.state() != StoryReading.State.CUT_SHORT || kept) {
      topics.job(job).value("story", view(job, new Made(id, Instant.now(), why), r, pack));
    }
  }

  private long keep(long job, StoryReading r, Pack pack, Account who, String why) {
    Double hours = r.engineHours().isPresent() ? r.engineHours().getAsDouble() : null;
    long id =
        mapper.addRead(
            job, who.id(), why, r.state().name(), hours, pack.id(), pack.hash(), stored.write(r));
    List<StoryMapper.Amount> amounts = new ArrayList<>();
    for (ModuleStory k : r.keepers()) {
      String engine = engine(r, k);
      amounts(engine, LIFE, k.life(), amounts);
      if (!why.equals("AFTER_RESET")) {
        amounts(engine, TRIP, k.trip(), amounts);
      }
    }
    if (!amounts.isEmpty()) {
      long unit = jobs.job(job).unitId();
      mapper.addFigures(id, unit, hours, amounts);
      if (!why.equals("AFTER_RESET")) {
        mapper.isNewest(unit, id);
      }
    }
    List<Finding> findings = Findings.of(r, background(job), pack);
    logbook.enter(
        job,
        Logbook.Kind.STORY,
        switch (why) {
              case "BEFORE_RESET" -> StoryWords.say("story-read-before-the-trip-reset");
              case "AFTER_RESET" -> StoryWords.say("story-read-after-the-trip-reset");
              default -> StoryWords.say("story-read");
            }
            + (findings.isEmpty()
                ? StoryWords.say("nothing-to-point-out")
                : findings.get(0).title().text())
            + (r.state() == StoryReading.State.CUT_SHORT
                ? StoryWords.say("it-ended-halfway-what-was-found")
                : ""),
        who.id(),
        new Logbook.Moment(r.endedMicros(), hours, hours == null ? null : "engine"));
    return id;
  }

  /** Which engine of several a module is of; empty where the unit has one. */
  private static String engine(StoryReading r, ModuleStory keeper) {
    return r.keepers().size() > 1 ? keeper.target().title() : "";
  }

  private static void amounts(String engine, String span, Use use, List<StoryMapper.Amount> out) {
    new TreeMap<>(use.worked().figures())
        .forEach(
            (figure, a) -> {
              Unit metric = UnitSystem.METRIC.shown(a.unit());
              out.add(
                  new StoryMapper.Amount(
                      engine,
                      span,
                      figure.name(),
                      a.unit().convert(a.value(), metric),
                      metric.symbol()));
            });
  }

  /** A read of a stored hook-up was lived again: it is shown, and not stored a second time. */
  void replayed(long job, StoryReading r, Pack pack) {
    topics.job(job).value("story", view(job, new Made(0, Instant.now(), "REPLAY"), r, pack));
  }

  /** A module was told to begin a new trip. */
  void tripReset(
      long job, ModuleRef keeper, TripReset result, Account who, Double hours, long busMicros) {
    logbook.enter(
        job,
        Logbook.Kind.STORY,
        (result.done()
                ? StoryWords.say("trip-reset-the")
                : StoryWords.say("the-trip-was-not-reset-the"))
            + keeper.title().toLowerCase(java.util.Locale.ROOT)
            + " module: "
            + result.says()
            + ".",
        who.id(),
        new Logbook.Moment(busMicros, hours, hours == null ? null : "engine"));
  }

  /** When and why a read was made; id 0 where it is not stored. */
  private record Made(long id, Instant at, String why) {}

  /** The newest stored read; empty where there is none. */
  public Optional<StoryView> newest(long job) {
    jobs.job(job);
    return mapper
        .newest(job)
        .map(
            row ->
                view(
                    job,
                    new Made(row.id(), at(row.readAt()), row.why()),
                    stored.read(row.content(), StoryReading.class),
                    pack(row.pack())));
  }

  /** Findings of the newest stored read; none where there is none. */
  public List<Finding> findings(long job) {
    return mapper
        .newest(job)
        .map(
            row ->
                Findings.of(
                    stored.read(row.content(), StoryReading.class),
                    background(job),
                    pack(row.pack())))
        .orElse(List.of());
  }

  private static Instant at(LocalDateTime utc) {
    return utc.toInstant(ZoneOffset.UTC);
  }

  private Pack pack(String id) {
    return shelf.packs().stream().anyMatch(p -> p.id().equals(id)) ? shelf.with(id) : shelf.base();
  }

  private Background background(long job) {
    long unit = jobs.job(job).unitId();
    return new Background(
        faults.standing(job).map(Faults.Standing::reading),
        mapper.ownClears(unit),
        mapper.before(unit, job).map(r -> stored.read(r.content(), StoryReading.class)));
  }

  private StoryView view(long job, Made made, StoryReading r, Pack pack) {
    return view(job, made, r, pack, background(job));
  }

  private StoryView view(long job, Made made, StoryReading r, Pack pack, Background background) {
    Map<String, List<Double>> like = ofLike(jobs.job(job).unitId());
    return new StoryView(
        made.id(),
        r.state(),
        made.at(),
        made.why(),
        r.engineHours().isPresent() ? r.engineHours().getAsDouble() : null,
        pack.title(),
        Findings.of(r, background, pack).stream().map(StoryView::finding).toList(),
        StoryView.protection(r),
        r.keepers().stream().map(k -> StoryView.engine(engine(r, k), k, figures(k, like))).toList(),
        StoryView.trail(r),
        counters(r, background.before()),
        r.modules().stream().map(StoryView::module).toList(),
        !pack.story().resetTrip().isEmpty());
  }

  private static List<StoryView.CounterLine> counters(
      StoryReading r, Optional<StoryReading> before) {
    List<StoryView.CounterLine> lines = new ArrayList<>();
    for (ModuleStory m : r.modules()) {
      Optional<ModuleStory> then =
          before.stream()
              .flatMap(b -> b.modules().stream())
              .filter(b -> b.target().key().equals(m.target().key()))
              .findFirst();
      List<Growth> grown = then.map(b -> Growth.between(b, m)).orElse(List.of());
      m.counters().forEach(c -> lines.add(StoryView.counter(m, c, grown, then.isPresent())));
    }
    return lines;
  }

  private static List<StoryView.FigureLine> figures(
      ModuleStory keeper, Map<String, List<Double>> ofLike) {
    Use trip = keeper.trip().worked();
    Use life = keeper.life().worked();
    List<StoryView.FigureLine> lines = new ArrayList<>();
    for (UseFigure f : UseFigure.values()) {
      Use.Amount either = trip.figures().getOrDefault(f, life.figures().get(f));
      if (either == null) {
        continue;
      }
      Unit metric = UnitSystem.METRIC.shown(either.unit());
      List<Double> like = f.comparable() ? ofLike.getOrDefault(f.name(), List.of()) : List.of();
      lines.add(
          new StoryView.FigureLine(
              f,
              f.title(),
              metric.symbol(),
              or(trip.in(f, metric)),
              or(life.in(f, metric)),
              like.size() < FEWEST_LIKE ? null : middle(like),
              like.size()));
    }
    return lines;
  }

  private static Double or(OptionalDouble value) {
    return value.isPresent() ? value.getAsDouble() : null;
  }

  /** Amounts of the other units under the same pack by figure, the smallest first. */
  private Map<String, List<Double>> ofLike(long unit) {
    String pack = jobs.unit(unit).pack();
    return pack.isEmpty()
        ? Map.of()
        : mapper.ofLike(unit, pack, COMPARED).stream()
            .collect(
                Collectors.groupingBy(
                    StoryMapper.Like::figure,
                    Collectors.mapping(StoryMapper.Like::amount, Collectors.toList())));
  }

  private static double middle(List<Double> sorted) {
    int n = sorted.size();
    return n % 2 == 1 ? sorted.get(n / 2) : (sorted.get(n / 2 - 1) + sorted.get(n / 2)) / 2;
  }

  /**
   * One figure over all units and over the visits of one.
   *
   * @param unit whose visits are wanted
   */
  ComparisonView compare(UseFigure figure, boolean ofTrip, long unit) {
    jobs.unit(unit);
    String span = ofTrip ? TRIP : LIFE;
    List<StoryMapper.OfUnit> units = mapper.overUnits(figure.name(), span);
    List<StoryMapper.Visit> visits = mapper.overVisits(figure.name(), span, unit);
    Map<String, String> titles =
        shelf.packs().stream().collect(Collectors.toMap(Pack::id, Pack::title));
    // Of each job the newest read counts, engine by engine.
    Map<Long, Long> newestOfJob = new HashMap<>();
    visits.forEach(v -> newestOfJob.merge(v.jobId(), v.storyReadId(), Math::max));
    return new ComparisonView(
        figure,
        figure.title(),
        units.isEmpty() ? "" : units.get(0).measure(),
        units.stream()
            .map(
                u ->
                    new ComparisonView.UnitLine(
                        u.unitId(),
                        u.fleetNumber(),
                        u.engine(),
                        titles.getOrDefault(u.pack(), ""),
                        at(u.readAt()),
                        u.engineHours(),
                        u.amount()))
            .toList(),
        visits.stream()
            .filter(v -> newestOfJob.get(v.jobId()) == v.storyReadId())
            .map(
                v ->
                    new ComparisonView.VisitLine(
                        v.jobId(),
                        v.number(),
                        v.engine(),
                        at(v.readAt()),
                        v.engineHours(),
                        v.amount()))
            .toList());
  }

  @Override
  public String page() {
    return "story";
  }

  @Override
  public void showAll(long job) {
    newest(job);
  }
}
