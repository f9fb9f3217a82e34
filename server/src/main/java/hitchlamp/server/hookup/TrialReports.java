package hitchlamp.server.hookup;

import hitchlamp.core.fault.FaultTarget;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.trial.CutoutResult;
import hitchlamp.server.account.Account;
import java.time.Instant;

/** Takes what tests of a unit show. */
public interface TrialReports {
  /**
   * A cutout by hand goes on, or has ended.
   *
   * @param ended true once: it is to be kept
   */
  void cutout(
      long job,
      CutoutResult result,
      Pack pack,
      FaultTarget engine,
      Account who,
      Instant began,
      boolean ended,
      Double hours,
      long busMicros);
}
