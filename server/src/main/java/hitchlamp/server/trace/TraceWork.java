package hitchlamp.server.trace;

import hitchlamp.core.pack.Component;
import hitchlamp.core.pack.Guide;
import hitchlamp.core.pack.Pack;
import hitchlamp.server.config.Refusal;
import hitchlamp.server.hookup.HookUps;
import org.springframework.stereotype.Service;

/** Asks the live owner of a job's unit to listen for a check. */
@Service
class TraceWork {
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
    hookUps
        .owner(job)
        .with(TraceRun.class, (run, roll) -> run.listen(trace, check, part, roll, pack));
  }

  /** Nobody waits for a guide's answer any more. */
  public void stop(long job, long trace) {
    try {
      hookUps.live(job).with(TraceRun.class, (run, roll) -> run.stop(trace));
    } catch (Refusal notHookedUp) {
      // Nothing listens.
    }
  }
}
