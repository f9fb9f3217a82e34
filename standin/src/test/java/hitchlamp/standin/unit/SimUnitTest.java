package hitchlamp.standin.unit;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import hitchlamp.core.bus.Frame;
import hitchlamp.core.bus.StampedFrame;
import hitchlamp.standin.model.EngineState;
import hitchlamp.standin.scenario.Scenario;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

class SimUnitTest {
  private static final String SOUND =
      "scenario: s\ntitle: S\nunit: road-truck\nseed: 7\nvin: SMW0TPR1400018204\nhistory: {from: 100, hours: 100, kilometres: 5000}\n";
  private static final long SECOND = 1_000_000;

  private static SimUnit truck(String more) {
    return new SimUnit(Scenario.read("s.yaml", SOUND + more));
  }

  private static List<StampedFrame> record(SimUnit truck, long seconds) {
    List<StampedFrame> frames = new ArrayList<>();
    truck.bus().listen((stamped, sender) -> frames.add(stamped));
    truck.runUntil(truck.now() + seconds * SECOND);
    return frames;
  }

  private static double last(
      List<StampedFrame> frames, int pgn, int byteIndex, int bytes, double scale, double offset) {
    Frame f =
        frames.stream()
            .map(StampedFrame::frame)
            .filter(x -> (x.identifier() >> 8 & 0xFFFF) == pgn)
            .reduce((a, b) -> b)
            .orElseThrow();
    long raw = f.payload() >>> 8 * byteIndex & (1L << 8 * bytes) - 1;
    return raw * scale + offset;
  }

  @Test
  void theEngineIsCrankedStartsIdlesAndCharges() {
    SimUnit truck = truck("");
    truck.runUntil(2 * SECOND);
    assertThat(truck.cab(1).rpm()).isZero();
    double rested = truck.cab(1).batteryV();
    truck.key(EngineState.Key.CRANK);
    double lowest = rested;
    for (int i = 0; i < 300 && !truck.cab(1).engineRunning(); i++) {
      truck.runUntil(truck.now() + 20_000);
      lowest = Math.min(lowest, truck.cab(1).batteryV());
    }
    assertThat(truck.cab(1).engineRunning()).isTrue();
    assertThat(lowest).as("the battery sags under the starter").isBetween(14.0, rested - 1.5);
    truck.key(EngineState.Key.ON);
    truck.runUntil(truck.now() + 60 * SECOND);
    assertThat(truck.cab(1).rpm()).as("idle, a little raised while cold").isBetween(590.0, 680.0);
    assertThat(truck.cab(1).batteryV()).as("charging").isBetween(27.0, 28.8);
  }

  @Test
  void switchedOffHotItStartsAgainWithinSecondsWhereverTheCrankCameToRest() {
    SimUnit truck = truck("start: {engine: yes}\n");
    for (int i = 0; i < 20; i++) {
      truck.runUntil(truck.now() + 5 * SECOND + i * 70_000);
      truck.key(EngineState.Key.OFF);
      truck.runUntil(truck.now() + 15 * SECOND);
      truck.key(EngineState.Key.CRANK);
      long from = truck.now();
      while (!truck.cab(1).engineRunning()) {
        truck.runUntil(truck.now() + 100_000);
        assertThat(truck.now() - from).as("stop %s", i).isLessThan(4 * SECOND);
      }
      truck.key(EngineState.Key.ON);
    }
  }

  @Test
  void itWarmsUpRevsAndComesBack() {
    SimUnit truck = truck("start: {engine: yes}\n");
    truck.runUntil(5 * SECOND);
    double idle = truck.cab(1).rpm();
    truck.pedal(0.6);
    truck.runUntil(12 * SECOND);
    assertThat(truck.cab(1).rpm()).isGreaterThan(1_300);
    truck.pedal(0);
    truck.runUntil(30 * SECOND);
    assertThat(truck.cab(1).rpm()).isCloseTo(idle, within(25.0));
    truck.key(EngineState.Key.OFF);
    truck.runUntil(40 * SECOND);
    assertThat(truck.cab(1).rpm()).isZero();
    SimUnit cold = truck("ambient: {celsius: 5}\n");
    cold.runUntil(SECOND);
    cold.key(EngineState.Key.CRANK);
    cold.runUntil(6 * SECOND);
    cold.key(EngineState.Key.ON);
    cold.pedal(0.5);
    double start = cold.cab(1).coolantC();
    cold.runUntil(600 * SECOND);
    assertThat(cold.cab(1).coolantC()).isGreaterThan(start + 25);
  }

  @Test
  void broadcastsComeAtTheirRatesAndTheBusIsAsBusyAsAskedFor() {
    SimUnit truck = truck("bus: {load: 0.45}\n");
    truck.runUntil(5 * SECOND);
    long bits = truck.bus().bitsCarried();
    List<StampedFrame> frames = record(truck, 20);
    long eec1 = frames.stream().filter(f -> f.frame().identifier() == 0x0CF00400).count();
    long et1 = frames.stream().filter(f -> f.frame().identifier() == 0x18FEEE00).count();
    assertThat(eec1).isBetween(990L, 1_010L);
    assertThat(et1).isBetween(19L, 21L);
    assertThat((truck.bus().bitsCarried() - bits) / 20.0 / 250_000).isCloseTo(0.45, within(0.03));
  }

  @Test
  void aBusThatIsAskedForMoreThanItCanStaysFullAndAlive() {
    SimUnit truck = truck("bus: {load: 1.1}\n");
    truck.runUntil(5 * SECOND);
    long bits = truck.bus().bitsCarried();
    truck.runUntil(15 * SECOND);
    assertThat((truck.bus().bitsCarried() - bits) / 10.0 / 250_000).isGreaterThan(0.95);
  }

  @Test
  void theSameSeedGivesTheSameFramesAndAnotherDoesNot() {
    List<StampedFrame> first = record(truck(""), 5);
    assertThat(record(truck(""), 5)).isEqualTo(first);
    assertThat(record(new SimUnit(Scenario.read("s", SOUND.replace("seed: 7", "seed: 8"))), 5))
        .isNotEqualTo(first);
  }

  @Test
  void aSensorSupplyPulledDownSetsTheFaultsOfItsSensorsAndItsOwn() {
    SimUnit truck = truck("defects: [{kind: supply-load, line: 2, size: 0.15}]\n");
    truck.runUntil(10 * SECOND);
    List<StampedFrame> frames = record(truck, 5);
    // DM1 of the engine goes out by announced broadcast: three sensors, the supply, and the power
    // that is taken away for it: five faults, 22 bytes.
    assertThat(frames)
        .anyMatch(
            f ->
                f.frame().identifier() == 0x1CECFF00
                    && f.frame().at(0) == 32
                    && f.frame().at(1) == 22
                    && f.frame().at(5) == 0xCA);
    assertThat(last(frames, 65270, 1, 1, 1, 0))
        .as("intake pressure tells a sensor error")
        .isEqualTo(0xFE);
  }

  @Test
  void aModuleWithoutSupplyIsSilentAndOthersMissIt() {
    SimUnit truck = truck("defects: [{kind: module-unpowered, module: retarder}]\n");
    truck.runUntil(20 * SECOND);
    List<StampedFrame> frames = record(truck, 3);
    assertThat(frames).noneMatch(f -> (f.frame().identifier() & 0xFF) == 16);
    assertThat(frames)
        .as("the brakes say so: SPN 520 FMI 9")
        .anyMatch(
            f ->
                f.frame().identifier() == 0x18FECA0B
                    && f.frame().at(2) == (520 & 0xFF)
                    && (f.frame().at(4) & 0x1F) == 9);
  }

  @Test
  void aDefectThatWasMendedLeavesItsCountAndIsForgottenInTime() {
    String history =
        "defects: [{kind: coolant-loss, size: 0.25, from: 1000, until: 1003, share: 0.4}]\nhistory: {from: 990, hours: %s}\n";
    SimUnit soon =
        new SimUnit(
            Scenario.read("s", SOUND.replaceAll("history.*\n", "") + history.formatted("1010")));
    SimUnit late =
        new SimUnit(
            Scenario.read("s", SOUND.replaceAll("history.*\n", "") + history.formatted("1600")));
    assertThat(ask(soon, 65227).at(2)).isEqualTo(111);
    assertThat(ask(soon, 65227).at(5)).as("it came and went").isGreaterThan(1);
    assertThat(ask(late, 65227).at(2)).as("forty warm-ups later").isZero();
  }

  private static Frame ask(SimUnit truck, int pgn) {
    truck.runUntil(truck.now() + 2 * SECOND);
    truck.bus().send(Frame.extended(0x18EA00F9, pgn, pgn >> 8, pgn >> 16), "tool");
    return record(truck, 1).stream()
        .map(StampedFrame::frame)
        .filter(f -> (f.identifier() >> 8 & 0xFFFF) == pgn && (f.identifier() & 0xFF) == 0)
        .findFirst()
        .orElseThrow();
  }

  @Test
  void withTheKeyOffTheBusFallsSilent() {
    SimUnit truck = truck("start: {key-on: no}\n");
    assertThat(record(truck, 3)).isEmpty();
    truck.key(EngineState.Key.ON);
    assertThat(record(truck, 1)).isNotEmpty();
    assertThat(truck.poweredModules()).isEqualTo(12);
  }
}
