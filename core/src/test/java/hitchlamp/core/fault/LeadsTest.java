package hitchlamp.core.fault;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.agreement.Cause;
import hitchlamp.core.agreement.Disagreement;
import hitchlamp.core.agreement.Evidence;
import hitchlamp.core.agreement.Sheet;
import hitchlamp.core.j1939.ConversionVersion;
import hitchlamp.core.j1939.Dtc;
import hitchlamp.core.judge.Verdict;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.PackLibrary;
import hitchlamp.core.quantity.Unit;
import hitchlamp.core.words.Said;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;

/** Cases worked by hand after the figures of the trade (common practice, no source). */
class LeadsTest {
  private static final Pack TRUCK =
      PackLibrary.read(Path.of("../packs")).with("orrendale-haulward");
  private static final double NOW = 1_000;

  private final List<KnownFault> faults = new ArrayList<>();

  private KnownFault fault(
      String module, int spn, int fmi, int count, boolean active, double first, double last) {
    FaultState state = active ? FaultState.ACTIVE : FaultState.PREVIOUSLY_ACTIVE;
    KnownFault f =
        new KnownFault(
            Fault.of(Dtc.encode(spn, fmi, count, ConversionVersion.V4), state, module, 0, TRUCK),
            module,
            module,
            Set.of(state),
            false,
            Double.isNaN(first) ? OptionalDouble.empty() : OptionalDouble.of(first),
            Double.isNaN(last) ? OptionalDouble.empty() : OptionalDouble.of(last),
            List.of(),
            false);
    faults.add(f);
    return f;
  }

  private KnownFault engine(int spn, int fmi, int count, boolean active, double first) {
    return fault("engine", spn, fmi, count, active, first, NOW);
  }

  private List<Lead> leads(String... silent) {
    return Leads.find(faults, Set.of(silent), TRUCK, OptionalDouble.of(NOW), List.of());
  }

  private static List<String> ids(List<Lead> leads) {
    return leads.stream().map(Lead::id).toList();
  }

  @Test
  void threeSensorsOfOneLineThatFailTogetherPointAtTheLine() {
    engine(102, 4, 12, true, 995.2);
    engine(1209, 4, 17, true, 995.2);
    engine(3251, 4, 12, true, 995.4);
    engine(1569, 31, 5, true, 995.5);
    fault("brakes", 520, 9, 2, true, 995, NOW);
    assertThat(ids(leads("retarder"))).containsExactly("sensor-supply-2", "module-retarder");
    faults.remove(faults.size() - 1);
    List<Lead> leads = leads("retarder");
    assertThat(ids(leads)).first().isEqualTo("sensor-supply-2");
    assertThat(leads.get(0).signs()).hasSize(3);
    assertThat(leads.get(0).knockOns()).extracting(KnownFault::spn).containsExactly(1569);
    assertThat(leads.get(0).firstHour()).as("of the first of its signs").hasValue(995.2);
    assertThat(leads.get(0).reasons())
        .contains("3 sensors on it failed in the same hour", "all read low");
  }

  @Test
  void aQuantityThatLeavesTheRangeOfItsSensorPointsAtThePartAndNotAtTheSensor() {
    engine(3251, 16, 4, true, 994);
    engine(3251, 3, 2, true, 994.5);
    List<Lead> leads = leads();
    assertThat(ids(leads)).containsExactly("particulate-filter");
    assertThat(leads.get(0).knockOns()).extracting(KnownFault::fmi).containsExactly(3);
    faults.clear();
    engine(3251, 3, 2, true, 994.5);
    assertThat(ids(leads())).as("alone it is the sensor").containsExactly("filter-pressure-sensor");
    faults.clear();
    engine(3251, 16, 4, true, 994);
    engine(3251, 4, 2, true, 994.5);
    assertThat(ids(leads()).get(0))
        .as("a full filter does not read low")
        .isEqualTo("filter-pressure-sensor");
  }

  @Test
  void allHighOnOneReturnWirePointAtTheGroundNotAtTheSupply() {
    engine(102, 3, 2, true, 995);
    engine(1209, 3, 2, true, 995);
    engine(3251, 3, 2, true, 995);
    assertThat(ids(leads())).containsExactly("sensor-ground-2");
  }

  @Test
  void oneSensorAloneIsTheSensorWithItsCircuit() {
    engine(102, 4, 3, true, 995);
    engine(102, 18, 9, true, 995.1);
    List<Lead> leads = leads();
    assertThat(ids(leads)).containsExactly("intake-pressure-sensor");
    assertThat(leads.get(0).knockOns())
        .as("what a broken sensor says of its quantity follows from it")
        .extracting(KnownFault::fmi)
        .containsExactly(18);
  }

  @Test
  void aSilentModuleExplainsTheMessagesThatOthersMiss() {
    fault("brakes", 520, 9, 2, true, 999.8, NOW);
    fault("transmission", 520, 9, 2, true, 999.8, NOW);
    List<Lead> leads = leads("retarder");
    assertThat(ids(leads)).containsExactly("module-retarder");
    assertThat(leads.get(0).mark()).isEqualTo(Lead.Mark.SILENT);
    assertThat(leads.get(0).reasons()).contains("2 modules miss its messages");
  }

  @Test
  void aSilentModuleThatNobodyMissesIsStillALead() {
    assertThat(ids(leads("steering"))).containsExactly("module-steering");
  }

  @Test
  void aModulesOwnSupplyIsToldFromTheChargingSystem() {
    fault("aftertreatment", 168, 18, 3, true, 990, NOW);
    assertThat(ids(leads())).containsExactly("supply-of-aftertreatment");
    engine(168, 1, 3, true, 990);
    assertThat(ids(leads())).contains("alternator");
  }

  @Test
  void aRestrictedFilterExplainsLowDeliveryButNotADeliveryThatWasLowBefore() {
    engine(95, 16, 30, true, 990);
    engine(94, 18, 12, true, 991);
    engine(157, 18, 5, true, 991);
    assertThat(ids(leads())).containsExactly("fuel-filter");
    faults.clear();
    engine(95, 16, 30, true, 990);
    engine(94, 18, 12, true, 900);
    assertThat(ids(leads())).containsExactlyInAnyOrder("fuel-filter", "fuel-supply-pump");
  }

  @Test
  void lowChargeWithAFastTurbochargerIsALeakAndWithoutItTheTurbocharger() {
    engine(102, 18, 12, false, 990);
    engine(103, 16, 30, false, 990);
    assertThat(ids(leads())).containsExactly("charge-air-pipes");
    faults.clear();
    engine(102, 18, 12, false, 990);
    assertThat(ids(leads()).get(0)).isEqualTo("turbocharger");
  }

  @Test
  void aGenericFaultNeverLeadsWhileSomethingSpecificCanExplainIt() {
    engine(1569, 31, 90, true, 800);
    engine(2791, 7, 3, true, 995);
    assertThat(ids(leads())).containsExactly("egr-valve");
    faults.clear();
    engine(1569, 31, 90, true, 800);
    List<Lead> alone = leads();
    assertThat(alone.get(0).id()).startsWith("fault:");
    assertThat(alone.get(0).reasons().get(0)).contains("set by many causes");
  }

  @Test
  void activeComesBeforeEarlierAndAmongEqualsTheMostFrequentFirst() {
    fault("engine", 101, 16, 60, false, 990, 999.9);
    engine(2791, 7, 2, true, 990);
    engine(111, 1, 9, true, 990);
    assertThat(ids(leads())).containsExactly("cooling-system-leak", "egr-valve", "breather");
  }

  @Test
  void faultsOfLongAgoAreSetApart() {
    fault("engine", 111, 1, 15, false, 850, 869);
    fault("engine", 101, 16, 4, false, 960, 970);
    List<Lead> leads = leads();
    assertThat(leads).extracting(Lead::bearing).containsExactly(Recency.EARLIER, Recency.OLD);
    assertThat(leads.get(1).reasons()).anyMatch(r -> r.contains("set apart as old"));
  }

  @Test
  void withoutATimeAnEarlierFaultIsNotCalledTodays() {
    fault("body", 84, 2, 3, false, Double.NaN, Double.NaN);
    List<Lead> leads = leads();
    assertThat(leads.get(0).bearing()).isEqualTo(Recency.EARLIER);
    assertThat(leads.get(0).reasons()).anyMatch(r -> r.contains("not reported"));
  }

  @Test
  void countsAtTheCeilingAndUncountedOnesRankWithoutBreaking() {
    engine(2791, 7, 126, true, 990);
    engine(111, 1, 127, true, 990);
    List<Lead> leads = leads();
    assertThat(ids(leads)).containsExactly("egr-valve", "cooling-system-leak");
    assertThat(leads.get(1).times()).as("127 is no count").isZero();
  }

  @Test
  void unknownFaultsStayByTheirNumbers() {
    fault("suspension", 516_123, 7, 3, true, Double.NaN, Double.NaN);
    List<Lead> leads = leads();
    assertThat(leads.get(0).title()).contains("SPN 516123");
    assertThat(leads.get(0).reasons()).contains("the pack names no part for it");
  }

  @Test
  void theFirstOfAnEpisodeIsMarked() {
    engine(111, 1, 1, true, 990.0);
    engine(2791, 7, 1, true, 990.6);
    assertThat(leads())
        .filteredOn(Lead::firstOfEpisode)
        .extracting(Lead::id)
        .containsExactly("cooling-system-leak");
    assertThat(Episodes.of(faults)).hasSize(1);
  }

  @Test
  void theUsersHandGoesOverTheRulesAndItsReasonIsKept() {
    engine(111, 1, 9, true, 990);
    engine(2791, 7, 2, true, 990);
    List<Lead> moved =
        Leads.find(
            faults,
            Set.of(),
            TRUCK,
            OptionalDouble.of(NOW),
            List.of(new Move("egr-valve", "", "seen stuck")));
    assertThat(ids(moved)).containsExactly("egr-valve", "cooling-system-leak");
    assertThat(moved.get(0).moved()).isEqualTo("seen stuck");
    List<Lead> under =
        Leads.find(
            faults,
            Set.of(),
            TRUCK,
            OptionalDouble.of(NOW),
            List.of(new Move("egr-valve", "cooling-system-leak", "follows")));
    assertThat(ids(under)).containsExactly("cooling-system-leak");
    assertThat(under.get(0).knockOns()).hasSize(1);
    List<Lead> gone =
        Leads.find(
            faults, Set.of(), TRUCK, OptionalDouble.of(NOW), List.of(new Move("none", "", "x")));
    assertThat(gone).as("a move of something that is gone changes nothing").hasSize(2);
  }

  private static Evidence says(String module, int spn, Verdict verdict, Disagreement... off) {
    return new Evidence(
        List.of(
            new Evidence.OfModule(
                module,
                new Sheet(
                    List.of(
                        new Sheet.Row(
                            "r", spn, 0, "Sensor", 1, Unit.ONE, 1, 0, 2, verdict, Said.plain(""))),
                    List.of(off),
                    false,
                    false))));
  }

  private static Disagreement off(int spn, String... causes) {
    return new Disagreement(
        java.util.Arrays.stream(causes)
            .map(c -> new Cause(c, "Title of " + c, Set.of(spn), Cause.Kind.SENSOR, Map.of()))
            .toList(),
        Set.of(spn),
        Said.plain("7.6 K above the rest"),
        Said.plain("a gauge"));
  }

  private List<Lead> leads(Evidence evidence) {
    return Leads.find(faults, Set.of(), TRUCK, OptionalDouble.of(NOW), evidence, List.of());
  }

  @Test
  void aSensorThatDisagreesLeadsThoughNothingIsStored() {
    List<Lead> leads =
        leads(says("engine", 105, Verdict.FAIL, off(105, "intake-temperature-sensor")));
    assertThat(ids(leads)).containsExactly("intake-temperature-sensor");
    assertThat(leads.get(0).mark()).isEqualTo(Lead.Mark.DISAGREES);
    assertThat(leads.get(0).reasons()).anyMatch(r -> r.contains("7.6 K above the rest"));
    assertThat(leads.get(0).rivals()).isEmpty();
  }

  @Test
  void whatOnlyADisagreeingSensorTellsFollowsFromIt() {
    engine(110, 16, 9, true, 990);
    engine(111, 1, 2, true, 995);
    List<Lead> leads =
        leads(says("engine", 110, Verdict.FAIL, off(110, "coolant-temperature-sensor")));
    assertThat(ids(leads)).doesNotContain("radiator").contains("coolant-temperature-sensor");
    Lead sensor = leads.get(ids(leads).indexOf("coolant-temperature-sensor"));
    assertThat(sensor.knockOns()).extracting(KnownFault::spn).containsExactly(110);
    assertThat(sensor.reasons()).contains("explains 1 other fault");
  }

  @Test
  void whereEitherMayBeOffTheOtherIsNamedWithWhatTellsThemApart() {
    List<Lead> leads =
        leads(
            says(
                "engine",
                102,
                Verdict.CANNOT_TELL,
                off(102, "barometric-pressure-sensor", "intake-pressure-sensor")));
    assertThat(leads.get(0).rivals())
        .extracting(Lead.Rival::id)
        .containsExactly("intake-pressure-sensor");
    assertThat(leads.get(0).rivals().get(0).by()).isEqualTo("a gauge");
  }

  @Test
  void aPartThatOneSensorTellsOfCannotBeToldFromItBeforeTheOthersConfirmIt() {
    engine(110, 16, 9, true, 990);
    List<Lead> alone = leads();
    assertThat(ids(alone)).containsExactly("radiator");
    assertThat(alone.get(0).rivals())
        .extracting(Lead.Rival::id)
        .containsExactly("coolant-temperature-sensor");
    assertThat(alone.get(0).rivals().get(0).by()).contains("Agreement of sensors");
    assertThat(leads(says("engine", 110, Verdict.PASS)).get(0).rivals())
        .as("the others confirm it")
        .isEmpty();
    assertThat(leads(says("engine-other", 110, Verdict.PASS)).get(0).rivals()).hasSize(1);
  }

  @Test
  void aBadWireLooksLikeColdAndRestDoesNotShowIt() {
    engine(110, 17, 9, true, 990);
    List<Lead> leads = leads(says("engine", 110, Verdict.PASS));
    assertThat(ids(leads)).containsExactly("thermostat");
    assertThat(leads.get(0).rivals())
        .extracting(Lead.Rival::id)
        .containsExactly("coolant-temperature-sensor", "sensor-ground-3");
    assertThat(leads.get(0).rivals()).allMatch(r -> r.by().contains("thermometer"));
  }

  @Test
  void aPartThatTwoSensorsTellOfHasNoRival() {
    engine(168, 1, 9, true, 990);
    engine(158, 1, 9, true, 990);
    assertThat(leads().get(0).rivals()).isEmpty();
  }

  @Test
  void aPartThatIsReckonedFromASensorThatIsOffIsNotKnown() {
    engine(2659, 18, 9, true, 990);
    assertThat(leads().get(0).rivals())
        .extracting(Lead.Rival::id)
        .contains("exhaust-pressure-sensor", "intake-pressure-sensor");
    List<Lead> leads =
        leads(says("engine", 1209, Verdict.FAIL, off(1209, "exhaust-pressure-sensor")));
    assertThat(ids(leads)).containsExactly("exhaust-pressure-sensor");
    assertThat(leads.get(0).knockOns()).extracting(KnownFault::spn).containsExactly(2659);
  }

  @Test
  void aStarvedPumpGoesBeforeTheChargeThatFollowsFromIt() {
    engine(157, 18, 3, true, 990);
    engine(102, 18, 30, true, 990.2);
    engine(103, 16, 30, true, 990.4);
    List<Lead> leads = leads();
    assertThat(ids(leads)).containsExactly("high-pressure-pump");
    assertThat(leads.get(0).reasons()).contains("explains 2 other faults");
  }

  @Test
  void aPowerReductionGoesUnderTheLeadThatBeganBeforeIt() {
    engine(2791, 7, 3, true, 900);
    engine(101, 16, 3, true, 995);
    engine(1569, 31, 9, true, 995.1);
    List<Lead> leads = leads();
    assertThat(leads)
        .filteredOn(l -> l.id().equals("breather"))
        .allMatch(l -> l.knockOns().size() == 1);
    assertThat(leads)
        .filteredOn(l -> l.id().equals("egr-valve"))
        .allMatch(l -> l.knockOns().isEmpty());
  }

  @Test
  void whatALeadExplainsIsWhatStandsUnderIt() {
    engine(2791, 7, 3, true, 990);
    engine(2659, 18, 3, true, 990);
    engine(1569, 31, 9, true, 990.1);
    for (Lead l : leads()) {
      int n = l.knockOns().size();
      assertThat(l.reasons())
          .filteredOn(r -> r.startsWith("explains"))
          .containsExactlyElementsOf(
              n == 0 ? List.of() : List.of("explains " + n + " other fault" + (n == 1 ? "" : "s")));
    }
  }

  @Test
  void aSilentModuleOfWhichThePackSaysNoMoreIsALeadAllTheSame() {
    List<Lead> leads = leads("climate", "nobody-knows");
    assertThat(ids(leads)).containsExactlyInAnyOrder("module:climate", "module:nobody-knows");
    assertThat(leads).allMatch(l -> l.mark() == Lead.Mark.SILENT);
    assertThat(leads).extracting(Lead::title).anyMatch(t -> t.startsWith("Cab climate"));
  }

  @Test
  void lostCoolantThatCoolsTheProbeIsNoThermostat() {
    engine(111, 1, 9, true, 990);
    engine(110, 17, 9, true, 991);
    assertThat(ids(leads())).containsExactly("cooling-system-leak");
  }

  @Test
  void everyFaultOfAReadStandsSomewhereExactlyOnce() {
    for (int i = 0; i < 500; i++) {
      int spn = 90 + i * 7 % 3_500;
      fault(
          i % 3 == 0 ? "engine" : "brakes",
          spn,
          i % 20,
          1 + i % 127,
          i % 4 == 0,
          900 + i % 90,
          990);
    }
    List<Lead> leads = leads("retarder");
    List<String> placed = new ArrayList<>();
    leads.forEach(
        l -> {
          l.signs().forEach(f -> placed.add(f.key()));
          l.knockOns().forEach(f -> placed.add(f.key()));
        });
    assertThat(placed)
        .doesNotHaveDuplicates()
        .containsExactlyInAnyOrderElementsOf(
            faults.stream().map(KnownFault::key).distinct().toList());
  }

  @Test
  void aLeadWhoseSignsHaveNoTimeClaimsNone() {
    fault("engine", 111, 1, 3, true, Double.NaN, Double.NaN);
    assertThat(leads().get(0).firstHour()).isEmpty();
    assertThat(leads().get(0).lastHour()).isEmpty();
  }

  @Test
  void hundredsOfFaultsAreEachInExactlyOneLead() {
    Random r = new Random(12);
    for (int i = 0; i < 500; i++) {
      engine(
          90 + r.nextInt(4_000),
          r.nextInt(20),
          1 + r.nextInt(60),
          r.nextInt(9) == 0,
          900 + r.nextInt(100));
    }
    List<KnownFault> placed = new ArrayList<>();
    leads("retarder")
        .forEach(
            l -> {
              placed.addAll(l.signs());
              placed.addAll(l.knockOns());
            });
    assertThat(placed).hasSize(500);
    assertThat(new HashSet<>(placed)).isEqualTo(new HashSet<>(faults));
  }
}
