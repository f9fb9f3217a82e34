package hitchlamp.core.j1939;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * DM5: how many faults a module keeps, and which of its monitors have run since the last clear
 * (J1939-73, from memory).
 *
 * @param active number of active faults; 255 where it does not count
 * @param earlier number of previously active faults; 255 where it does not count
 * @param compliance number of the on-board diagnostics it complies with
 * @param monitors those that it supports
 */
public record Readiness(int active, int earlier, int compliance, List<Monitor> monitors) {
  private static final int BYTES = 8;
  private static final List<String> CONTINUOUS =
      List.of("misfire", J1939Words.say("fuel-system"), J1939Words.say("comprehensive-components"));
  private static final List<String> ONCE =
      List.of(
          "catalyst",
          J1939Words.say("heated-catalyst"),
          J1939Words.say("evaporative-system"),
          J1939Words.say("secondary-air-system"),
          J1939Words.say("air-conditioning-refrigerant"),
          J1939Words.say("exhaust-gas-sensor"),
          J1939Words.say("exhaust-gas-sensor-heater"),
          J1939Words.say("exhaust-recirculation-and-valve-timing"),
          J1939Words.say("cold-start-aid"),
          J1939Words.say("boost-pressure-control"),
          J1939Words.say("particulate-filter"),
          J1939Words.say("nitrogen-oxide-catalyst"),
          J1939Words.say("hydrocarbon-catalyst"));

  /**
   * A monitor.
   *
   * @param continuous true where it runs all the time
   * @param complete true where it has run since the last clear
   */
  public record Monitor(String name, boolean continuous, boolean complete) {}

  /** What monitors are called. */
  public static List<String> names() {
    return Stream.concat(CONTINUOUS.stream(), ONCE.stream()).toList();
  }

  /** Reads the data of DM5; empty where they are too short or say "not available" throughout. */
  public static Optional<Readiness> of(byte[] data) {
    if (data.length < BYTES || notAvailable(data)) {
      return Optional.empty();
    }
    List<Monitor> monitors = new ArrayList<>();
    int all = data[3] & 0xFF;
    for (int i = 0; i < CONTINUOUS.size(); i++) {
      if ((all >> i & 1) != 0) {
        monitors.add(new Monitor(CONTINUOUS.get(i), true, (all >> i + 4 & 1) == 0));
      }
    }
    int supported = data[4] & 0xFF | (data[5] & 0xFF) << 8;
    int open = data[6] & 0xFF | (data[7] & 0xFF) << 8;
    for (int i = 0; i < ONCE.size(); i++) {
      if ((supported >> i & 1) != 0) {
        monitors.add(new Monitor(ONCE.get(i), false, (open >> i & 1) == 0));
      }
    }
    return Optional.of(
        new Readiness(data[0] & 0xFF, data[1] & 0xFF, data[2] & 0xFF, List.copyOf(monitors)));
  }

  /** Every bit of the monitors set: no module has them all, supported and open. */
  private static boolean notAvailable(byte[] data) {
    for (int i = 3; i < BYTES; i++) {
      if (data[i] != -1) {
        return false;
      }
    }
    return true;
  }

  /** Monitors that have not run since the last clear. */
  public List<String> notReady() {
    return monitors.stream().filter(m -> !m.complete()).map(Monitor::name).toList();
  }
}
