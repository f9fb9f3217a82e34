package hitchlamp.grade;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import hitchlamp.core.fault.ClearCall;
import hitchlamp.core.fault.FaultCall;
import hitchlamp.core.fault.FaultReading;
import hitchlamp.core.fault.FaultState;
import hitchlamp.core.fault.KnownFault;
import hitchlamp.core.fault.ModuleFaults;
import hitchlamp.core.fault.MonitorResult;
import hitchlamp.core.fault.ReadDifference;
import hitchlamp.core.fault.SnapshotSheet;
import hitchlamp.core.j1939.ControlArea;
import hitchlamp.core.judge.Verdict;
import hitchlamp.core.pack.ModuleRef;
import hitchlamp.core.pack.TestSpec;
import hitchlamp.core.station.LockStep;
import hitchlamp.core.trial.Bench;
import hitchlamp.core.trial.BenchGroup;
import hitchlamp.core.trial.TestedUnit;
import hitchlamp.core.trial.circuits.CircuitsSeen;
import hitchlamp.core.words.Said;
import hitchlamp.standin.model.EngineState;
import java.util.List;
import org.junit.jupiter.api.Test;

/** Faults of simulated units, read, cleared and tested in lock-step. */
class FaultReadTest extends VisitTest {
  private static final String HEAD =
      "scenario: s\ntitle: S\nunit: road-truck\nseed: 5\nvin: SMW0TPR1400018204\nhistory: {from: 900, hours: 1000}\n";
  private static final String BROKEN_WIRE =
      "defects: [{kind: wire-resistance, spn: 100, size: 2000000, from: 990.5}]\n";

  private static KnownFault fault(FaultReading r, int spn, int fmi) {
    return r.faults().stream()
        .filter(f -> f.spn() == spn && f.fmi() == fmi)
        .findFirst()
        .orElseThrow(() -> new AssertionError("no " + spn + "/" + fmi + " in " + r.faults()));
  }

  private static ModuleFaults module(FaultReading r, String kind) {
    return r.modules().stream().filter(m -> m.target().kind().equals(kind)).findFirst().get();
  }

  @Test
  void aFaultComesWithItsTimesItsListsAndWhatWasFrozen() throws InterruptedException {
    visit(HEAD + BROKEN_WIRE);
    FaultReading r = readFaults();
    assertThat(r.state()).isEqualTo(FaultReading.State.COMPLETE);
    assertThat(r.engineHours().orElse(0)).isCloseTo(1_000, within(0.06));
    KnownFault f = fault(r, 100, 4);
    assertThat(f.active()).isTrue();
    assertThat(f.firstHour().orElse(0)).isCloseTo(990.5, within(0.1));
    assertThat(f.lastHour().orElse(0)).isCloseTo(1_000, within(0.06));
    assertThat(f.snapshots()).isNotEmpty();
    assertThat(f.snapshots().get(0).find(190)).isPresent();
    assertThat(r.modules()).allMatch(ModuleFaults::ended);
    assertThat(module(r, "engine").sinceClear()).as("warm-ups since clear (DM26)").isPresent();
  }

  @Test
  void timesOfAnotherModuleAreMovedToTheEnginesClock() throws InterruptedException {
    visit(HEAD + "defects: [{kind: module-unpowered, module: retarder, from: 990}]\n");
    FaultReading r = readFaults();
    KnownFault f = fault(r, 520, 9);
    assertThat(module(r, "brakes").hours()).isPresent();
    assertThat(f.firstHour().orElse(0))
        .as("whatever its own clock says")
        .isCloseTo(990, within(0.2));
    assertThat(roll.silentKinds()).containsExactly("retarder");
  }

  @Test
  void frozenValuesStandSideBySideWithDerivedFiguresAndMarks() throws InterruptedException {
    visit(
        HEAD
            + "defects: [{kind: fuel-filter-blocked, size: 14, from: 990}]\nstart: {engine: yes}\n");
    KnownFault f = fault(readFaults(), 95, 16);
    SnapshotSheet sheet =
        SnapshotSheet.of(
            f.snapshots().stream().map(s -> new SnapshotSheet.Column("#", s)).toList(), pack);
    SnapshotSheet.Row drop =
        sheet.rows().stream()
            .filter(r -> r.name().equals("Fuel filter differential pressure"))
            .findFirst()
            .orElseThrow();
    assertThat(drop.cells().get(0).value().orElse(0)).isGreaterThan(100);
    assertThat(drop.cells().get(0).mark())
        .satisfies(
            m ->
                assertThat(new Said(m))
                    .hasToString("more than the 100 kPa that may be lost across the filter"));
    SnapshotSheet.Row ratio =
        sheet.rows().stream()
            .filter(r -> r.name().equals("Pressure ratio"))
            .findFirst()
            .orElseThrow();
    assertThat(ratio.derived()).isTrue();
    assertThat(ratio.cells().get(0).value().orElse(0)).isBetween(0.9, 3.5);
  }

  @Test
  void snapshotsThatNoPackKnowsAreSaidAndTheFaultStays() throws InterruptedException {
    visit(HEAD + BROKEN_WIRE + "trouble: {odd-snapshots: [engine]}\n");
    FaultReading r = readFaults();
    assertThat(fault(r, 100, 4).snapshots()).allMatch(s -> s.values().isEmpty());
    assertThat(module(r, "engine").oddities().toString()).contains("0x7777");
  }

  @Test
  void aModuleThatAsksForMoreTimeForEverCostsABoundedTimeAndItsListsStay()
      throws InterruptedException {
    visit(HEAD + BROKEN_WIRE + "trouble: {pends-for-ever: [engine]}\n");
    long began = station.now();
    FaultReading r = readFaults();
    assertThat(station.now() - began).isLessThan(60_000_000);
    KnownFault f = fault(r, 100, 4);
    assertThat(f.states()).contains(FaultState.ACTIVE);
    assertThat(f.firstHour()).as("time unknown").isEmpty();
    assertThat(module(r, "engine").oddities().toString()).contains("more time");
  }

  @Test
  void aReadThatEndsHalfwayKeepsWhatItHas() throws InterruptedException {
    visit(HEAD + BROKEN_WIRE);
    FaultCall call = new FaultCall(pack, roll.modules(pack));
    station.run(call);
    LockStep.run(link, station, station.now() + 500_000, call::finished);
    station.stop(call);
    FaultReading r = call.result();
    assertThat(r.state()).isEqualTo(FaultReading.State.CUT_SHORT);
    assertThat(r.faults()).extracting(KnownFault::spn).contains(100);
    assertThat(r.modules()).anyMatch(m -> !m.ended());
  }

  @Test
  void aClearTakesWhatIsMendedAndNamesWhatComesBack() throws InterruptedException {
    visit(
        HEAD
            + "defects: [{kind: wire-resistance, spn: 100, size: 2000000, from: 990}, {kind: coolant-loss, size: 0.25, from: 960, until: 965}]\n");
    FaultReading before = readFaults();
    fault(before, 111, 1);
    ClearCall clear = new ClearCall(roll.modules(pack));
    run(clear);
    assertThat(clear.result())
        .filteredOn(o -> o.target().services())
        .allMatch(ClearCall.Outcome::accepted);
    LockStep.run(link, station, station.now() + 10_000_000, () -> false);
    FaultReading after = readFaults();
    var lines = ReadDifference.between(before, after, f -> true);
    assertThat(lines)
        .anyMatch(l -> l.fault().spn() == 111 && l.change() == ReadDifference.Change.GONE)
        .anyMatch(l -> l.fault().spn() == 100 && l.change() == ReadDifference.Change.CAME_BACK);
  }

  @Test
  void withTheEngineRunningTheClearIsRefusedInWords() throws InterruptedException {
    visit(HEAD + BROKEN_WIRE + "start: {engine: yes}\n");
    ClearCall clear = new ClearCall(roll.modules(pack));
    run(clear);
    assertThat(clear.result())
        .filteredOn(o -> o.target().kind().equals("engine"))
        .singleElement()
        .satisfies(o -> assertThat(o.accepted()).isFalse())
        .satisfies(o -> assertThat(o.says()).isEqualTo("the engine runs"));
    fault(readFaults(), 100, 4);
  }

  @Test
  void aModuleThatAcceptsAndDoesNotClearIsFoundOut() throws InterruptedException {
    visit(HEAD + BROKEN_WIRE + "trouble: {keeps-faults: [engine]}\n");
    FaultReading before = readFaults();
    ClearCall clear = new ClearCall(roll.modules(pack));
    run(clear);
    assertThat(clear.result())
        .filteredOn(o -> o.target().kind().equals("engine"))
        .allMatch(ClearCall.Outcome::accepted);
    assertThat(ReadDifference.between(before, readFaults(), f -> true))
        .anyMatch(l -> l.fault().spn() == 100 && l.change() == ReadDifference.Change.NOT_CLEARED);
  }

  /** Modules confirm soon that they have let go. */
  private void letGo() throws InterruptedException {
    assertThat(
            LockStep.run(link, station, station.now() + 3_000_000, () -> station.holds().isEmpty()))
        .as("let go: %s", station.holds())
        .isTrue();
  }

  private BenchGroup selfTest() {
    TestSpec spec = pack.bench().tests().get("circuits");
    BenchGroup group =
        new BenchGroup(
            roll.modules(pack).stream()
                .filter(ModuleRef::services)
                .<Bench<?, ?>>map(m -> Bench.of(spec, pack, TestedUnit.of(m)))
                .toList());
    station.run(group);
    for (Bench<?, ?> b : group.benches()) {
      station.run(b);
      station.say(b, Bench.BEGIN_SOON);
    }
    return group;
  }

  @Test
  void aSelfTestFindsWhatIsBrokenNowAndClosesItsSession() throws InterruptedException {
    visit(HEAD + BROKEN_WIRE);
    BenchGroup test = selfTest();
    LockStep.run(link, station, station.now() + 1_000_000, test::finished);
    assertThat(station.holds()).as("the sessions are held and shown").isNotEmpty();
    LockStep.run(link, station, station.now() + 60_000_000, test::finished);
    letGo();
    assertThat(test.benches())
        .filteredOn(b -> b.module().kind().equals("engine"))
        .singleElement()
        .satisfies(
            b -> {
              assertThat(((CircuitsSeen) b.result().observed()).found())
                  .containsExactly(new CircuitsSeen.Found(100, 4));
              assertThat(b.result().judgement().verdict()).isEqualTo(Verdict.FAIL);
              assertThat(b.result().judgement().says().toString()).contains("SPN 100 FMI 4");
            });
    assertThat(test.benches())
        .filteredOn(b -> !b.module().kind().equals("engine"))
        .isNotEmpty()
        .allSatisfy(b -> assertThat(b.result().judgement().verdict()).isEqualTo(Verdict.PASS));
    unit.runUntil(unit.now() + 1_000_000);
    assertThat(unit.talking()).as("no session is left open").isFalse();
  }

  @Test
  void aSelfTestThatIsStoppedLetsGo() throws InterruptedException {
    visit(HEAD + BROKEN_WIRE);
    BenchGroup test = selfTest();
    LockStep.run(link, station, station.now() + 1_500_000, test::finished);
    test.benches().forEach(station::stop);
    letGo();
    assertThat(test.finished()).isTrue();
    assertThat(test.result())
        .allSatisfy(s -> assertThat(s.judgement().verdict()).isEqualTo(Verdict.CANNOT_TELL));
    LockStep.run(link, station, station.now() + 500_000, () -> false);
    unit.runUntil(unit.now() + 6_000_000);
    assertThat(unit.talking()).isFalse();
  }

  @Test
  void theShovelsHydraulicsHaveFaultsOfTheirOwn() throws InterruptedException {
    visit(
        HEAD.replace("road-truck", "loading-shovel")
            + "defects: [{kind: hydraulic-cooler-blocked, size: 0.8, from: 990}]\n");
    KnownFault f = fault(readFaults(), 1638, 16);
    assertThat(f.kind()).isEqualTo("hydraulics");
    assertThat(f.fault().component()).isEqualTo("Hydraulic temperature");
  }

  @Test
  void withTheKeyOffInTheMiddleNothingHangs() throws InterruptedException {
    visit(HEAD + BROKEN_WIRE);
    FaultCall call = new FaultCall(pack, roll.modules(pack));
    station.run(call);
    LockStep.run(link, station, station.now() + 300_000, call::finished);
    unit.key(EngineState.Key.OFF);
    LockStep.run(link, station, station.now() + 60_000_000, call::finished);
    assertThat(call.finished()).isTrue();
    assertThat(call.result().modules().toString()).contains("stopped answering");
    assertThat(List.of(call.result().state())).containsExactly(FaultReading.State.COMPLETE);
  }

  private KnownFault missed(FaultReading r, int spn) {
    return r.faults().stream()
        .filter(f -> f.spn() == spn && f.kind().equals("instruments"))
        .findFirst()
        .orElseThrow();
  }

  @Test
  void theTrucksInstrumentsTellFrozenValuesByTheirOwnLayout() throws InterruptedException {
    visit(HEAD + "defects: [{kind: module-unpowered, module: body, from: 999}]\n");
    KnownFault f = missed(readFaults(), 84);
    assertThat(f.snapshots()).isNotEmpty();
    assertThat(f.snapshots().get(0).find(168).orElseThrow().value()).isBetween(23.0, 29.0);
    assertThat(f.firstHour().orElseThrow()).as("the hour in the frame").isCloseTo(999, within(0.2));
  }

  @Test
  void theShovelsInstrumentsTellThemInTheOldLayout() throws InterruptedException {
    visit(
        HEAD.replace("road-truck", "loading-shovel")
            + "defects: [{kind: module-unpowered, module: body, from: 999}]\n");
    KnownFault f = missed(readFaults(), 84);
    assertThat(f.snapshots().get(0).find(190).orElseThrow().value()).isBetween(0.0, 2_200.0);
    assertThat(f.snapshots().get(0).find(110).orElseThrow().value()).isBetween(-10.0, 110.0);
    assertThat(f.firstHour()).as("the old layout has no hour").isEmpty();
  }

  @Test
  void monitorsBeginAnewWithAClear() throws InterruptedException {
    visit(HEAD);
    ModuleFaults before = engine(readFaults());
    assertThat(before.readiness().orElseThrow().notReady()).isEmpty();
    int starts = before.monitorCounts().orElseThrow().ignitionCycles().orElseThrow();
    assertThat(starts).as("shifts of the history").isPositive();
    run(new ClearCall(List.of(before.target())));
    ModuleFaults after = engine(readFaults());
    assertThat(after.readiness().orElseThrow().notReady()).contains("particulate filter");
    assertThat(after.monitorCounts().orElseThrow().ignitionCycles()).hasValue(starts);
  }

  @Test
  void anEngineModuleTellsWhatItCountsAndWhichLampsItsFaultsCommand() throws InterruptedException {
    visit(HEAD + BROKEN_WIRE);
    FaultReading r = readFaults();
    ModuleFaults engine = engine(r);
    assertThat(engine.oddities()).as("its counts are those of its lists").isEmpty();
    assertThat(engine.further().counts()).isPresent();
    assertThat(engine.further().fails(100, 4)).isTrue();
    assertThat(engine.further().lampsOf(100, 4)).isPresent();
    assertThat(engine.further().auxiliary().get(0).minutes().orElseThrow()).isPositive();
    assertThat(engine.further().area().orElseThrow().nox().area())
        .as("it stands")
        .isEqualTo(ControlArea.Place.OUTSIDE);
    assertThat(module(r, "brakes").further().counts()).as("it watches none").isEmpty();
  }

  @Test
  void theYardTractorNumbersTheTestsOfItsMonitors() throws InterruptedException {
    visit(HEAD.replace("road-truck", "yard-tractor"));
    assertThat(MonitorResult.of(engine(readFaults()).tests(), pack))
        .extracting(MonitorResult::title)
        .containsExactlyInAnyOrder(
            "Test 1 of the module", "Test 2 of the module", "Test 3 of the module");
  }

  @Test
  void oneFaultIsClearedAloneAndTheOthersKeepWhatWasFrozenWithThem() throws InterruptedException {
    visit(
        HEAD
            + "defects: [{kind: wire-resistance, spn: 100, size: 2000000, from: 990}, {kind: coolant-loss, size: 0.25, from: 960, until: 965}]\n");
    FaultReading before = readFaults();
    KnownFault coolant = fault(before, 111, 1);
    ClearCall clear = ClearCall.ofOne(before, coolant.key()).orElseThrow();
    run(clear);
    assertThat(clear.result()).allMatch(ClearCall.Outcome::accepted);
    FaultReading after = readFaults();
    assertThat(after.faults()).noneMatch(f -> f.spn() == 111);
    assertThat(fault(after, 100, 4).firstHour()).isEqualTo(fault(before, 100, 4).firstHour());
    assertThat(fault(after, 100, 4).snapshots()).isNotEmpty();
    assertThat(
            ReadDifference.between(
                before, after, f -> clear.result().stream().anyMatch(o -> o.cleared(f))))
        .anyMatch(l -> l.fault().spn() == 111 && l.change() == ReadDifference.Change.GONE)
        .anyMatch(l -> l.fault().spn() == 100 && l.change() == ReadDifference.Change.STILL_ACTIVE);
  }

  @Test
  void aModuleWithoutServicesClearsOneFaultByDm22() throws InterruptedException {
    visit(
        HEAD.replace("road-truck", "loading-shovel")
            + "defects: [{kind: module-unpowered, module: body, from: 999}]\n");
    FaultReading before = readFaults();
    KnownFault missed =
        before.faults().stream()
            .filter(f -> f.kind().equals("instruments"))
            .findFirst()
            .orElseThrow();
    ClearCall clear = ClearCall.ofOne(before, missed.key()).orElseThrow();
    run(clear);
    assertThat(clear.result().get(0).accepted()).as("%s", clear.result()).isTrue();
  }

  private static ModuleFaults engine(FaultReading r) {
    return r.modules().stream()
        .filter(m -> m.target().kind().equals("engine"))
        .findFirst()
        .orElseThrow();
  }
}
