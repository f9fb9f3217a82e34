package hitchlamp.server.fault;

import hitchlamp.core.fault.ClearCall;
import hitchlamp.core.fault.FaultReading;
import hitchlamp.core.fault.SelfTest;
import hitchlamp.server.hookup.Report.By;
import java.util.List;
import java.util.Set;

/** What a hook-up found out about faults and must be stored. */
sealed interface FaultReport {
  record FaultsRead(
      long job, FaultReading reading, Set<String> silent, String pack, By by, String why)
      implements FaultReport {}

  record Cleared(long job, List<ClearCall.Outcome> outcomes, By by, Double hours, long busMicros)
      implements FaultReport {}

  record SelfTested(long job, List<SelfTest> outcomes, By by, Double hours, long busMicros)
      implements FaultReport {}
}
