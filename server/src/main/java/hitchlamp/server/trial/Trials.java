package hitchlamp.server.trial;

import hitchlamp.core.fault.FaultTarget;
import hitchlamp.core.pack.CutoutKind;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.PackShelf;
import hitchlamp.core.signoff.Tested;
import hitchlamp.core.trial.CutoutResult;
import hitchlamp.core.trial.CutoutVerdict;
import hitchlamp.core.trial.Verdict;
import hitchlamp.server.account.Account;
import hitchlamp.server.config.CompressedJson;
import hitchlamp.server.config.Refusal;
import hitchlamp.server.hookup.TrialReports;
import hitchlamp.server.hookup.WatchWork;
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
import java.util.Optional;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Service;

/**
 * Keeps what tests have shown; works their verdicts out of it again whenever they are looked at.
 */
@Service
public class Trials implements TrialReports, JobPage {
  private static final String CUTOUT = "CUTOUT";

  /** Points of the trace that go over the stream: a minute of them. */
  private static final int LIVE_POINTS = 600;

  private final TrialMapper mapper;
  private final Jobs jobs;
  private final Logbook logbook;
  private final Topics topics;
  private final PackShelf shelf;
  private final CompressedJson stored;
  private final ObjectProvider<WatchWork> work;

  Trials(
      TrialMapper mapper,
      Jobs jobs,
      Logbook logbook,
      Topics topics,
      PackShelf shelf,
      CompressedJson stored,
      ObjectProvider<WatchWork> work) {
    this.mapper = mapper;
    this.jobs = jobs;
    this.logbook = logbook;
    this.topics = topics;
    this.shelf = shelf;
    this.stored = stored;
    this.work = work;
  }

  /** A test that was kept. */
  public record Kept(
      @NotNull long id,
      @NotNull String kind,
      @NotNull String engine,
      @NotNull Instant beganAt,
      @NotNull Instant endedAt,
      @NotNull String who,
      Double hours,
      @NotNull CutoutView cutout) {}

  /** A browser looks on; where it is that of the seat, what is held by hand may go on. */
  @EventListener
  void alive(StreamSocket.Heartbeat beat) {
    work.getObject().alive(beat.job(), beat.name());
  }

  @Override
  public void cutout(
      long job,
      CutoutResult result,
      Pack pack,
      FaultTarget engine,
      Account who,
      Instant began,
      boolean ended,
      Double hours,
      long busMicros) {
    CutoutKind kind = pack.cutout().orElseThrow();
    CutoutVerdict verdict = result.verdict();
    if (ended && !result.observations().isEmpty()) {
      mapper.add(
          job,
          CUTOUT,
          engine.title(),
          LocalDateTime.ofInstant(began, ZoneOffset.UTC),
          who.id(),
          hours,
          pack.id(),
          pack.hash(),
          verdict.verdict().name(),
          stored.write(result));
    }
    if (ended) {
      logbook.enter(
          job,
          Logbook.Kind.TEST,
          title(engine.title())
              + ": "
              + (result.observations().isEmpty()
                  ? TrialWords.say("no-cylinder-was-switched-off")
                  : word(verdict.verdict()) + ". " + verdict.says() + " ")
              + result.says(),
          who.id(),
          new Logbook.Moment(busMicros, hours, hours == null ? null : "engine"));
    }
    topics
        .job(job)
        .value(
            "cutout",
            CutoutView.of(
                engine.kind(), engine.title(), result, verdict, kind.weakBelow(), LIVE_POINTS));
  }

  /** A verdict as it is read. */
  public static String word(Verdict v) {
    return switch (v) {
      case PASS -> TrialWords.say("pass");
      case FAIL -> TrialWords.say("fail");
      case CANNOT_TELL -> TrialWords.say("cannot-tell");
    };
  }

  /** Tests of a job, newest first; verdicts by the rules and limits of now. */
  public List<Kept> ofJob(long job) {
    jobs.job(job);
    return mapper.ofJob(job).stream().map(this::kept).toList();
  }

  /** The same for the sign-off, newest first. */
  public List<Tested> tested(long job) {
    return ofJob(job).stream()
        .map(
            k ->
                new Tested(
                    k.id(),
                    title(k.engine()),
                    k.endedAt(),
                    k.cutout().verdict(),
                    k.cutout().verdictSays(),
                    k.cutout().next()))
        .toList();
  }

  private static String title(String engine) {
    return TrialWords.say("cylinder-cutout-by-hand", engine.toLowerCase(java.util.Locale.ROOT));
  }

  Kept one(long job, long id) {
    return mapper.one(job, id).map(this::kept).orElseThrow(() -> Refusal.missing("test"));
  }

  private Kept kept(TrialMapper.Row row) {
    CutoutResult r = stored.read(row.content(), CutoutResult.class);
    Optional<CutoutKind> kind =
        shelf.packs().stream().anyMatch(p -> p.id().equals(row.pack()))
            ? shelf.with(row.pack()).cutout()
            : Optional.empty();
    CutoutVerdict verdict =
        kind.map(k -> CutoutVerdict.of(k, r.observations())).orElse(r.verdict());
    return new Kept(
        row.id(),
        row.kind(),
        row.engine(),
        row.beganAt().toInstant(ZoneOffset.UTC),
        row.endedAt().toInstant(ZoneOffset.UTC),
        row.who(),
        row.hours(),
        CutoutView.of(
            row.engine(),
            row.engine(),
            r,
            verdict,
            kind.map(CutoutKind::weakBelow).orElse(0.7),
            Integer.MAX_VALUE));
  }

  @Override
  public String page() {
    return "tests";
  }

  @Override
  public void showAll(long job) {
    ofJob(job);
  }
}
