package hitchlamp.core.trial.balance;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.TestSpec;
import hitchlamp.core.trial.Act;
import hitchlamp.core.trial.Firing;
import hitchlamp.core.trial.Script;
import hitchlamp.core.trial.TestKind;
import java.util.List;

/**
 * Idle balance: what the module gives each cylinder more so that the engine idles evenly, and which
 * strokes did not fire; nothing is commanded.
 */
public final class Balance implements TestKind<BalanceSetup, BalanceSeen> {
  @Override
  public Head<BalanceSeen> head() {
    return new Head<>("balance", 1, BalanceSeen.class, Attended.LISTENING);
  }

  @Override
  public BalanceSetup read(TestSpec spec, Pack pack) {
    List<Integer> firing = Firing.of(spec, 3);
    for (String name :
        List.of(BalanceScript.CORRECTIONS, BalanceScript.MISSES, BalanceScript.SEGMENTS)) {
      if (!pack.services().blocks().containsKey(spec.reads().getOrDefault(name, -1))) {
        throw spec.place().fault(BalanceWords.say("needs-a-block", name));
      }
    }
    return new BalanceSetup(
        firing,
        spec.figure("seconds", 5, 600, 40),
        spec.figure("weak-below", 1, 100),
        spec.figure("most-correction", 0, 100, 100),
        spec.figure("misses-above", 0, 1_000),
        spec.figure("warm", -40, 120, 60),
        spec.figure("uneven", 1, 100, 15),
        spec.figure("stroke", 1e-4, 1));
  }

  @Override
  public boolean understands(BalanceSetup setup, Act act) {
    return false;
  }

  @Override
  public Script<BalanceSeen> script(BalanceSetup setup) {
    return new BalanceScript(setup);
  }

  @Override
  public boolean saw(BalanceSeen seen) {
    return !seen.corrections().isEmpty();
  }

  @Override
  public Judgement judge(BalanceSetup setup, BalanceSeen seen) {
    return BalanceJudge.of(setup, seen);
  }
}
