package hitchlamp.server.job;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.server.support.Installation;
import hitchlamp.server.support.Person;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

@ExtendWith(Installation.class)
class JobTest {
  @Test
  void aJobIsOpenedFoundAndRemembered(Installation.Running running) {
    Person t = Person.in(running, "Technician 1");
    long job = t.openJob("Grader 100%_5");
    JsonNode row = t.must("GET", "/api/jobs/" + job, null);
    assertThat(row.path("number").asString()).matches("\\d{4}-\\d+");
    assertThat(row.path("state").asString()).isEqualTo("OPEN");
    assertThat(t.must("GET", "/api/units?search=100%25_", null))
        .as("per cent and underscore are plain characters")
        .hasSize(1);
    assertThat(t.must("GET", "/api/units?search=nothing-like-it", null)).isEmpty();
    assertThat(t.must("GET", "/api/jobs?search=Grader", null)).hasSize(1);
    assertThat(t.must("GET", "/api/units/" + row.path("unitId").asLong(), null).path("jobs"))
        .hasSize(1);
  }

  @Test
  void manyWhoOpenJobsAtOnceGetNumbersOfTheirOwn(Installation.Running running) throws Exception {
    Person t = Person.in(running, "Technician 1");
    long unit = t.must("GET", "/api/jobs/" + t.openJob("Crusher 1"), null).path("unitId").asLong();
    var threads = java.util.concurrent.Executors.newFixedThreadPool(8);
    try {
      var opened = new java.util.ArrayList<java.util.concurrent.Future<String>>();
      for (int i = 0; i < 24; i++) {
        opened.add(
            threads.submit(
                () ->
                    t.must("POST", "/api/jobs", Map.of("unitId", unit, "complaint", "Again"))
                        .path("number")
                        .asString()));
      }
      var numbers = new java.util.HashSet<String>();
      for (var o : opened) {
        numbers.add(o.get());
      }
      assertThat(numbers).hasSize(24);
    } finally {
      threads.shutdown();
    }
  }

  @Test
  void theLogbookTellsWhatHappenedAndWho(Installation.Running running) {
    Person t = Person.in(running, "Technician 1");
    long job = t.openJob("Dozer 1");
    t.must(
        "POST",
        "/api/jobs/" + job + "/logbook",
        Map.of("text", "  Harness chafed at the cab mount  "));
    JsonNode entries = t.must("GET", "/api/jobs/" + job + "/logbook", null);
    assertThat(entries.get(0).path("text").asString()).isEqualTo("Harness chafed at the cab mount");
    assertThat(entries.get(0).path("who").asString()).isEqualTo("Technician 1");
    assertThat(entries.get(1).path("text").asString()).contains("does not pull");
    assertThat(t.call("PUT", "/api/jobs/" + job + "/logbook", "{}").status())
        .as("nothing changes an entry")
        .isEqualTo(404);
  }

  @Test
  void aPhotoStandsInTheLogbookAndNothingElseIsTakenForOne(Installation.Running running) {
    Person t = Person.in(running, "Technician 1");
    long job = t.openJob("Dozer 10");
    byte[] png = {(byte) 0x89, 'P', 'N', 'G', '\r', '\n', 0x1A, '\n', 0, 0, 0, 0};
    long entry;
    try (Person.Feed feed = t.feed(job, -1)) {
      feed.await("listening", c -> c.path("type").asString().equals("snapshot"));
      entry =
          t.upload("/api/jobs/" + job + "/photos", "harness.png", png).body().path("id").asLong();
      feed.await("told", c -> c.path("body").path("kind").asString("").equals("PHOTO"));
    }
    assertThat(t.must("GET", "/api/jobs/" + job + "/logbook", null).get(0).path("kind").asString())
        .isEqualTo("PHOTO");
    Person.Answer photo = t.get("/api/jobs/" + job + "/photos/" + entry);
    assertThat(photo.status()).isEqualTo(200);
    assertThat(photo.headers().firstValue("Content-Type")).contains("image/png");
    assertThat(t.get("/api/jobs/" + (job - 1) + "/photos/" + entry).status())
        .as("not under another job")
        .isEqualTo(404);
    assertThat(t.upload("/api/jobs/" + job + "/photos", "page.png", "<script>".getBytes()).status())
        .isEqualTo(400);
  }

  @Test
  void aClosedJobIsNotHookedUpUntilItIsOpenedAgain(Installation.Running running) {
    Person t = Person.in(running, "Technician 1");
    long job = t.openJob("Dozer 9");
    t.must("POST", "/api/jobs/" + job + "/state", Map.of("state", "CLOSED"));
    assertThat(
            t.post("/api/jobs/" + job + "/hook-up", Map.of("link", "sim/tipper-9"))
                .body()
                .path("message")
                .asString())
        .contains("closed");
    assertThat(
            Person.in(running, "Apprentice 1")
                .post("/api/jobs/" + job + "/state", Map.of("state", "OPEN"))
                .status())
        .isEqualTo(403);
    assertThat(
            t.must("POST", "/api/jobs/" + job + "/state", Map.of("state", "OPEN"))
                .path("state")
                .asString())
        .isEqualTo("OPEN");
    assertThat(t.post("/api/jobs/" + job + "/state", Map.of("state", "SOLD")).status())
        .isEqualTo(400);
  }

  @Test
  void formsThatCannotBeSavedSayWhichFieldAndLoseNothing(Installation.Running running) {
    Person t = Person.in(running, "Technician 1");
    Person.Answer empty =
        t.post(
            "/api/units",
            Map.of("fleetNumber", " ", "vin", "", "maker", "", "model", "", "unitClass", "TRUCK"));
    assertThat(empty.status()).isEqualTo(400);
    assertThat(empty.body().path("message").asString()).contains("fleetNumber");
    assertThat(
            t.post(
                    "/api/units",
                    Map.of(
                        "fleetNumber",
                        "X",
                        "vin",
                        "",
                        "maker",
                        "",
                        "model",
                        "",
                        "unitClass",
                        "BICYCLE"))
                .body()
                .path("message")
                .asString())
        .contains("TRUCK, MACHINE or VESSEL");
    assertThat(t.post("/api/jobs", Map.of("unitId", 999_999, "complaint", "x")).status())
        .isEqualTo(404);
    assertThat(t.post("/api/jobs", "{broken").status()).isEqualTo(400);
    assertThat(t.get("/api/jobs/999999").status()).isEqualTo(404);
    assertThat(t.get("/api/jobs/abc").status()).isEqualTo(400);
    assertThat(t.get("/api/nothing").status()).isEqualTo(404);
  }

  @Test
  void aSpecialistNotesButOpensNothing(Installation.Running running) {
    long job = Person.in(running, "Technician 1").openJob("Dozer 2");
    Person s = Person.in(running, "Specialist 1");
    assertThat(s.get("/api/jobs/" + job).status()).isEqualTo(200);
    assertThat(s.post("/api/jobs/" + job + "/logbook", Map.of("text", "Look at supply 2")).status())
        .isEqualTo(201);
    assertThat(s.post("/api/jobs", Map.of("unitId", 1, "complaint", "x")).status()).isEqualTo(403);
    assertThat(s.post("/api/jobs/" + job + "/hook-up", Map.of("link", "sim/tipper-9")).status())
        .isEqualTo(403);
  }

  @Test
  void theSeatIsTakenHandedOverAndGivenUp(Installation.Running running) {
    Person one = Person.in(running, "Technician 1");
    Person two = Person.in(running, "Technician 2");
    long job = one.openJob("Dozer 3");
    String seat = "/api/jobs/" + job + "/seat";
    assertThat(one.get(seat).body().path("holder").isNull()).isTrue();
    assertThat(one.post(seat, null).body().path("holder").asString()).isEqualTo("Technician 1");
    Person.Answer refused = two.post(seat, null);
    assertThat(refused.status()).isEqualTo(409);
    assertThat(refused.body().path("message").asString()).contains("Technician 1");
    assertThat(two.post("/api/jobs/" + job + "/hook-up", Map.of("link", "sim/tipper-9")).status())
        .as("only the one in the seat")
        .isEqualTo(409);
    assertThat(one.post(seat + "/hand-over", Map.of("to", "Apprentice 1")).status()).isEqualTo(409);
    assertThat(
            one.post(seat + "/hand-over", Map.of("to", "Technician 2"))
                .body()
                .path("holder")
                .asString())
        .isEqualTo("Technician 2");
    assertThat(one.delete(seat).status()).isEqualTo(409);
    assertThat(Person.in(running, "Manager").post(seat, null).body().path("holder").asString())
        .as("a manager may take it")
        .isEqualTo("Manager");
    assertThat(Person.in(running, "Apprentice 1").post(seat, null).status())
        .as("a reader may not")
        .isEqualTo(403);
    assertThat(
            one.must("GET", "/api/jobs/" + job + "/logbook", null).get(0).path("text").asString())
        .isEqualTo("Manager took the seat from Technician 2.");
  }

  /** The document that the web's types are made from is the one the server tells. */
  @Test
  void theApiDocumentIsTrue(Installation.Running running) throws IOException {
    JsonNode told = Person.in(running, "Technician 1").must("GET", "/api/openapi", null);
    JsonMapper json = JsonMapper.builder().build();
    Path kept = Path.of("../docs/openapi.json");
    if (System.getenv("OPENAPI_WRITE") != null) {
      ((tools.jackson.databind.node.ObjectNode) told).remove("servers");
      Files.writeString(
          kept, json.writerWithDefaultPrettyPrinter().writeValueAsString(told) + "\n");
    }
    JsonNode document = json.readTree(Files.readString(kept));
    assertThat(told.path("paths"))
        .as("run the server tests with OPENAPI_WRITE=1, then npm run types")
        .isEqualTo(document.path("paths"));
    assertThat(told.path("components")).isEqualTo(document.path("components"));
  }
}
