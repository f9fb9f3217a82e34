package hitchlamp.core.trial.loaded;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.pack.BlockSpec;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.TestSpec;
import hitchlamp.core.trial.Act;
import hitchlamp.core.trial.Firing;
import hitchlamp.core.trial.Script;
import hitchlamp.core.trial.TestKind;
import java.util.List;

/**
 * Cutout under load: the person drives the same pull with each cylinder off, and the crankcase
 * pressure is compared where the load matches; where the segments are timed, how evenly it runs
 * too. Whether the unit may move meanwhile the guards of the pack say.
 */
public final class LoadedCutout implements TestKind<LoadedSetup, LoadedSeen> {
  /** Act: the next pull is passed over. */
  public static final String SKIP = "skip";

  /** Act, with a cylinder, or 0 for all firing: it is pulled next. */
  public static final String AGAIN = "again";

  @Override
  public Head<LoadedSeen> head() {
    return new Head<>("loaded", 1, LoadedSeen.class, Attended.AT_THE_UNIT);
  }

  @Override
  public LoadedSetup read(TestSpec spec, Pack pack) {
    int cylinders = (int) spec.figure("cylinders", 3, 32);
    if (pack.bench()
        .control(spec, LoadedScript.CYLINDERS)
        .filter(c -> c.coding().mask() && c.coding().bits() == cylinders)
        .isEmpty()) {
      throw spec.place().fault(LoadedWords.say("needs-a-mask-of-bits", cylinders));
    }
    boolean byLoad = spec.reads().containsKey(LoadedScript.LOAD);
    for (String name :
        List.of(
            LoadedScript.RPM,
            LoadedScript.BOOST,
            LoadedScript.AIR,
            LoadedScript.EXHAUST,
            LoadedScript.RAIL,
            LoadedScript.CRANKCASE,
            byLoad ? LoadedScript.LOAD : LoadedScript.PEDAL)) {
      if (!pack.services().identifiers().containsKey(spec.reads().getOrDefault(name, -1))) {
        throw spec.place().fault(LoadedWords.say("needs-to-read", name));
      }
    }
    boolean timed = times(spec, pack);
    List<Integer> firing = timed ? Firing.of(spec, 3) : List.of();
    if (timed && firing.size() != cylinders) {
      throw spec.place().fault(LoadedWords.say("firing-names-all", cylinders));
    }
    return new LoadedSetup(
        cylinders,
        byLoad,
        spec.figure("load-share", 0.1, 0.95, 0.6),
        spec.figure("pulls-from", 1, 100, 80),
        spec.figure("least", 0.5, 60, 2),
        spec.figure("normal", 0, 100),
        spec.figure("cures", 1, 90),
        timed ? spec.figure("uneven", 0.001, 50) : Double.NaN,
        firing);
  }

  /** True where the segments of the cylinders are timed: then it is seen how evenly it runs. */
  private static boolean times(TestSpec spec, Pack pack) {
    Integer segments = spec.reads().get(LoadedScript.SEGMENTS);
    if (segments == null) {
      return false;
    }
    BlockSpec block = pack.services().blocks().get(segments);
    if (block == null || block.headBytes() == 0) {
      throw spec.place().fault(LoadedWords.say("segments-need-a-counter"));
    }
    return true;
  }

  @Override
  public boolean understands(LoadedSetup setup, Act act) {
    List<String> with = act.arguments();
    return switch (act.action()) {
      case SKIP -> with.isEmpty();
      case AGAIN ->
          with.size() == 1
              && with.get(0).matches("\\d{1,2}")
              && Integer.parseInt(with.get(0)) <= setup.cylinders();
      default -> false;
    };
  }

  @Override
  public Script<LoadedSeen> script(LoadedSetup setup) {
    return new LoadedScript(setup);
  }

  @Override
  public boolean saw(LoadedSeen seen) {
    return !seen.rows().isEmpty();
  }

  @Override
  public LoadedSeen shown(LoadedSeen seen) {
    return new LoadedSeen(
        seen.cylinders(),
        seen.byLoad(),
        seen.next(),
        seen.off(),
        seen.pulling(),
        seen.done(),
        List.of(),
        List.of());
  }

  @Override
  public Judgement judge(LoadedSetup setup, LoadedSeen seen) {
    return LoadedJudge.of(setup, seen.rows(), seen.uneven()).judgement();
  }
}
