package hitchlamp.server.trial;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.judge.Measured;
import hitchlamp.core.judge.Verdict;
import hitchlamp.core.pack.ModuleRef;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.PackLibrary;
import hitchlamp.core.pack.TestSpec;
import hitchlamp.core.signoff.Tested;
import hitchlamp.core.trial.BenchState;
import hitchlamp.core.trial.StoredTrial;
import hitchlamp.core.trial.TestKind;
import hitchlamp.core.trial.TestKinds;
import hitchlamp.core.words.Said;
import hitchlamp.server.config.Refusal;
import hitchlamp.server.fault.SensorEvidence;
import hitchlamp.server.job.JobPage;
import hitchlamp.server.job.Jobs;
import hitchlamp.server.job.Logbook;
import hitchlamp.server.stream.StreamSocket;
import hitchlamp.server.stream.Topics;
import jakarta.validation.constraints.NotNull;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Service;

/**
 * Keeps what tests have shown. Lists tell the verdicts as they were given; a run that is opened is
 * judged again by the rules and limits of now.
 */
@Service
public class Trials implements JobPage {
  private static final int LONGEST_SAYS = 1000;
  private static final int LONGEST_NEXT = 500;

  private final TrialMapper mapper;
  private final Jobs jobs;
  private final Logbook logbook;
  private final Topics topics;
  private final PackLibrary shelf;
  private final StoredRuns stored;
  private final ObjectProvider<TrialWork> work;
  private final ApplicationEventPublisher events;

  Trials(
      TrialMapper mapper,
      Jobs jobs,
      Logbook logbook,
      Topics topics,
      PackLibrary shelf,
      StoredRuns stored,
      ObjectProvider<TrialWork> work,
      ApplicationEventPublisher events) {
    this.mapper = mapper;
    this.jobs = jobs;
    this.logbook = logbook;
    this.topics = topics;
    this.shelf = shelf;
    this.stored = stored;
    this.work = work;
    this.events = events;
  }

  /**
   * A run of a test, without what was seen.
   *
   * @param endedAt null where it is not known that it ended
   * @param ending null where that is not known
   * @param verdict null where nothing was seen that could be judged
   * @param recording of what it looked at; null where none was made
   */
  public record TrialHead(
      @NotNull long id,
      @NotNull String kind,
      @NotNull String test,
      @NotNull String title,
      @NotNull String module,
      @NotNull String moduleTitle,
      @NotNull Instant beganAt,
      Instant endedAt,
      BenchState.Ending ending,
      Verdict verdict,
      @NotNull String says,
      @NotNull String next,
      @NotNull String who,
      Double hours,
      Long recording) {}

  /** A run with what was seen; the view is null where nothing of it was stored. */
  public record KeptTrial(@NotNull TrialHead head, TrialView view) {}

  /** A browser looks on; where it is that of the seat, what is held by hand may go on. */
  @EventListener
  void alive(StreamSocket.Heartbeat beat) {
    work.getObject().alive(beat.job(), beat.name());
  }

  /** A test goes on, or has ended. */
  void shows(long job, TestSpec spec, ModuleRef module, BenchState<?> state) {
    topics.job(job).value("trial", TrialView.live(spec, module, state));
  }

  /** From now on there is a row of it. */
  void began(TrialReport.TrialBegan b) {
    if (mapper.ofRun(b.run()).isPresent()) {
      return;
    }
    mapper.begin(
        new TrialMapper.Begun(
            b.job(),
            b.run(),
            b.kind(),
            b.test(),
            b.title(),
            TestKinds.find(b.kind()).map(TestKind::layout).orElse(0),
            b.module().kind(),
            b.module().title(),
            LocalDateTime.ofInstant(b.began(), ZoneOffset.UTC),
            b.busMicros(),
            b.by().id(),
            b.hours(),
            b.pack(),
            pack(b.pack()).map(Pack::hash).orElse("")));
  }

  /** What it saw is kept. */
  void ended(TrialReport.TrialEnded e) {
    Judgement j = e.judgement();
    long id = mapper.ofRun(e.run()).orElseThrow();
    mapper.end(
        id,
        e.ending().name(),
        e.judged() ? j.verdict().name() : null,
        cut(j.says().text(), LONGEST_SAYS),
        cut(j.next().text(), LONGEST_NEXT),
        stored.write(e.seen()));
    j.measured().stream().filter(Measured::known).forEach(m -> figure(id, m));
    if (e.recording() != null) {
      mapper.recorded(id, e.recording());
    }
    logbook.enter(
        e.job(),
        Logbook.Kind.TEST,
        title(e.title(), e.module().title())
            + ": "
            + (e.judged()
                ? word(j.verdict()) + ". " + j.says().text() + " "
                : TrialWords.say("nothing-was-seen"))
            + e.says().text(),
        e.by().id(),
        new Logbook.Moment(e.busMicros(), e.hours(), e.hours() == null ? null : "engine"));
    // Only now: whoever sees that it has ended finds it stored.
    pack(e.pack())
        .map(p -> p.bench().tests().get(e.test()))
        .ifPresent(
            spec -> {
              stored
                  .observed(TestKinds.of(spec), e.seen().observed())
                  .ifPresent(seen -> shows(e.job(), spec, e.module(), state(e, seen)));
              if (!spec.relations().isEmpty()) {
                events.publishEvent(new SensorEvidence.Changed(e.job()));
              }
            });
  }

  private static BenchState<?> state(TrialReport.TrialEnded e, Object seen) {
    return new BenchState<>(
        BenchState.Stage.ENDED,
        e.ending(),
        e.says(),
        List.of(),
        0,
        List.of(),
        Optional.empty(),
        List.of(),
        List.of(),
        seen,
        e.seen().trace(),
        e.judged(),
        e.judgement());
  }

  private void figure(long trial, Measured m) {
    mapper.figure(
        trial,
        m.name(),
        m.place(),
        m.value(),
        m.unit().symbol(),
        TrialView.figure(m.plusMinus()),
        TrialView.figure(m.low()),
        TrialView.figure(m.high()),
        m.verdict().map(Verdict::name).orElse(null));
  }

  private static String cut(String text, int most) {
    return text.length() <= most ? text : text.substring(0, most);
  }

  /** A verdict as it is read. */
  public static String word(Verdict v) {
    return switch (v) {
      case PASS -> TrialWords.say("pass");
      case FAIL -> TrialWords.say("fail");
      case CANNOT_TELL -> TrialWords.say("cannot-tell");
    };
  }

  /** Runs of a job, newest first, with the verdicts that were given. */
  public List<TrialHead> ofJob(long job) {
    jobs.job(job);
    return mapper.ofJob(job).stream().map(this::spoken).toList();
  }

  /** Runs of earlier versions were kept without their reason: it is worked out again. */
  private TrialHead spoken(TrialMapper.Row row) {
    TrialHead h = head(row);
    if (h.verdict() == null || !h.says().isEmpty()) {
      return h;
    }
    TrialView v = kept(row).view();
    return v == null
        ? h
        : new TrialHead(
            h.id(),
            h.kind(),
            h.test(),
            h.title(),
            h.module(),
            h.moduleTitle(),
            h.beganAt(),
            h.endedAt(),
            h.ending(),
            v.judgement().verdict(),
            v.judgement().says().text(),
            v.judgement().next().text(),
            h.who(),
            h.hours(),
            h.recording());
  }

  /** The newest run of each test in earlier jobs of the unit. */
  List<TrialHead> earlier(long job) {
    return mapper.earlier(job).stream().map(Trials::head).toList();
  }

  /** Those of a job that came to something, for the sign-off, newest first. */
  public List<Tested> tested(long job) {
    return ofJob(job).stream()
        .filter(h -> h.verdict() != null)
        .map(
            h ->
                new Tested(
                    h.id(),
                    h.test(),
                    title(h.title(), h.moduleTitle()),
                    h.endedAt(),
                    h.verdict(),
                    h.says(),
                    h.next()))
        .toList();
  }

  private static String title(String test, String module) {
    return TrialWords.say("test-of-module", test, module.toLowerCase(Locale.ROOT));
  }

  private static TrialHead head(TrialMapper.Row r) {
    return new TrialHead(
        r.id(),
        r.kind(),
        r.test(),
        r.title(),
        r.module(),
        r.moduleTitle(),
        r.beganAt().toInstant(ZoneOffset.UTC),
        r.endedAt() == null ? null : r.endedAt().toInstant(ZoneOffset.UTC),
        r.ending() == null ? null : BenchState.Ending.valueOf(r.ending()),
        r.verdict() == null ? null : Verdict.valueOf(r.verdict()),
        r.says() == null ? "" : r.says(),
        r.next() == null ? "" : r.next(),
        r.who(),
        r.hours(),
        r.recording());
  }

  public KeptTrial one(long job, long id) {
    return mapper.one(job, id).map(this::kept).orElseThrow(() -> Refusal.missing("test"));
  }

  /**
   * What the newest run of a kind at a module comes to by the rules of now; empty where none did.
   */
  Optional<Judgement> newest(long job, String kind, String module) {
    return mapper.ofKind(job, kind).stream()
        .filter(r -> r.module().equals(module) && r.verdict() != null)
        .findFirst()
        .flatMap(this::seen)
        .map(s -> StoredRuns.judge(s.kind(), s.spec(), s.pack(), s.run().observed()));
  }

  /** What a run says of one part alone; empty where it says nothing of it. */
  public Optional<Judgement.Part> part(long job, long id, String part) {
    return mapper
        .one(job, id)
        .flatMap(this::seen)
        .flatMap(
            s -> StoredRuns.judge(s.kind(), s.spec(), s.pack(), s.run().observed()).part(part));
  }

  /** What is stored of a run, with what it is read by. */
  private record Seen(TestKind<?, ?> kind, TestSpec spec, Pack pack, StoredTrial<?> run) {}

  /** Empty where nothing was stored, or its pack or kind is not there any more. */
  private Optional<Seen> seen(TrialMapper.Row row) {
    Optional<TestKind<?, ?>> kind = TestKinds.find(row.kind());
    Optional<Pack> pack = pack(row.pack());
    Optional<TestSpec> spec =
        pack.map(p -> p.bench().tests().get(row.test())).filter(t -> t.kind().equals(row.kind()));
    if (kind.isEmpty() || spec.isEmpty()) {
      return Optional.empty();
    }
    return mapper
        .content(row.id())
        .map(
            c ->
                new Seen(
                    kind.get(),
                    spec.get(),
                    pack.orElseThrow(),
                    stored.read(kind.get(), row.layout(), c.content())));
  }

  private KeptTrial kept(TrialMapper.Row row) {
    return new KeptTrial(head(row), seen(row).map(s -> view(row, s)).orElse(null));
  }

  private static TrialView view(TrialMapper.Row row, Seen s) {
    return TrialView.of(
        s.spec(),
        row.module(),
        row.moduleTitle(),
        new BenchState<>(
            BenchState.Stage.ENDED,
            BenchState.Ending.valueOf(row.ending()),
            Said.plain(""),
            List.of(),
            0,
            List.of(),
            Optional.empty(),
            List.of(),
            List.of(),
            s.run().observed(),
            s.run().trace(),
            true,
            StoredRuns.judge(s.kind(), s.spec(), s.pack(), s.run().observed())),
        Integer.MAX_VALUE);
  }

  private Optional<Pack> pack(String id) {
    return shelf.packs().stream().anyMatch(p -> p.id().equals(id))
        ? Optional.of(shelf.with(id))
        : Optional.empty();
  }

  @Override
  public String page() {
    return "tests";
  }

  @Override
  public void showAll(long job) {
    ofJob(job).forEach(h -> one(job, h.id()));
  }
}
