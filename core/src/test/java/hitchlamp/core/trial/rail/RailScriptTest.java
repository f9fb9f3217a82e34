package hitchlamp.core.trial.rail;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.trial.Act;
import hitchlamp.core.trial.QuietScene;
import hitchlamp.core.trial.Step;
import org.junit.jupiter.api.Test;

/** What a person is asked for, and when it counts. */
class RailScriptTest {
  private static final RailSetup SETUP =
      new RailSetup(6, 1_500, 1_351, 18.57, 344, 0.301, 600, 5e-4, 10_000, 5.3, 75);

  private final RailScript script = new RailScript(SETUP);
  private final QuietScene scene = new QuietScene();
  private double rpm = 600;
  private double wanted = 45;
  private double rail = 45;
  private Step last;

  private void passes(double seconds) {
    for (int i = 0; i < seconds * 10; i++) {
      long at = scene.now + 100_000;
      scene.read("rpm", at, rpm).read("wanted", at, wanted).read("rail", at, rail);
      scene.read("metering", at, 9).read("injected", at, 17).read("supply", at, 340);
      scene.read("drop", at, 6);
      last = script.next(scene);
    }
  }

  private RailStage stage() {
    return script.observed(scene).stage();
  }

  private void snapped(int times) {
    for (int i = 0; i < times; i++) {
      rpm = 1_900;
      passes(1);
      rpm = 620;
      passes(2);
    }
  }

  @Test
  void idleThenFasterThenThreeSnapsThenStopThenAMinuteOfWatching() {
    passes(13);
    assertThat(stage()).isEqualTo(RailStage.RAISED);
    passes(5);
    assertThat(last.says().toString()).contains("Faster");
    rpm = 1_520;
    passes(13);
    assertThat(stage()).isEqualTo(RailStage.SNAP);
    snapped(2);
    assertThat(script.observed(scene).snapped()).isEqualTo(2);
    snapped(1);
    assertThat(stage()).isEqualTo(RailStage.STOP);
    passes(5);
    assertThat(stage()).as("it still runs").isEqualTo(RailStage.STOP);
    rpm = 0;
    wanted = 0;
    passes(30);
    assertThat(stage()).isEqualTo(RailStage.HOLD);
    passes(40);
    RailSeen seen = script.observed(scene);
    assertThat(seen.complete()).isTrue();
    assertThat(seen.zeroDrop().mean()).isEqualTo(6);
    assertThat(seen.hold()).as("four a second").hasSizeBetween(200, 280);
    assertThat(last).isInstanceOf(Step.Done.class);
  }

  @Test
  void aSpeedThatIsLeftBeginsItsTimeAnew() {
    passes(8);
    rpm = 1_300;
    passes(1);
    rpm = 600;
    passes(9);
    assertThat(stage()).isEqualTo(RailStage.IDLE);
    passes(4);
    assertThat(stage()).isEqualTo(RailStage.RAISED);
  }

  @Test
  void crankedWhileItIsWatchedTheWatchingIsOver() {
    passes(13);
    script.act(Act.of(RailPressure.SKIP), scene);
    script.act(Act.of(RailPressure.SKIP), scene);
    rpm = 0;
    wanted = 0;
    passes(20);
    assertThat(stage()).isEqualTo(RailStage.HOLD);
    wanted = 32;
    rail = 32;
    passes(2);
    RailSeen seen = script.observed(scene);
    assertThat(seen.stage()).isEqualTo(RailStage.DONE);
    assertThat(seen.hold()).allMatch(m -> m.rail() == 45);
    assertThat(RailJudge.of(SETUP, seen).parts()).as("nobody is blamed").isEmpty();
  }

  @Test
  void whatCannotBeLeftOutIsSaid() {
    passes(2);
    assertThat(script.act(Act.of(RailPressure.SKIP), scene)).isPresent();
  }
}
