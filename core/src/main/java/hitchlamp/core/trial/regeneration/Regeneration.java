package hitchlamp.core.trial.regeneration;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.TestSpec;
import hitchlamp.core.trial.Act;
import hitchlamp.core.trial.Script;
import hitchlamp.core.trial.TestKind;
import hitchlamp.core.trial.regeneration.RegenerationSetup.Corridor;
import java.util.List;
import java.util.stream.IntStream;

/**
 * A forced regeneration, with the unit parked: the module burns its filter clean by itself and goes
 * on when nobody looks any more. What it does is followed, what hinders it named, and whether the
 * filter is clean told by its estimate and by the pressure that the filter loses.
 */
public final class Regeneration implements TestKind<RegenerationSetup, RegenerationSeen> {
  private static final List<String> READS =
      List.of(
          RegenerationScript.STAGE,
          RegenerationScript.DOSER,
          RegenerationScript.DUTY,
          RegenerationScript.SOOT,
          RegenerationScript.FLOW);

  private static final int DRAWN = 120;
  private static final double COLDEST = 50;
  private static final double HOTTEST = 900;

  @Override
  public Head<RegenerationSeen> head() {
    return new Head<>("regeneration", 1, RegenerationSeen.class, Attended.BY_THE_MODULE);
  }

  @Override
  public RegenerationSetup read(TestSpec spec, Pack pack) {
    if (pack.bench().routine(spec, RegenerationScript.BURN).isEmpty()) {
      throw spec.place().fault(RegenerationWords.say("names-no-routine"));
    }
    for (String name : READS) {
      if (!pack.services().identifiers().containsKey(spec.reads().getOrDefault(name, -1))) {
        throw spec.place().fault(RegenerationWords.say("needs-a-read", name));
      }
    }
    List<Integer> codes = spec.lists().getOrDefault("stages", List.of());
    if (codes.size() != RegenerationSetup.STAGES
        || codes.stream().distinct().count() != codes.size()) {
      throw spec.place().fault(RegenerationWords.say("needs-four-stages"));
    }
    return new RegenerationSetup(
        codes,
        corridor(spec, "in"),
        corridor(spec, "out"),
        corridor(spec, "behind"),
        spec.figure("clean", 1, 50),
        spec.figure("blocked", 50, 2_000),
        spec.figure("starved", 10, 1_000),
        spec.figure("coolant", 0, 110),
        spec.figure("clean-loss", 0.05, 20),
        spec.figure("full-loss", 0.1, 60));
  }

  private static Corridor corridor(TestSpec spec, String name) {
    double low = spec.figure(name + "-low", COLDEST, HOTTEST);
    return new Corridor(low, spec.figure(name + "-high", low, HOTTEST));
  }

  @Override
  public boolean understands(RegenerationSetup setup, Act act) {
    return false;
  }

  @Override
  public Script<RegenerationSeen> script(RegenerationSetup setup) {
    return new RegenerationScript(setup);
  }

  @Override
  public boolean saw(RegenerationSeen seen) {
    return seen.answered() || !seen.rows().isEmpty();
  }

  /** All rows stay with the kept test; on the way the board gets as many as it can draw. */
  @Override
  public RegenerationSeen shown(RegenerationSeen seen) {
    int n = seen.rows().size();
    int every = 1 + n / DRAWN;
    return new RegenerationSeen(
        IntStream.range(0, n)
            .filter(i -> i % every == 0 || i == n - 1)
            .mapToObj(seen.rows()::get)
            .toList(),
        seen.stage(),
        seen.left(),
        seen.hindered(),
        seen.answered(),
        seen.done(),
        seen.says());
  }

  @Override
  public Judgement judge(RegenerationSetup setup, RegenerationSeen seen) {
    return RegenerationJudge.of(setup, seen);
  }
}
