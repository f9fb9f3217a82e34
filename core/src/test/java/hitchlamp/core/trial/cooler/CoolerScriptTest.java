package hitchlamp.core.trial.cooler;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.pack.MoveSpec;
import hitchlamp.core.trial.ControlState;
import hitchlamp.core.trial.QuietScene;
import hitchlamp.core.trial.Step;
import hitchlamp.core.words.Said;
import java.util.List;
import org.junit.jupiter.api.Test;

/** In what order the cooler's set points are taken, and what is noted meanwhile. */
class CoolerScriptTest {
  private static final MoveSpec.Response FLOW =
      new MoveSpec.Response("flow", 195, 1.5, 1, -0.5, 0, 0);
  private static final List<MoveSpec> MOVES =
      List.of(
          move("throttle", 0, 85, List.of()),
          move("turbo", 70, 70, List.of()),
          move("recirculation", 0, 60, List.of(FLOW)));

  private final CoolerScript script =
      new CoolerScript(new CoolerSetup(MOVES, FLOW, 131, 90, 76, 45));
  private final QuietScene scene = new QuietScene();
  private double gas = 90;
  private double valve = 60;
  private Step last;

  private static MoveSpec move(String id, double base, double to, List<MoveSpec.Response> r) {
    return new MoveSpec(id, id, "", id, id + "-at", "", base, to, 0.4, false, "moved", r);
  }

  /** Time goes on, and the module takes whatever is wanted. */
  private void passes(double seconds, double rises) {
    for (int i = 0; i < seconds * 5 && !(last instanceof Step.Done); i++) {
      long at = scene.now + 200_000;
      gas += rises / 5;
      scene.read("behind", at, gas).read("before", at, 220).read("coolant", at, 85);
      scene.read("flow", at, 190).read("air", at, 100).read("ambient", at, 20);
      scene
          .read("throttle-at", at, 85)
          .read("turbo-at", at, 70)
          .read("recirculation-at", at, valve);
      last = script.next(scene);
      if (last instanceof Step.Set set) {
        set.inOrder()
            .forEach(
                p ->
                    scene.controls.put(
                        p.control(), new ControlState(p.value(), ControlState.State.SET, at)));
      }
    }
  }

  private double commanded(String control) {
    return scene.controls.get(control).value();
  }

  @Test
  void everythingIsSetInTheOrderOfThePackAndTheRecirculationLast() {
    passes(10, 0);
    assertThat(((Step.Set) last).inOrder())
        .extracting(Step.SetPoint::control)
        .containsExactly("throttle", "turbo", "recirculation");
    assertThat(commanded("throttle")).isEqualTo(85);
    assertThat(commanded("recirculation")).as("shut first").isZero();
    passes(10, 0);
    assertThat(commanded("recirculation")).isEqualTo(60);
    passes(60, 0);
    assertThat(last).isInstanceOf(Step.Done.class);
    CoolerSeen seen = script.observed(scene);
    assertThat(seen.complete()).isTrue();
    assertThat(seen.taken()).containsExactly(true, true, true);
    assertThat(seen.open().behind()).isEqualTo(90);
    assertThat(seen.gas()).as("one a second").hasSizeBetween(40, 60);
  }

  @Test
  void itWaitsUntilTheGasIsSteadyButNotForEver() {
    passes(16, 0);
    passes(100, 0.5);
    assertThat(last).as("it still rises").isInstanceOf(Step.Set.class);
    passes(80, 0.5);
    assertThat(last).isInstanceOf(Step.Done.class);
    assertThat(script.observed(scene).steady()).isFalse();
  }

  @Test
  void aValveThatDidNotGoWhereItWasSentIsNoted() {
    valve = 12;
    passes(90, 0);
    assertThat(script.observed(scene).taken()).containsExactly(true, true, false);
  }

  @Test
  void oneRefusalEndsIt() {
    passes(5, 0);
    assertThat(script.refused("turbo", Said.plain("too cold"), scene)).isTrue();
    passes(2, 0);
    assertThat(last)
        .isInstanceOfSatisfying(Step.Done.class, d -> assertThat(d.complete()).isFalse());
    assertThat(script.observed(scene).refused()).isEqualTo("too cold");
  }
}
