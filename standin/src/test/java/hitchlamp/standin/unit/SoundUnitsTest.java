package hitchlamp.standin.unit;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.standin.fault.FaultMemory;
import hitchlamp.standin.model.EngineState;
import hitchlamp.standin.scenario.Scenario;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.stream.Stream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

/** Sound units used hard, in all seasons, high up: no module of theirs stores a fault. */
class SoundUnitsTest {
  private static final long SECOND = 1_000_000;
  private static final double[][] DAYS = {{-30, 101}, {45, 100}, {45, 80}, {10, 70}, {20, 100}};

  static Stream<Arguments> days() {
    List<Arguments> all = new ArrayList<>();
    for (int i = 0; i < DAYS.length; i++) {
      for (String kind : new String[] {"road-truck", "loading-shovel", "ferry"}) {
        all.add(Arguments.of(kind, DAYS[i][0], DAYS[i][1], 300 + i));
      }
    }
    return all.stream();
  }

  private static SimUnit unit(String kind, double celsius, double kpa, int seed) {
    return new SimUnit(
        Scenario.read(
            "s",
            String.format(
                Locale.ROOT,
                "scenario: s\ntitle: S\nunit: %s\nseed: %d\nvin: SMW0TPR1400018204\nambient: {celsius: %.0f, kpa: %.0f}\nhistory: {from: 980, hours: 1000}\nbus: {load: 0, delay: [5, 20]}\nstart: {key-on: yes, engine: yes}\n",
                kind,
                seed,
                celsius,
                kpa)));
  }

  private static List<String> faults(SimUnit unit) {
    List<String> all = new ArrayList<>();
    unit.memories.forEach(
        (module, memory) -> {
          for (FaultMemory.StoredFault f : memory.kept()) {
            all.add(module + " " + f.spn() + "/" + f.fmi());
          }
        });
    return all;
  }

  @ParameterizedTest
  @MethodSource("days")
  void itSetsNothingAtWork(String kind, double celsius, double kpa, int seed) {
    SimUnit unit = unit(kind, celsius, kpa, seed);
    assertThat(faults(unit)).as("in twenty hours of its past").isEmpty();
    if (kind.equals("road-truck")) {
      unit.drive("load", "25");
      unit.drive("gear", "d");
      unit.pedal(1);
      unit.runUntil(30 * SECOND);
      unit.drive("grade", "5");
    } else {
      unit.pedal(1);
    }
    unit.runUntil(180 * SECOND);
    unit.pedal(0);
    unit.runUntil(210 * SECOND);
    assertThat(faults(unit)).as("at full pedal and after it").isEmpty();
  }

  static Stream<Arguments> pasts() {
    List<Arguments> all = new ArrayList<>();
    for (int i = 0; i < DAYS.length; i++) {
      for (int seed = 700; seed < 703; seed++) {
        all.add(Arguments.of("generating-set", DAYS[i][0], DAYS[i][1], seed));
      }
      all.add(Arguments.of("yard-tractor", DAYS[i][0], DAYS[i][1], 700 + i));
    }
    return all.stream();
  }

  /** A set that stands all day under load, and a tractor that never leaves its yard. */
  @ParameterizedTest
  @MethodSource("pasts")
  void nothingIsKeptOfItsPast(String kind, double celsius, double kpa, int seed) {
    assertThat(faults(unit(kind, celsius, kpa, seed))).isEmpty();
  }

  @ParameterizedTest
  @MethodSource("days")
  void itSetsNothingWhenItIsSwitchedOffHotAndStartedAgain(
      String kind, double celsius, double kpa, int seed) {
    SimUnit unit = unit(kind, celsius, kpa, seed + 40);
    unit.pedal(0.5);
    unit.runUntil(40 * SECOND);
    unit.pedal(0);
    unit.runUntil(50 * SECOND);
    unit.key(EngineState.Key.OFF);
    unit.runUntil(80 * SECOND);
    unit.key(EngineState.Key.ON);
    unit.runUntil(85 * SECOND);
    unit.key(EngineState.Key.CRANK);
    for (int i = 0; i < 40 && !unit.cab(1).engineRunning(); i++) {
      unit.runUntil(unit.now() + SECOND / 4);
    }
    unit.key(EngineState.Key.ON);
    unit.runUntil(unit.now() + 40 * SECOND);
    assertThat(unit.cab(1).engineRunning()).isTrue();
    assertThat(faults(unit)).isEmpty();
  }
}
