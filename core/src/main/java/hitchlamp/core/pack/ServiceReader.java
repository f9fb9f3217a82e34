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
  private static final int MOST_PARTS = 16;
  private static final int MOST_NUMBER = 4;

  private ServiceReader() {}

  static ServiceKind read(Entry e) {
    e.allow("identifiers", "blocks", "hours", "occurrence");
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
    Map<Integer, BlockSpec> blocks = new LinkedHashMap<>();
    for (Entry b : e.itemsOf("blocks")) {
      b.allow("id", "name", "head", "parts", "bytes", "scale", "offset", "unit");
      int id = (int) b.whole("id", 0, GREATEST);
      BlockSpec block =
          new BlockSpec(
              b.text("name"),
              (int) b.whole("head", 0, MOST_NUMBER, 0),
              (int) b.whole("parts", 1, MOST_PARTS, 1),
              (int) b.whole("bytes", 1, MOST_NUMBER),
              b.number("scale", -1e9, 1e9),
              b.number("offset", -1e9, 1e9, 0),
              PackReader.unit(b.need("unit")));
      if (identifiers.containsKey(id) || blocks.put(id, block) != null) {
        throw b.fault(PackWords.say("identifier-stands-twice", id));
      }
    }
    return new ServiceKind(
        identifiers,
        blocks,
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
