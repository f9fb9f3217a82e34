package hitchlamp.server.fault;

import hitchlamp.server.account.Account;
import hitchlamp.server.hookup.HookUps;
import java.util.Set;
import org.springframework.stereotype.Service;

/** Asks the live owner of a job's unit to do something about faults. */
@Service
class FaultWork {
  private final HookUps hookUps;

  FaultWork(HookUps hookUps) {
    this.hookUps = hookUps;
  }

  /** Reads the faults of all modules that answered. */
  public void read(long job, Account who) {
    hookUps
        .free(job)
        .with(
            FaultRun.class,
            (run, roll) -> run.read(roll, hookUps.packOf(job), who, FaultRun.Why.ASKED));
  }

  /** Repeats the read by itself, or stops that. */
  public void watch(long job, Account who, boolean on) {
    hookUps
        .owner(job)
        .with(FaultRun.class, (run, roll) -> run.watch(on, roll, hookUps.packOf(job), who));
  }

  /**
   * Reads, clears, reads again.
   *
   * @param keys modules, empty for all
   */
  public void clear(long job, Account who, Set<String> keys) {
    hookUps
        .free(job)
        .with(FaultRun.class, (run, roll) -> run.clear(roll, hookUps.packOf(job), who, keys));
  }

  /**
   * Reads, clears one fault alone, reads again.
   *
   * @param key of the fault
   */
  public void clearOne(long job, Account who, String key) {
    hookUps
        .free(job)
        .with(FaultRun.class, (run, roll) -> run.clearOne(roll, hookUps.packOf(job), who, key));
  }

  /** Asks modules to test their circuits now. */
  public void selfTest(long job, Account who) {
    hookUps
        .free(job)
        .with(FaultRun.class, (run, roll) -> run.selfTest(roll, hookUps.packOf(job), who));
  }
}
