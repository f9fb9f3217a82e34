package hitchlamp.core.pack;

import hitchlamp.core.j1939.Dtc;
import hitchlamp.core.j1939.Readiness;
import hitchlamp.core.words.Said;
import hitchlamp.yaml.Entry;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** Reads what a pack says of the monitors of the emissions. */
final class MonitorKindReader {
  private static final int GREATEST_SCALING = 0xFFFF;

  private MonitorKindReader() {}

  static MonitorKind read(Entry e) {
    e.allow("scalings", "tests", "drives");
    Map<Integer, MonitorKind.Scaling> scalings = new LinkedHashMap<>();
    for (Entry s : e.itemsOf("scalings")) {
      s.allow("id", "scale", "offset", "unit", "decimals");
      int id = (int) s.whole("id", 1, GREATEST_SCALING);
      double scale = s.number("scale", -1e9, 1e9);
      if (scale == 0) {
        throw s.need("scale").fault(PackWords.say("0-makes-every-reading-the-same"));
      }
      MonitorKind.Scaling scaling =
          new MonitorKind.Scaling(
              scale,
              s.number("offset", -1e9, 1e9, 0),
              PackReader.unit(s.need("unit")),
              (int) s.whole("decimals", 0, 4, 1));
      if (scalings.put(id, scaling) != null) {
        throw s.fault(PackWords.say("scaling-stands-twice", id));
      }
    }
    List<MonitorKind.Test> tests = new ArrayList<>();
    for (Entry t : e.itemsOf("tests")) {
      t.allow("spn", "fmi", "title", "monitor");
      MonitorKind.Test test =
          new MonitorKind.Test(
              (int) t.whole("spn", 1, Dtc.GREATEST_SPN),
              (int) t.whole("fmi", 0, 31),
              t.text("title"),
              t.find("monitor").map(MonitorKindReader::monitor).orElse(""));
      if (tests.stream().anyMatch(o -> o.spn() == test.spn() && o.fmi() == test.fmi())) {
        throw t.fault(PackWords.say("test-stands-twice", test.spn(), test.fmi()));
      }
      tests.add(test);
    }
    Map<String, String> drives = new LinkedHashMap<>();
    for (Entry d : e.itemsOf("drives")) {
      d.allow("monitor", "says");
      drives.put(monitor(d.need("monitor")), Said.written(d.text("says")).text());
    }
    return new MonitorKind(scalings, List.copyOf(tests), drives);
  }

  private static String monitor(Entry e) {
    if (!Readiness.names().contains(e.text())) {
      throw e.fault(
          PackWords.say("no-monitor-is-called", e.text(), String.join(", ", Readiness.names())));
    }
    return e.text();
  }
}
