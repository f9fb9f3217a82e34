package hitchlamp.core.trial.rail;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.TestSpec;
import hitchlamp.core.trial.Act;
import hitchlamp.core.trial.Script;
import hitchlamp.core.trial.TestKind;
import java.util.List;

/**
 * Rail and supply pressure of a parked unit: commanded against measured at idle and faster, how far
 * the pump's valve must open for it, snaps of the pedal, and how the rail holds its pressure once
 * the engine stands. Nothing is commanded; a person has pedal and key.
 */
public final class RailPressure implements TestKind<RailSetup, RailSeen> {
  /** Act: what is asked for now is left out. */
  public static final String SKIP = "skip";

  private static final List<String> READS =
      List.of(
          RailScript.RAIL,
          RailScript.WANTED,
          RailScript.METERING,
          RailScript.RPM,
          RailScript.INJECTED,
          RailScript.SUPPLY,
          RailScript.DROP);

  @Override
  public Head<RailSeen> head() {
    return new Head<>("rail", 1, RailSeen.class, Attended.LISTENING);
  }

  @Override
  public RailSetup read(TestSpec spec, Pack pack) {
    for (String name : READS) {
      if (!pack.services().identifiers().containsKey(spec.reads().getOrDefault(name, -1))) {
        throw spec.place().fault(RailWords.say("needs-a-read", name));
      }
    }
    return new RailSetup(
        (int) spec.figure("cylinders", 1, 32),
        spec.figure("raised", 0, 2_500),
        spec.figure("pump", 1, 1e5),
        spec.figure("returned", 0, 1e4),
        spec.figure("supply", 10, 2_000),
        spec.figure("supply-rises", 0, 10),
        spec.figure("idle", 300, 2_000),
        spec.figure("filter", 1e-6, 10),
        spec.figure("bleeds", 0, 1e6),
        spec.figure("permitted", 1.5, 100),
        spec.figure("keeps", 1, 99));
  }

  @Override
  public boolean understands(RailSetup setup, Act act) {
    return act.action().equals(SKIP) && act.arguments().isEmpty();
  }

  @Override
  public Script<RailSeen> script(RailSetup setup) {
    return new RailScript(setup);
  }

  @Override
  public boolean saw(RailSeen seen) {
    return !seen.steady().isEmpty();
  }

  @Override
  public Judgement judge(RailSetup setup, RailSeen seen) {
    return RailJudge.of(setup, seen);
  }
}
