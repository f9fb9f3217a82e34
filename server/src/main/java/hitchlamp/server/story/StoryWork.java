package hitchlamp.server.story;

import hitchlamp.server.account.Account;
import hitchlamp.server.config.Refusal;
import hitchlamp.server.hookup.HookUps;
import org.springframework.stereotype.Service;

/** Asks the live owner of a job's unit to do something about its story. */
@Service
class StoryWork {
  private final HookUps hookUps;

  StoryWork(HookUps hookUps) {
    this.hookUps = hookUps;
  }

  /** Reads what all modules that answered remember. */
  public void read(long job, Account who) {
    hookUps
        .free(job)
        .with(
            StoryRun.class,
            (run, roll) -> run.read(roll, hookUps.packOf(job), who, StoryRun.Why.ASKED));
  }

  /** Stores the trip, begins a new one, reads it back. */
  public void resetTrip(long job, Account who) {
    if (hookUps.packOf(job).story().resetTrip().isEmpty()) {
      throw Refusal.conflict(
          StoryWords.say("the-pack-of-this-unit-knows"),
          StoryWords.say("call-the-roll-so-that-the-unit"));
    }
    hookUps
        .free(job)
        .with(StoryRun.class, (run, roll) -> run.resetTrip(roll, hookUps.packOf(job), who));
  }
}
