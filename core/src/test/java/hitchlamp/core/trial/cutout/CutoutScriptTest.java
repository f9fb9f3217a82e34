package hitchlamp.core.trial.cutout;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.pack.ControlSpec;
import hitchlamp.core.trial.Act;
import hitchlamp.core.trial.ControlState;
import hitchlamp.core.trial.QuietScene;
import hitchlamp.core.trial.SampleWindow;
import hitchlamp.core.trial.Step;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;

/** The course of a cutout by hand: what a person wants, and what is believed of it. */
class CutoutScriptTest {
  private static final long SECOND = 1_000_000;
  private static final CutoutSetup SETUP =
      new CutoutSetup(
          List.of(1, 5, 3, 6, 2, 4),
          2,
          3,
          1,
          0.75,
          Optional.of(new CutoutSetup.Speeds(600, 1_200)));

  /** An engine whose controls do at once what is wanted, or do not. */
  private static final class Engine extends QuietScene {
    final SampleWindow fuel = new SampleWindow();

    Engine() {
      now = SECOND;
    }

    void pass(double seconds, double rpm, double mg) {
      for (long until = now + Math.round(seconds * SECOND); now < until; now += 50_000) {
        put(190, now, rpm);
        fuel.add(now, mg);
      }
    }

    /** Does what a step wants. */
    void obeys(Step step) {
      Map<String, ControlState> then = new HashMap<>();
      for (Step.SetPoint p : ((Step.Set) step).inOrder()) {
        ControlState before = control(p.control());
        then.put(
            p.control(),
            before.at(p.value())
                ? before
                : new ControlState(p.value(), ControlState.State.SET, now));
      }
      controls.keySet().stream()
          .filter(c -> !then.containsKey(c))
          .forEach(
              c -> then.put(c, new ControlState(Double.NaN, ControlState.State.RETURNED, now)));
      controls.putAll(then);
    }

    @Override
    public SampleWindow read(String name) {
      return fuel;
    }
  }

  private final Engine engine = new Engine();
  private final CutoutScript script = new CutoutScript(SETUP);

  private Optional<String> act(String line) {
    return script.act(Act.read(line).orElseThrow(), engine).map(Object::toString);
  }

  private void go(double seconds, double rpm, double mg) {
    engine.obeys(script.next(engine));
    engine.pass(seconds, rpm, mg);
    engine.obeys(script.next(engine));
  }

  @Test
  void aCylinderThatWasOffAloneIsObservedWithWhatTheGovernorAdded() {
    go(3, 600, 15);
    act("off 3");
    go(4, 600, 18);
    act("on 3");
    go(1, 600, 15);
    CutoutObservation o = script.observed(engine).observations().get(0);
    assertThat(o.off()).containsExactly(3);
    assertThat(o.added()).isEqualTo(3);
    assertThat(o.seconds()).isBetween(3.9, 4.1);
    assertThat(script.observed(engine).off()).isEmpty();
  }

  @Test
  void whatTheModuleNeverConfirmedIsNotObserved() {
    go(3, 600, 15);
    act("off 3");
    script.next(engine);
    engine.controls.put(
        CutoutScript.CYLINDERS,
        new ControlState(ControlSpec.mask(List.of(3)), ControlState.State.SETTING, engine.now));
    engine.pass(4, 600, 15);
    act("all-on");
    script.leaving(engine);
    assertThat(script.observed(engine).observations()).isEmpty();
  }

  @Test
  void noMoreThanAllowedAreEverWantedOffWhateverIsPressed() {
    Random random = new Random(9);
    boolean most = false;
    go(3, 600, 15);
    for (int i = 0; i < 5_000; i++) {
      int n = 1 + random.nextInt(6);
      switch (random.nextInt(8)) {
        case 0 -> act("on " + n);
        case 1 -> act("all-on");
        case 2 -> act("speed 900");
        case 3 -> {
          if (i > 2_500) {
            act("allow-most");
            most = true;
          }
        }
        default -> act("off " + n);
      }
      Step.Set set = (Step.Set) script.next(engine);
      double mask =
          set.inOrder().stream()
              .filter(p -> p.control().equals(CutoutScript.CYLINDERS))
              .mapToDouble(Step.SetPoint::value)
              .findFirst()
              .orElse(0);
      assertThat(Long.bitCount((long) mask)).isLessThanOrEqualTo(most ? 3 : 2);
      if (random.nextInt(3) > 0) {
        engine.obeys(set);
      }
      engine.now += 100_000;
    }
  }

  @Test
  void theSpeedComesBeforeTheCylindersAndStaysWhileTheyAreOff() {
    act("speed 900");
    act("off 2");
    Step.Set set = (Step.Set) script.next(engine);
    assertThat(set.inOrder())
        .extracting(Step.SetPoint::control)
        .containsExactly(CutoutScript.SPEED, CutoutScript.CYLINDERS);
    assertThat(act("speed idle")).hasValueSatisfying(s -> assertThat(s).contains("Let all"));
    act("all-on");
    assertThat(act("speed idle")).isEmpty();
    assertThat(((Step.Set) script.next(engine)).inOrder()).isEmpty();
  }

  @Test
  void leavingForgetsWhatWasWantedAndNotesItOnce() {
    go(3, 600, 15);
    act("off 1");
    go(3, 600, 18);
    script.leaving(engine);
    script.leaving(engine);
    assertThat(((Step.Set) script.next(engine)).inOrder()).isEmpty();
    assertThat(script.observed(engine).observations()).hasSize(1);
  }

  @Test
  void whatTheEarHeardBelongsToACylinderThatWasOffAlone() {
    assertThat(act("heard 4 SAME")).isPresent();
    go(3, 600, 15);
    act("off 4");
    go(3, 600, 15);
    act("off 5");
    go(1, 600, 15);
    assertThat(act("heard 4 SAME")).isEmpty();
    assertThat(act("heard 5 SAME")).as("was off with another").isPresent();
    assertThat(script.observed(engine).observations().get(0).heard())
        .isEqualTo(CutoutObservation.Heard.SAME);
  }

  @Test
  void onASmallEngineOnlyOneGoesOff() {
    CutoutScript four =
        new CutoutScript(new CutoutSetup(List.of(1, 3, 4, 2), 1, 1, 1, 0.75, Optional.empty()));
    four.act(Act.of("off", 1), engine);
    assertThat(four.act(Act.of("off", 2), engine)).isPresent();
    assertThat(((Step.Set) four.next(engine)).inOrder())
        .extracting(Step.SetPoint::value)
        .containsExactly(ControlSpec.mask(new TreeSet<>(List.of(1))));
  }
}
