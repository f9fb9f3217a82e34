package hitchlamp.server.casefile;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.server.support.CutoutSeat;
import hitchlamp.server.support.Installation;
import hitchlamp.server.support.Person;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import java.util.zip.ZipOutputStream;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/**
 * A job goes out as one archive and opens elsewhere with every view; bad archives leave nothing.
 */
@ExtendWith(Installation.class)
class CaseFileTest {
  private static byte[] made;

  /** The same for other tests of case files. */
  static byte[] sound(Installation.Running running) {
    return caseFile(running);
  }

  /** A whole job on the truck that was wiped, as a case file; made once. */
  private static synchronized byte[] caseFile(Installation.Running running) {
    if (made != null) {
      return made;
    }
    Person t = Person.in(running, "Technician 2");
    long job = t.openJob("Tipper for the case");
    try (Person.Feed feed = t.feed(job, -1)) {
      t.must("POST", "/api/jobs/" + job + "/hook-up", Map.of("link", "sim/tipper-6"));
      feed.await(
          "hooked up",
          c ->
              c.path("type").asString().equals("link")
                  && c.path("body").path("address").isNumber());
      for (int i = 0; i < 2; i++) {
        t.must("POST", "/api/jobs/" + job + "/roll-call", Map.of("full", true));
        feed.await(
            "story read",
            c ->
                c.path("type").asString().equals("story")
                    && c.path("body").path("state").asString().equals("COMPLETE"));
      }
      t.must("POST", "/api/jobs/" + job + "/logbook", Map.of("text", "Smells of coolant."));
      recordAndTest(t, job, feed);
      trace(t, job, feed);
      t.must("DELETE", "/api/jobs/" + job + "/hook-up", null);
      feed.awaitLink("OFF");
    }
    made = t.download("/api/jobs/" + job + "/case-file");
    return made;
  }

  /** Some values with a mark, and a cutout that ended because nobody looked on. */
  private static void recordAndTest(Person t, long job, Person.Feed feed) {
    String at = "/api/jobs/" + job;
    JsonNode started =
        t.must(
            "POST",
            at + "/watch/recorders",
            Map.of("name", "Before the repair", "preRollSeconds", 2, "channels", List.of()));
    feed.await(
        "recording",
        c ->
            c.path("type").asString().equals("recorders")
                && c.path("body").path("recorders").path(0).path("samples").asLong() > 500);
    t.must("POST", at + "/watch/marker", Map.of("text", "It shook here."));
    t.must("DELETE", at + "/watch/recorders/" + started.path("number").asInt(), null);
    feed.await(
        "kept",
        c ->
            c.path("type").asString().equals("logbook")
                && c.path("body").path("text").asString().startsWith("Recording \"Before"));
    try (CutoutSeat seat = new CutoutSeat(t, job, feed)) {
      seat.begin();
      seat.say("off 3");
      seat.fallSilent();
    }
  }

  /** A guide that the unit answered, and one whose first check was taken for granted. */
  private static void trace(Person t, long job, Person.Feed feed) {
    String at = "/api/jobs/" + job + "/traces";
    JsonNode told = t.must("POST", at, Map.of("guide", "alternator", "part", "alternator"));
    t.must("POST", at + "/" + told.path("id").asLong() + "/look", Map.of());
    feed.await(
        "the unit tells its voltage",
        c ->
            c.path("type").asString().equals("trace")
                && c.path("body").path("check").path("id").asString().equals("sound"));
    JsonNode begun = t.must("POST", at, Map.of("guide", "thermostat", "part", "thermostat"));
    t.must(
        "POST",
        at + "/" + begun.path("id").asLong() + "/assume",
        Map.of("check", "coolant", "outcome", "below", "reason", "the heater stays cold"));
  }

  private static Map<String, byte[]> unzip(byte[] zip) throws IOException {
    Map<String, byte[]> parts = new LinkedHashMap<>();
    try (ZipInputStream in = new ZipInputStream(new ByteArrayInputStream(zip))) {
      for (ZipEntry e = in.getNextEntry(); e != null; e = in.getNextEntry()) {
        parts.put(e.getName(), in.readAllBytes());
      }
    }
    return parts;
  }

  private static byte[] zip(Map<String, byte[]> parts) throws IOException {
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

  @Test
  void sheetsInsideAreReadByAnyReaderOfCsv(Installation.Running running) throws IOException {
    Map<String, byte[]> parts = unzip(caseFile(running));
    try (CSVParser log = sheet(parts, "csv/logbook-entry.csv");
        CSVParser figures = sheet(parts, "csv/use-figure.csv");
        CSVParser faults = sheet(parts, "csv/faults.csv")) {
      assertThat(log.getHeaderNames()).contains("text", "who", "at [UTC]", "engine hours [h]");
      assertThat(log.getRecords()).anyMatch(r -> r.get("text").equals("Smells of coolant."));
      assertThat(figures.getRecords())
          .anyMatch(
              r ->
                  r.get("figure").equals("IDLE_SHARE")
                      && r.get("unit of the amount").equals("%")
                      && Double.parseDouble(r.get("amount")) > 20);
      assertThat(faults.getHeaderNames()).contains("SPN", "FMI", "first [engine h]");
    }
  }

  private static CSVParser sheet(Map<String, byte[]> parts, String name) throws IOException {
    return CSVParser.parse(
        new String(parts.get(name), StandardCharsets.UTF_8),
        CSVFormat.RFC4180.builder().setHeader().setSkipHeaderRecord(true).get());
  }

  private static byte[] with(byte[] file, String part, String content) throws IOException {
    Map<String, byte[]> parts = unzip(file);
    parts.put(part, content.getBytes(StandardCharsets.UTF_8));
    return zip(parts);
  }

  private static byte[] manifest(byte[] file, String from, String to) throws IOException {
    String text = new String(unzip(file).get("manifest.json"), StandardCharsets.UTF_8);
    assertThat(text).contains(from);
    return with(file, "manifest.json", text.replace(from, to));
  }

  @Test
  void itOpensAsAJobThatCanOnlyBeReadWithEveryView(Installation.Running running)
      throws IOException {
    byte[] file = caseFile(running);
    Map<String, byte[]> parts = unzip(file);
    assertThat(parts.keySet())
        .contains("manifest.json", "logbook-entry.json", "fault-read.json", "story-read.json")
        .anyMatch(p -> p.startsWith("traffic/") && p.endsWith(".log"))
        .anyMatch(p -> p.startsWith("story-read/") && p.endsWith(".json"));
    Person s = Person.in(running, "Specialist 1");
    assertThat(s.upload("/api/case-files", "case.zip", file).status())
        .as("a specialist looks and comments; somebody of the workshop opens the file for him")
        .isEqualTo(403);
    Person.Answer opened =
        Person.in(running, "Technician 1").upload("/api/case-files", "case.zip", file);
    assertThat(opened.status()).as(opened.body().toString()).isEqualTo(201);
    long job = opened.body().path("job").asLong();
    String at = "/api/jobs/" + job;
    JsonNode head = s.must("GET", at, null);
    assertThat(head.path("state").asString()).isEqualTo("CASE");
    assertThat(head.path("fleetNumber").asString()).startsWith("Tipper for the case, case file");
    JsonNode story = s.must("GET", at + "/story", null);
    assertThat(story.path("findings").path(0).path("kind").asString()).isEqualTo("WIPED_LATELY");
    assertThat(s.must("GET", at + "/faults", null).path("modules").size()).isGreaterThan(8);
    assertThat(s.must("GET", at + "/roll", null).path("modules").size()).isGreaterThan(8);
    assertThat(s.must("GET", at + "/sign-off", null).path("open").toString())
        .contains("Faults were cleared")
        .contains("Cylinder cutout by hand, engine cannot tell");
    JsonNode test = s.must("GET", at + "/trials", null).path(0);
    JsonNode kept = s.must("GET", at + "/trials/" + test.path("id").asLong(), null);
    assertThat(kept.path("view").path("trace").path("points").size()).isGreaterThan(10);
    assertThat(test.path("who").asString()).isEqualTo("Technician 2, elsewhere");
    JsonNode trace = s.must("GET", at + "/traces", null).path("traces").path(0);
    assertThat(trace.path("state").asString()).isEqualTo("UNDER_WAY");
    assertThat(trace.path("check").path("id").asString()).isEqualTo("hose");
    assertThat(trace.path("log").path(0).path("says").asString())
        .contains("assumed: the heater stays cold");
    assertThat(trace.path("log").path(0).path("who").asString())
        .isEqualTo("Technician 2, elsewhere");
    JsonNode told = s.must("GET", at + "/traces", null).path("traces").path(1).path("log").path(0);
    assertThat(told.path("how").asString()).isEqualTo("UNIT");
    assertThat(told.path("who").isNull()).as("nobody but the unit").isTrue();
    JsonNode made = s.must("GET", at + "/recordings-made", null);
    assertThat(made.path(0).path("name").asString())
        .as("what the test looked at")
        .isEqualTo("Cylinder cutout by hand, Engine");
    assertThat(test.path("recording").asLong()).isEqualTo(made.path(0).path("id").asLong());
    JsonNode recording = made.path(1);
    assertThat(recording.path("name").asString()).isEqualTo("Before the repair");
    String of = "/api/recordings/" + recording.path("id").asLong();
    assertThat(s.must("GET", of, null).path("marks").toString()).contains("It shook here.");
    JsonNode drawn =
        s.must("GET", of + "/window?channels=engine/190&columns=20", null).path(0).path("least");
    assertThat(drawn.toString()).matches(".*[1-9]\\d{3}.*");
    String log = s.must("GET", at + "/logbook", null).toString();
    assertThat(log)
        .contains("Smells of coolant.")
        .contains("Technician 2, elsewhere")
        .contains("Opened from a case file of");
    assertThat(s.must("GET", at + "/links", null).toString()).contains("stored/");
    Person t = Person.in(running, "Technician 2");
    assertThat(t.post(at + "/faults/read", Map.of()).status()).isEqualTo(409);
    assertThat(
            t.post(
                    at + "/traces/" + trace.path("id").asLong() + "/answer",
                    Map.of("check", "hose", "outcome", "warm"))
                .status())
        .as("a guide of a case file is not gone on with")
        .isEqualTo(409);
    assertThat(t.post(at + "/state", Map.of("state", "OPEN")).status())
        .as("it cannot be opened for work")
        .isEqualTo(409);
    t.must("POST", at + "/logbook", Map.of("text", "The specialist says: radiator."));
    assertThat(Person.in(running, "Manager").get("/api/account").body().toString())
        .as("who is named by a case file is no account here")
        .doesNotContain("elsewhere");
    try (Person.Feed feed = t.feed(job, -1)) {
      String stored = "";
      for (JsonNode link : t.must("GET", at + "/links", null)) {
        stored =
            link.path("kind").asString().equals("STORED") ? link.path("id").asString() : stored;
      }
      t.must("POST", at + "/hook-up", Map.of("link", stored));
      feed.await(
          "the story lived again",
          c ->
              c.path("type").asString().equals("story")
                  && c.path("body").path("why").asString().equals("REPLAY")
                  && c.path("body").path("findings").toString().contains("WIPED_LATELY"));
      t.must("DELETE", at + "/hook-up", null);
    }
  }

  private static void refused(Person p, byte[] file, String says) {
    long before = p.must("GET", "/api/jobs", null).size();
    Person.Answer a = p.upload("/api/case-files", "case.zip", file);
    assertThat(a.status()).as(a.body().toString()).isEqualTo(400);
    assertThat(a.body().path("message").asString()).contains(says);
    assertThat(a.body().path("next").asString()).isNotEmpty();
    assertThat(p.must("GET", "/api/jobs", null).size()).as("nothing is left").isEqualTo(before);
  }

  @Test
  void aBadFileIsRefusedWithItsReasonAndLeavesNothing(Installation.Running running)
      throws IOException {
    byte[] file = caseFile(running);
    Person p = Person.in(running, "Technician 1");
    refused(p, "no archive".getBytes(StandardCharsets.UTF_8), "not a whole zip archive");
    refused(p, Arrays.copyOf(file, file.length / 2), "not a whole zip archive");
    refused(p, zip(Map.of("a.txt", new byte[3])), "has no manifest.json");
    refused(p, manifest(file, "hitch-lamp-case", "another-case"), "its format is");
    refused(p, manifest(file, "\"version\" : 1", "\"version\" : 2"), "has layout version 2");
    refused(p, with(file, "manifest.json", "{"), "cannot be read");
    refused(p, with(file, "logbook-entry.json", "[]"), "checksum does not fit");
    refused(p, with(file, "../../etc/evil", "x"), "write outside of itself");
    refused(p, with(file, "extra.txt", "x"), "is not named by the manifest");
    Map<String, byte[]> fewer = unzip(file);
    fewer.remove("roll.json");
    refused(p, zip(fewer), "The part \"roll.json\" is missing");
    assertThat(Person.in(running, "Technician 1").get("/api/jobs/999999/case-file").status())
        .isEqualTo(404);
  }

  @Test
  void rowsThatMakeNoSenseAreRefusedWholeEvenWithTrueChecksums(Installation.Running running)
      throws Exception {
    Map<String, byte[]> parts = unzip(caseFile(running));
    Person p = Person.in(running, "Technician 1");
    for (String[] bad :
        new String[][] {
          {"story-read.json", "[{\"key\": 1}]", "Row 1 of"},
          {"frame-block.json", "[{\"key\": 1, \"hook_up_id\": 77}]", "belongs to nothing"},
          {"logbook-entry.json", "{\"a\": 1}", "holds no rows"},
          {"logbook-entry.json", "[{\"a\": 1]", "cannot be read"},
          {"logbook-entry.json", "[7]", "is not a row"},
          {"lead-move.json", "[{\"what\": {\"x\": 1}}]", "not a plain value"},
          {"use-figure.json", "null", "holds no rows"}
        }) {
      Map<String, byte[]> changed = new LinkedHashMap<>(parts);
      byte[] content = bad[1].getBytes(StandardCharsets.UTF_8);
      String manifest = new String(parts.get("manifest.json"), StandardCharsets.UTF_8);
      changed.put(bad[0], content);
      changed.put(
          "manifest.json",
          manifest
              .replaceAll(
                  "(\"path\" : \""
                      + bad[0]
                      + "\",\\s*\"bytes\" : )\\d+(,\\s*\"sha256\" : \")[0-9a-f]+",
                  "$1" + content.length + "$2" + sha(content))
              .getBytes(StandardCharsets.UTF_8));
      refused(p, zip(changed), bad[2]);
    }
  }

  private static String sha(byte[] content) throws Exception {
    return java.util.HexFormat.of()
        .formatHex(java.security.MessageDigest.getInstance("SHA-256").digest(content));
  }
}
