package hitchlamp.server.hookup;

import hitchlamp.core.fault.ClearCall;
import hitchlamp.core.fault.FaultReading;
import hitchlamp.core.fault.SelfTest;
import hitchlamp.core.pack.Pack;
import hitchlamp.server.account.Account;
import java.util.List;
import java.util.Set;

/** Takes what hook-ups find out about faults. Called from the live owner's thread. */
public interface FaultReports {
  /**
   * Faults are being read, or have been: then the reading says so by its state.
   *
   * @param why ROLL, ASKED, WATCH, BEFORE_CLEAR or AFTER_CLEAR
   */
  void reading(
      long job, FaultReading reading, Set<String> silent, Pack pack, Account who, String why);

  /** A read of a stored hook-up was lived again: it is shown, and not stored a second time. */
  void replayed(long job, FaultReading reading, Set<String> silent, Pack pack);

  /** Modules were told to clear. */
  void cleared(
      long job, List<ClearCall.Outcome> outcomes, Account who, Double hours, long busMicros);

  /** Modules test themselves, or have. */
  void selfTest(
      long job, List<SelfTest> outcomes, boolean ended, Account who, Double hours, long busMicros);
}
