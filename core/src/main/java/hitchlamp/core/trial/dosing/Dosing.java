package hitchlamp.core.trial.dosing;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.TestSpec;
import hitchlamp.core.trial.Act;
import hitchlamp.core.trial.Script;
import hitchlamp.core.trial.TestKind;
import java.util.List;

/**
 * The circuit of the exhaust fluid, with the engine standing: the module fills the line, holds it,
 * lets it rest closed, doses little and much, and sucks it empty.
 */
public final class Dosing implements TestKind<DosingSetup, DosingSeen> {
  /** Act, with one of {@link DosingSeen.Outside}: what the line looks like from outside. */
  public static final String LOOKED = "looked";

  private static final List<String> READS =
      List.of(
          DosingScript.STAGE,
          DosingScript.PRESSURE,
          DosingScript.EFFORT,
          DosingScript.DUTY,
          DosingScript.LEVEL,
          DosingScript.TANK);

  @Override
  public Head<DosingSeen> head() {
    return new Head<>("dosing", 1, DosingSeen.class, Attended.BY_THE_MODULE);
  }

  @Override
  public DosingSetup read(TestSpec spec, Pack pack) {
    if (pack.bench().routine(spec, DosingScript.CHECK).isEmpty()) {
      throw spec.place().fault(DosingWords.say("names-no-routine"));
    }
    for (String name : READS) {
      if (!pack.services().identifiers().containsKey(spec.reads().getOrDefault(name, -1))) {
        throw spec.place().fault(DosingWords.say("needs-a-read", name));
      }
    }
    List<Integer> codes = spec.lists().getOrDefault("stages", List.of());
    if (codes.size() != DosingSetup.STAGES || codes.stream().distinct().count() != codes.size()) {
      throw spec.place().fault(DosingWords.say("needs-six-stages"));
    }
    return new DosingSetup(
        codes,
        spec.figure("held", 100, 2_000),
        spec.figure("leak", 1, 500),
        spec.figure("fill", 1, 120),
        spec.figure("hold-effort", 0.5, 60),
        spec.figure("little-effort", 0.5, 80),
        spec.figure("much-effort", 0.5, 95),
        spec.figure("sucks", -80, -5));
  }

  @Override
  public boolean understands(DosingSetup setup, Act act) {
    return act.action().equals(LOOKED)
        && act.arguments().size() == 1
        && act.arguments().get(0).matches("UNSEEN|DRY|LINE|TIP");
  }

  @Override
  public boolean tells(Act act) {
    return act.action().equals(LOOKED);
  }

  @Override
  public Script<DosingSeen> script(DosingSetup setup) {
    return new DosingScript(setup);
  }

  @Override
  public boolean saw(DosingSeen seen) {
    return seen.answered() || seen.points().stream().anyMatch(p -> p.stage() != DosingStage.NONE);
  }

  @Override
  public DosingSeen shown(DosingSeen seen) {
    return seen.thinned();
  }

  @Override
  public Judgement judge(DosingSetup setup, DosingSeen seen) {
    return DosingJudge.of(setup, seen);
  }
}
