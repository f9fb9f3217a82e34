package hitchlamp.core.trial.airdrive;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.judge.Verdict;
import java.util.List;
import java.util.function.Consumer;
import org.junit.jupiter.api.Test;

/** What a drive tells of the air path. */
class AirDriveJudgeTest {
  private static Judgement judged(Consumer<Drive> bends) {
    return AirDriveJudge.of(Drive.SETUP, Drive.whole(bends).seen());
  }

  private static List<String> failed(Judgement j) {
    return j.parts().stream()
        .filter(p -> p.verdict() == Verdict.FAIL)
        .map(Judgement.Part::id)
        .toList();
  }

  @Test
  void aSoundEnginePassesWithEveryActuatorAnswered() {
    Judgement j = judged(d -> {});
    assertThat(j.verdict()).isEqualTo(Verdict.PASS);
    assertThat(j.parts()).hasSize(4).allMatch(p -> p.verdict() == Verdict.PASS);
    assertThat(j.named("exhaust").get(0).value()).isBetween(56.0, 60.0);
    assertThat(j.named("path").get(0).value()).isBetween(99.0, 101.0);
  }

  @Test
  void aStuckActuatorIsNamedAndWhatHangsOnItIsNot() {
    for (int i = 0; i < 4; i++) {
      int place = i;
      Judgement j =
          judged(
              d -> {
                d.stuck[place] = 31;
                d.dams = place == 0 ? 0.1 : 1;
                d.charges = place == 1 ? 0.5 : 1;
              });
      assertThat(failed(j)).containsExactly(Drive.SETUP.moves().get(i).id());
    }
  }

  @Test
  void anEngineBrakeValveThatGoesAndDamsNothingLeaksOrItsShaftTurnsWithoutIt() {
    Judgement j = judged(d -> d.dams = 0.1);
    assertThat(failed(j)).containsExactly("back-pressure");
    assertThat(j.says().text()).contains("nothing answers");
  }

  @Test
  void oneThatDamsThoughItsSensorStaysWhereItIsIsItsSensor() {
    assertThat(failed(judged(d -> d.stuck[0] = 0))).containsExactly("back-pressure-sensor");
  }

  @Test
  void aPositionThatIsShiftedEverywhereIsItsSensorOrItsStops() {
    Judgement j = judged(d -> d.tells[1] = 9);
    assertThat(failed(j)).containsExactly("turbo-sensor");
    assertThat(j.says().text()).contains("9 %").contains("stops");
  }

  @Test
  void anAirCylinderWithHalfItsAirGoesSoFarOnlyAndItsAirComesFirst() {
    Drive d = new Drive().pull().coast();
    d.stuck[0] = 40;
    d.dams = 0.2;
    Judgement j = AirDriveJudge.of(Drive.SETUP, part(d));
    assertThat(failed(j)).containsExactly("back-pressure");
    assertThat(j.says().text()).contains("40 %").contains("94 %");
    assertThat(j.next().text()).contains("air supply");
  }

  private static AirDriveSeen part(Drive d) {
    d.brake();
    d.stuck[0] = Double.NaN;
    return d.partLoad().seen();
  }

  @Test
  void aBlockedPathIsNotItsValve() {
    Judgement j = judged(d -> d.passes = 0.7);
    assertThat(failed(j)).containsExactly("recirculation-path");
    assertThat(j.says().text()).contains("70 %");
    assertThat(judged(d -> d.passes = 0.86).verdict()).isEqualTo(Verdict.CANNOT_TELL);
    assertThat(judged(d -> d.passes = 0.93).verdict()).isEqualTo(Verdict.PASS);
  }

  @Test
  void withoutTheZerosABlockedPathIsNotSaid() {
    Judgement j =
        judged(
            d -> {
              d.zeroed = false;
              d.passes = 0.7;
            });
    assertThat(j.verdict()).isEqualTo(Verdict.CANNOT_TELL);
    assertThat(j.next().text()).contains("standing");
  }

  @Test
  void aZeroOfTheSensorsIsTakenOffAndALargeOneIsTheSensor() {
    assertThat(judged(d -> d.zeroExhaust = 104).verdict()).isEqualTo(Verdict.PASS);
    assertThat(failed(judged(d -> d.zeroExhaust = 112))).containsExactly("exhaust-sensor");
    assertThat(failed(judged(d -> d.zeroIntake = 88))).containsExactly("intake-sensor");
    Judgement both =
        judged(
            d -> {
              d.zeroIntake = 112;
              d.zeroExhaust = 112;
            });
    assertThat(both.verdict()).isEqualTo(Verdict.CANNOT_TELL);
  }

  @Test
  void aFrozenPressureIsNotTheActuator() {
    assertThat(
            failed(
                judged(
                    d -> {
                      d.exhaustFrozen = 130;
                      d.zeroed = false;
                    })))
        .containsExactly("exhaust-sensor");
    assertThat(
            failed(
                judged(
                    d -> {
                      d.intakeFrozen = 130;
                      d.zeroed = false;
                    })))
        .containsExactly("intake-sensor");
    Judgement none =
        judged(
            d -> {
              d.intakeFrozen = 130;
              d.exhaustFrozen = 130;
              d.zeroed = false;
            });
    assertThat(failed(none)).containsExactly("sensors");
  }

  @Test
  void aWeakPullIsWhatTheVanesShouldMake() {
    assertThat(failed(judged(d -> d.charges = 0.7))).containsExactly("turbo");
    assertThat(judged(d -> d.charges = 0.85).verdict()).isEqualTo(Verdict.CANNOT_TELL);
  }

  @Test
  void whatWasNotDrivenIsNotJudged() {
    Judgement noBrake = AirDriveJudge.of(Drive.SETUP, new Drive().pull().coast().partLoad().seen());
    assertThat(noBrake.verdict()).isEqualTo(Verdict.CANNOT_TELL);
    assertThat(noBrake.part("back-pressure").orElseThrow().says().text()).contains("engine brake");
    Judgement noPart = AirDriveJudge.of(Drive.SETUP, new Drive().pull().coast().brake().seen());
    assertThat(noPart.part("recirculation").orElseThrow().verdict()).isEqualTo(Verdict.CANNOT_TELL);
    Judgement none = AirDriveJudge.of(Drive.SETUP, new Drive().seen());
    assertThat(none.verdict()).isEqualTo(Verdict.CANNOT_TELL);
  }

  @Test
  void withoutThePressureOfTheAirNothingIsSaid() {
    AirDriveSeen seen = Drive.whole(d -> {}).seen();
    AirDriveSeen blind =
        new AirDriveSeen(
            seen.rows(), Double.NaN, 20, seen.zeroIntake(), seen.zeroExhaust(), List.of());
    assertThat(AirDriveJudge.of(Drive.SETUP, blind).verdict()).isEqualTo(Verdict.CANNOT_TELL);
  }
}
