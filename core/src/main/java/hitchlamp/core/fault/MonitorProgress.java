package hitchlamp.core.fault;

import hitchlamp.core.j1939.Readiness;
import hitchlamp.core.pack.Pack;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Collectors;

/** What monitors have come to from one read to the next. */
public final class MonitorProgress {
  private MonitorProgress() {}

  /**
   * As sentences whose figures convert when they are read, module by module; nothing of a module
   * that one of the reads has not.
   */
  public static List<String> between(FaultReading before, FaultReading after, Pack pack) {
    Map<String, ModuleFaults> was =
        before.modules().stream()
            .collect(Collectors.toMap(m -> m.target().key(), Function.identity(), (a, b) -> b));
    List<String> told = new ArrayList<>();
    for (ModuleFaults m : after.modules()) {
      ModuleFaults then = was.get(m.target().key());
      if (then != null) {
        monitors(then, m, told);
        results(then, m, pack, told);
      }
    }
    return List.copyOf(told);
  }

  private static void monitors(ModuleFaults then, ModuleFaults now, List<String> told) {
    List<String> waited = then.readiness().map(Readiness::notReady).orElse(List.of());
    List<String> waits = now.readiness().map(Readiness::notReady).orElse(waited);
    waited.stream()
        .filter(m -> !waits.contains(m))
        .forEach(m -> told.add(FaultWords.say("monitor-has-run", now.target().title(), m)));
    if (then.readiness().isPresent()) {
      waits.stream()
          .filter(m -> !waited.contains(m))
          .forEach(m -> told.add(FaultWords.say("monitor-begins-anew", now.target().title(), m)));
    }
  }

  private static void results(ModuleFaults then, ModuleFaults now, Pack pack, List<String> told) {
    List<MonitorResult> old = MonitorResult.of(then.tests(), pack);
    for (MonitorResult r : MonitorResult.of(now.tests(), pack)) {
      boolean same =
          old.stream()
              .anyMatch(
                  o ->
                      o.spn() == r.spn()
                          && o.fmi() == r.fmi()
                          && o.test() == r.test()
                          && o.state() == r.state());
      if (!same && !old.isEmpty()) {
        told.add(r.says().text());
      }
    }
  }
}
