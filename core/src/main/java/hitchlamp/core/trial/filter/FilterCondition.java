package hitchlamp.core.trial.filter;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.TestSpec;
import hitchlamp.core.trial.Act;
import hitchlamp.core.trial.Script;
import hitchlamp.core.trial.TestKind;
import java.util.List;

/**
 * Condition of the particulate filter: what it loses in pressure over the flow of the exhaust, from
 * idle up by the pedal, against a clean one and the soot that the module reckons with.
 */
public final class FilterCondition implements TestKind<FilterSetup, FilterSeen> {
  /** Act: this speed is left out. */
  public static final String SKIP = "skip";

  private static final List<String> READS =
      List.of(FilterScript.LOSS, FilterScript.FLOW, FilterScript.SOOT);

  private static final int FEWEST_SPEEDS = 3;
  private static final int MOST_SPEEDS = 10;

  @Override
  public Head<FilterSeen> head() {
    return new Head<>("filter", 1, FilterSeen.class, Attended.LISTENING);
  }

  @Override
  public FilterSetup read(TestSpec spec, Pack pack) {
    for (String name : READS) {
      if (!pack.services().identifiers().containsKey(spec.reads().getOrDefault(name, -1))) {
        throw spec.place().fault(FilterWords.say("needs-a-read", name));
      }
    }
    List<Integer> speeds = spec.lists().getOrDefault("speeds", List.of());
    boolean rises = true;
    for (int i = 1; i < speeds.size(); i++) {
      rises &= speeds.get(i) > speeds.get(i - 1);
    }
    if (speeds.size() < FEWEST_SPEEDS || speeds.size() > MOST_SPEEDS || !rises) {
      throw spec.place().fault(FilterWords.say("needs-speeds", FEWEST_SPEEDS, MOST_SPEEDS));
    }
    double clean = spec.figure("clean-loss", 0.05, 20);
    return new FilterSetup(
        speeds,
        spec.figure("within", 10, 300, 60),
        spec.figure("seconds", 3, 60, 10),
        spec.figure("zero", 0.1, 5),
        clean,
        spec.figure("full-loss", 1.2 * clean, 60),
        spec.figure("rated", 0.5, 20));
  }

  @Override
  public boolean understands(FilterSetup setup, Act act) {
    return act.action().equals(SKIP) && act.arguments().isEmpty();
  }

  @Override
  public Script<FilterSeen> script(FilterSetup setup) {
    return new FilterScript(setup);
  }

  @Override
  public boolean saw(FilterSeen seen) {
    return !seen.points().isEmpty();
  }

  @Override
  public Judgement judge(FilterSetup setup, FilterSeen seen) {
    return FilterJudge.of(setup, seen);
  }
}
