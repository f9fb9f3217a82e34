package hitchlamp.server.fault;

import hitchlamp.core.fault.ClearCall;
import hitchlamp.core.fault.ClearWarnings;
import hitchlamp.core.fault.FaultReading;
import hitchlamp.core.fault.KnownFault;
import hitchlamp.core.fault.Lead;
import hitchlamp.core.fault.Leads;
import hitchlamp.core.fault.MonitorProgress;
import hitchlamp.core.fault.Move;
import hitchlamp.core.fault.ReadDifference;
import hitchlamp.core.fault.SelfTest;
import hitchlamp.core.fault.SnapshotSheet;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.PackLibrary;
import hitchlamp.server.account.Account;
import hitchlamp.server.config.CompressedJson;
import hitchlamp.server.config.Refusal;
import hitchlamp.server.job.JobPage;
import hitchlamp.server.job.Jobs;
import hitchlamp.server.job.Logbook;
import hitchlamp.server.stream.StreamBody;
import hitchlamp.server.stream.Topics;
import jakarta.validation.constraints.NotNull;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Service;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** Keeps reads of faults and gives them back as leads, differences and sheets. */
@Service
public class Faults implements JobPage {
  /** Faults of one read that pages show; modules keep some hundreds at the most. */
  private static final int MOST_FAULTS = 5_000;

  private final FaultMapper mapper;
  private final Jobs jobs;
  private final Logbook logbook;
  private final Topics topics;
  private final PackLibrary shelf;
  private final CompressedJson stored;
  private final JsonMapper json;
  private final SensorEvidence evidence;

  Faults(
      FaultMapper mapper,
      Jobs jobs,
      Logbook logbook,
      Topics topics,
      PackLibrary shelf,
      CompressedJson stored,
      JsonMapper json,
      SensorEvidence evidence) {
    this.mapper = mapper;
    this.jobs = jobs;
    this.logbook = logbook;
    this.topics = topics;
    this.shelf = shelf;
    this.stored = stored;
    this.json = json;
    this.evidence = evidence;
  }

  /** A stored read with what it was made under. */
  private record StoredRead(
      FaultMapper.Row row, FaultReading reading, Set<String> silent, Pack pack) {}

  private StoredRead kept(FaultMapper.Row row) {
    Set<String> silent = new LinkedHashSet<>(List.of(row.silent().split(",")));
    silent.remove("");
    return new StoredRead(
        row, stored.read(row.content(), FaultReading.class), silent, pack(row.pack()));
  }

  private Pack pack(String id) {
    boolean there = shelf.packs().stream().anyMatch(p -> p.id().equals(id));
    return there ? shelf.with(id) : shelf.base();
  }

  private StoredRead kept(long job, long read) {
    jobs.job(job);
    return mapper.read(job, read).map(this::kept).orElseThrow(() -> Refusal.missing("read"));
  }

  /**
   * Faults are being read, or have been: then the reading says so by its state.
   *
   * @param why what the read is for, a {@link FaultRun.Why}
   */
  void reading(long job, FaultReading r, Set<String> silent, Pack pack, Account who, String why) {
    if (r.state() == FaultReading.State.UNDER_WAY) {
      topics.job(job).value("faults", view(job, 0, Instant.now(), why, r, silent, pack));
      return;
    }
    boolean watch = why.equals("WATCH");
    Optional<StoredRead> before = mapper.newest(job).map(this::kept);
    List<ReadDifference.Line> changes =
        before
            .map(
                b ->
                    ReadDifference.between(
                        b.reading(), r, cleared(job, b.row().readAt(), LocalDateTime.MAX)))
            .orElse(List.of());
    List<String> told =
        Stream.concat(
                changes.stream()
                    .filter(ReadDifference.Line::worthTelling)
                    .map(ReadDifference.Line::says),
                // After a clear they all begin anew, which is no news.
                before.stream()
                    .filter(b -> !why.equals("AFTER_CLEAR"))
                    .flatMap(b -> MonitorProgress.between(b.reading(), r, pack).stream()))
            .toList();
    if (watch && told.isEmpty()) {
      // Not stored again: what is shown is newer than the stored read, and says the same.
      before
          .filter(b -> r.state() == FaultReading.State.COMPLETE)
          .ifPresent(
              b ->
                  topics
                      .job(job)
                      .value(
                          "faults", view(job, b.row().id(), Instant.now(), why, r, silent, pack)));
      return;
    }
    List<KnownFault> faults = r.faults();
    int active = (int) faults.stream().filter(KnownFault::active).count();
    long id =
        mapper.addRead(
            job,
            who.id(),
            why,
            r.state().name(),
            hours(r),
            faults.size(),
            active,
            String.join(",", silent),
            pack.id(),
            pack.hash(),
            stored.write(r));
    String half =
        r.state() == FaultReading.State.CUT_SHORT
            ? FaultWords.say("it-ended-halfway-what-was-found")
            : "";
    String changed = before.isPresent() && !why.equals("ROLL") ? " " + summary(why, told) : "";
    logbook.enter(
        job,
        Logbook.Kind.FAULTS,
        switch (why) {
              case "BEFORE_CLEAR" -> FaultWords.say("faults-read-before-clearing");
              case "AFTER_CLEAR" -> FaultWords.say("faults-read-after-clearing");
              case "WATCH" -> FaultWords.say("faults-changed");
              default -> FaultWords.say("faults-read");
            }
            + active
            + " active, "
            + (faults.size() - active)
            + " earlier."
            + changed
            + half,
        who.id(),
        new Logbook.Moment(r.endedMicros(), hours(r), hours(r) == null ? null : "engine"));
    topics.job(job).value("faults", view(job, id, Instant.now(), why, r, silent, pack));
    if (!told.isEmpty() && !why.equals("ROLL")) {
      topics.job(job).event("faults-changed", told);
    }
  }

  /** A read of a stored hook-up was lived again: it is shown, and not stored a second time. */
  void replayed(long job, FaultReading r, Set<String> silent, Pack pack) {
    topics.job(job).value("faults", view(job, 0, Instant.now(), "REPLAY", r, silent, pack));
  }

  private static Double hours(FaultReading r) {
    return r.engineHours().isPresent() ? r.engineHours().getAsDouble() : null;
  }

  private static String summary(String why, List<String> told) {
    if (told.isEmpty()) {
      return why.equals("AFTER_CLEAR")
          ? FaultWords.say("nothing-came-back")
          : FaultWords.say("nothing-has-changed");
    }
    return told.stream().limit(12).collect(Collectors.joining("; "))
        + (told.size() > 12 ? "; and " + (told.size() - 12) + " more." : ".");
  }

  /** Modules were told to clear. */
  void cleared(
      long job, List<ClearCall.Outcome> outcomes, Account who, Double hours, long busMicros) {
    mapper.addEvent(job, "CLEARED", who.id(), hours, busMicros, json.writeValueAsString(outcomes));
    String refused =
        outcomes.stream()
            .filter(o -> !o.accepted())
            .map(o -> o.target().title() + ": " + o.says())
            .collect(Collectors.joining("; "));
    long accepted = outcomes.stream().filter(ClearCall.Outcome::accepted).count();
    logbook.enter(
        job,
        Logbook.Kind.CLEAR,
        FaultWords.say(
            "accepted-the-clear",
            accepted + (accepted == 1 ? " module" : " modules"),
            (refused.isEmpty() ? "" : " Refused: " + refused + ".") + only(outcomes)),
        who.id(),
        new Logbook.Moment(busMicros, hours, hours == null ? null : "engine"));
    topics
        .job(job)
        .event(
            "cleared",
            outcomes.stream()
                .map(o -> o.target().title() + ": " + (o.accepted() ? "accepted" : o.says()))
                .toList());
  }

  private static String only(List<ClearCall.Outcome> outcomes) {
    return outcomes.stream()
        .flatMap(o -> o.only().stream())
        .map(c -> FaultWords.say("of-one-fault", c.spn(), c.fmi()))
        .findFirst()
        .orElse("");
  }

  /** What a self-test tells the page. */
  record SelfTestView(@NotNull boolean ended, @NotNull List<SelfTestLine> modules) {}

  record SelfTestLine(
      @NotNull String title,
      @NotNull boolean ended,
      @NotNull boolean passed,
      @NotNull String says) {}

  @Configuration
  static class Bodies {
    @Bean
    StreamBody selfTest() {
      return new StreamBody(SelfTestView.class);
    }
  }

  /** Modules test themselves, or have. */
  void selfTest(
      long job, List<SelfTest> outcomes, boolean ended, Account who, Double hours, long busMicros) {
    // Stored before it is told: who hears of its end finds it.
    if (ended) {
      mapper.addEvent(
          job, "SELF_TEST", who.id(), hours, busMicros, json.writeValueAsString(outcomes));
      logbook.enter(
          job,
          Logbook.Kind.FAULTS,
          "Self-test: "
              + outcomes.stream()
                  .map(o -> o.target().title() + ": " + o.says())
                  .collect(Collectors.joining("; "))
              + ".",
          who.id(),
          new Logbook.Moment(busMicros, hours, hours == null ? null : "engine"));
    }
    topics
        .job(job)
        .value(
            "self-test",
            new SelfTestView(
                ended,
                outcomes.stream()
                    .map(o -> new SelfTestLine(o.target().title(), o.ended(), o.passed(), o.says()))
                    .toList()));
  }

  private List<Move> moves(long job) {
    return mapper.moves(job).stream().map(m -> new Move(m.what(), m.target(), m.reason())).toList();
  }

  /** Keys of faults that the last self-test after a read found. */
  private Set<String> failing(long job) {
    Set<String> keys = new LinkedHashSet<>();
    List<FaultMapper.FaultEvent> deeds = mapper.events(job);
    for (FaultMapper.FaultEvent d : deeds) {
      keys.clear();
      if (d.kind().equals("SELF_TEST")) {
        List<SelfTest> outcomes =
            json.readValue(d.content(), new TypeReference<List<SelfTest>>() {});
        outcomes.forEach(
            o ->
                o.found().forEach(f -> keys.add(o.target().key() + "/" + f.spn() + "/" + f.fmi())));
      }
    }
    return keys;
  }

  private FaultsView view(
      long job, long id, Instant at, String why, FaultReading r, Set<String> silent, Pack pack) {
    Set<String> failing = failing(job);
    List<KnownFault> faults = new ArrayList<>();
    r.faults().forEach(f -> faults.add(f.failingNow(failing.contains(f.key()))));
    List<Move> moves = moves(job);
    List<Lead> leads = Leads.find(faults, silent, pack, r.engineHours(), evidence.of(job), moves);
    List<FaultsView.HourEvent> events = new ArrayList<>();
    for (FaultMapper.FaultEvent d : mapper.events(job)) {
      if (d.engineHours() != null) {
        events.add(
            new FaultsView.HourEvent(
                d.engineHours(),
                d.kind(),
                d.kind().equals("CLEARED") ? FaultWords.say("cleared-in-this-job") : "self-test"));
      }
    }
    return FaultsView.of(
        r, faults, leads, new FaultsView.Head(id, at, why, pack, events, moves.size()));
  }

  private FaultsView view(long job, StoredRead k) {
    return view(
        job,
        k.row().id(),
        k.row().readAt().toInstant(ZoneOffset.UTC),
        k.row().why(),
        k.reading(),
        k.silent(),
        k.pack());
  }

  /** The newest stored read; empty where there is none. */
  public Optional<FaultsView> newest(long job) {
    jobs.job(job);
    return mapper.newest(job).map(r -> view(job, kept(r)));
  }

  /** What the sign-off needs of the newest read; empty where there is none. */
  public Optional<Standing> standing(long job) {
    jobs.job(job);
    return mapper
        .newest(job)
        .map(this::kept)
        .map(
            k ->
                new Standing(
                    k.reading(),
                    Leads.find(
                        k.reading().faults(),
                        k.silent(),
                        k.pack(),
                        k.reading().engineHours(),
                        evidence.of(job),
                        moves(job)),
                    k.pack()));
  }

  /** The newest read with its leads and the pack it was made under. */
  public record Standing(FaultReading reading, List<Lead> leads, Pack pack) {}

  /** Ids of the stored reads, the newest first. */
  public List<Long> readIds(long job) {
    return mapper.reads(job).stream().map(FaultMapper.Head::id).toList();
  }

  List<FaultMapper.Head> reads(long job) {
    jobs.job(job);
    return mapper.reads(job);
  }

  /** What changed between two stored reads. */
  public List<ReadDifference.Line> compare(long job, long before, long after) {
    StoredRead a = kept(job, before);
    StoredRead b = kept(job, after);
    return ReadDifference.between(
        a.reading(), b.reading(), cleared(job, a.row().readAt(), b.row().readAt()));
  }

  /** True of faults that a module took to clear between two moments. */
  private Predicate<KnownFault> cleared(long job, LocalDateTime from, LocalDateTime to) {
    List<ClearCall.Outcome> outcomes =
        mapper.events(job).stream()
            .filter(
                d ->
                    d.kind().equals("CLEARED")
                        && !d.doneAt().isBefore(from)
                        && d.doneAt().isBefore(to))
            .flatMap(
                d ->
                    json
                        .readValue(d.content(), new TypeReference<List<ClearCall.Outcome>>() {})
                        .stream())
            .toList();
    return f -> outcomes.stream().anyMatch(o -> o.cleared(f));
  }

  /** Snapshots of one or several faults side by side. */
  SnapshotSheet snapshots(long job, long read, List<String> keys) {
    return sheet(kept(job, read), keys);
  }

  private static SnapshotSheet sheet(StoredRead k, List<String> keys) {
    List<SnapshotSheet.Column> columns = new ArrayList<>();
    for (String key : keys) {
      KnownFault f =
          k.reading().faults().stream()
              .filter(x -> x.key().equals(key))
              .findFirst()
              .orElseThrow(() -> Refusal.missing("fault"));
      int n = f.snapshots().size();
      for (int i = 0; i < n; i++) {
        String which = i == 0 ? "first" : i == n - 1 ? "last" : FaultWords.say("before-the-last");
        String head =
            keys.size() == 1
                ? "Occurrence, " + which
                : "SPN " + f.spn() + " FMI " + f.fmi() + ", " + which;
        columns.add(new SnapshotSheet.Column(head, f.snapshots().get(i)));
      }
    }
    return SnapshotSheet.of(columns, k.pack());
  }

  /**
   * What clearing now would destroy or undo, in sentences.
   *
   * @param module key of the one that is to be cleared, empty for all
   * @param fault key of the fault that is to be cleared alone, empty for all
   */
  List<String> clearWarnings(long job, String module, String fault) {
    StoredRead k =
        mapper
            .newest(job)
            .map(this::kept)
            .orElseThrow(
                () ->
                    Refusal.conflict(
                        FaultWords.say("the-faults-have-not-been-read"),
                        FaultWords.say("read-them-first")));
    return ClearWarnings.of(k.reading(), module, fault);
  }

  /**
   * A fault of the newest read.
   *
   * @throws Refusal where it has none of this key
   */
  String known(long job, String key) {
    boolean there =
        mapper
            .newest(job)
            .map(this::kept)
            .map(k -> k.reading().faults().stream().anyMatch(f -> f.key().equals(key)))
            .orElse(false);
    if (!there) {
      throw Refusal.conflict(
          FaultWords.say("the-last-read-has-no-such-fault"),
          FaultWords.say("read-them-again-and-choose"));
    }
    return key;
  }

  FaultsView move(long job, Move m, Account who) {
    if (newest(job).isEmpty()) {
      throw Refusal.conflict(
          FaultWords.say("there-is-nothing-to-move-yet"), FaultWords.say("read-the-faults-first"));
    }
    mapper.addMove(job, m.what(), m.to(), m.reason(), who.id());
    logbook.enter(
        job,
        Logbook.Kind.FAULTS,
        FaultWords.say(
            "lead-moved",
            m.what(),
            m.to().isEmpty() ? FaultWords.say("to-the-top") : " under " + m.to(),
            m.reason()),
        who.id(),
        Logbook.Moment.UNKNOWN);
    return tell(job);
  }

  FaultsView undo(long job, Account who) {
    List<FaultMapper.MoveRow> moves = mapper.moves(job);
    if (moves.isEmpty()) {
      throw Refusal.conflict(
          FaultWords.say("no-lead-was-moved"), FaultWords.say("there-is-nothing-to-take-back"));
    }
    mapper.undoMove(moves.get(moves.size() - 1).id());
    logbook.enter(
        job,
        Logbook.Kind.FAULTS,
        FaultWords.say("move-taken-back"),
        who.id(),
        Logbook.Moment.UNKNOWN);
    return tell(job);
  }

  @EventListener
  void changed(SensorEvidence.Changed looked) {
    newest(looked.job()).ifPresent(view -> topics.job(looked.job()).value("faults", view));
  }

  private FaultsView tell(long job) {
    FaultsView view = newest(job).orElseThrow();
    topics.job(job).value("faults", view);
    return view;
  }

  @Override
  public String page() {
    return "faults page";
  }

  @Override
  public void showAll(long job) {
    newest(job).ifPresent(v -> clearWarnings(job, "", ""));
    List<Long> reads = readIds(job);
    for (int i = 0; i < reads.size(); i++) {
      compare(job, reads.get(Math.min(i + 1, reads.size() - 1)), reads.get(i));
      StoredRead k = kept(job, reads.get(i));
      if (k.reading().faults().size() > MOST_FAULTS) {
        throw new IllegalArgumentException(
            FaultWords.say("a-read-has-more-than-faults", MOST_FAULTS));
      }
      for (KnownFault f : k.reading().faults()) {
        sheet(k, List.of(f.key()));
      }
    }
  }
}
