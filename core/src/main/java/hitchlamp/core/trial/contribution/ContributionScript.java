package hitchlamp.core.trial.contribution;

import hitchlamp.core.pack.ControlSpec;
import hitchlamp.core.trial.Act;
import hitchlamp.core.trial.ControlState;
import hitchlamp.core.trial.Scene;
import hitchlamp.core.trial.Script;
import hitchlamp.core.trial.Step;
import hitchlamp.core.words.Said;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.Optional;

/**
 * Each cylinder in turn: all fire until it is quiet, one is off until the governor has answered.
 * They are gone through forth and back, so that what drifts in one direction cancels. A cut whose
 * load changed meanwhile is done again at the end.
 */
final class ContributionScript implements Script<ContributionSeen> {
  /** Control: a bit for each cylinder, set where it must not fire. */
  static final String CYLINDERS = "cylinders";

  /** Read: what is injected a stroke. */
  static final String FUELLING = "fuelling";

  /** Read: times of the parts of each segment. */
  static final String SEGMENTS = "segments";

  /** Read: what each cylinder gets more than the mean. */
  static final String CORRECTIONS = "corrections";

  private static final int ENGINE_SPEED = 190;
  private static final long DIP_MICROS = 1_500_000;
  private static final int MOST_AGAIN = 4;

  private final ContributionSetup setup;
  private final Deque<Integer> plan = new ArrayDeque<>();
  private final List<ContributionCut> cuts = new ArrayList<>();
  private final int planned;
  private int again;
  private int off;
  private long quietSince = Long.MIN_VALUE;
  private Steady before = Steady.NONE;
  private Steady after = Steady.NONE;
  private boolean over;

  ContributionScript(ContributionSetup setup) {
    this.setup = setup;
    for (int r = 0; r < setup.rounds(); r++) {
      for (int c = 1; c <= setup.cylinders(); c++) {
        plan.add(c);
      }
      for (int c = setup.cylinders(); c >= 1; c--) {
        plan.add(c);
      }
    }
    planned = plan.size();
  }

  @Override
  public Step next(Scene scene) {
    if (over) {
      return new Step.Done(true, ContributionWords.said("all-were-off"));
    }
    if (off == 0) {
      allFire(scene);
    } else {
      oneOff(scene);
    }
    if (over) {
      return new Step.Done(true, ContributionWords.said("all-were-off"));
    }
    List<Step.SetPoint> points =
        off == 0
            ? List.of()
            : List.of(
                new Step.SetPoint(
                    CYLINDERS,
                    ControlSpec.mask(List.of(off)),
                    ContributionWords.say("does-not-fire", off),
                    ContributionWords.say("let-all-fire")));
    Said says =
        off == 0
            ? ContributionWords.said("waiting-with-all-firing")
            : ContributionWords.said("cylinder-is-off", off);
    return new Step.Set(points, says);
  }

  private static long micros(double seconds) {
    return Math.round(seconds * 1e6);
  }

  private void allFire(Scene scene) {
    ControlState c = scene.control(CYLINDERS);
    if (!c.free()) {
      quietSince = Long.MIN_VALUE;
      return;
    }
    if (quietSince == Long.MIN_VALUE) {
      quietSince = scene.now();
    }
    long from = quietSince + micros(setup.settleSeconds());
    if (scene.now() < from + micros(setup.baseSeconds())) {
      return;
    }
    Steady here = Steady.of(scene, from, scene.now());
    after = here;
    if (!cuts.isEmpty()) {
      lookBack();
    }
    before = here;
    if (plan.isEmpty()) {
      over = true;
    } else {
      off = plan.poll();
    }
    quietSince = Long.MIN_VALUE;
  }

  /** A cut whose load changed between before and behind is done again. */
  private void lookBack() {
    ContributionCut last = cuts.get(cuts.size() - 1);
    if (ContributionJudge.drifted(last, after) && again < MOST_AGAIN) {
      again++;
      plan.add(last.cylinder());
    }
  }

  private void oneOff(Scene scene) {
    ControlState c = scene.control(CYLINDERS);
    if (!c.at(ControlSpec.mask(List.of(off)))) {
      return;
    }
    long since = c.sinceMicros();
    if (scene.now() >= since + micros(setup.settleSeconds() + setup.offSeconds())) {
      note(scene, since);
      off = 0;
    }
  }

  private void note(Scene scene, long since) {
    double least =
        scene.value(ENGINE_SPEED).least(since, Math.min(scene.now(), since + DIP_MICROS));
    cuts.add(
        new ContributionCut(
            off,
            since,
            before,
            Steady.of(scene, since + micros(setup.settleSeconds()), scene.now()),
            before.rpm().mean() - least));
    after = Steady.NONE;
  }

  @Override
  public Optional<Said> act(Act act, Scene scene) {
    return Optional.empty();
  }

  @Override
  public void leaving(Scene scene) {
    // A cut that is broken off half way tells nothing.
    off = 0;
    over = true;
  }

  @Override
  public ContributionSeen observed(Scene scene) {
    ControlState c = scene.control(CYLINDERS);
    int commanded = c.free() ? 0 : 1 + Long.numberOfTrailingZeros((long) c.value());
    return new ContributionSeen(setup.cylinders(), planned, commanded, cuts, after);
  }
}
