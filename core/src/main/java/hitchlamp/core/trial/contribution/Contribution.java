package hitchlamp.core.trial.contribution;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.TestSpec;
import hitchlamp.core.trial.Act;
import hitchlamp.core.trial.Firing;
import hitchlamp.core.trial.Script;
import hitchlamp.core.trial.TestKind;
import java.util.List;
import java.util.Map;

/**
 * Automatic cylinder cutout: each cylinder in turn is off for some seconds, and what it contributes
 * is worked out from fuelling and segment times together, corrected for what the module's smooth
 * running hides.
 */
public final class Contribution implements TestKind<ContributionSetup, ContributionSeen> {
  @Override
  public Head<ContributionSeen> head() {
    return new Head<>("contribution", 1, ContributionSeen.class, Attended.AT_THE_UNIT);
  }

  @Override
  public ContributionSetup read(TestSpec spec, Pack pack) {
    List<Integer> firing = Firing.of(spec, 2);
    if (pack.bench()
        .control(spec, ContributionScript.CYLINDERS)
        .filter(c -> c.coding().mask() && c.coding().bits() == firing.size())
        .isEmpty()) {
      throw spec.place().fault(ContributionWords.say("needs-a-mask-of-bits", firing.size()));
    }
    if (!spec.reads().containsKey(ContributionScript.FUELLING)) {
      throw spec.place().fault(ContributionWords.say("needs-to-read-fuelling"));
    }
    for (Map.Entry<String, Integer> read : spec.reads().entrySet()) {
      boolean each = !read.getKey().equals(ContributionScript.FUELLING);
      if (each && !pack.services().blocks().containsKey(read.getValue())) {
        throw spec.place().fault(ContributionWords.say("needs-a-block", read.getKey()));
      }
    }
    return new ContributionSetup(
        firing,
        (int) spec.figure("rounds", 1, 5, 1),
        spec.figure("settle", 0.5, 30, 2),
        spec.figure("base", 1, 30, 3),
        spec.figure("off", 1, 30, 4),
        spec.figure("weak-below", 1, 100),
        spec.figure("most-correction", 0, 100, 100),
        spec.figure("uneven", 1, 100, 15));
  }

  @Override
  public boolean understands(ContributionSetup setup, Act act) {
    return false;
  }

  @Override
  public Script<ContributionSeen> script(ContributionSetup setup) {
    return new ContributionScript(setup);
  }

  @Override
  public boolean saw(ContributionSeen seen) {
    return !seen.cuts().isEmpty();
  }

  @Override
  public Judgement judge(ContributionSetup setup, ContributionSeen seen) {
    return ContributionJudge.of(setup, seen);
  }
}
