package hitchlamp.core.trial.compression;

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
 * Relative compression: the engine is cranked without fuel, and from the dip of the crank speed at
 * each compression comes percent per cylinder of the median one.
 */
public final class Compression implements TestKind<CompressionSetup, CompressionSeen> {
  /** Compression of a diesel with heat loss into cold walls, 1.3 to 1.37 (Heywood, 4.6.5). */
  private static final double EXPONENT = 1.33;

  @Override
  public Head<CompressionSeen> head() {
    return new Head<>("compression", 1, CompressionSeen.class, Attended.AT_THE_UNIT);
  }

  @Override
  public CompressionSetup read(TestSpec spec, Pack pack) {
    List<Integer> firing = Firing.of(spec, 2);
    Integer id = spec.reads().get(CompressionScript.SEGMENTS);
    BlockSpec block = id == null ? null : pack.services().blocks().get(id);
    if (block == null || block.parts() < 2 || block.headBytes() == 0) {
      throw spec.place().fault(CompressionWords.say("needs-segments"));
    }
    if (SqueezeShape.CYCLE % (firing.size() * block.parts()) != 0) {
      throw spec.place().fault(CompressionWords.say("parts-are-no-whole-steps"));
    }
    boolean supply =
        pack.services()
            .identifiers()
            .containsKey(spec.reads().getOrDefault(CompressionScript.SUPPLY, -1));
    if (!supply || pack.bench().routine(spec, CompressionScript.CRANK_ONLY).isEmpty()) {
      throw spec.place().fault(CompressionWords.say("needs-supply-and-routine"));
    }
    return new CompressionSetup(
        firing,
        block.parts(),
        (int) spec.figure("cycles", 4, 60, 12),
        spec.figure("low-below", 1, 100),
        spec.figure("none-below", 0, 50, 10),
        spec.figure("sag-below", 0.1, 1, 0.7),
        spec.figure("slow", 30, 200, 70),
        spec.figure("fast", 100, 400, 400),
        spec.figure("dip", 0, 200, 0),
        new SqueezeShape(spec.figure("ratio", 8, 25), spec.figure("rod", 2, 6, 3.5), EXPONENT));
  }

  @Override
  public boolean understands(CompressionSetup setup, Act act) {
    return false;
  }

  @Override
  public Script<CompressionSeen> script(CompressionSetup setup) {
    return new CompressionScript(setup);
  }

  @Override
  public boolean saw(CompressionSeen seen) {
    return !seen.cycles().isEmpty() || seen.fired();
  }

  @Override
  public Judgement judge(CompressionSetup setup, CompressionSeen seen) {
    return CompressionJudge.of(setup, seen);
  }
}
