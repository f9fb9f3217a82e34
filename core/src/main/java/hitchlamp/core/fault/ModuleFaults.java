package hitchlamp.core.fault;

import hitchlamp.core.j1939.Lamps;
import hitchlamp.core.j1939.MonitorCounts;
import hitchlamp.core.j1939.Readiness;
import hitchlamp.core.j1939.TestResult;
import hitchlamp.core.pack.ModuleRef;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.OptionalInt;

/**
 * What one module told about its faults.
 *
 * @param target the module
 * @param lists which lists it told, refused or left unanswered, in words
 * @param lamps what it commands
 * @param faults in the plain order
 * @param hours its own clock at the read
 * @param sinceClear warm-ups since its faults were cleared
 * @param minutesSinceClear engine minutes since then
 * @param readiness which of its monitors have run since the last clear; empty where not told
 * @param monitorCounts how often its monitors ran; empty where not told
 * @param tests what tests of its monitors found; none where it tells none
 * @param untold SPNs whose monitors tell of tests by DM24, and did not when asked
 * @param further what it tells beside its lists
 * @param oddities what made no sense or did not come whole, in sentences
 * @param ended true where everything that was asked has ended
 */
public record ModuleFaults(
    ModuleRef target,
    Map<FaultList, String> lists,
    Optional<Lamps> lamps,
    List<KnownFault> faults,
    OptionalDouble hours,
    OptionalInt sinceClear,
    OptionalInt minutesSinceClear,
    Optional<Readiness> readiness,
    Optional<MonitorCounts> monitorCounts,
    List<TestResult> tests,
    List<Integer> untold,
    Further further,
    List<String> oddities,
    boolean ended) {
  /** Reads that were stored before all this was read have none. */
  public ModuleFaults {
    readiness = readiness == null ? Optional.empty() : readiness;
    monitorCounts = monitorCounts == null ? Optional.empty() : monitorCounts;
    tests = tests == null ? List.of() : List.copyOf(tests);
    untold = untold == null ? List.of() : List.copyOf(untold);
    further = further == null ? Further.NONE : further;
  }

  /** Tests that it has, by SPN or by number, and of which it told nothing when asked. */
  public int testsUntold() {
    return untold.size() + further.untoldTests().size();
  }

  /** True where its active and its earlier faults are known. */
  public boolean read() {
    return "told".equals(lists.get(FaultList.ACTIVE))
        && "told".equals(lists.get(FaultList.EARLIER));
  }
}
