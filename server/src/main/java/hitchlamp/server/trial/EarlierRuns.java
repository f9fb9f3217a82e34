package hitchlamp.server.trial;

import hitchlamp.core.judge.Verdict;
import hitchlamp.server.job.Jobs;
import jakarta.validation.constraints.NotNull;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Service;

/** What a test of a unit came to at each visit, figure by figure: before and after, and trends. */
@Service
class EarlierRuns {
  private final TrialMapper mapper;
  private final Jobs jobs;

  EarlierRuns(TrialMapper mapper, Jobs jobs) {
    this.mapper = mapper;
    this.jobs = jobs;
  }

  /**
   * A figure of a run.
   *
   * @param place such as a cylinder, counted from 1; 0 for the whole
   * @param plusMinus null where it is not known
   * @param verdict null where it is shown and not judged
   */
  record EarlierFigure(
      @NotNull String name,
      @NotNull int place,
      @NotNull double value,
      @NotNull String unit,
      Double plusMinus,
      Verdict verdict) {}

  /**
   * A run with what it came to.
   *
   * @param hours of the engine; null where not known
   */
  record EarlierRun(
      @NotNull long id,
      @NotNull long job,
      @NotNull Instant endedAt,
      Double hours,
      @NotNull Verdict verdict,
      @NotNull List<EarlierFigure> figures) {}

  /** The newest twelve runs of a test and module of the unit of a job, newest first. */
  List<EarlierRun> of(long job, String test, String module) {
    jobs.job(job);
    Map<Long, EarlierRun> runs = new LinkedHashMap<>();
    for (TrialMapper.FigureRow r : mapper.figures(job, test, module)) {
      EarlierRun run =
          runs.computeIfAbsent(
              r.trial(),
              id ->
                  new EarlierRun(
                      id,
                      r.job(),
                      r.endedAt().toInstant(ZoneOffset.UTC),
                      r.hours(),
                      Verdict.valueOf(r.verdict()),
                      new ArrayList<>()));
      if (r.name() != null) {
        run.figures()
            .add(
                new EarlierFigure(
                    r.name(),
                    r.place(),
                    r.amount(),
                    r.measure(),
                    r.plusMinus(),
                    r.figureVerdict() == null ? null : Verdict.valueOf(r.figureVerdict())));
      }
    }
    return List.copyOf(runs.values());
  }
}
