package hitchlamp.server.hookup;

import hitchlamp.core.fault.LampCheck;
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

  /** Checks the warning lamps. */
  public void checkLamps(long job, Account who) {
    if (hookUps.packOf(job).lamps().isEmpty()) {
      throw Refusal.conflict(
          HookupWords.say("the-pack-of-this-unit-names"),
          HookupWords.say("call-the-roll-so-that-the"));
    }
    hookUps
        .free(job)
        .with(FaultRun.class, (run, roll) -> run.checkLamps(roll, hookUps.packOf(job), who));
  }

  /** Gives the lamp check an answer. */
  public void answerLamps(long job, String choice) {
    if (!LampCheck.understands(hookUps.packOf(job), choice)) {
      throw Refusal.bad(
          HookupWords.say("answers-no-question-of-the-lamp", choice),
          HookupWords.say("say-or-a-lamps-id-and", LampCheck.KEY_IS_OFF, LampCheck.KEY_IS_ON));
    }
    hookUps.owner(job).with(FaultRun.class, (run, roll) -> run.answerLamps(choice));
  }

  /** Stops the lamp check. */
  public void stopLamps(long job) {
    hookUps.owner(job).with(FaultRun.class, (run, roll) -> run.stopLamps());
  }

  /** Asks modules to test their circuits now. */
  public void selfTest(long job, Account who) {
    hookUps
        .free(job)
        .with(FaultRun.class, (run, roll) -> run.selfTest(roll, hookUps.packOf(job), who));
  }
}
