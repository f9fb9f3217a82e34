package hitchlamp.server.hookup;

import hitchlamp.server.account.Account;
import hitchlamp.server.config.Refusal;
import java.util.Set;
import org.springframework.stereotype.Service;

/** Asks the live owner of a job's unit to do something about faults. */
@Service
public class FaultWork {
  private final HookUps hookUps;

  FaultWork(HookUps hookUps) {
    this.hookUps = hookUps;
  }

  private LiveOwner owner(long job) {
    LiveOwner owner = hookUps.live(job);
    if (!owner.rollKnown()) {
      throw Refusal.conflict(
          "The roll has not been called since the hook-up.", "Call the roll first.");
    }
    return owner;
  }

  /** Reads the faults of all modules that answered. */
  public void read(long job, Account who) {
    owner(job)
        .withFaults((run, roll) -> run.read(roll, hookUps.packOf(job), who, FaultRun.Why.ASKED));
  }

  /** Repeats the read by itself, or stops that. */
  public void watch(long job, Account who, boolean on) {
    owner(job).withFaults((run, roll) -> run.watch(on, roll, hookUps.packOf(job), who));
  }

  /**
   * Reads, clears, reads again.
   *
   * @param keys modules, empty for all
   */
  public void clear(long job, Account who, Set<String> keys) {
    owner(job).withFaults((run, roll) -> run.clear(roll, hookUps.packOf(job), who, keys));
  }

  /** Asks modules to test their circuits now. */
  public void selfTest(long job, Account who) {
    owner(job).withFaults((run, roll) -> run.selfTest(roll, hookUps.packOf(job), who));
  }
}
