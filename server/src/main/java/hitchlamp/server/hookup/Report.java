package hitchlamp.server.hookup;

import hitchlamp.core.fault.ClearCall;
import hitchlamp.core.fault.FaultReading;
import hitchlamp.core.fault.SelfTest;
import hitchlamp.core.judge.Judgement;
import hitchlamp.core.pack.ModuleRef;
import hitchlamp.core.story.StoryReading;
import hitchlamp.core.story.TripReset;
import hitchlamp.core.trace.UnitAnswer;
import hitchlamp.core.trial.BenchState;
import hitchlamp.core.trial.StoredTrial;
import hitchlamp.core.words.Said;
import hitchlamp.server.account.Account;
import hitchlamp.server.account.Role;
import hitchlamp.server.job.Logbook;
import java.time.Instant;
import java.util.List;
import java.util.Set;

/** What a hook-up found out and must be stored: data alone, so that it can wait in a file. */
public sealed interface Report {
  /** Whose doing it was. */
  record By(long id, String name, Role role) {
    static By of(Account a) {
      return new By(a.id(), a.name(), a.role());
    }

    Account account() {
      return new Account(id, name, "", role);
    }
  }

  record HookUpBegan(
      long id,
      long job,
      String link,
      String bus,
      String backbone,
      int bitRate,
      String pack,
      String packHash,
      long account)
      implements Report {}

  record HookUpEnded(long id, String reason) implements Report {}

  record Entered(long job, Logbook.Kind kind, String text, Long account, Logbook.Moment moment)
      implements Report {}

  /**
   * A roll call ended.
   *
   * @param shown what the unit told of itself
   */
  record RollEnded(
      long job, long hookUp, long account, String pack, String packHash, RollView roll, Shown shown)
      implements Report {}

  /** What a unit told of itself at a visit. */
  record Shown(
      String vin, String maker, String model, String pack, Double hours, Double kilometres) {}

  record FaultsRead(
      long job, FaultReading reading, Set<String> silent, String pack, By by, String why)
      implements Report {}

  record StoryRead(long job, StoryReading reading, String pack, By by, String why)
      implements Report {}

  record TripWasReset(
      long job, ModuleRef keeper, TripReset result, By by, Double hours, long busMicros)
      implements Report {}

  record Cleared(long job, List<ClearCall.Outcome> outcomes, By by, Double hours, long busMicros)
      implements Report {}

  record SelfTested(long job, List<SelfTest> outcomes, By by, Double hours, long busMicros)
      implements Report {}

  record TrialBegan(
      long job,
      String run,
      String kind,
      String test,
      String title,
      String pack,
      ModuleRef module,
      By by,
      Instant began,
      Double hours,
      long busMicros)
      implements Report {}

  /**
   * A test that commanded something has ended.
   *
   * @param judged true where anything was seen that can be judged
   * @param recording that was made of it; null where none was
   * @param seen what was seen; what the kind observes is plain data after it waited in a file
   */
  record TrialEnded(
      long job,
      String run,
      String test,
      String title,
      String pack,
      ModuleRef module,
      BenchState.Ending ending,
      Said says,
      boolean judged,
      Judgement judgement,
      StoredTrial<Object> seen,
      Long recording,
      By by,
      Double hours,
      long busMicros)
      implements Report {}

  record CheckAnswered(
      long job, long trace, String check, UnitAnswer answer, Double hours, long busMicros)
      implements Report {}

  record FramesHeard(
      long hookUp,
      long firstMicros,
      long lastMicros,
      Instant wall,
      Double hours,
      String module,
      int entries,
      boolean pinned,
      byte[] content)
      implements Report {}
}
