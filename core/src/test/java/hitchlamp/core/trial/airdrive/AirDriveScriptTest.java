package hitchlamp.core.trial.airdrive;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.trial.Act;
import hitchlamp.core.trial.QuietScene;
import hitchlamp.core.trial.Step;
import org.junit.jupiter.api.Test;

/** What a drive asks for, and what of it is kept. */
class AirDriveScriptTest {
  private final AirDriveScript script = new AirDriveScript(Drive.SETUP);
  private final QuietScene scene = new QuietScene();
  private Step last;
  private double turbo;

  private void standing(double seconds) {
    passes(seconds, 0, 0, 0, 100, 100, 0, 0, 0, 0);
  }

  private void passes(
      double seconds,
      double rpm,
      double pedal,
      double mg,
      double intake,
      double exhaust,
      double... told) {
    for (int i = 0; i < seconds * 10; i++) {
      long at = scene.now + 100_000;
      scene
          .at(at)
          .read("rpm", at, rpm)
          .read("turbo", at, turbo)
          .read("pedal", at, pedal)
          .read("injected", at, mg)
          .read("intake", at, intake)
          .read("exhaust", at, exhaust)
          .read("gas", at, 300)
          .read("flow", at, 150)
          .read("air", at, 100)
          .read("ambient", at, 20);
      for (int k = 0; k < told.length; k++) {
        String id = Drive.SETUP.moves().get(k).id();
        scene.read(id + "-to", at, told[k]).read(id + "-at", at, told[k]);
      }
      last = script.next(scene);
    }
  }

  private String says() {
    return last.says().text();
  }

  @Test
  void takesTheZerosOnceTheTurbochargerStandsThenAsksForTheEngine() {
    turbo = 20_000;
    standing(12);
    assertThat(script.observed(scene).zeroed()).isFalse();
    assertThat(says()).contains("leave the engine standing");
    turbo = 0;
    standing(9);
    assertThat(script.observed(scene).zeroed()).isTrue();
    assertThat(script.observed(scene).plan()).allMatch(DriveStage::over);
    assertThat(says()).contains("Start the engine");
  }

  @Test
  void leadsFromPullToPartLoadAndEndsByItself() {
    standing(9);
    passes(9, 1_500, 100, 250, 333, 390, 0, 65, 5, 2);
    assertThat(says()).contains("foot off");
    passes(7, 1_500, 0, 0, 107, 117, 0, 55, 12, 30);
    assertThat(says()).contains("engine brake on");
    passes(8, 1_500, 0, 0, 101, 175, 94, 60, 12, 30);
    assertThat(says()).contains("part load").contains("more foot");
    passes(4, 1_500, 60, 200, 170, 190, 0, 78, 10, 2);
    assertThat(says()).contains("less foot");
    passes(12, 1_500, 45, 100, 170, 190, 0, 78, 44, 2);
    assertThat(last).isInstanceOf(Step.Done.class);
    assertThat(script.observed(scene).rows()).hasSizeBetween(180, 210);
  }

  @Test
  void anEngineThatRunsAlreadyIsDrivenAtOnceWithoutZeros() {
    passes(1, 700, 0, 20, 100, 104, 0, 70, 12, 30);
    assertThat(says()).contains("foot to the floor");
    assertThat(script.observed(scene).zeroed()).isFalse();
  }

  @Test
  void whoHasHadEnoughEndsIt() {
    passes(2, 700, 0, 20, 100, 104, 0, 70, 12, 30);
    assertThat(script.act(Act.of(AirDrive.ENOUGH), scene)).isEmpty();
    passes(0.1, 700, 0, 20, 100, 104, 0, 70, 12, 30);
    assertThat(last).isInstanceOf(Step.Done.class);
  }

  @Test
  void enoughIsEnoughAlsoBeforeTheEngineRuns() {
    standing(3);
    assertThat(script.act(Act.of(AirDrive.ENOUGH), scene)).isEmpty();
    standing(0.1);
    assertThat(last).isInstanceOf(Step.Done.class);
    assertThat(script.observed(scene).rows()).isEmpty();
  }

  @Test
  void keepsAQuarterOfAnHourAtMost() {
    passes(1_000, 700, 0, 20, 100, 104, 0, 70, 12, 30);
    assertThat(script.observed(scene).rows()).hasSize(AirDriveSeen.MOST);
    assertThat(last).isInstanceOf(Step.Done.class);
    assertThat(script.observed(scene).forAPage().rows()).hasSizeLessThanOrEqualTo(302);
  }
}
