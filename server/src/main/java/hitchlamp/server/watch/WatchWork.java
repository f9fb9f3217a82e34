package hitchlamp.server.watch;

import hitchlamp.core.pack.Pack;
import hitchlamp.core.watch.RecordingPlan;
import hitchlamp.core.watch.Series;
import hitchlamp.server.account.Account;
import hitchlamp.server.config.Refusal;
import hitchlamp.server.hookup.HookUps;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import org.springframework.stereotype.Service;

/** Asks the live owner of a job's unit to watch, to record, to test. */
@Service
public class WatchWork {
  private static final long ANSWER_SECONDS = 5;

  private final HookUps hookUps;

  WatchWork(HookUps hookUps) {
    this.hookUps = hookUps;
  }

  /** What channels told in the last minutes. */
  public List<Series> series(long job, List<String> channels) {
    return ask(job, (run, micros, to) -> run.series(channels, to));
  }

  /** Something asked of the owner, in its thread. */
  private interface Question<T> {
    void ask(WatchRun run, long micros, CompletableFuture<T> answer);
  }

  private <T> T ask(long job, Question<T> what) {
    CompletableFuture<T> answer = new CompletableFuture<>();
    hookUps.live(job).now(WatchRun.class, (run, micros) -> what.ask(run, micros, answer));
    try {
      return answer.get(ANSWER_SECONDS, TimeUnit.SECONDS);
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new IllegalStateException(e);
    } catch (ExecutionException | TimeoutException e) {
      throw Refusal.conflict(
          WatchWords.say("the-hook-up-does-not-answer"), WatchWords.say("try-again-in-a-moment"));
    }
  }

  /** Starts or arms a recorder; gives its number. */
  public int record(long job, RecordingPlan plan, Account who) {
    Optional<Integer> number =
        ask(job, (run, micros, to) -> to.complete(run.record(plan, who, micros)));
    return number.orElseThrow(
        () ->
            Refusal.conflict(
                WatchWords.say("recorders-run-already", WatchRun.MOST_RECORDERS),
                WatchWords.say("stop-one-of-them")));
  }

  public void stop(long job, int number) {
    hookUps.live(job).now(WatchRun.class, (run, micros) -> run.stop(number, micros));
  }

  public void beginStatistics(long job) {
    hookUps.live(job).now(WatchRun.class, (run, micros) -> run.beginStatistics());
  }

  /**
   * The newest figures of SPNs on a side of the unit; those that nobody tells are left out. For
   * some seconds from now those are asked for that no module sends by itself.
   */
  public Map<Integer, Double> figures(long job, Set<Integer> spns, String side) {
    return ask(
        job,
        (run, micros, to) -> {
          run.wantedNow(micros);
          Map<Integer, Double> found = new LinkedHashMap<>();
          for (int spn : spns) {
            double figure = run.book().figure(spn, side, micros);
            if (!Double.isNaN(figure)) {
              found.put(spn, figure);
            }
          }
          to.complete(found);
        });
  }

  /** Bus time now, and the recordings under way. */
  public record Moment(long micros, List<Long> recordings) {}

  public Moment moment(long job) {
    return ask(job, (run, micros, to) -> to.complete(new Moment(micros, run.recording())));
  }

  /** The pack that a job's unit is read by. */
  public Pack pack(long job) {
    return hookUps.packOf(job);
  }
}
