package hitchlamp.core.agreement;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.judge.Verdict;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.PackLibrary;
import hitchlamp.core.pack.Parameter;
import hitchlamp.core.pack.Relation;
import hitchlamp.core.pack.TestSpec;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Which sensor is blamed, by what the others say; with the relations of a pack of ours. */
class SensorAgreementTest {
  private static final Pack PACK = PackLibrary.read(Path.of("../packs")).with("orrendale-haulward");
  private static final TestSpec COLD = PACK.bench().tests().get("agreement");
  private static final TestSpec IDLING = PACK.bench().tests().get("agreement-running");
  private static final Set<Integer> THERMISTORS = Set.of(110, 105, 175, 412);
  private static final Set<Integer> THERMOMETERS = Set.of(110, 105, 175, 412, 171, 177, 173, 3246);

  private final Map<Integer, Double> values = new LinkedHashMap<>();

  /** An engine that stood for a night. */
  private void stood(double celsius) {
    THERMOMETERS.forEach(spn -> values.put(spn, celsius));
    List.of(108, 102, 1209).forEach(spn -> values.put(spn, 99.5));
    List.of(100, 94, 95, 101, 3251, 157).forEach(spn -> values.put(spn, 0.0));
  }

  private void off(int spn, double by) {
    values.merge(spn, by, Double::sum);
  }

  private Sheet sheet(TestSpec test) {
    return SensorAgreement.of(
        PACK,
        "engine",
        test.relations(),
        SensorAgreementTest::told,
        values.entrySet().stream()
            .map(v -> new SensorReading(v.getKey(), v.getValue(), 0.1, 20))
            .toList());
  }

  private static Parameter told(int spn) {
    return PACK.services().identifiers().values().stream()
        .filter(p -> p.spn() == spn)
        .findFirst()
        .orElseGet(() -> PACK.parameters().get(spn));
  }

  private static List<String> blamed(Sheet sheet) {
    return sheet.disagreements().stream()
        .map(d -> String.join("|", d.causes().stream().map(Cause::id).toList()))
        .toList();
  }

  @Test
  void allAgreeAfterANight() {
    stood(17);
    Sheet sheet = sheet(COLD);
    assertThat(sheet.disagreements()).isEmpty();
    assertThat(sheet.warm()).isFalse();
    assertThat(sheet.rows()).hasSize(17).allMatch(r -> r.verdict() == Verdict.PASS);
  }

  @Test
  void oneThatIsOffIsNamedWithByHowMuch() {
    stood(17);
    off(105, 7.6);
    Sheet sheet = sheet(COLD);
    assertThat(blamed(sheet)).containsExactly("intake-temperature-sensor");
    Disagreement d = sheet.disagreements().get(0);
    assertThat(d.says()).hasToString("24.6 °C where 7 others say 17.0 °C: 7.6 K above them.");
    assertThat(d.next().toString())
        .contains("The sensor or its own wire")
        .contains("sensor ground 3 of the engine module");
    assertThat(sheet.rows())
        .filteredOn(r -> r.spn() == 105)
        .allMatch(r -> r.verdict() == Verdict.FAIL);
    assertThat(sheet.rows()).filteredOn(r -> r.verdict() == Verdict.PASS).hasSize(16);
  }

  @Test
  void whatSoundSensorsAreOffByBlamesNone() {
    SplittableRandom r = new SplittableRandom(4);
    for (int i = 0; i < 2_000; i++) {
      values.clear();
      stood(-30 + 75 * r.nextDouble());
      for (Relation x : COLD.relations()) {
        if (x instanceof Relation.Alike alike) {
          alike.of().forEach((spn, t) -> off(spn, t * (2 * r.nextDouble() - 1) * 0.99));
        }
      }
      assertThat(sheet(COLD).disagreements()).isEmpty();
    }
  }

  @Test
  void allOfOneGroundAreTheGround() {
    stood(20);
    THERMISTORS.forEach(spn -> off(spn, -9 - spn % 3));
    assertThat(blamed(sheet(COLD))).containsExactly("sensor-ground-3");
  }

  @Test
  void pressuresThatReadHighTogetherAreTheirGround() {
    stood(20);
    off(100, 90);
    off(94, 110);
    off(95, 36);
    off(101, 2.7);
    Sheet sheet = sheet(COLD);
    assertThat(blamed(sheet)).containsExactly("sensor-ground-1");
    assertThat(sheet.disagreements().get(0).spns()).containsExactlyInAnyOrder(100, 94, 95, 101);
    assertThat(sheet.disagreements().get(0).says().toString()).contains("too high together");
  }

  @Test
  void aGroundOfTwoKindsOfPressureIsOneCause() {
    stood(20);
    off(102, 40);
    off(1209, 50);
    off(3251, 5.5);
    assertThat(blamed(sheet(COLD))).containsExactly("sensor-ground-2");
  }

  @Test
  void aLineIsNotBlamedWhereOneOnItAgrees() {
    stood(20);
    off(100, 90);
    off(94, 110);
    assertThat(blamed(sheet(COLD)))
        .containsExactlyInAnyOrder("oil-pressure-sensor", "fuel-delivery-pressure-sensor");
  }

  @Test
  void twoSensorsAreBothNamed() {
    stood(5);
    off(412, 12);
    off(101, 1.5);
    assertThat(blamed(sheet(COLD)))
        .containsExactlyInAnyOrder("egr-temperature-sensor", "crankcase-pressure-sensor");
  }

  @ParameterizedTest
  @ValueSource(doubles = {3, 6, 10, 25, 60})
  void aUnitThatIsStillWarmBlamesNone(double over) {
    stood(15);
    off(110, over);
    off(175, over + 0.7);
    off(177, over * 0.8);
    off(412, over / 3);
    off(173, over / 4);
    assertThat(sheet(COLD).disagreements()).isEmpty();
  }

  @Test
  void aUnitThatCoolsBlamesNoneAtAnyHour() {
    SplittableRandom r = new SplittableRandom(11);
    for (int i = 0; i < 500; i++) {
      double hours = 12 * r.nextDouble();
      values.clear();
      stood(15);
      // Time constants of hours for block, oil and gearbox, less for the rest.
      off(110, 68 * Math.exp(-hours / 2.2));
      off(175, 72 * Math.exp(-hours / 2.4));
      off(177, 55 * Math.exp(-hours / 2.0));
      off(412, 60 * Math.exp(-hours / 1.2));
      off(105, 25 * Math.exp(-hours / 1.0));
      off(173, 250 * Math.exp(-hours / 0.5));
      off(3246, 200 * Math.exp(-hours / 0.6));
      for (int spn : THERMOMETERS) {
        off(spn, 1.2 * (2 * r.nextDouble() - 1));
      }
      assertThat(blamed(sheet(COLD))).as("%.1f h", hours).isEmpty();
    }
  }

  @Test
  void withAWarmEngineTheRestIsStillLookedAt() {
    stood(15);
    off(110, 60);
    off(175, 63);
    off(177, 40);
    off(412, 30);
    off(157, 45);
    off(100, 70);
    Sheet sheet = sheet(COLD);
    assertThat(sheet.warm()).isTrue();
    assertThat(blamed(sheet)).containsExactly("oil-pressure-sensor");
    assertThat(sheet.rows())
        .filteredOn(r -> r.spn() == 110 || r.spn() == 157)
        .allMatch(r -> r.verdict() == Verdict.CANNOT_TELL);
  }

  @Test
  void aSlowSensorThatIsOffAloneIsNamed() {
    stood(15);
    off(110, -8);
    assertThat(blamed(sheet(COLD))).containsExactly("coolant-temperature-sensor");
    stood(15);
    off(110, 16);
    assertThat(blamed(sheet(COLD))).containsExactly("coolant-temperature-sensor");
  }

  @Test
  void ofTwoThatContradictEachOtherEitherMayBeOff() {
    values.put(171, 20.0);
    values.put(105, 8.0);
    Sheet sheet = sheet(IDLING);
    assertThat(sheet.disagreements()).hasSize(1);
    Disagreement d = sheet.disagreements().get(0);
    assertThat(d.certain()).isFalse();
    assertThat(d.causes())
        .extracting(Cause::id)
        .contains("intake-temperature-sensor", "ambient-temperature-sensor");
    assertThat(d.next().toString()).contains("gauge");
    assertThat(sheet.rows())
        .filteredOn(r -> r.minus() == 171)
        .hasSize(1)
        .allMatch(r -> r.verdict() == Verdict.CANNOT_TELL);
  }

  @Test
  void aThirdTellsWhichOfTwoIsOff() {
    values.put(110, 8.0);
    values.put(175, 92.0);
    values.put(171, 20.0);
    // Coolant against oil, and coolant against the air: only the coolant is in both.
    assertThat(blamed(sheet(IDLING))).containsExactly("coolant-temperature-sensor");
  }

  @Test
  void withThreeOffNoneCanBeTrusted() {
    stood(15);
    off(105, 9);
    off(412, 21);
    off(171, -8);
    Sheet sheet = sheet(COLD);
    assertThat(sheet.disagreements()).isEmpty();
    assertThat(sheet.torn() || sheet.warm()).isTrue();
    assertThat(sheet.rows())
        .filteredOn(r -> r.relation().equals("temperatures"))
        .allMatch(r -> r.verdict() == Verdict.CANNOT_TELL);
  }

  @Test
  void sensorsThatSayNothingAreLeftOut() {
    values.put(110, 12.0);
    assertThat(sheet(COLD).disagreements()).isEmpty();
    assertThat(sheet(COLD).rows()).allMatch(r -> r.verdict() == Verdict.CANNOT_TELL);
    values.clear();
    assertThat(sheet(COLD).told()).isFalse();
  }

  @Test
  void theOrderOfTheReadingsChangesNothing() {
    stood(20);
    off(3251, 4);
    off(175, 11);
    List<String> first = new ArrayList<>(blamed(sheet(COLD)));
    Map<Integer, Double> turned = new LinkedHashMap<>();
    List<Integer> spns = new ArrayList<>(values.keySet());
    java.util.Collections.reverse(spns);
    spns.forEach(s -> turned.put(s, values.get(s)));
    values.clear();
    values.putAll(turned);
    assertThat(blamed(sheet(COLD))).containsExactlyInAnyOrderElementsOf(first);
  }

  @Test
  void aShiftOfAllTemperaturesTogetherShiftsTheSheet() {
    stood(20);
    off(105, -7);
    List<String> before = blamed(sheet(COLD));
    THERMOMETERS.forEach(spn -> off(spn, -43));
    assertThat(blamed(sheet(COLD))).isEqualTo(before);
  }

  @Test
  void whatNoTrueValueCouldExplainIsNotBlamed() {
    // Charge far above the air at idle: no air on earth has the pressure that would excuse it.
    values.put(108, 70.0);
    values.put(102, 249.0);
    assertThat(blamed(sheet(IDLING))).containsExactly("intake-pressure-sensor");
  }

  @Test
  void aLittleOfAGroundIsStillTheGround() {
    stood(20);
    off(100, 28);
    off(94, 33);
    off(95, 8.9);
    off(101, 0.5);
    assertThat(blamed(sheet(COLD))).containsExactly("sensor-ground-1");
  }

  @Test
  void whereTheOthersOfTheLineLeanTheSameWayItMayBeTheLine() {
    stood(20);
    off(100, 17);
    off(94, 13);
    off(95, 4.4);
    off(101, 0.33);
    Sheet sheet = sheet(COLD);
    assertThat(sheet.disagreements()).hasSize(1);
    assertThat(sheet.disagreements().get(0).causes())
        .extracting(Cause::id)
        .containsExactlyInAnyOrder("oil-pressure-sensor", "sensor-ground-1");
  }

  @Test
  void aLineOfWhichNothingElseTellsStaysPossible() {
    values.put(108, 98.0);
    values.put(102, 218.0);
    values.put(1209, 260.0);
    assertThat(sheet(IDLING).disagreements().get(0).causes())
        .extracting(Cause::id)
        .containsExactlyInAnyOrder("intake-pressure-sensor", "sensor-ground-2");
  }

  @Test
  void airBelowAllTheRestTellsThatTheRestIsStillWarm() {
    stood(27);
    off(171, -6);
    off(173, -9);
    off(3246, -8);
    Sheet sheet = sheet(COLD);
    assertThat(sheet.disagreements()).isEmpty();
    assertThat(sheet.warm()).isTrue();
  }

  @Test
  void airAboveAllTheRestIsItsSensor() {
    stood(12);
    off(171, 9);
    assertThat(blamed(sheet(COLD))).containsExactly("ambient-temperature-sensor");
  }

  @Test
  void aGroundThatLiftsWhatRunsIsOneOfTheTwo() {
    values.put(94, 900.0);
    values.put(100, 540.0);
    values.put(101, 12.0);
    assertThat(sheet(IDLING).disagreements().get(0).causes())
        .extracting(Cause::id)
        .containsExactlyInAnyOrder("fuel-delivery-pressure-sensor", "sensor-ground-1");
  }
}
