package hitchlamp.grade;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.fault.FaultTarget;
import hitchlamp.core.station.LockStep;
import hitchlamp.core.trial.CutoutResult;
import hitchlamp.core.trial.CutoutTrial;
import hitchlamp.core.trial.CutoutVerdict;
import hitchlamp.core.trial.Precondition;
import hitchlamp.core.trial.Verdict;
import hitchlamp.standin.model.EngineState;
import java.util.List;
import org.junit.jupiter.api.Test;

/** Cylinders switched off one by one on a simulated engine, in lock-step. */
class CutoutTest extends VisitTest {
  private static final String WARM =
      "scenario: c\ntitle: C\nunit: road-truck\nseed: 5\nvin: SMW0TPR1400018204\n"
          + "history: {hours: 4000}\nstart: {key-on: yes, engine: yes}\n";
  private static final long SECOND = 1_000_000;

  private CutoutTrial trial;

  private void ready(String scenario) throws InterruptedException {
    visit(scenario);
    FaultTarget engine =
        roll.faultTargets(pack).stream()
            .filter(t -> pack.roleOf(t.kind()).equals("engine"))
            .findFirst()
            .orElseThrow();
    trial = new CutoutTrial(pack, engine.address());
    station.run(trial);
    pass(4);
  }

  /** Seconds go by with a browser that looks on. */
  private void pass(double seconds) throws InterruptedException {
    long until = station.now() + Math.round(seconds * SECOND);
    while (station.now() < until) {
      station.say(trial, CutoutTrial.ALIVE);
      long next = Math.min(until, station.now() + SECOND);
      LockStep.run(link, station, next, () -> false);
    }
  }

  private void alone(double seconds) throws InterruptedException {
    LockStep.run(link, station, station.now() + Math.round(seconds * SECOND), () -> false);
  }

  private void begin() throws InterruptedException {
    station.say(trial, CutoutTrial.BEGIN);
    pass(6);
    assertThat(trial.result().stage())
        .as(trial.result().says())
        .isEqualTo(CutoutResult.Stage.HOLDING);
  }

  private void all(double seconds) throws InterruptedException {
    for (int c = 1; c <= 6; c++) {
      station.say(trial, "off " + c);
      pass(seconds);
      station.say(trial, "on " + c);
      pass(6);
    }
  }

  @Test
  void aWeakInjectorIsFoundByTheWorkThatIsNotLost() throws InterruptedException {
    ready(WARM + "defects: [{kind: injector-weak, size: 0.5, cylinder: 4}]\n");
    begin();
    all(8);
    CutoutVerdict v = trial.result().verdict();
    assertThat(v.verdict()).as(v.toString()).isEqualTo(Verdict.FAIL);
    assertThat(
            v.cylinders().stream()
                .filter(CutoutVerdict.Cylinder::weak)
                .map(CutoutVerdict.Cylinder::number))
        .containsExactly(4);
    assertThat(v.says()).contains("ylinder 4");
    assertThat(v.cylinders().get(3).rpmLost()).isLessThan(v.cylinders().get(0).rpmLost());
  }

  @Test
  void soundCylindersAreAlikeAndItIsNotTheInjectors() throws InterruptedException {
    ready(WARM);
    begin();
    all(8);
    CutoutVerdict v = trial.result().verdict();
    assertThat(v.verdict()).as(v.toString()).isEqualTo(Verdict.PASS);
    assertThat(v.says()).contains("not the injectors");
  }

  @Test
  void untriedCylindersLeaveItOpen() throws InterruptedException {
    ready(WARM);
    begin();
    station.say(trial, "off 1");
    pass(8);
    station.say(trial, CutoutTrial.END);
    alone(0.5);
    assertThat(trial.result().says()).isEqualTo("Ended. All cylinders fire.");
    assertThat(trial.result().verdict().verdict()).isEqualTo(Verdict.CANNOT_TELL);
    assertThat(trial.result().verdict().says()).contains("2, 3, 4, 5, 6");
    assertThat(station.holds()).isEmpty();
  }

  @Test
  void nothingIsCommandedWhileTheEngineStands() throws InterruptedException {
    ready(WARM.replace("engine: yes", "engine: no"));
    assertThat(trial.result().preconditions())
        .filteredOn(p -> p.id().equals("idle"))
        .allMatch(p -> p.state() == Precondition.State.FAILS);
    station.say(trial, CutoutTrial.BEGIN);
    pass(2);
    assertThat(trial.result().stage()).isEqualTo(CutoutResult.Stage.PREPARING);
    assertThat(trial.result().says()).contains("Start the engine");
    assertThat(station.holds()).isEmpty();
  }

  @Test
  void noMoreThanTwoAreOffUnlessAThirdIsAllowedAndNeverFour() throws InterruptedException {
    ready(WARM);
    begin();
    for (int c = 1; c <= 3; c++) {
      station.say(trial, "off " + c);
      pass(1);
    }
    assertThat(trial.result().off()).containsExactly(1, 2);
    assertThat(trial.result().says()).contains("no more than 2");
    station.say(trial, CutoutTrial.THREE);
    station.say(trial, "off 3");
    pass(1);
    station.say(trial, "off 4");
    pass(1);
    assertThat(trial.result().off()).hasSizeLessThanOrEqualTo(3).doesNotContain(4);
  }

  @Test
  void threeSecondsAfterTheLastSignOfABrowserAllFireAgain() throws InterruptedException {
    ready(WARM);
    begin();
    station.say(trial, "off 2");
    pass(2);
    assertThat(unit.cutOut("engine")).isEqualTo(2);
    // The last sign of life came a second ago.
    alone(1.8);
    assertThat(unit.cutOut("engine")).isEqualTo(2);
    alone(0.6);
    assertThat(unit.cutOut("engine")).isZero();
    assertThat(trial.result().says()).contains("No sign of the browser");
    assertThat(station.holds()).isEmpty();
  }

  @Test
  void aToolThatIsGoneLetsTheModuleFallBackByItself() throws InterruptedException {
    ready(WARM);
    begin();
    station.say(trial, "off 2");
    pass(2);
    long gone = unit.now();
    // Nothing is sent any more, as after the end of the process or a pulled plug.
    while (unit.cutOut("engine") != 0 && unit.now() < gone + 10 * SECOND) {
      unit.runUntil(unit.now() + 10_000);
    }
    assertThat(unit.now() - gone).isLessThan(5_200_000);
  }

  @Test
  void releaseMakesAllFireWithinAFifthOfASecond() throws InterruptedException {
    ready(WARM);
    begin();
    station.say(trial, "off 2");
    pass(2);
    long at = unit.now();
    station.letGoAll();
    while (unit.cutOut("engine") != 0 && unit.now() < at + 2 * SECOND) {
      unit.step(unit.now() + 1_000);
    }
    assertThat(unit.now() - at).isLessThan(200_000);
  }

  @Test
  void aUnitThatMovesRefusesAndIsTold() throws InterruptedException {
    ready(WARM);
    begin();
    unit.drive("gear", "3");
    unit.pedal(0.3);
    pass(5);
    station.say(trial, "off 2");
    pass(1);
    assertThat(unit.cutOut("engine")).isZero();
    assertThat(trial.result().says()).contains("The unit moves");
  }

  @Test
  void answersThatNobodyUnderstandsAreRefused() throws InterruptedException {
    visit(WARM);
    assertThat(List.of("off 7", "off 0", "off", "heard 1 LOUD", "fire everything"))
        .noneMatch(a -> CutoutTrial.understands(pack.cutout().orElseThrow(), a));
    assertThat(List.of("off 6", "on 1", "heard 3 SAME", "all on", "alive"))
        .allMatch(a -> CutoutTrial.understands(pack.cutout().orElseThrow(), a));
  }

  @Test
  void theKeyOffEndsEveryControl() throws InterruptedException {
    ready(WARM);
    begin();
    station.say(trial, "off 2");
    pass(1);
    unit.key(EngineState.Key.OFF);
    alone(1);
    assertThat(unit.cutOut("engine")).isZero();
  }
}
