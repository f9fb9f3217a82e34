package hitchlamp.core.pack;

import hitchlamp.core.j1939.Dtc;
import hitchlamp.yaml.Entry;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.OptionalInt;

/** Reads what a pack says about services of ISO 14229. */
final class ServiceReader {
  private static final int GREATEST = 0xFFFF;
  private static final int MOST_BYTES = 255;

  private ServiceReader() {}

  static ServiceKind read(Entry e) {
    e.allow("identifiers", "hours", "occurrence");
    Map<Integer, Parameter> identifiers = new LinkedHashMap<>();
    for (Entry i : e.itemsOf("identifiers")) {
      i.allow("id", "spn", "name", "bits", "scale", "offset", "unit");
      int id = (int) i.whole("id", 0, GREATEST);
      Parameter p =
          new Parameter(
              (int) i.whole("spn", 0, Dtc.GREATEST_SPN, 0),
              i.text("name"),
              0,
              0,
              (int) i.whole("bits", 1, 32),
              i.number("scale", -1e9, 1e9),
              i.number("offset", -1e9, 1e9, 0),
              PackReader.unit(i.need("unit")));
      if (identifiers.put(id, p) != null) {
        throw i.fault(PackWords.say("identifier-stands-twice", id));
      }
    }
    return new ServiceKind(
        identifiers,
        e.find("hours").isPresent()
            ? OptionalInt.of((int) e.whole("hours", 0, GREATEST))
            : OptionalInt.empty(),
        e.find("occurrence").map(ServiceReader::occurrence));
  }

  private static ServiceKind.Occurrence occurrence(Entry e) {
    e.allow("record", "bytes", "count", "first", "last", "step");
    int bytes = (int) e.whole("bytes", 1, MOST_BYTES);
    return new ServiceKind.Occurrence(
        (int) e.whole("record", 1, 0xEF),
        bytes,
        (int) e.whole("count", 0, bytes - 1),
        (int) e.whole("first", 0, bytes - 4),
        (int) e.whole("last", 0, bytes - 4),
        e.number("step", 1e-6, 100));
  }
}
