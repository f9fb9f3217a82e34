package hitchlamp.server.trial;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.pack.ModuleRef;
import hitchlamp.core.trial.BenchState;
import hitchlamp.core.trial.StoredTrial;
import hitchlamp.core.words.Said;
import hitchlamp.server.hookup.Report.By;
import java.time.Instant;

/** What a test of a unit leaves and must be stored. */
sealed interface TrialReport {
  /** Its first command is about to be given: from now on there is a row of it. */
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
      implements TrialReport {}

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
      implements TrialReport {}
}
