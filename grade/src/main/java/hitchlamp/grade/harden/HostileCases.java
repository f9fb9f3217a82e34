package hitchlamp.grade.harden;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * Case files as somebody would make them who wants the server to fall over: a sound one with one
 * thing changed, and its checksums made to fit again.
 */
public final class HostileCases {
  private static final JsonMapper JSON = JsonMapper.builder().build();
  private static final String MARKUP = "<img src=x onerror=alert(1)>\"'&amp;";
  private static final String UNPRINTABLE = "a\uFFFEb\u0000c\uD800d\u202Ee";

  /**
   * One of them.
   *
   * @param kind what kind of change it is
   * @param what where it was made
   */
  public record Hostile(String kind, String what, byte[] file) {}

  private final CaseArchive sound;
  private final Random random;
  private final List<String> json = new ArrayList<>();
  private final List<String> binary = new ArrayList<>();

  /**
   * @param sound a case file that opens
   */
  public HostileCases(byte[] sound, long seed) {
    this.sound = new CaseArchive(sound);
    this.random = new Random(seed);
    // In a fixed order, so that a seed means the same files.
    for (Map.Entry<String, byte[]> p : new TreeMap<>(this.sound.parts()).entrySet()) {
      String path = p.getKey();
      if (path.endsWith(".json") && !path.startsWith("packs/") && p.getValue().length > 3) {
        json.add(path);
      } else if (!path.startsWith("traffic/")
          && !path.startsWith("csv/")
          && !path.endsWith(".json")) {
        binary.add(path);
      }
    }
  }

  /** The next one: most often a value somewhere in a part, else bytes of a part, or the archive. */
  public Hostile next() {
    int kind = random.nextInt(10);
    if (kind < 7) {
      return changedValue();
    }
    return kind < 9 ? changedBytes() : whole();
  }

  private Hostile changedValue() {
    String path = json.get(random.nextInt(json.size()));
    JsonNode root;
    try {
      root = JSON.readTree(sound.parts().get(path));
    } catch (JacksonException e) {
      return changedBytes();
    }
    List<Object[]> places = new ArrayList<>();
    places(root, places);
    if (places.isEmpty()) {
      return changedBytes();
    }
    Object[] place = places.get(random.nextInt(places.size()));
    String kind = change(place);
    return new Hostile(
        kind, path + " at " + place[1], sound.with(path, JSON.writeValueAsBytes(root)).bytes());
  }

  private static void places(JsonNode node, List<Object[]> to) {
    if (node instanceof ObjectNode o) {
      for (String name : List.copyOf(o.propertyNames())) {
        to.add(new Object[] {o, name});
        places(o.get(name), to);
      }
    } else if (node instanceof ArrayNode a) {
      for (int i = 0; i < a.size(); i++) {
        to.add(new Object[] {a, i});
        places(a.get(i), to);
      }
    }
  }

  private String change(Object[] place) {
    Object[][] values = {
      {"a value left out", null},
      {"null", JSON.nullNode()},
      {"another type", JSON.createObjectNode().put("x", 1)},
      {"another type", JSON.createArrayNode().add(1)},
      {"text where a figure stood", JSON.getNodeFactory().stringNode("NaN")},
      {"a huge figure", JSON.getNodeFactory().numberNode(1e308)},
      {"a huge figure", JSON.getNodeFactory().numberNode(Long.MAX_VALUE)},
      {"a negative figure", JSON.getNodeFactory().numberNode(-1)},
      {"markup", JSON.getNodeFactory().stringNode(MARKUP)},
      {"characters no document holds", JSON.getNodeFactory().stringNode(UNPRINTABLE)},
      {"a long text", JSON.getNodeFactory().stringNode("x".repeat(60_000))},
      {"an endless text", JSON.getNodeFactory().stringNode("x".repeat(3_000_000))},
      {"an empty text", JSON.getNodeFactory().stringNode("")},
      {"a path", JSON.getNodeFactory().stringNode("../../manifest.json")},
      {"depth", deep(400)},
      {"many elements", many()}
    };
    Object[] chosen = values[random.nextInt(values.length)];
    JsonNode value = (JsonNode) chosen[1];
    if (place[0] instanceof ObjectNode o) {
      if (value == null) {
        o.remove((String) place[1]);
      } else {
        o.set((String) place[1], value);
      }
    } else if (place[0] instanceof ArrayNode a) {
      if (value == null) {
        a.remove((int) (Integer) place[1]);
      } else {
        a.set((int) (Integer) place[1], value);
      }
    }
    return (String) chosen[0];
  }

  private static JsonNode deep(int levels) {
    ArrayNode node = JSON.createArrayNode();
    for (int i = 0; i < levels; i++) {
      node = JSON.createArrayNode().add(node);
    }
    return node;
  }

  private static JsonNode many() {
    ArrayNode all = JSON.createArrayNode();
    for (int i = 0; i < 200_000; i++) {
      all.addObject();
    }
    return all;
  }

  private Hostile changedBytes() {
    List<String> from = binary.isEmpty() || random.nextInt(3) == 0 ? json : binary;
    String path = from.get(random.nextInt(from.size()));
    byte[] was = sound.parts().get(path);
    byte[] now;
    String kind;
    switch (random.nextInt(4)) {
      case 0 -> {
        kind = "bytes turned";
        now = was.clone();
        for (int i = 0; i < 1 + was.length / 50; i++) {
          now[random.nextInt(now.length)] ^= (byte) (1 << random.nextInt(8));
        }
      }
      case 1 -> {
        kind = "a part cut short";
        now = java.util.Arrays.copyOf(was, was.length / 2);
      }
      case 2 -> {
        kind = "an empty part";
        now = new byte[0];
      }
      default -> {
        kind = "another part's bytes";
        now = sound.parts().get(from.get(random.nextInt(from.size()))).clone();
      }
    }
    CaseArchive changed = sound.with(path, now);
    boolean manifest = path.equals("manifest.json");
    return new Hostile(kind, path, manifest ? changed.bytesAsTheyAre() : changed.bytes());
  }

  private Hostile whole() {
    byte[] page = "<html><script src=x></script></html>".getBytes(StandardCharsets.UTF_8);
    return switch (random.nextInt(5)) {
      case 0 ->
          new Hostile(
              "millions of empty rows",
              "fault-read.json",
              sound.with("fault-read.json", rows(5_000_000)).bytes());
      case 1 -> new Hostile("a name outside", "../x", sound.with("../../x", page).bytes());
      case 2 ->
          new Hostile(
              "a checksum that does not fit",
              "logbook",
              sound.with("logbook-entry.json", page).bytesAsTheyAre());
      case 3 -> {
        byte[] file = sound.bytes();
        yield new Hostile("half an archive", "", java.util.Arrays.copyOf(file, file.length / 2));
      }
      default -> picture(page, "text/html");
    };
  }

  private static byte[] rows(int n) {
    return ("[" + "{},".repeat(n) + "{}]").getBytes(StandardCharsets.UTF_8);
  }

  /** A page that says it is a picture of a logbook entry. */
  public Hostile picture(byte[] content, String type) {
    JsonNode log = JSON.readTree(sound.parts().get("logbook-entry.json"));
    ArrayNode photos = JSON.createArrayNode();
    photos
        .addObject()
        .put("key", log.path(0).path("key").asLong())
        .put("media_type", type)
        .put("entry_id", log.path(0).path("key").asLong())
        .put("content", "logbook-photo/1");
    return new Hostile(
        "a page as a picture",
        type,
        sound
            .with("logbook-photo.json", JSON.writeValueAsBytes(photos))
            .with("logbook-photo/1", content)
            .bytes());
  }
}
