package hitchlamp.server.hookup;

import hitchlamp.core.pack.Component;
import hitchlamp.core.pack.Guide;
import hitchlamp.core.pack.Pack;
import hitchlamp.server.config.Refusal;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import org.springframework.stereotype.Service;

/** Asks the live owner of a job's unit to listen for a check, or for the values at a circuit. */
@Service
public class TraceWork {
  private static final long ANSWER_SECONDS = 5;

  private final HookUps hookUps;

  TraceWork(HookUps hookUps) {
    this.hookUps = hookUps;
  }

  /** The pack that a job's unit is read by. */
  public Pack pack(long job) {
    return hookUps.packOf(job);
  }

  /**
   * Begins to listen for a check.
   *
   * @throws Refusal where the job is not hooked up, or its roll was not called
   */
  public void listen(long job, long trace, Guide.Check check, Component part) {
    Pack pack = hookUps.packOf(job);
    hookUps.owner(job).withTrace((run, roll) -> run.listen(trace, check, part, roll, pack));
  }

  /** Nobody waits for a guide's answer any more. */
  public void stop(long job, long trace) {
    try {
      hookUps.live(job).withTrace((run, roll) -> run.stop(trace));
    } catch (Refusal notHookedUp) {
      // Nothing listens.
    }
  }

  /**
   * The newest figures of SPNs on a side of the unit; those that nobody tells are left out. For
   * some seconds from now those are asked for that no module sends by itself.
   */
  public Map<Integer, Double> figures(long job, Set<Integer> spns, String side) {
    CompletableFuture<Map<Integer, Double>> answer = new CompletableFuture<>();
    hookUps
        .live(job)
        .withWatch(
            (run, micros) -> {
              run.wantedNow(micros);
              Map<Integer, Double> found = new LinkedHashMap<>();
              for (int spn : spns) {
                double figure = run.book().figure(spn, side, micros);
                if (!Double.isNaN(figure)) {
                  found.put(spn, figure);
                }
              }
              answer.complete(found);
            });
    try {
      return answer.get(ANSWER_SECONDS, TimeUnit.SECONDS);
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new IllegalStateException(e);
    } catch (ExecutionException | TimeoutException e) {
      throw Refusal.conflict("The hook-up does not answer just now.", "Try again in a moment.");
    }
  }
}
