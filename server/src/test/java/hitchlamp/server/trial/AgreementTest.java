package hitchlamp.server.trial;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.server.support.CutoutSeat;
import hitchlamp.server.support.Installation;
import hitchlamp.server.support.Person;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** A yard tractor after a night, with one sensor off within its range and no fault stored. */
@ExtendWith(Installation.class)
class AgreementTest {
  @Test
  void aSensorThatDisagreesLeadsThoughNothingIsStored(Installation.Running running) {
    // An apprentice may do it, without the seat: it commands nothing.
    Person t = Person.in(running, "Apprentice 1");
    long job = Person.in(running, "Technician 1").openJob("Tractor short of power when it is warm");
    String at = "/api/jobs/" + job + "/trials";
    try (Person.Feed feed = t.feed(job, -1)) {
      t.must("POST", "/api/jobs/" + job + "/hook-up", Map.of("link", "sim/tractor-1"));
      feed.await(
          "hooked up",
          c ->
              c.path("type").asString().equals("link")
                  && c.path("body").path("address").isNumber());
      // The first roll tells what unit it is; the second is called under its pack.
      for (int i = 0; i < 2; i++) {
        t.must("POST", "/api/jobs/" + job + "/roll-call", Map.of("full", true));
        feed.await(
            "the story is read",
            c ->
                c.path("type").asString().equals("story")
                    && c.path("body").path("state").asString().equals("COMPLETE"));
      }
      assertThat(t.must("GET", "/api/jobs/" + job + "/faults", null).path("leads"))
          .as("nothing is stored")
          .isEmpty();
      t.prepare(job, Map.of("test", "agreement", "module", "engine"), feed);
      feed.await("prepared", CutoutSeat.stage("PREPARING"));
      t.must("POST", at + "/act", Map.of("act", "begin"));
      JsonNode end = feed.await("ended", CutoutSeat.stage("ENDED")).path("body");
      assertThat(end.path("judgement").path("verdict").asString()).isEqualTo("FAIL");
      assertThat(end.path("judgement").path("says").path("text").asString())
          .startsWith("Intake temperature sensor");
      JsonNode leads =
          feed.await(
                  "where to start changes by itself",
                  c ->
                      c.path("type").asString().equals("faults")
                          && c.path("body").path("leads").size() == 1)
              .path("body")
              .path("leads");
      assertThat(leads.path(0).path("id").asString()).isEqualTo("intake-temperature-sensor");
      assertThat(leads.path(0).path("mark").asString()).isEqualTo("DISAGREES");
      t.must("DELETE", "/api/jobs/" + job + "/hook-up", null);
    }
    assertThat(t.must("GET", "/api/jobs/" + job + "/faults", null).path("leads").path(0).toString())
        .as("judged again from what is stored")
        .contains("disagrees with the other sensors");
    assertThat(t.must("GET", "/api/jobs/" + job + "/sign-off", null).path("open").toString())
        .contains("Intake temperature sensor");
    JsonNode head = t.must("GET", at, null).path(0);
    assertThat(head.path("recording").isNull()).as("what it looked at is recorded").isFalse();
  }
}
