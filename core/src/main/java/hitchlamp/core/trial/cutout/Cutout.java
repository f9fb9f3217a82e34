package hitchlamp.core.trial.cutout;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.pack.ControlSpec;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.TestSpec;
import hitchlamp.core.trial.Act;
import hitchlamp.core.trial.Firing;
import hitchlamp.core.trial.Script;
import hitchlamp.core.trial.TestKind;
import java.util.List;
import java.util.Optional;

/**
 * Cylinder cutout by hand: at idle or a held speed single cylinders are switched off and on, and
 * what is lost is seen in speed and fuelling, so that the ear is not the only instrument.
 */
public final class Cutout implements TestKind<CutoutSetup, CutoutSeen> {
  /** Acts, each with a cylinder. */
  public static final String OFF = "off";

  public static final String ON = "on";

  /** Act: all cylinders fire again. */
  public static final String ALL_ON = "all-on";

  /** Act: as many as the pack ever allows may be off at a time. */
  public static final String ALLOW_MOST = "allow-most";

  /** Act, with a cylinder and {@code CHANGED} or {@code SAME}: what the ear said. */
  public static final String HEARD = "heard";

  /** Act, with a speed in rpm, or {@code idle}. */
  public static final String SPEED = "speed";

  /** Never more than three; of four cylinders one (common practice, no source). */
  private static final int EVER = 3;

  private static final int FEW_CYLINDERS = 4;

  @Override
  public Head<CutoutSeen> head() {
    return new Head<>("cutout", 1, CutoutSeen.class, Attended.HANDS_ON);
  }

  @Override
  public CutoutSetup read(TestSpec spec, Pack pack) {
    List<Integer> firing = Firing.of(spec, 1);
    ControlSpec cylinders =
        pack.bench()
            .control(spec, CutoutScript.CYLINDERS)
            .filter(c -> c.coding().mask() && c.coding().bits() == firing.size())
            .orElseThrow(
                () -> spec.place().fault(CutoutWords.say("needs-a-mask-of-bits", firing.size())));
    if (!spec.reads().containsKey(CutoutScript.FUELLING)) {
      throw spec.place().fault(CutoutWords.say("needs-to-read-fuelling"));
    }
    int ever = firing.size() <= FEW_CYLINDERS ? 1 : EVER;
    int most = (int) spec.figure("most", 1, ever, ever);
    return new CutoutSetup(
        firing,
        (int) spec.figure("at-once", 1, most, Math.min(most, 2)),
        most,
        spec.figure("settle", 0.5, 30, 3),
        spec.figure("weak-below", 0, 1),
        pack.bench()
            .control(spec, CutoutScript.SPEED)
            .map(c -> new CutoutSetup.Speeds(c.from(), c.to())));
  }

  @Override
  public boolean understands(CutoutSetup setup, Act act) {
    List<String> with = act.arguments();
    return switch (act.action()) {
      case ALL_ON, ALLOW_MOST -> with.isEmpty();
      case OFF, ON -> with.size() == 1 && cylinder(setup, with.get(0));
      case HEARD ->
          with.size() == 2 && cylinder(setup, with.get(0)) && with.get(1).matches("CHANGED|SAME");
      case SPEED -> with.size() == 1 && setup.speed().isPresent() && speed(setup, with.get(0));
      default -> false;
    };
  }

  private static boolean cylinder(CutoutSetup setup, String word) {
    return word.matches("\\d{1,2}")
        && Integer.parseInt(word) >= 1
        && Integer.parseInt(word) <= setup.cylinders();
  }

  private static boolean speed(CutoutSetup setup, String word) {
    Optional<CutoutSetup.Speeds> s = setup.speed();
    return word.equals(CutoutScript.IDLE)
        || word.matches("\\d{1,5}")
            && Integer.parseInt(word) >= s.orElseThrow().from()
            && Integer.parseInt(word) <= s.orElseThrow().to();
  }

  @Override
  public Script<CutoutSeen> script(CutoutSetup setup) {
    return new CutoutScript(setup);
  }

  @Override
  public boolean saw(CutoutSeen seen) {
    return !seen.observations().isEmpty();
  }

  @Override
  public Judgement judge(CutoutSetup setup, CutoutSeen seen) {
    return CutoutJudge.of(setup, seen.observations());
  }
}
