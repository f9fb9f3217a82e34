package hitchlamp.core.pack;

import hitchlamp.core.quantity.Unit;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * What is known about the monitors of the emissions.
 *
 * @param scalings how counts of test results become values, by the number of the scaling
 * @param tests what the tests are called
 * @param drives what lets a monitor run, by the name of the monitor
 */
public record MonitorKind(
    Map<Integer, Scaling> scalings, List<Test> tests, Map<String, String> drives) {
  /** Nothing is known. */
  public static final MonitorKind NONE = new MonitorKind(Map.of(), List.of(), Map.of());

  /** A value is counts times scale, plus offset. */
  public record Scaling(double scale, double offset, Unit unit, int decimals) {
    /** The value that counts stand for. */
    public double value(int counts) {
      return counts * scale + offset;
    }
  }

  /**
   * A test.
   *
   * @param fmi how it would fail
   * @param title what the technician reads
   * @param monitor name of the monitor that it belongs to; empty where it belongs to none
   */
  public record Test(int spn, int fmi, String title, String monitor) {}

  /** What is known of a test. */
  public Optional<Test> test(int spn, int fmi) {
    return tests.stream().filter(t -> t.spn() == spn && t.fmi() == fmi).findFirst();
  }

  /** What lets a monitor run; empty where nobody knows. */
  public String drive(String monitor) {
    return drives.getOrDefault(monitor, "");
  }

  /** This with another laid over it. */
  MonitorKind under(MonitorKind over) {
    Map<Integer, Scaling> scaled = new LinkedHashMap<>(scalings);
    scaled.putAll(over.scalings);
    List<Test> all = new ArrayList<>(over.tests);
    tests.stream().filter(t -> over.test(t.spn(), t.fmi()).isEmpty()).forEach(all::add);
    Map<String, String> driven = new LinkedHashMap<>(drives);
    driven.putAll(over.drives);
    return new MonitorKind(scaled, List.copyOf(all), driven);
  }
}
