package hitchlamp.grade;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.judge.Measured;
import hitchlamp.core.judge.Verdict;
import hitchlamp.core.pack.ModuleRef;
import hitchlamp.core.pack.TestSpec;
import hitchlamp.core.station.LockStep;
import hitchlamp.core.trial.Act;
import hitchlamp.core.trial.Bench;
import hitchlamp.core.trial.BenchState;
import hitchlamp.core.trial.Condition;
import hitchlamp.core.trial.TestedUnit;
import hitchlamp.core.trial.cutout.Cutout;
import hitchlamp.core.trial.cutout.CutoutSeen;
import hitchlamp.core.trial.cutout.CutoutSetup;
import hitchlamp.standin.model.EngineState;
import java.util.List;
import org.junit.jupiter.api.Test;

/** Cylinders switched off one by one on a simulated engine, in lock-step. */
class CutoutTest extends VisitTest {
  private static final String WARM =
      "scenario: c\ntitle: C\nunit: road-truck\nseed: 5\nvin: SMW0TPR1400018204\n"
          + "history: {hours: 4000}\nstart: {key-on: yes, engine: yes}\n";
  private static final long SECOND = 1_000_000;

  private TestSpec test;
  private Bench<CutoutSetup, CutoutSeen> trial;

  private void ready(String scenario) throws InterruptedException {
    visit(scenario);
    ModuleRef engine =
        roll.modules(pack).stream()
            .filter(t -> pack.roleOf(t.kind()).equals("engine"))
            .findFirst()
            .orElseThrow();
    test = pack.bench().tests().get("cutout");
    trial = Bench.of(new Cutout(), test, pack, TestedUnit.of(engine));
    station.run(trial);
    pass(4);
  }

  /** Seconds go by with a browser that looks on. */
  private void pass(double seconds) throws InterruptedException {
    long until = station.now() + Math.round(seconds * SECOND);
    while (station.now() < until) {
      station.say(trial, Bench.ALIVE);
      long next = Math.min(until, station.now() + SECOND);
      LockStep.run(link, station, next, () -> false);
    }
  }

  private boolean understands(String line) {
    TestSpec cutout = pack.bench().tests().get("cutout");
    return Act.read(line).filter(a -> Bench.understands(cutout, pack, a)).isPresent();
  }

  private void alone(double seconds) throws InterruptedException {
    LockStep.run(link, station, station.now() + Math.round(seconds * SECOND), () -> false);
  }

  private void begin() throws InterruptedException {
    station.say(trial, Bench.BEGIN);
    pass(6);
    assertThat(trial.result().stage())
        .as(trial.result().says().toString())
        .isEqualTo(BenchState.Stage.RUNNING);
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
    Judgement v = trial.result().judgement();
    assertThat(v.verdict()).as(v.toString()).isEqualTo(Verdict.FAIL);
    assertThat(
            v.named("share").stream()
                .filter(m -> m.verdict().orElseThrow() == Verdict.FAIL)
                .map(Measured::place))
        .containsExactly(4);
    assertThat(v.says().toString()).contains("ylinder 4");
    assertThat(v.named("speed-lost").get(3).value())
        .isLessThan(v.named("speed-lost").get(0).value());
  }

  @Test
  void soundCylindersAreAlikeAndItIsNotTheInjectors() throws InterruptedException {
    ready(WARM);
    begin();
    all(8);
    Judgement v = trial.result().judgement();
    assertThat(v.verdict()).as(v.toString()).isEqualTo(Verdict.PASS);
    assertThat(v.says().toString()).contains("not the injectors");
  }

  @Test
  void untriedCylindersLeaveItOpen() throws InterruptedException {
    ready(WARM);
    begin();
    station.say(trial, "off 1");
    pass(8);
    station.say(trial, Bench.END);
    alone(0.5);
    assertThat(trial.result().says()).hasToString("Ended. The module has let go of everything.");
    assertThat(trial.result().judgement().verdict()).isEqualTo(Verdict.CANNOT_TELL);
    assertThat(trial.result().judgement().says().toString()).contains("2, 3, 4, 5, 6");
    assertThat(station.holds()).isEmpty();
  }

  @Test
  void nothingIsCommandedWhileTheEngineStands() throws InterruptedException {
    ready(WARM.replace("engine: yes", "engine: no"));
    assertThat(trial.result().conditions())
        .filteredOn(p -> p.id().equals("idle"))
        .allMatch(p -> p.state() == Condition.State.FAILS);
    station.say(trial, Bench.BEGIN);
    pass(2);
    assertThat(trial.result().stage()).isEqualTo(BenchState.Stage.PREPARING);
    assertThat(trial.result().says().toString()).contains("Start the engine");
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
    assertThat(trial.result().observed().off()).containsExactly(1, 2);
    assertThat(trial.result().says().toString()).contains("no more than 2");
    station.say(trial, Cutout.ALLOW_MOST);
    station.say(trial, "off 3");
    pass(1);
    station.say(trial, "off 4");
    pass(1);
    assertThat(trial.result().observed().off()).hasSizeLessThanOrEqualTo(3).doesNotContain(4);
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
    assertThat(trial.result().says().toString()).contains("No sign of the browser");
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
    assertThat(trial.result().says().toString()).contains("The unit moves");
  }

  @Test
  void answersThatNobodyUnderstandsAreRefused() throws InterruptedException {
    visit(WARM);
    assertThat(
            List.of(
                "off 7",
                "off 0",
                "off",
                "heard 1 LOUD",
                "fire everything",
                "begin now",
                "vouch idle",
                "speed 5000",
                "speed -1"))
        .noneMatch(a -> understands(a));
    assertThat(
            List.of(
                "off 6",
                "on 1",
                "heard 3 SAME",
                "all-on",
                "alive",
                "vouch parked",
                "speed 900",
                "speed idle"))
        .allMatch(a -> understands(a));
  }

  @Test
  void aHeldSpeedIsReachedBeforeACylinderGoesOffAndGoesBackToIdleAtTheEnd()
      throws InterruptedException {
    ready(WARM + "defects: [{kind: injector-weak, size: 0.5, cylinder: 3}]\n");
    begin();
    station.say(trial, "speed 900");
    pass(6);
    assertThat(unit.rpm("engine")).isBetween(880.0, 920.0);
    assertThat(trial.result().observed().heldRpm()).isEqualTo(900);
    all(8);
    assertThat(trial.result().observed().heldRpm()).as("held to the last cylinder").isEqualTo(900);
    assertThat(trial.result().judgement().says().toString()).contains("Cylinder 3 does");
    station.say(trial, "off 1");
    station.say(trial, "speed 700");
    pass(1);
    assertThat(trial.result().says().toString()).contains("before the speed changes");
    station.say(trial, Bench.END);
    pass(6);
    assertThat(unit.rpm("engine")).isBetween(560.0, 660.0);
    assertThat(station.holds()).isEmpty();
  }

  @Test
  void theCountdownCommandsNothingAndEndsWhereAConditionGoes() throws InterruptedException {
    ready(WARM);
    station.say(trial, Bench.BEGIN);
    pass(1);
    assertThat(trial.result().stage()).isEqualTo(BenchState.Stage.COUNTDOWN);
    assertThat(trial.result().countdownSeconds()).isBetween(1.5, 2.5);
    assertThat(station.holds()).isEmpty();
    unit.pedal(0.4);
    pass(3);
    assertThat(trial.result().stage()).isEqualTo(BenchState.Stage.PREPARING);
    assertThat(trial.result().says().toString()).contains("no longer held");
    assertThat(station.holds()).isEmpty();
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
