package hitchlamp.server.hookup;

import hitchlamp.core.trace.UnitAnswer;

/** Takes what a unit answers to the checks of guides. */
public interface TraceReports {
  /** What is waited for just now. */
  void waits(long job, long trace, String check, String says);

  /** The unit has answered a check, or cannot. */
  void answered(
      long job, long trace, String check, UnitAnswer answer, Double hours, long busMicros);
}
