package hitchlamp.core.fault;

import hitchlamp.core.j1939.Readiness;
import hitchlamp.core.pack.Pack;
import java.util.List;

/**
 * What the monitors of a unit prove, taken together.
 *
 * @param kind what stands in the way first
 * @param count of those that do; 0 where nothing does
 */
public record MonitorStanding(Kind kind, int count) {
  /** What stands in the way of a proof, the gravest first. */
  public enum Kind {
    /** No module that was read tells of monitors. */
    NOT_TOLD,
    FAILING,
    TO_RUN,
    NEAR,
    /** Tests that cannot run, were not told, or whose limits judge nothing. */
    NOT_JUDGED,
    PROVEN
  }

  /** Of a read; what was not read proves nothing. */
  public static MonitorStanding of(FaultReading r, Pack pack) {
    List<MonitorResult> results =
        r.modules().stream().flatMap(m -> MonitorResult.of(m.tests(), pack).stream()).toList();
    int open =
        r.modules().stream()
            .mapToInt(m -> m.readiness().map(Readiness::notReady).orElse(List.of()).size())
            .sum();
    boolean told =
        r.modules().stream()
            .anyMatch(
                m ->
                    !m.tests().isEmpty()
                        || m.testsUntold() > 0
                        || m.readiness().map(x -> !x.monitors().isEmpty()).orElse(false));
    int failing = count(results, MonitorResult.State.FAILS);
    // Of a monitor that has not run its tests have not either: they are one.
    int toRun = open > 0 ? open : count(results, MonitorResult.State.NOT_RUN);
    int near = count(results, MonitorResult.State.NEAR);
    int unjudged =
        r.modules().stream().mapToInt(ModuleFaults::testsUntold).sum()
            + (int) results.stream().filter(x -> !x.proves()).count()
            - failing
            - near
            - count(results, MonitorResult.State.NOT_RUN);
    if (!told) {
      return new MonitorStanding(Kind.NOT_TOLD, 0);
    } else if (failing > 0) {
      return new MonitorStanding(Kind.FAILING, failing);
    } else if (toRun > 0) {
      return new MonitorStanding(Kind.TO_RUN, toRun);
    } else if (near > 0) {
      return new MonitorStanding(Kind.NEAR, near);
    }
    return unjudged > 0
        ? new MonitorStanding(Kind.NOT_JUDGED, unjudged)
        : new MonitorStanding(Kind.PROVEN, 0);
  }

  private static int count(List<MonitorResult> results, MonitorResult.State state) {
    return (int) results.stream().filter(r -> r.state() == state).count();
  }
}
