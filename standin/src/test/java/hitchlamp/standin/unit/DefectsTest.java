package hitchlamp.standin.unit;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.bus.Frame;
import hitchlamp.standin.scenario.Scenario;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Each kind of defect changes physics only; what it sets is the doing of the modules' monitors. */
class DefectsTest {
  private static final int ENGINE = 0;
  private static final int TRANSMISSION = 3;
  private static final int HYDRAULICS = 46;

  private static SimUnit unit(String kind, String defect) {
    SimUnit u =
        new SimUnit(
            Scenario.read(
                "s",
                "scenario: s\ntitle: S\nunit: "
                    + kind
                    + "\nseed: 7\nvin: SMW0TPR1400018204\nhistory: {from: 900, hours: 1000}\n"
                    + "bus: {load: 0, delay: [5, 20]}\nstart: {engine: yes}\ndefects: ["
                    + defect
                    + "]\n"));
    u.runUntil(60_000_000);
    return u;
  }

  /** Faults of a module in both lists, "SPN/FMI", asked for and taken apart by hand. */
  private static Set<String> faults(SimUnit unit, int address) {
    Set<String> all = new HashSet<>();
    for (int pgn : new int[] {65226, 65227}) {
      List<Integer> bytes = ask(unit, address, pgn);
      for (int at = 2; at + 4 <= bytes.size(); at += 4) {
        int spn = bytes.get(at) | bytes.get(at + 1) << 8 | (bytes.get(at + 2) >> 5) << 16;
        int fmi = bytes.get(at + 2) & 31;
        if (spn > 0 && spn < 0x7FFFF) {
          all.add(spn + "/" + fmi);
        }
      }
    }
    return all;
  }

  private static List<Integer> ask(SimUnit unit, int address, int pgn) {
    List<Integer> bytes = new ArrayList<>();
    int[] size = {8};
    unit.bus()
        .listen(
            (stamped, sender) -> {
              Frame f = stamped.frame();
              int id = f.identifier();
              boolean mine = (id & 0xFF) == address && (id >> 8 & 0xFF) == 0xF9;
              if (mine && (id >> 16 & 0xFF) == 0xEC && f.at(0) == 16) {
                size[0] = f.at(1) | f.at(2) << 8;
                unit.bus()
                    .send(
                        Frame.extended(
                            0x1CEC00F9 | address << 8,
                            17,
                            f.at(3),
                            1,
                            255,
                            255,
                            f.at(5),
                            f.at(6),
                            f.at(7)),
                        "tool");
              } else if (mine && (id >> 16 & 0xFF) == 0xEB) {
                for (int i = 1; i < 8; i++) {
                  bytes.add(f.at(i));
                }
              } else if ((id >> 8 & 0xFFFF) == pgn && (id & 0xFF) == address && bytes.isEmpty()) {
                for (int i = 0; i < 8; i++) {
                  bytes.add(f.at(i));
                }
              }
            });
    unit.bus().send(Frame.extended(0x18EA00F9 | address << 8, pgn, pgn >> 8, pgn >> 16), "tool");
    unit.runUntil(unit.now() + 900_000);
    return bytes.subList(0, Math.min(size[0], bytes.size()));
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "{kind: wire-resistance, spn: 100, size: 2000000, from: 990}|100/4",
        "{kind: wire-short, spn: 110, size: 5, from: 990}|110/4",
        "{kind: loose-connector, spn: 102, from: 990}|102/4",
        "{kind: sensor-drift, spn: 175, size: 18, from: 990}|175/2",
        "{kind: supply-load, line: 1, size: 0.15, from: 990}|3509/4",
        "{kind: ground-resistance, line: 2, size: 150000, from: 990}|1209/3",
        "{kind: coolant-loss, size: 0.4, from: 990}|111/1",
        "{kind: thermostat-open, size: 0.6, from: 990}|110/18",
        "{kind: radiator-blocked, size: 0.8, from: 990}|110/0",
        "{kind: bearing-wear, size: 2.8, from: 990}|100/1",
        "{kind: charge-leak, size: 300, from: 990}|103/16",
        "{kind: charge-cooler-blocked, size: 0.8, from: 990}|105/16",
        "{kind: turbo-worn, size: 0.5, from: 990}|102/18",
        "{kind: vanes-stuck, size: 0.2, from: 990}|641/7",
        "{kind: egr-stuck, size: 0.7, from: 990}|2791/7",
        "{kind: egr-cooler-blocked, size: 0.8, from: 990}|2659/18",
        "{kind: throttle-stuck, size: 0.7, from: 990}|3464/7",
        "{kind: fuel-filter-blocked, size: 14, from: 990}|95/16",
        "{kind: fuel-pump-weak, size: 0.45, from: 990}|94/18",
        "{kind: rail-pump-weak, size: 0.4, from: 990}|157/18",
        "{kind: breather-blocked, size: 0.8, from: 990}|101/16",
        "{kind: filter-blocked, size: 0.85, from: 990}|3251/16",
        "{kind: alternator-weak, size: 0.9, from: 990}|168/1",
      })
  void theEnginesModuleSetsWhatItsSensorsShow(String defect, String fault) {
    assertThat(faults(unit("road-truck", defect), ENGINE)).contains(fault);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "{kind: hydraulic-filter-blocked, size: 9, from: 990}|1713/16",
        "{kind: hydraulic-pump-worn, size: 0.5, from: 990}|1762/18",
        "{kind: hydraulic-cooler-blocked, size: 0.8, from: 990}|1638/16",
        "{kind: supply-load, line: 3, size: 0.15, from: 990}|3509/4",
      })
  void theShovelsHydraulicsSetTheirs(String defect, String fault) {
    assertThat(faults(unit("loading-shovel", defect), HYDRAULICS)).contains(fault);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "{kind: transmission-pump-worn, size: 0.6, from: 990}|127/18",
        "{kind: clutch-slip, size: 0.25, from: 990}|522/16",
        "{kind: bus-stub-cut, module: body, from: 990}|84/9",
      })
  void theShovelsTransmissionSetsIts(String defect, String fault) {
    assertThat(faults(unit("loading-shovel", defect), TRANSMISSION)).contains(fault);
  }

  @ParameterizedTest
  @ValueSource(strings = {"road-truck", "loading-shovel"})
  void aSoundUnitSetsNothingInAHundredHours(String kind) {
    SimUnit u = unit(kind, "");
    for (int address : new int[] {ENGINE, TRANSMISSION, 23}) {
      assertThat(faults(u, address)).isEmpty();
    }
  }

  @Test
  void aWeakBatterySetsNoFaultOfItsOwn() {
    assertThat(faults(unit("road-truck", "{kind: battery-weak, size: 4, from: 900}"), ENGINE))
        .isEmpty();
  }

  @Test
  void aSmallLeakIsCarriedWithoutAFault() {
    assertThat(faults(unit("road-truck", "{kind: charge-leak, size: 20, from: 900}"), ENGINE))
        .isEmpty();
  }
}
