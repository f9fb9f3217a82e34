package hitchlamp.core.trial.airpath;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.pack.MoveSpec;
import hitchlamp.core.trial.ControlState;
import hitchlamp.core.trial.QuietScene;
import hitchlamp.core.trial.Step;
import hitchlamp.core.words.Said;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;

/** In what order the air path's actuators are moved, and what is held meanwhile. */
class AirPathScriptTest {
  private static final MoveSpec SPEED = move("speed", "speed", 1_500, 1_500);
  private static final List<MoveSpec> MOVES =
      List.of(
          move("throttle", "throttle", 0, 85),
          move("recirculation", "recirculation", 0, 90),
          move("turbo-open", "turbo", 70, 10),
          move("turbo-close", "turbo", 70, 85));

  private final AirPathScript script =
      new AirPathScript(new AirPathSetup(Optional.of(SPEED), Optional.empty(), MOVES, 1_500, 7));
  private final QuietScene scene = new QuietScene();
  private final List<Map<String, Double>> held = new ArrayList<>();
  private double rpm;
  private double turbo;
  private String refuses = "";
  private Step last;

  private static MoveSpec move(String id, String control, double base, double to) {
    return new MoveSpec(
        id, id, "", control, control + "-at", "", base, to, 0.4, false, "moved", List.of());
  }

  /** Time goes on; the module takes whatever it does not refuse. */
  private void passes(double seconds) {
    for (int i = 0; i < seconds * 10; i++) {
      long at = scene.now + 100_000;
      scene
          .at(at)
          .read("rpm", at, rpm)
          .read("turbo", at, turbo)
          .read("intake", at, 100)
          .read("exhaust", at, 100)
          .read("air", at, 100)
          .read("ambient", at, 20);
      last = script.next(scene);
      if (last instanceof Step.Set set) {
        Map<String, Double> now = new LinkedHashMap<>();
        for (Step.SetPoint p : set.inOrder()) {
          if (p.control().equals(refuses)) {
            assertThat(script.refused(p.control(), Said.plain("too hot"), scene)).isTrue();
            scene.controls.remove(p.control());
          } else {
            scene.controls.put(
                p.control(), new ControlState(p.value(), ControlState.State.SET, at));
            now.put(p.control(), p.value());
          }
        }
        if (held.isEmpty() || !held.get(held.size() - 1).equals(now)) {
          held.add(now);
        }
      }
      if (last instanceof Step.Done) {
        return;
      }
    }
  }

  @Test
  void oneActuatorIsAwayAtATimeAndAllOthersAreHeldAtTheirBase() {
    passes(12);
    rpm = 650;
    passes(4);
    rpm = 1_500;
    passes(300);
    assertThat(last).isInstanceOf(Step.Done.class);
    assertThat(held.get(0).keySet())
        .as("everything is owned from the first, in the order of the pack")
        .containsExactly("speed", "throttle", "recirculation", "turbo");
    Map<String, Double> base = held.get(0);
    List<String> moved = new ArrayList<>();
    for (Map<String, Double> now : held) {
      List<String> away =
          now.entrySet().stream()
              .filter(e -> !e.getValue().equals(base.get(e.getKey())))
              .map(e -> e.getKey() + " " + e.getValue().intValue())
              .toList();
      assertThat(away).hasSizeLessThan(2);
      moved.addAll(away);
    }
    assertThat(moved).containsExactly("throttle 85", "recirculation 90", "turbo 10", "turbo 85");
    assertThat(held.get(held.size() - 1)).as("it ends at its base").isEqualTo(base);
    AirSeen seen = script.observed(scene);
    assertThat(seen.complete()).isTrue();
    assertThat(seen.zeroIntake().count()).isPositive();
  }

  @Test
  void nothingIsCommandedBeforeTheEngineRunsAndTheZerosAreTaken() {
    turbo = 9_000;
    passes(40);
    assertThat(script.observed(scene).zeroIntake().count())
        .as("the turbocharger still presses")
        .isZero();
    turbo = 800;
    passes(12);
    assertThat(script.observed(scene).stage()).isEqualTo(AirStage.START);
    passes(60);
    assertThat(held).as("the engine stands").isEmpty();
  }

  @Test
  void oneThatIsRefusedIsLeftOutAndTheOthersGoOn() {
    refuses = "recirculation";
    rpm = 1_500;
    passes(400);
    assertThat(last).isInstanceOf(Step.Done.class);
    assertThat(script.observed(scene).refused()).containsExactly("recirculation");
    assertThat(held).noneMatch(h -> h.getOrDefault("recirculation", 0.0) == 90);
    assertThat(held).anyMatch(h -> h.get("turbo") == 85);
    assertThat(script.refused("speed", Said.plain(""), scene))
        .as("without it nothing goes")
        .isFalse();
  }

  @Test
  void anEngineThatStopsEndsIt() {
    rpm = 1_500;
    passes(30);
    rpm = 0;
    passes(1);
    assertThat(last)
        .isInstanceOfSatisfying(Step.Done.class, d -> assertThat(d.complete()).isFalse());
  }
}
