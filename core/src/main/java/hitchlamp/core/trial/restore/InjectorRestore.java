package hitchlamp.core.trial.restore;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.TestSpec;
import hitchlamp.core.trial.Act;
import hitchlamp.core.trial.Script;
import hitchlamp.core.trial.TestKind;
import java.util.List;

/**
 * Restoring the injector's flow, with the engine running and the unit parked: the module warms the
 * exhaust, measures the flow by the effort of its pump, flushes, cools, and begins again until the
 * flow is back or its tries are used up.
 */
public final class InjectorRestore implements TestKind<RestoreSetup, RestoreSeen> {
  private static final List<String> READS =
      List.of(
          RestoreScript.STAGE, RestoreScript.FLUSHED, RestoreScript.EFFORT, RestoreScript.PRESSURE);

  @Override
  public Head<RestoreSeen> head() {
    return new Head<>("restore", 1, RestoreSeen.class, Attended.BY_THE_MODULE);
  }

  @Override
  public RestoreSetup read(TestSpec spec, Pack pack) {
    if (pack.bench().routine(spec, RestoreScript.RESTORE).isEmpty()) {
      throw spec.place().fault(RestoreWords.say("names-no-routine"));
    }
    for (String name : READS) {
      if (!pack.services().identifiers().containsKey(spec.reads().getOrDefault(name, -1))) {
        throw spec.place().fault(RestoreWords.say("needs-a-read", name));
      }
    }
    List<Integer> codes = spec.lists().getOrDefault("stages", List.of());
    if (codes.size() != RestoreSetup.STAGES || codes.stream().distinct().count() != codes.size()) {
      throw spec.place().fault(RestoreWords.say("needs-five-stages"));
    }
    return new RestoreSetup(
        codes,
        (int) spec.figure("tries", 1, RestoreSeen.MOST - 1),
        spec.figure("held", 100, 2_000),
        spec.figure("hold-effort", 0.5, 60),
        spec.figure("dose-effort", 0.5, 95),
        spec.figure("least", 50, 100, 90),
        spec.figure("tolerance", 0.5, 20, 3));
  }

  @Override
  public boolean understands(RestoreSetup setup, Act act) {
    return false;
  }

  @Override
  public Script<RestoreSeen> script(RestoreSetup setup) {
    return new RestoreScript(setup);
  }

  @Override
  public boolean saw(RestoreSeen seen) {
    return seen.answered() || !seen.cycles().isEmpty();
  }

  @Override
  public Judgement judge(RestoreSetup setup, RestoreSeen seen) {
    return RestoreJudge.of(setup, seen);
  }
}
