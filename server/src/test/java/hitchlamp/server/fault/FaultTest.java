package hitchlamp.server.fault;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import hitchlamp.server.support.Installation;
import hitchlamp.server.support.Person;
import java.util.List;
import java.util.Map;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** Faults over real sockets to a simulated truck: leads, differences, sheets, clear, self-test. */
@ExtendWith(Installation.class)
class FaultTest {
  private static JsonNode read(Person.Feed feed, String why) {
    return feed.await(
            "faults read, " + why,
            c ->
                c.path("type").asString().equals("faults")
                    && c.path("body").path("why").asString().equals(why)
                    && !c.path("body").path("state").asString().equals("UNDER_WAY"))
        .path("body");
  }

  private static void hookUpAndCall(Person t, long job, String unit, Person.Feed feed) {
    t.must("POST", "/api/jobs/" + job + "/hook-up", Map.of("link", "sim/" + unit));
    feed.await(
        "hooked up",
        c -> c.path("type").asString().equals("link") && c.path("body").path("address").isNumber());
    t.must("POST", "/api/jobs/" + job + "/roll-call", Map.of("full", true));
    JsonNode first = read(feed, "ROLL");
    if (first.path("pack").asString().startsWith("Standards")) {
      t.must("POST", "/api/jobs/" + job + "/roll-call", Map.of("full", true));
      read(feed, "ROLL");
    }
  }

  /**
   * Text of a PDF, read back by PDFBox.
   *
   * @param pages that it must have; 0 for any number
   */
  private static String text(byte[] pdf, int pages) throws java.io.IOException {
    try (PDDocument document = Loader.loadPDF(pdf)) {
      if (pages > 0) {
        assertThat(document.getNumberOfPages()).isEqualTo(pages);
      }
      return new PDFTextStripper().getText(document);
    }
  }

  @Test
  void theFirstLeadNamesTheLineAndEverythingIsKept(Installation.Running running)
      throws java.io.IOException {
    Person t = Person.in(running, "Technician 2");
    long job = t.openJob("Tipper with a lead");
    String faults = "/api/jobs/" + job + "/faults";
    assertThat(t.get(faults).status()).isEqualTo(404);
    assertThat(t.post(faults + "/read", Map.of()).status()).as("not hooked up").isEqualTo(409);
    try (Person.Feed feed = t.feed(job, -1)) {
      hookUpAndCall(t, job, "tipper-14", feed);
      JsonNode view = t.must("GET", faults, null);
      JsonNode lead = view.path("leads").get(0);
      assertThat(lead.path("id").asString()).isEqualTo("sensor-supply-2");
      assertThat(lead.path("reasons").toString()).contains("3 sensors on it failed");
      assertThat(lead.path("mark").asString()).isEqualTo("NOW");
      assertThat(view.path("leads").toString()).contains("Retarder module does not answer");
      assertThat(view.path("hours").asDouble()).isCloseTo(18204.6, within(0.01));
      String key = lead.path("signs").get(0).asString();
      JsonNode sheet =
          t.must(
              "GET",
              faults
                  + "/snapshots?read="
                  + view.path("readId").asLong()
                  + "&fault="
                  + key.replace("/", "%2F"),
              null);
      assertThat(sheet.path("columns").size()).isBetween(1, 3);
      assertThat(sheet.toString())
          .contains("Engine speed")
          .contains("Charge-air rise over ambient");
      JsonNode moved =
          t.must(
              "POST",
              faults + "/moves",
              Map.of("what", "module-retarder", "to", "", "reason", "smells burnt there"));
      assertThat(moved.path("leads").get(0).path("id").asString()).isEqualTo("module-retarder");
      assertThat(
              t.must("DELETE", faults + "/moves/last", null)
                  .path("leads")
                  .get(0)
                  .path("id")
                  .asString())
          .isEqualTo("sensor-supply-2");
      t.must("POST", faults + "/read", Map.of());
      read(feed, "ASKED");
      JsonNode reads = t.must("GET", faults + "/reads", null);
      assertThat(reads.size()).isGreaterThanOrEqualTo(2);
      JsonNode difference =
          t.must(
              "GET",
              faults
                  + "/difference?before="
                  + reads.get(1).path("id").asLong()
                  + "&after="
                  + reads.get(0).path("id").asLong(),
              null);
      assertThat(difference.toString()).contains("STILL_ACTIVE").doesNotContain("\"NEW\"");
      JsonNode signOff = t.must("GET", "/api/jobs/" + job + "/sign-off", null);
      assertThat(signOff.path("open").toString()).contains("Sensor supply 2").contains("there now");
      assertThat(signOff.path("reads").asInt()).isGreaterThanOrEqualTo(2);
      assertThat(text(t.download("/api/jobs/" + job + "/report.pdf"), 1))
          .contains("does not pull")
          .contains("Sensor supply 2 of the engine module")
          .contains("Still open");
      assertThat(text(t.download("/api/jobs/" + job + "/report.pdf?units=US"), 0))
          .containsPattern("Distance\\s+[\\d,]+ mi\\b")
          .doesNotContain(" km");
      assertThat(text(t.download("/api/jobs/" + job + "/report.pdf?full=true"), 0))
          .contains("All faults of the last read")
          .contains("Logbook")
          .contains("1209");
      assertThat(t.must("GET", faults + "/clear-warnings", null).toString())
          .contains("will come back unless repaired");
      t.must("DELETE", "/api/jobs/" + job + "/hook-up", null);
    }
    running.restart();
    assertThat(
            Person.in(running, "Technician 2")
                .must("GET", faults, null)
                .path("leads")
                .get(0)
                .path("id")
                .asString())
        .isEqualTo("sensor-supply-2");
  }

  private static String keyOf(JsonNode view, int spn) {
    for (JsonNode f : view.path("faults")) {
      if (f.path("spn").asInt() == spn) {
        return f.path("key").asString();
      }
    }
    throw new AssertionError("no SPN " + spn + " in " + view);
  }

  @Test
  void aClearNeedsTheSeatReadsBeforeAndNamesWhatCameBack(Installation.Running running) {
    Person t = Person.in(running, "Technician 1");
    long job = t.openJob("Tipper to clear");
    String faults = "/api/jobs/" + job + "/faults";
    try (Person.Feed feed = t.feed(job, -1)) {
      hookUpAndCall(t, job, "tipper-14", feed);
      assertThat(t.post(faults + "/clear", Map.of("modules", List.of())).status())
          .as("without the seat")
          .isEqualTo(409);
      t.must("POST", "/api/jobs/" + job + "/seat", Map.of());
      t.must("POST", faults + "/self-test", Map.of());
      JsonNode test =
          feed.await(
                  "self-test ended",
                  c ->
                      c.path("type").asString().equals("self-test")
                          && c.path("body").path("ended").asBoolean())
              .path("body");
      assertThat(test.toString()).contains("found now");
      JsonNode after = read(feed, "ASKED");
      assertThat(after.path("faults").toString()).contains("\"failsNow\":true");
      assertThat(t.post(faults + "/clear", Map.of("modules", List.of(), "fault", "x/1/1")).status())
          .as("the last read has no such fault")
          .isEqualTo(409);
      String coolant = keyOf(after, 111);
      t.must("POST", faults + "/clear", Map.of("modules", List.of(), "fault", coolant));
      read(feed, "BEFORE_CLEAR");
      JsonNode one = read(feed, "AFTER_CLEAR");
      assertThat(one.path("faults").toString()).doesNotContain("\"spn\":111,");
      assertThat(one.path("faults").size()).isEqualTo(after.path("faults").size() - 1);
      t.must("POST", faults + "/clear", Map.of("modules", List.of()));
      read(feed, "BEFORE_CLEAR");
      JsonNode cleared = read(feed, "AFTER_CLEAR");
      assertThat(cleared.path("faults").toString())
          .as("the earlier coolant level is gone")
          .doesNotContain("\"spn\":111,");
      t.must("DELETE", "/api/jobs/" + job + "/hook-up", null);
    }
    String log = t.must("GET", "/api/jobs/" + job + "/logbook", null).toString();
    assertThat(log)
        .contains("Faults read before clearing")
        .contains("accepted the clear")
        .contains("Only SPN 111 FMI ")
        .contains("Self-test: ");
    Person apprentice = Person.in(running, "Apprentice 1");
    assertThat(apprentice.post(faults + "/clear", Map.of("modules", List.of())).status())
        .isEqualTo(403);
    assertThat(apprentice.post(faults + "/self-test", Map.of()).status()).isEqualTo(403);
  }

  @Test
  void monitorsTellTheirResultsAndAWatchShowsThemAnewWithoutStoringAnything(
      Installation.Running running) {
    Person t = Person.in(running, "Technician 2");
    long job = t.openJob("Tipper whose monitors have run");
    String faults = "/api/jobs/" + job + "/faults";
    try (Person.Feed feed = t.feed(job, -1)) {
      hookUpAndCall(t, job, "tipper-9", feed);
      JsonNode stored = t.must("GET", faults, null);
      assertThat(results(stored))
          .hasSize(5)
          .allSatisfy(
              r -> {
                assertThat(r.path("state").asString()).as("%s", r).isEqualTo("PASSES");
                assertThat(r.path("margin").asDouble()).isGreaterThan(10);
              });
      assertThat(stored.toString()).contains("in all for five minutes");
      int reads = t.must("GET", faults + "/reads", null).size();
      t.must("POST", faults + "/watch", Map.of("on", true));
      JsonNode shown = read(feed, "WATCH");
      assertThat(shown.path("readId").asLong()).isEqualTo(stored.path("readId").asLong());
      assertThat(results(shown)).hasSize(5);
      t.must("POST", faults + "/watch", Map.of("on", false));
      assertThat(t.must("GET", faults + "/reads", null)).hasSize(reads);
      assertThat(t.must("GET", "/api/jobs/" + job + "/sign-off", null).path("open").toString())
          .doesNotContain("near its limit")
          .doesNotContain("have not run");
      t.must("DELETE", "/api/jobs/" + job + "/hook-up", null);
    }
  }

  private static List<JsonNode> results(JsonNode view) {
    List<JsonNode> all = new java.util.ArrayList<>();
    view.path("modules").forEach(m -> m.path("monitors").path("results").forEach(all::add));
    return all;
  }
}
