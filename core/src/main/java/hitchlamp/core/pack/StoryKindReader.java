package hitchlamp.core.pack;

import hitchlamp.yaml.Entry;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;
import java.util.OptionalInt;

/** Reads what a pack says about the memory of modules. */
final class StoryKindReader {
  private static final int GREATEST = 0xFFFF;
  private static final int MOST_BANDS = 40;

  private StoryKindReader() {}

  static StoryKind read(Entry e) {
    e.allow(
        "keeper",
        "hour-step",
        "kept-hours",
        "protection",
        "quantities",
        "life",
        "trip",
        "figures",
        "duty",
        "bands",
        "trail",
        "regenerations",
        "counters",
        "reset-trip");
    Map<Integer, StoryKind.Quantity> quantities = new LinkedHashMap<>();
    for (Entry q : e.itemsOf("quantities")) {
      StoryKind.Quantity one = quantity(q);
      if (quantities.put(one.code(), one) != null) {
        throw q.fault(PackWords.say("code-stands-twice", one.code()));
      }
    }
    return new StoryKind(
        e.text("keeper"),
        e.number("hour-step", 1e-6, 100, 0.05),
        e.number("kept-hours", 0, 1e6, 0),
        identifier(e, "protection"),
        quantities,
        identifier(e, "life"),
        identifier(e, "trip"),
        figures(e),
        e.find("duty").map(StoryKindReader::duty),
        e.find("bands")
            .map(b -> b.allow("identifier", "kmh"))
            .map(
                b ->
                    new StoryKind.Bands(
                        (int) b.whole("identifier", 0, GREATEST), rising(b.need("kmh")))),
        e.find("trail").map(StoryKindReader::trail),
        e.find("regenerations").map(StoryKindReader::regenerations),
        identifier(e, "counters"),
        e.text("reset-trip", ""));
  }

  private static OptionalInt identifier(Entry e, String name) {
    return e.find(name).isPresent()
        ? OptionalInt.of((int) e.whole(name, 0, GREATEST))
        : OptionalInt.empty();
  }

  private static StoryKind.Quantity quantity(Entry e) {
    e.allow("code", "name", "scale", "offset", "unit", "side", "fault-beyond", "faults");
    return new StoryKind.Quantity(
        (int) e.whole("code", 0, 255),
        e.text("name"),
        e.number("scale", 1e-9, 1e9),
        e.number("offset", -1e9, 1e9, 0),
        PackReader.unit(e.need("unit")),
        e.need("side").oneOf(Side.class) == Side.ABOVE,
        e.find("fault-beyond").isPresent()
            ? OptionalDouble.of(e.number("fault-beyond", -1e9, 1e9))
            : OptionalDouble.empty(),
        e.itemsOf("faults").stream().map(ComponentReader::sign).toList());
  }

  private enum Side {
    ABOVE,
    BELOW
  }

  private static List<StoryKind.Field> figures(Entry e) {
    List<StoryKind.Field> fields = new ArrayList<>();
    for (Entry f : e.itemsOf("figures")) {
      f.allow("figure", "scale", "unit");
      UseFigure figure = f.need("figure").oneOf(UseFigure.class);
      if (fields.stream().anyMatch(x -> x.figure() == figure)) {
        throw f.fault(PackWords.say("figure-stands-twice", figure));
      }
      fields.add(
          new StoryKind.Field(
              figure, f.number("scale", 1e-9, 1e9), PackReader.unit(f.need("unit"))));
    }
    return List.copyOf(fields);
  }

  private static StoryKind.Duty duty(Entry e) {
    e.allow("life", "trip", "rpm", "load");
    return new StoryKind.Duty(
        identifier(e, "life"),
        identifier(e, "trip"),
        rising(e.need("rpm")),
        rising(e.need("load")));
  }

  private static List<Double> rising(Entry list) {
    List<Double> edges = new ArrayList<>();
    for (Entry i : list.items()) {
      double edge = i.number(0, 1e6);
      if (!edges.isEmpty() && edge <= edges.get(edges.size() - 1)) {
        throw i.fault(PackWords.say("the-ends-of-the-bands-must"));
      }
      edges.add(edge);
    }
    if (edges.isEmpty() || edges.size() > MOST_BANDS) {
      throw list.fault(PackWords.say("expected-1-to-ends-of-bands", MOST_BANDS));
    }
    return List.copyOf(edges);
  }

  private static StoryKind.Trail trail(Entry e) {
    e.allow("identifier", "deeds", "tool");
    return new StoryKind.Trail(
        (int) e.whole("identifier", 0, GREATEST),
        coded(e.need("deeds"), StoryKind.ToolEvent.class),
        (int) e.whole("tool", 0, 64, 8));
  }

  private static StoryKind.Regenerations regenerations(Entry e) {
    e.allow("identifier", "ends", "kilometres");
    return new StoryKind.Regenerations(
        (int) e.whole("identifier", 0, GREATEST),
        coded(e.need("ends"), RegenerationEnd.class),
        e.number("kilometres", 1e-6, 100, 0.125));
  }

  /** What codes of one byte mean. */
  private static <E extends Enum<E>> Map<Integer, E> coded(Entry e, Class<E> kind) {
    Map<Integer, E> meanings = new LinkedHashMap<>();
    e.entries()
        .forEach(
            (code, meaning) -> {
              if (!code.matches("\\d{1,3}") || Integer.parseInt(code) > 255) {
                throw meaning.fault(PackWords.say("expected-a-code-from-0-to"));
              }
              meanings.put(Integer.parseInt(code), meaning.oneOf(kind));
            });
    return meanings;
  }
}
