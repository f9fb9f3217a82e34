package hitchlamp.core.trial.cooler;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.pack.MoveSpec;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.TestSpec;
import hitchlamp.core.trial.Act;
import hitchlamp.core.trial.Script;
import hitchlamp.core.trial.TestKind;
import java.util.List;

/**
 * The exhaust cooler on a hot engine: speed, throttle, vanes and recirculation are set in the order
 * of the pack, and flow and heat are compared with those of a clear cooler.
 */
public final class CoolerFlow implements TestKind<CoolerSetup, CoolerSeen> {
  private static final List<String> READS =
      List.of(
          CoolerScript.FLOW,
          CoolerScript.BEFORE,
          CoolerScript.BEHIND,
          CoolerScript.COOLANT,
          CoolerScript.AIR,
          CoolerScript.AMBIENT,
          CoolerScript.RPM);

  @Override
  public Head<CoolerSeen> head() {
    return new Head<>("cooler", 1, CoolerSeen.class, Attended.AT_THE_UNIT);
  }

  @Override
  public CoolerSetup read(TestSpec spec, Pack pack) {
    for (String name : READS) {
      if (!pack.services().identifiers().containsKey(spec.reads().getOrDefault(name, -1))) {
        throw spec.place().fault(CoolerWords.say("needs-a-read", name));
      }
    }
    for (MoveSpec m : spec.moves()) {
      if (pack.bench().control(spec, m.control()).isEmpty()) {
        throw spec.place().fault(CoolerWords.say("needs-its-control", m.id()));
      }
    }
    MoveSpec.Response flow =
        spec.moves().stream()
            .reduce((a, b) -> b)
            .flatMap(m -> m.of(CoolerScript.FLOW))
            .orElseThrow(() -> spec.place().fault(CoolerWords.say("needs-a-flow")));
    return new CoolerSetup(
        spec.moves(),
        flow,
        spec.figure("passes", 1, 5_000),
        spec.figure("least-flow", 10, 100, 90),
        spec.figure("least-passes", 10, 100, 76),
        spec.figure("hotter", 10, 300, 45));
  }

  @Override
  public boolean understands(CoolerSetup setup, Act act) {
    return false;
  }

  @Override
  public Script<CoolerSeen> script(CoolerSetup setup) {
    return new CoolerScript(setup);
  }

  @Override
  public boolean saw(CoolerSeen seen) {
    return seen.seconds() > 0;
  }

  @Override
  public Judgement judge(CoolerSetup setup, CoolerSeen seen) {
    return CoolerJudge.of(setup, seen);
  }
}
