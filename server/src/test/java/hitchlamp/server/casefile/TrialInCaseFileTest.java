package hitchlamp.server.casefile;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.server.support.Installation;
import hitchlamp.server.support.Person;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.function.Consumer;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Tests within case files: those of earlier versions open, those that make no sense do not. */
@ExtendWith(Installation.class)
class TrialInCaseFileTest {
  private static final JsonMapper JSON = JsonMapper.builder().build();
  private static final String ROWS = "trial.json";
  private static final String ENDS = "trial-end.json";

  private static Map<String, byte[]> parts(byte[] zip) throws IOException {
    Map<String, byte[]> parts = new LinkedHashMap<>();
    try (ZipInputStream in = new ZipInputStream(new ByteArrayInputStream(zip))) {
      for (ZipEntry e = in.getNextEntry(); e != null; e = in.getNextEntry()) {
        parts.put(e.getName(), in.readAllBytes());
      }
    }
    return parts;
  }

  /** A case file of parts, with a manifest that tells their lengths and checksums truly. */
  private static byte[] file(Map<String, byte[]> parts) throws Exception {
    ObjectNode manifest = (ObjectNode) JSON.readTree(parts.get("manifest.json"));
    ArrayNode listed = manifest.putArray("parts");
    for (Map.Entry<String, byte[]> p : parts.entrySet()) {
      if (!p.getKey().equals("manifest.json")) {
        listed
            .addObject()
            .put("path", p.getKey())
            .put("bytes", p.getValue().length)
            .put(
                "sha256",
                HexFormat.of()
                    .formatHex(MessageDigest.getInstance("SHA-256").digest(p.getValue())));
      }
    }
    parts.put("manifest.json", JSON.writeValueAsBytes(manifest));
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    try (ZipOutputStream zip = new ZipOutputStream(out)) {
      for (Map.Entry<String, byte[]> p : parts.entrySet()) {
        zip.putNextEntry(new ZipEntry(p.getKey()));
        zip.write(p.getValue());
        zip.closeEntry();
      }
    }
    return out.toByteArray();
  }

  private static String content(Map<String, byte[]> parts) {
    return JSON.readTree(parts.get(ENDS)).path(0).path("content").asString();
  }

  /** The same file as an earlier version wrote it: a run and its end in one row. */
  private static byte[] before(byte[] now) throws Exception {
    Map<String, byte[]> parts = parts(now);
    JsonNode row = JSON.readTree(parts.get(ROWS)).path(0);
    JsonNode end = JSON.readTree(parts.get(ENDS)).path(0);
    String part = content(parts);
    JsonNode seen = JSON.readTree(parts.get(part)).path("observed");
    ObjectNode old = JSON.createObjectNode();
    old.put("stage", "ENDED").put("says", "Ended. All cylinders fire.");
    old.put("cylinders", 6).put("allowed", 2).put("settled", true);
    old.set("observations", seen.path("observations"));
    ObjectNode point = old.putArray("trace").addObject();
    point.put("micros", 5).put("rpm", 600.0).put("fuel", "NaN").putArray("off").add(3);
    parts.remove(ENDS);
    parts.remove("trial-figure.json");
    parts.put(part, JSON.writeValueAsBytes(old));
    ObjectNode run = JSON.createObjectNode();
    for (String same : new String[] {"key", "began_at", "who", "hours", "pack", "pack_hash"}) {
      run.set(same, row.path(same));
    }
    run.put("kind", "CUTOUT").put("engine", "Engine");
    run.set("ended_at", end.path("ended_at"));
    run.set("verdict", end.path("verdict"));
    run.put("content", part);
    parts.put(ROWS, JSON.writeValueAsBytes(JSON.createArrayNode().add(run)));
    return file(parts);
  }

  @Test
  void aCutoutOfAnEarlierVersionOpensAndIsJudgedAgain(Installation.Running running)
      throws Exception {
    byte[] old = before(CaseFileTest.sound(running));
    Person t = Person.in(running, "Technician 1");
    Person.Answer opened = t.upload("/api/case-files", "old.zip", old);
    assertThat(opened.status()).as(opened.body().toString()).isEqualTo(201);
    String at = "/api/jobs/" + opened.body().path("job").asLong() + "/trials";
    JsonNode head = t.must("GET", at, null).path(0);
    assertThat(head.path("title").asString()).isEqualTo("Cylinder cutout by hand");
    assertThat(head.path("moduleTitle").asString()).isEqualTo("Engine");
    assertThat(head.path("says").asString()).as("worked out again").contains("Not tried");
    JsonNode view = t.must("GET", at + "/" + head.path("id").asLong(), null).path("view");
    assertThat(view.path("observed").path("observations").size()).isPositive();
    assertThat(view.path("trace").path("points").path(0).path("held").asString())
        .isEqualTo("3 off");
    assertThat(view.path("trace").path("points").path(0).path("values").toString())
        .isEqualTo("[600.0,null]");
  }

  /**
   * The same file with a lamp check as an earlier version kept it, among what was done about
   * faults.
   */
  private static byte[] withOldLampCheck(byte[] now, String seen) throws Exception {
    Map<String, byte[]> parts = parts(now);
    JsonNode run = JSON.readTree(parts.get(ROWS)).path(0);
    ObjectNode old = JSON.createObjectNode().put("stage", "DONE").put("says", "Every lamp.");
    ObjectNode lamp = old.putArray("lamps").addObject().put("seen", seen);
    lamp.putObject("lamp").put("id", "stop").put("title", "Stop lamp").put("shown", "");
    lamp.putArray("by")
        .addObject()
        .put("module", "engine")
        .put("title", "Engine")
        .put("heard", true)
        .put("told", true)
        .put("lit", true)
        .put("out", true);
    parts.put("fault-deed/lamps.json", JSON.writeValueAsBytes(old));
    ArrayNode deeds = JSON.createArrayNode();
    deeds
        .addObject()
        .put("kind", "LAMPS")
        .put("done_at", run.path("began_at").asString())
        .put("who", "Technician 1")
        .put("engine_hours", 812.5)
        .put("bus_micros", 7)
        .put("content", "fault-deed/lamps.json");
    parts.put("fault-deed.json", JSON.writeValueAsBytes(deeds));
    return file(parts);
  }

  @Test
  void aLampCheckOfAnEarlierVersionOpensAsATest(Installation.Running running) throws Exception {
    byte[] old = withOldLampCheck(CaseFileTest.sound(running), "NEVER_LIT");
    Person t = Person.in(running, "Technician 1");
    Person.Answer opened = t.upload("/api/case-files", "old.zip", old);
    assertThat(opened.status()).as(opened.body().toString()).isEqualTo(201);
    String at = "/api/jobs/" + opened.body().path("job").asLong() + "/trials";
    JsonNode head = null;
    for (JsonNode h : t.must("GET", at, null)) {
      head = h.path("kind").asString().equals("lamps") ? h : head;
    }
    assertThat(head).isNotNull();
    assertThat(head.path("title").asString()).isEqualTo("Lamp check");
    assertThat(head.path("verdict").asString()).isEqualTo("FAIL");
    assertThat(head.path("says").asString()).contains("Stop lamp: Commanded on by the engine");
    JsonNode view = t.must("GET", at + "/" + head.path("id").asLong(), null).path("view");
    assertThat(view.path("observed").path("lamps").path(0).path("seen").asString())
        .isEqualTo("NEVER_LIT");
  }

  @Test
  void aLampCheckThatMakesNoSenseIsRefused(Installation.Running running) throws Exception {
    byte[] old = withOldLampCheck(CaseFileTest.sound(running), "PURPLE");
    Person.Answer a = Person.in(running, "Technician 1").upload("/api/case-files", "bad.zip", old);
    assertThat(a.status()).isEqualTo(400);
    assertThat(a.body().path("message").asString()).contains("PURPLE");
  }

  private static void refused(
      Installation.Running running, String part, Consumer<ObjectNode> change, String says)
      throws Exception {
    Map<String, byte[]> parts = parts(CaseFileTest.sound(running));
    String of = part.isEmpty() ? content(parts) : part;
    JsonNode tree = JSON.readTree(parts.get(of));
    change.accept((ObjectNode) (tree.isArray() ? tree.path(0) : tree));
    parts.put(of, JSON.writeValueAsString(tree).getBytes(StandardCharsets.UTF_8));
    Person t = Person.in(running, "Technician 1");
    long before = t.must("GET", "/api/jobs", null).size();
    Person.Answer a = t.upload("/api/case-files", "bad.zip", file(parts));
    assertThat(a.status()).as(a.body().toString()).isEqualTo(400);
    assertThat(a.body().path("message").asString()).contains(says);
    assertThat(t.must("GET", "/api/jobs", null).size()).as("nothing is left").isEqualTo(before);
  }

  @Test
  void runsThatMakeNoSenseAreRefusedWhole(Installation.Running running) throws Exception {
    refused(running, ROWS, r -> r.put("kind", "smoke"), "'smoke' is not a kind of test");
    refused(running, ROWS, r -> r.put("layout", 99), "stands in layout 99");
    refused(running, ROWS, r -> r.put("layout", -1), "stands in layout -1");
    refused(running, ENDS, r -> r.put("verdict", "PERHAPS"), "PERHAPS");
    refused(running, ENDS, r -> r.put("ending", "LATER"), "LATER");
    refused(running, ENDS, r -> r.put("trial_id", 77), "belongs to nothing");
    refused(running, "", r -> r.remove("trace"), "trace");
    refused(running, "", r -> r.put("observed", 7), "");
    refused(
        running,
        "",
        r -> ((ObjectNode) r.path("observed")).put("cylinders", 1_000_000_000),
        "an engine of 1000000000 cylinders");
  }
}
