package hitchlamp.core.trial.cooler;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.judge.Verdict;
import hitchlamp.core.pack.MoveSpec;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What gas and heat of a cooler come to. */
class CoolerJudgeTest {
  private static final MoveSpec.Response CLEAR =
      new MoveSpec.Response("flow", 195.4, 1.5, 1.03, -0.52, 0, 0);
  private static final MoveSpec VALVE =
      new MoveSpec(
          "recirculation",
          "Valve",
          "",
          "valve",
          "there",
          "",
          0,
          60,
          0.3,
          false,
          "",
          List.of(CLEAR));
  private static final CoolerSetup SETUP = new CoolerSetup(List.of(VALVE), CLEAR, 131, 90, 76, 45);

  private double flow;
  private double passes;
  private double before;
  private double coolant;
  private double air;
  private boolean steady;
  private List<Boolean> taken;

  @BeforeEach
  void clearAndHot() {
    flow = 1;
    passes = 131;
    before = 226;
    coolant = 86;
    air = 100;
    steady = true;
    taken = List.of(true);
  }

  private CoolerMoment moment() {
    double gas = flow * CLEAR.at(air, 20);
    double behind = coolant + (before - coolant) * Math.exp(-passes * 3_600 / gas / 1_050);
    return new CoolerMoment(gas, before, behind, coolant);
  }

  private Judgement judged() {
    return CoolerJudge.of(
        SETUP,
        new CoolerSeen(
            CoolerMoment.NONE, moment(), taken, "", air, 20, steady, 80, List.of(90.0), true));
  }

  /**
   * Exhaust of 0.0544 kg/s from 226 °C past coolant of 86 °C with UA = 131 W/K: NTU = 131 / (0.0544
   * x 1050) = 2.29, so that it leaves at 86 + 140 exp(-2.29) = 100.2 °C (effectiveness 0.90 for one
   * fluid of constant temperature, 1 - exp(-NTU), Incropera and DeWitt, from memory).
   */
  @Test
  void heatIsThatOfTheHandbook() {
    assertThat(new CoolerMoment(195.84, 226, 100.2, 86).passes()).isCloseTo(131, within(1.0));
  }

  @ParameterizedTest
  @CsvSource({
    "1, 131, PASS, ''",
    "0.94, 112, PASS, ''",
    "0.82, 87, FAIL, flow",
    "0.98, 79, FAIL, cooling",
    "0.88, 30, FAIL, cooling",
    "0.5, 60, FAIL, flow"
  })
  void foulingThatCostsFlowIsToldFromFoulingThatCostsCooling(
      double share, double heat, Verdict verdict, String part) {
    flow = share;
    passes = heat;
    for (double kpa : new double[] {75, 100}) {
      air = kpa;
      Judgement j = judged();
      assertThat(j.verdict()).as(j.says().toString()).isEqualTo(verdict);
      assertThat(j.parts())
          .extracting(Judgement.Part::id)
          .isEqualTo(part.isEmpty() ? List.of() : List.of(part));
    }
  }

  @Test
  void withoutHeatOrWithASetPointThatWasNotTakenNobodyCanTell() {
    before = 120;
    assertThat(judged().verdict()).isEqualTo(Verdict.CANNOT_TELL);
    assertThat(judged().says().toString()).contains("hotter than the coolant");
    before = 226;
    taken = List.of(false);
    flow = 0.3;
    assertThat(judged().verdict()).isEqualTo(Verdict.CANNOT_TELL);
    assertThat(judged().next().toString()).contains("air path");
    taken = List.of(true);
    steady = false;
    assertThat(judged().verdict()).isEqualTo(Verdict.CANNOT_TELL);
  }

  @Test
  void gasThatLeavesTheRangeOfItsSensorIsHardlyCooled() {
    CoolerMoment told = moment();
    CoolerMoment lost = new CoolerMoment(told.flow(), told.before(), Double.NaN, told.coolant());
    List<Double> rises = List.of(88.0, 110.0, 131.0, 146.0);
    Judgement j =
        CoolerJudge.of(
            SETUP, new CoolerSeen(told, lost, taken, "", 100, 20, true, 60, rises, true));
    assertThat(j.parts()).extracting(Judgement.Part::id).containsExactly("cooling");
    Judgement never =
        CoolerJudge.of(
            SETUP, new CoolerSeen(told, lost, taken, "", 100, 20, true, 60, List.of(), true));
    assertThat(never.verdict()).as("never told").isEqualTo(Verdict.CANNOT_TELL);
  }

  @Test
  void gasThatIsToldColderThanTheCoolantIsASensor() {
    CoolerMoment told = moment();
    CoolerMoment cold = new CoolerMoment(told.flow(), told.before(), 70, told.coolant());
    Judgement j =
        CoolerJudge.of(
            SETUP, new CoolerSeen(told, cold, taken, "", 100, 20, true, 60, List.of(70.0), true));
    assertThat(j.parts()).extracting(Judgement.Part::id).containsExactly("sensor");
  }
}
