package hitchlamp.standin.unit;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.bus.Frame;
import hitchlamp.core.bus.StampedFrame;
import hitchlamp.standin.model.EngineState;
import hitchlamp.standin.scenario.Scenario;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;

/** How modules behave on the bus, as the standards have it; all figures from memory. */
class BusMannersTest {
  private static final long SECOND = 1_000_000;
  private static final int DM1 = 0xFECA;
  private static final int WHEELS = 65215;
  private static final int CLAIM = 0xEE;
  private static final int CONTROL = 0xEC;
  private static final int DATA = 0xEB;

  private static SimUnit truck(String more) {
    return new SimUnit(
        Scenario.read(
            "s.yaml",
            "scenario: s\ntitle: S\nunit: road-truck\nseed: 7\nvin: SMW0TPR1400018204\nhistory: {from: 100, hours: 100, kilometres: 5000}\n"
                + more));
  }

  private static int pgn(Frame f) {
    return f.identifier() >> 8 & 0xFFFF;
  }

  private static int format(Frame f) {
    return f.identifier() >> 16 & 0xFF;
  }

  private static int source(Frame f) {
    return f.identifier() & 0xFF;
  }

  private static List<StampedFrame> record(SimUnit truck, long seconds) {
    List<StampedFrame> frames = new ArrayList<>();
    truck.bus().listen((stamped, sender) -> frames.add(stamped));
    truck.runUntil(truck.now() + seconds * SECOND);
    return frames;
  }

  private static void ask(SimUnit truck, int group) {
    truck.bus().send(Frame.extended(0x18EAFFF9, group & 0xFF, group >> 8, 0), new Object());
  }

  private static List<StampedFrame> of(List<StampedFrame> frames, int group, int source) {
    return frames.stream()
        .filter(f -> pgn(f.frame()) == group && source(f.frame()) == source)
        .toList();
  }

  @Test
  void nobodySaysAnythingBeforeItsAddressIsClaimed() {
    SimUnit truck = truck("");
    List<StampedFrame> frames = new ArrayList<>();
    truck.key(EngineState.Key.OFF);
    truck.runUntil(truck.now() + 20 * SECOND);
    truck.bus().listen((stamped, sender) -> frames.add(stamped));
    truck.key(EngineState.Key.ON);
    truck.runUntil(truck.now() + 3 * SECOND);
    Set<Integer> claimed = new HashSet<>();
    for (StampedFrame f : frames) {
      if (format(f.frame()) == CLAIM) {
        claimed.add(source(f.frame()));
      } else if (pgn(f.frame()) >> 8 != 0xFF) {
        assertThat(claimed).as("%X", f.frame().identifier()).contains(source(f.frame()));
      }
    }
    assertThat(claimed).hasSizeGreaterThan(6);
  }

  @Test
  void packetsOfABroadcastAre50To200MillisecondsApartOnABusyBusToo() {
    SimUnit truck = truck("bus: {load: 0.75}\ntrouble: {lose-packets: 0.1}\n");
    truck.runUntil(2 * SECOND);
    List<StampedFrame> frames = new ArrayList<>();
    truck.bus().listen((stamped, sender) -> frames.add(stamped));
    for (int i = 0; i < 10; i++) {
      ask(truck, 65259);
      ask(truck, 65242);
      truck.runUntil(truck.now() + 3 * SECOND);
    }
    Map<Integer, Long> last = new HashMap<>();
    int packets = 0;
    for (StampedFrame f : frames) {
      boolean toAll = (f.frame().identifier() >> 8 & 0xFF) == 0xFF;
      if (toAll && (format(f.frame()) == CONTROL || format(f.frame()) == DATA)) {
        Long before = last.put(source(f.frame()), f.micros());
        if (format(f.frame()) == DATA) {
          packets++;
          assertThat(f.micros() - before).isGreaterThanOrEqualTo(50_000);
          assertThat(f.micros() - before).as("a lost one between").isLessThan(650_000);
        }
      }
    }
    assertThat(packets).isGreaterThan(100);
  }

  @Test
  void whoHasALampTellsEverySecondThatNothingIsWrong() {
    List<StampedFrame> frames = record(truck("start: {engine: yes}\n"), 20);
    List<StampedFrame> engine = of(frames, DM1, 0);
    assertThat(engine).hasSizeBetween(17, 22);
    assertThat(engine).allMatch(f -> (f.frame().payload() & 0xFF) == 0);
  }

  @Test
  void wheelSpeedsComeTenTimesASecond() {
    assertThat(of(record(truck(""), 10), WHEELS, 11)).hasSizeBetween(98, 102);
  }

  @Test
  void theListOfEarlierFaultsTellsTheLampsAsTheyAre() {
    SimUnit truck =
        truck(
            "start: {engine: yes}\ndefects:\n  - {kind: wire-short, spn: 110, size: 5, from: 100}\n");
    truck.runUntil(truck.now() + 20 * SECOND);
    int lamps = truck.memories.get("engine").message(true)[0] & 0xFF;
    assertThat(lamps).isPositive();
    assertThat(truck.memories.get("engine").message(false)[0] & 0xFF).isEqualTo(lamps);
  }
}
