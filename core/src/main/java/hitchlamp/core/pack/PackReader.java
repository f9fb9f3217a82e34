package hitchlamp.core.pack;

import hitchlamp.core.j1939.Address;
import hitchlamp.core.j1939.ConversionVersion;
import hitchlamp.core.j1939.Dtc;
import hitchlamp.core.j1939.Pgn;
import hitchlamp.core.quantity.Unit;
import hitchlamp.core.words.Said;
import hitchlamp.yaml.Entry;
import hitchlamp.yaml.YamlFault;
import hitchlamp.yaml.YamlFile;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;

/**
 * Reads one pack file. Whatever is wrong is told with file, line and reason, as a {@link
 * YamlFault}.
 */
public final class PackReader {
  /** Version of the layout that is read here. */
  public static final int SCHEMA = 1;

  private PackReader() {}

  /**
   * Reads a pack from text.
   *
   * @param file name of the file for faults
   */
  public static Pack read(String file, String text) {
    return read(file, text, Set.of());
  }

  /**
   * Reads a pack of which some is left out, so that what else is wrong can be found.
   *
   * @param without paths of what is left out
   */
  static Pack read(String file, String text, Set<String> without) {
    Entry root = YamlFile.read(file, text, without);
    root.allow(
        "pack",
        "title",
        "schema",
        "layer",
        "version",
        "identify",
        "plugs",
        "modules",
        "parameters",
        "spn",
        "fmi",
        "components",
        "generic",
        "services",
        "derived",
        "limits",
        "lamps",
        "freeze-tail",
        "story",
        "vessel",
        "watch",
        "monitors",
        "controls",
        "routines",
        "tests",
        "inducement",
        "repairs",
        "drive",
        "wiring",
        "guides",
        "includes");
    head(root, without, "schema", SCHEMA, PackReader::schema);
    Map<String, ModuleKind> modules = new LinkedHashMap<>();
    root.find("modules")
        .ifPresent(
            all -> all.entries().forEach((id, e) -> modules.put(id, module(id, e, modules))));
    Map<Integer, Parameter> parameters = new LinkedHashMap<>();
    for (Entry e : root.itemsOf("parameters")) {
      Parameter p = parameter(e);
      if (parameters.put(p.spn(), p) != null) {
        throw e.fault(PackWords.say("spn-stands-twice-in-this-pack", p.spn()));
      }
    }
    return new Pack(
        head(root, without, "pack", file, Entry::text),
        head(root, without, "title", "", Entry::text),
        head(root, without, "layer", Pack.Layer.WORKSHOP, e -> e.oneOf(Pack.Layer.class)),
        head(root, without, "version", 1, e -> (int) e.whole(1, 1_000_000)),
        hash(text),
        root.find("identify")
            .map(
                e ->
                    new Pack.Identify(
                        e.allow("maker", "model").text("maker"), e.text("model", ""))),
        root.itemsOf("plugs").stream().map(PackReader::plug).toList(),
        modules,
        parameters,
        texts(root.find("spn"), Dtc.GREATEST_SPN),
        texts(root.find("fmi"), 31),
        ComponentReader.components(root.find("components")),
        root.itemsOf("generic").stream().map(ComponentReader::sign).toList(),
        root.find("services").map(ServiceReader::read).orElse(ServiceKind.NONE),
        root.itemsOf("derived").stream().map(PackReader::derived).toList(),
        root.itemsOf("limits").stream().map(PackReader::limit).toList(),
        lamps(root.find("lamps")),
        root.itemsOf("freeze-tail").stream().map(PackReader::tail).toList(),
        root.find("story").map(StoryKindReader::read).orElse(StoryKind.NONE),
        root.find("vessel").map(PackReader::vessel).orElse(VesselKind.NONE),
        root.find("watch").map(WatchKindReader::read).orElse(WatchKind.NONE),
        root.find("monitors").map(MonitorKindReader::read).orElse(MonitorKind.NONE),
        BenchReader.read(root),
        root.find("inducement").map(InducementReader::read).orElse(InducementKind.NONE),
        RepairKind.read(root.find("repairs")),
        root.find("drive").map(WatchKindReader::drive),
        root.find("wiring").map(WiringReader::read).orElse(Wiring.NONE),
        GuideReader.guides(root.find("guides")),
        root.itemsOf("includes").stream().map(Entry::text).toList());
  }

  /** What every pack must say of itself; where it is left out, what lets the rest be read. */
  private static <T> T head(
      Entry root, Set<String> without, String name, T otherwise, Function<Entry, T> read) {
    return without.contains(name)
        ? otherwise
        : read.apply(
            root.find(name)
                .orElseThrow(
                    () ->
                        new YamlFault(
                            root.file(), root.line(), name, PackWords.say("is-missing"))));
  }

  private static int schema(Entry e) {
    int schema = (int) e.whole(1, Integer.MAX_VALUE);
    if (schema != SCHEMA) {
      throw e.fault(PackWords.say("version-of-the-layout-is-not", schema, SCHEMA));
    }
    return schema;
  }

  private static VesselKind vessel(Entry e) {
    Map<String, String> names = new LinkedHashMap<>();
    e.entries()
        .forEach(
            (key, name) -> {
              if (!key.matches("[a-z-]+/\\d{1,3}")) {
                throw name.fault(PackWords.say("expected-a-kind-and-an-instance", key));
              }
              names.put(key, name.text());
            });
    return new VesselKind(names);
  }

  private static ModuleKind module(String id, Entry e, Map<String, ModuleKind> before) {
    e.allow(
        "title",
        "function",
        "instance",
        "address",
        "expected",
        "conversion",
        "services",
        "like",
        "side",
        "checks");
    int function = (int) e.whole("function", 0, 255);
    int instance = (int) e.whole("instance", 0, 31, 0);
    for (ModuleKind other : before.values()) {
      if (other.function() == function && other.functionInstance() == instance) {
        throw e.fault(
            PackWords.say(
                "has-function-and-instance-like-modules", function, instance, other.id()));
      }
    }
    return new ModuleKind(
        id,
        e.text("title"),
        function,
        instance,
        (int) e.whole("address", 0, Address.GREATEST_UNICAST),
        e.yes("expected", true),
        e.find("conversion")
            .map(c -> c.oneOf(ConversionVersion.class))
            .orElse(ConversionVersion.AMBIGUOUS),
        e.yes("services", false),
        e.text("like", id),
        e.text("side", ""),
        e.itemsOf("checks").stream().map(Entry::text).toList());
  }

  private static Parameter parameter(Entry e) {
    e.allow("spn", "name", "pgn", "byte", "bit", "bits", "scale", "offset", "unit");
    int bits = (int) e.whole("bits", 1, 32);
    int start = 8 * ((int) e.whole("byte", 1, 255) - 1) + (int) e.whole("bit", 1, 8, 1) - 1;
    double scale = e.number("scale", -1e9, 1e9);
    if (scale == 0) {
      throw e.need("scale").fault(PackWords.say("0-makes-every-reading-the-same"));
    }
    return new Parameter(
        (int) e.whole("spn", 1, Dtc.GREATEST_SPN),
        e.text("name"),
        (int) e.whole("pgn", 0, Pgn.GREATEST),
        start,
        bits,
        scale,
        e.number("offset", -1e9, 1e9, 0),
        unit(e.need("unit")));
  }

  private static Parameter tail(Entry e) {
    e.allow("spn", "name", "bits", "scale", "offset", "unit");
    int bits = (int) e.whole("bits", 8, 32);
    if (bits % 8 != 0) {
      throw e.need("bits").fault(PackWords.say("values-of-the-tail-have-whole"));
    }
    return new Parameter(
        (int) e.whole("spn", 0, Dtc.GREATEST_SPN, 0),
        e.text("name"),
        0,
        0,
        bits,
        e.number("scale", -1e9, 1e9),
        e.number("offset", -1e9, 1e9, 0),
        unit(e.need("unit")));
  }

  private static Map<String, LampKind> lamps(Optional<Entry> all) {
    Map<String, LampKind> lamps = new LinkedHashMap<>();
    all.ifPresent(a -> a.entries().forEach((id, e) -> lamps.put(id, lamp(id, e))));
    return lamps;
  }

  private static LampKind lamp(String id, Entry e) {
    e.allow("title", "by", "fault", "spn", "shown-by");
    boolean four = e.find("fault").isPresent();
    if (four == e.find("spn").isPresent()) {
      throw e.fault(PackWords.say("a-lamp-needs-fault-or-spn"));
    }
    List<String> by = e.need("by").items().stream().map(Entry::text).toList();
    if (by.isEmpty()) {
      throw e.need("by").fault(PackWords.say("some-module-must-command-the-lamp"));
    }
    return new LampKind(
        id,
        e.text("title"),
        by,
        e.find("fault").map(f -> f.oneOf(LampKind.Four.class)),
        four ? 0 : (int) e.whole("spn", 1, Dtc.GREATEST_SPN),
        e.text("shown-by", ""));
  }

  private static Derived derived(Entry e) {
    e.allow("name", "of", "with", "how", "unit");
    return new Derived(
        e.text("name"),
        e.text("of"),
        e.text("with"),
        e.need("how").oneOf(Derived.How.class),
        unit(e.need("unit")));
  }

  private static Limit limit(Entry e) {
    e.allow("of", "above", "below", "running", "loaded", "says", "source");
    if (e.find("above").isEmpty() && e.find("below").isEmpty()) {
      throw e.fault(PackWords.say("a-limit-needs-above-or-below"));
    }
    return new Limit(
        e.text("of"),
        e.number("above", -1e9, 1e9, Double.POSITIVE_INFINITY),
        e.number("below", -1e9, 1e9, Double.NEGATIVE_INFINITY),
        e.yes("running", false),
        e.number("loaded", 0, 125, 0),
        Said.written(e.text("says")).text(),
        e.text("source"));
  }

  static Unit unit(Entry unit) {
    return Unit.ofSymbol(unit.text())
        .orElseThrow(() -> unit.fault(PackWords.say("unknown-unit", unit.text())));
  }

  private static Pack.Plug plug(Entry e) {
    e.allow("title", "place", "pins");
    List<Pack.Pin> pins = new ArrayList<>();
    for (Entry p : e.need("pins").items()) {
      p.allow("name", "carries", "bus", "x", "y");
      pins.add(
          new Pack.Pin(
              p.text("name"),
              p.text("carries"),
              p.text("bus", ""),
              p.number("x", 0, 1),
              p.number("y", 0, 1)));
    }
    return new Pack.Plug(e.text("title"), e.text("place", ""), List.copyOf(pins));
  }

  private static Map<Integer, String> texts(Optional<Entry> table, int most) {
    Map<Integer, String> texts = new LinkedHashMap<>();
    table.ifPresent(
        t ->
            t.entries()
                .forEach(
                    (key, e) -> {
                      if (!key.matches("\\d{1,6}") || Integer.parseInt(key) > most) {
                        throw e.fault(PackWords.say("expected-a-number-up-to-before", most));
                      }
                      texts.put(Integer.parseInt(key), e.text());
                    }));
    return texts;
  }

  static String hash(String text) {
    try {
      return HexFormat.of()
          .formatHex(
              MessageDigest.getInstance("SHA-256").digest(text.getBytes(StandardCharsets.UTF_8)));
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException("every Java has SHA-256", e);
    }
  }
}
