package hitchlamp.server.hookup;

import hitchlamp.core.pack.ModuleRef;
import hitchlamp.core.pack.TestSpec;
import hitchlamp.core.trial.BenchState;

/** Takes what tests of a unit show. */
public interface TrialReports {
  /** A test goes on, or has ended. */
  void shows(long job, TestSpec spec, ModuleRef module, BenchState<?> state);

  /** Its first command is about to be given: from now on there is a row of it. */
  void began(Report.TrialBegan begun);

  /** It has ended: what it saw is kept. */
  void ended(Report.TrialEnded ended);
}
