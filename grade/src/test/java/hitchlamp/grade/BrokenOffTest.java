package hitchlamp.grade;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.judge.Verdict;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.PackLibrary;
import hitchlamp.core.pack.TestSpec;
import hitchlamp.core.trial.BenchState;
import hitchlamp.standin.model.EngineState;
import hitchlamp.standin.scenario.Scenario;
import java.nio.file.Path;
import java.util.List;
import java.util.SplittableRandom;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/**
 * Whatever breaks a test off, and when: nothing of a sound unit is called faulty, and nothing stays
 * held where the module can still be heard.
 */
class BrokenOffTest {
  private static final int MOMENTS = 3;
  private static final double LATEST = 150;
  private static final double ENGINE_SPEED_RUNS = 100;

  private final PackLibrary packs = PackLibrary.read(Path.of("../packs"));

  private enum How {
    ENDED,
    KEY_OFF,
    CRANKED
  }

  @ParameterizedTest
  @ValueSource(
      strings = {"dosing", "quantity", "fluid", "coils", "circuits", "contribution", "balance"})
  void aSoundUnitIsCalledFaultyByNoTestThatWasBrokenOff(String test) throws InterruptedException {
    SplittableRandom random = new SplittableRandom(test.hashCode());
    for (int i = 0; i < MOMENTS; i++) {
      // Early ones are the more dangerous: little was seen.
      double at = 1 + LATEST * random.nextDouble() * random.nextDouble();
      How how = How.values()[random.nextInt(How.values().length)];
      BenchState<?> end = brokenOff(test, random, at, how);
      assertThat(end.judgement().verdict())
          .as("%s %s after %.1f s: %s", test, how, at, end.judgement().says())
          .isNotEqualTo(Verdict.FAIL);
      assertThat(end.stage())
          .as("%s %s after %.1f s", test, how, at)
          .isEqualTo(BenchState.Stage.ENDED);
    }
  }

  private BenchState<?> brokenOff(String test, SplittableRandom random, double at, How how)
      throws InterruptedException {
    Trials any = new DosingTrials(packs);
    Pack pack = any.pack("road-truck");
    TestSpec spec = pack.bench().tests().get(test);
    boolean runs =
        spec.conditions().stream().anyMatch(c -> c.of() == 190 && c.above() > ENGINE_SPEED_RUNS);
    Scenario s =
        Trials.scenario(
            "road-truck",
            random,
            "{key-on: yes, engine: " + (runs ? "yes" : "no") + "}",
            List.of(),
            -5,
            35);
    try (TestRig rig = new TestRig(s, pack, test, runs ? 25 : 4)) {
      rig.begin(40);
      assertThat(rig.state().stage()).as(test).isNotEqualTo(BenchState.Stage.PREPARING);
      rig.pass(at);
      switch (how) {
        case ENDED -> rig.act("end");
        case KEY_OFF -> rig.unit().key(EngineState.Key.OFF);
        case CRANKED -> rig.unit().key(EngineState.Key.CRANK);
      }
      rig.pass(2);
      if (how != How.ENDED) {
        rig.unit().key(EngineState.Key.ON);
      }
      rig.run(300);
      rig.act("end");
      return rig.run(60);
    }
  }
}
