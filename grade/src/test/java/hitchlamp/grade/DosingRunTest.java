package hitchlamp.grade;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.judge.Measured;
import hitchlamp.core.judge.Verdict;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.PackLibrary;
import hitchlamp.core.trial.BenchState;
import hitchlamp.core.trial.BenchState.Ending;
import hitchlamp.core.trial.TestKinds;
import hitchlamp.core.trial.dosing.Dosing;
import hitchlamp.core.trial.dosing.DosingSeen;
import hitchlamp.core.trial.dosing.DosingStage;
import hitchlamp.standin.aftertreatment.Aftertreatment;
import hitchlamp.standin.model.EngineState;
import hitchlamp.standin.scenario.Scenario;
import java.nio.file.Path;
import java.util.function.Consumer;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** The dosing circuit of a simulated truck, from its bus to the verdict. */
class DosingRunTest {
  private static final Pack PACK = PackLibrary.read(Path.of("../packs")).with("orrendale-haulward");

  private static Scenario truck(String defect, double celsius) {
    return Scenario.read(
        "s",
        "scenario: s\ntitle: S\nunit: road-truck\nseed: 8\nvin: SMW0TPR1400018204\nambient: {celsius: "
            + celsius
            + "}\nhistory: {from: 3990, hours: 4000}\nstart: {key-on: yes, engine: no}\ndefects: ["
            + (defect.isEmpty() ? "" : "{kind: " + defect + "}")
            + "]\n");
  }

  private static DosingStage stage(BenchState<?> s) {
    return s.observed() instanceof DosingSeen d && !d.points().isEmpty()
        ? d.points().get(d.points().size() - 1).stage()
        : DosingStage.NONE;
  }

  private static BenchState<?> run(TestRig rig, Consumer<BenchState<?>> hands)
      throws InterruptedException {
    rig.hands(
        s -> {
          hands.accept(s);
          if (s.observed() instanceof DosingSeen d && d.answered()) {
            rig.act("looked DRY");
          }
        });
    rig.begin(8);
    return rig.run(300);
  }

  private static double figure(Judgement j, String name) {
    return j.named(name).stream().mapToDouble(Measured::value).findFirst().orElse(Double.NaN);
  }

  /**
   * Common practice, no source: to 9 bar in 10 to 40 s, held within 0.2 bar, sucked below the air.
   */
  @Test
  void aSoundOneBuildsUpHoldsAndIsSuckedEmpty() throws InterruptedException {
    try (TestRig rig = new TestRig(truck("", 15), PACK, "dosing", 3)) {
      BenchState<?> end = run(rig, s -> {});
      assertThat(end.ending()).isEqualTo(Ending.COMPLETE);
      Judgement j = end.judgement();
      assertThat(j.verdict()).isEqualTo(Verdict.PASS);
      assertThat(figure(j, "fill")).isBetween(10.0, 40.0);
      assertThat(figure(j, "held")).isBetween(880.0, 920.0);
      assertThat(figure(j, "leak")).isLessThan(20);
      assertThat(figure(j, "emptied")).isLessThan(-10);
      Dosing kind = (Dosing) TestKinds.of(rig.test());
      assertThat(kind.judge(kind.read(rig.test(), PACK), (DosingSeen) end.observed()))
          .as("judged again")
          .isEqualTo(j);
    }
  }

  @ParameterizedTest
  @CsvSource({
    "'fluid-pump-seal, size: 0.0003', loses 0.",
    "'fluid-injector-fouled, size: 0.25', The injector passes 7",
    "'fluid-pump-worn, size: 0.35', The pump gives 6",
    "'fluid-valve-stuck', is not sucked empty",
    "'fluid-air, size: 0.2', air is drawn in",
    "'fluid-line-blocked, size: 0.8', line or its filter",
    "'sensor-drift, spn: 4334, size: 60', The pressure sensor tells 0."
  })
  void eachDefectIsNamedByWhatItDoes(String defect, String says) throws InterruptedException {
    try (TestRig rig = new TestRig(truck(defect, 15), PACK, "dosing", 3)) {
      Judgement j = run(rig, s -> {}).judgement();
      assertThat(j.verdict()).isEqualTo(Verdict.FAIL);
      assertThat(j.says().toString()).contains(says);
    }
  }

  @Test
  void frozenFluidIsRefusedByTheModuleAndSaidToBeFrozen() throws InterruptedException {
    try (TestRig rig = new TestRig(truck("", -18), PACK, "dosing", 3)) {
      Judgement j = run(rig, s -> {}).judgement();
      assertThat(j.verdict()).isEqualTo(Verdict.CANNOT_TELL);
      assertThat(j.says().toString()).contains("frozen");
      assertThat(j.next().toString()).contains("heater");
    }
  }

  /** Whatever breaks it off, no verdict is made of half of it, and the line is sucked empty. */
  @ParameterizedTest
  @CsvSource({"KEY", "STARTER", "END", "LET_GO"})
  void brokenOffItSaysSoAndTheModuleEmptiesTheLine(String how) throws InterruptedException {
    try (TestRig rig = new TestRig(truck("", 15), PACK, "dosing", 3)) {
      boolean[] did = {false};
      BenchState<?> end =
          run(
              rig,
              s -> {
                if (!did[0] && stage(s) == DosingStage.REST) {
                  did[0] = true;
                  switch (how) {
                    case "KEY" -> rig.unit().key(EngineState.Key.OFF);
                    case "STARTER" -> rig.unit().key(EngineState.Key.CRANK);
                    case "END" -> rig.act("end");
                    default -> rig.letGo();
                  }
                }
              });
      assertThat(did[0]).isTrue();
      assertThat(end.stage()).isEqualTo(BenchState.Stage.ENDED);
      assertThat(end.judgement().verdict()).isEqualTo(Verdict.CANNOT_TELL);
      assertThat(end.judgement().next().toString()).contains("frost");
      Aftertreatment after = rig.unit().firstEngine().aftertreatment();
      assertThat(after.fluid().check().runs()).as("the module runs it no more").isFalse();
      if (!how.equals("STARTER")) {
        rig.unit().runUntil(rig.unit().now() + 60_000_000);
        assertThat(after.line().filled()).isZero();
      }
    }
  }
}
