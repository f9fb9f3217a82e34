package hitchlamp.server.signoff;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.server.support.CutoutSeat;
import hitchlamp.server.support.Installation;
import hitchlamp.server.support.Person;
import java.io.IOException;
import java.time.Instant;
import java.util.Map;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** A truck that takes power away is mended; what the repair leaves to be done is checked off. */
@ExtendWith(Installation.class)
class RepairTest {
  private static final String CLEARS = "quality-hours";
  private static final String CAB = "/cab/tipper-10";

  private static String state(JsonNode repairs, String test) {
    for (JsonNode owed : repairs.path("repairs").path(0).path("owed")) {
      if (owed.path("test").asString().equals(test)) {
        return owed.path("state").asString();
      }
    }
    return "none";
  }

  private static JsonNode clear(Person t, long job, Person.Feed feed) {
    try (CutoutSeat seat = new CutoutSeat(t, job, feed)) {
      return seat.through(CLEARS, "aftertreatment");
    }
  }

  private static boolean passed(JsonNode end) {
    return end.path("judgement").path("verdict").asString().equals("PASS");
  }

  private static void read(Person t, long job, Person.Feed feed) {
    t.must("POST", "/api/jobs/" + job + "/faults/read", Map.of());
    feed.await(
        "read",
        c ->
            c.path("type").asString().equals("faults")
                && c.path("body").path("why").asString().equals("ASKED")
                && c.path("body").path("readId").asLong() > 0);
  }

  private static String report(Person p, long job) throws IOException {
    byte[] pdf = p.download("/api/jobs/" + job + "/report.pdf");
    try (PDDocument document = Loader.loadPDF(pdf)) {
      return new PDFTextStripper().getText(document);
    }
  }

  @Test
  void aRepairObligesUntilTheUnitItselfAnswers(Installation.Running running) throws IOException {
    Person t = Person.in(running, "Technician 1");
    long job = t.openJob("Tipper filled up with water");
    String base = "/api/jobs/" + job;
    assertThat(t.must("GET", base + "/repairs", null).path("choices")).isEmpty();
    try (Person.Feed feed = t.feed(job, -1)) {
      t.hookUpAndCall(job, "sim/tipper-10", feed);
      read(t, job, feed);
      JsonNode induced = t.must("GET", base + "/faults", null).path("inducement");
      assertThat(induced.path("severity").asInt()).as(induced.toString()).isEqualTo(2);
      assertThat(induced.path("now").path("text").asString()).contains("quarter of full power");
      assertThat(induced.path("why").path("text").asString()).contains("wrong quality");
      assertThat(induced.path("next").path("text").asString()).contains("crawls");
      assertThat(t.must("GET", base + "/sign-off", null).path("open").toString())
          .contains("quarter of full power")
          .contains("Clear hours with wrong fluid");
      assertThat(clear(t, job, feed).path("judgement").path("verdict").asString())
          .as("the fluid is still wrong")
          .isNotEqualTo("PASS");

      t.must("POST", base + CAB, Map.of("action", "replace", "value", "fluid"));
      JsonNode repairs =
          t.must(
              "POST",
              base + "/repairs",
              Map.of("kind", "fluid-renewed", "title", "", "note", "60 L from a sealed can"));
      assertThat(state(repairs, CLEARS)).as("what ran before proves nothing").isEqualTo("OPEN");
      assertThat(t.must("GET", base + "/sign-off", null).path("open").toString())
          .contains("is owed after: Exhaust fluid drained");
      // The sensor in the tank follows the new fluid within a minute: until then it is refused.
      JsonNode end = clear(t, job, feed);
      for (int i = 0; i < 150 && !passed(end); i++) {
        end = clear(t, job, feed);
      }
      assertThat(end.path("judgement").path("verdict").asString()).isEqualTo("PASS");
      repairs = t.must("GET", base + "/repairs", null);
      assertThat(state(repairs, CLEARS)).isEqualTo("DONE");
      String repair = base + "/repairs/" + repairs.path("repairs").path(0).path("id").asLong();
      JsonNode waived =
          t.must("POST", repair + "/waive", Map.of("test", "fluid", "reason", "sealed can"));
      assertThat(state(waived, "fluid")).isEqualTo("WAIVED");
      read(t, job, feed);
      assertThat(t.must("GET", base + "/faults", null).path("inducement").isNull()).isTrue();
      assertThat(t.must("GET", base + "/sign-off", null).path("open").toString())
          .doesNotContain("is owed after")
          .doesNotContain("quarter of full power");
      assertThat(report(t, job))
          .contains("Exhaust fluid drained and filled new")
          .contains("Clear hours with wrong fluid: passed after the repair")
          .contains("Fluid quality: not needed: sealed can");
      t.must("DELETE", base + "/hook-up", null);
    }
    opensAgainFromItsCaseFile(running, t.download(base + "/case-file"));
  }

  private static void opensAgainFromItsCaseFile(Installation.Running running, byte[] file) {
    Person other = Person.in(running, "Technician 2");
    Person.Answer opened = other.upload("/api/case-files", "tipper.zip", file);
    assertThat(opened.status()).as(opened.body().toString()).isEqualTo(201);
    long job = opened.body().path("job").asLong();
    JsonNode repairs = other.must("GET", "/api/jobs/" + job + "/repairs", null);
    assertThat(state(repairs, CLEARS)).isEqualTo("DONE");
    assertThat(state(repairs, "fluid")).isEqualTo("WAIVED");
    assertThat(
            other
                .post("/api/jobs/" + job + "/repairs", Map.of("kind", "", "title", "x", "note", ""))
                .status())
        .as("a case file is only read")
        .isEqualTo(409);
  }

  @Test
  void whatCannotBeEnteredIsSaid(Installation.Running running) {
    Person t = Person.in(running, "Technician 1");
    String at = "/api/jobs/" + t.openJob("Tipper with a repair") + "/repairs";
    assertThat(t.post(at, Map.of("kind", "", "title", " ", "note", "")).status()).isEqualTo(400);
    assertThat(t.post(at, Map.of("kind", "none", "title", "", "note", "")).status()).isEqualTo(404);
    assertThat(t.post(at, Map.of("kind", "", "title", "x".repeat(201), "note", "")).status())
        .isEqualTo(400);
    Person.Answer ahead =
        t.post(
            at,
            Map.of(
                "kind",
                "",
                "title",
                "x",
                "note",
                "",
                "at",
                Instant.now().plusSeconds(9_000).toString()));
    assertThat(ahead.status()).isEqualTo(400);
    assertThat(ahead.body().toString()).contains("later than now");
    for (String odd : new String[] {"0001-01-01T00:00:00Z", "1969-07-01T00:00:00Z", "yesterday"}) {
      assertThat(t.post(at, Map.of("kind", "", "title", "x", "note", "", "at", odd)).status())
          .as(odd)
          .isEqualTo(400);
    }
    JsonNode own = t.must("POST", at, Map.of("kind", "", "title", "Hose clamp", "note", ""));
    assertThat(own.path("repairs").path(0).path("title").asString()).isEqualTo("Hose clamp");
    assertThat(own.path("repairs").path(0).path("owed")).isEmpty();
    String one = at + "/" + own.path("repairs").path(0).path("id").asLong();
    assertThat(t.post(one + "/waive", Map.of("test", "fluid", "reason", "why")).status())
        .isEqualTo(404);
    assertThat(
            Person.in(running, "Apprentice 1")
                .post(one + "/waive", Map.of("test", "fluid", "reason", "why"))
                .status())
        .isEqualTo(403);
    t.must("DELETE", one, null);
    assertThat(t.must("GET", at, null).path("repairs")).isEmpty();
    assertThat(t.delete(one).status()).isEqualTo(404);
  }
}
