package hitchlamp.core.trial.routine;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.judge.Verdict;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.RoutineSpec;
import hitchlamp.core.pack.TestSpec;
import hitchlamp.core.trial.Act;
import hitchlamp.core.trial.RoutineScript;
import hitchlamp.core.trial.Script;
import hitchlamp.core.trial.TestKind;
import java.util.List;

/**
 * A module is told to do something that it does by itself, and its answer is taken for what it is:
 * it says that it did it, or why it did not.
 */
public final class Routine implements TestKind<RoutineSpec, RoutineSeen> {
  /** Name by which packs call the routine under {@code uses}. */
  static final String ROUTINE = "routine";

  @Override
  public Head<RoutineSeen> head() {
    return new Head<>("routine", 1, RoutineSeen.class, Attended.BY_THE_MODULE);
  }

  @Override
  public RoutineSpec read(TestSpec spec, Pack pack) {
    return pack.bench()
        .routine(spec, ROUTINE)
        .orElseThrow(() -> spec.place().fault(RoutineWords.say("names-no-routine")));
  }

  @Override
  public boolean understands(RoutineSpec setup, Act act) {
    return false;
  }

  @Override
  public Script<RoutineSeen> script(RoutineSpec setup) {
    return new RoutineScript<>(
        ROUTINE,
        RoutineWords.said("it-is-done", setup.title()),
        end -> RoutineWords.said("the-module-says", end.says()),
        end ->
            end.map(r -> new RoutineSeen(r.answered(), r.done(), r.says()))
                .orElse(new RoutineSeen(false, false, "")));
  }

  @Override
  public boolean saw(RoutineSeen seen) {
    return !seen.says().isEmpty();
  }

  @Override
  public Judgement judge(RoutineSpec setup, RoutineSeen seen) {
    if (!seen.answered()) {
      return Judgement.cannotTell(
          seen.says().isEmpty()
              ? RoutineWords.said("it-has-not-answered")
              : RoutineWords.said("the-module-says", seen.says()),
          RoutineWords.said("try-it-again"));
    }
    return new Judgement(
        seen.done() ? Verdict.PASS : Verdict.FAIL,
        RoutineWords.said("the-module-says", seen.says()),
        List.of(),
        RoutineWords.said(seen.done() ? "see-what-came-of-it" : "remove-the-reason"));
  }
}
