package hitchlamp.server.trial;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.server.support.CutoutSeat;
import hitchlamp.server.support.Installation;
import hitchlamp.server.support.Person;
import java.util.Map;
import java.util.function.Predicate;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** A cylinder cut while the foot is down, through the server, and what is kept of it. */
@ExtendWith(Installation.class)
class LoadedTest {
  private static Predicate<JsonNode> seen(Predicate<JsonNode> which) {
    return CutoutSeat.stage("RUNNING").and(c -> which.test(c.path("body").path("observed")));
  }

  @Test
  void itIsCutWithTheFootDownFiresWhenItIsLiftedAndTheRunIsJudgedAgainTheSame(
      Installation.Running running) {
    Person t = Person.in(running, "Technician 1");
    long job = t.openJob("Blows oil under load");
    String at = "/api/jobs/" + job + "/trials";
    String cab = "/api/jobs/" + job + "/cab/tipper-6";
    try (Person.Feed feed = t.feed(job, -1)) {
      t.hookUpAndCall(job, "sim/tipper-6", feed);
      try (CutoutSeat seat = new CutoutSeat(t, job, feed)) {
        seat.begin("loaded");
        assertThat(t.post(at + "/act", Map.of("act", "again 7")).status())
            .as("the seventh of six")
            .isEqualTo(400);
        seat.say("again 2");
        feed.await("the second is next", seen(o -> o.path("next").asInt() == 2));
        t.must("POST", cab, Map.of("action", "pedal", "value", "1"));
        feed.await("it is off", seen(o -> o.path("off").asInt() == 2));
        t.must("POST", cab, Map.of("action", "pedal", "value", "0"));
        JsonNode fires =
            feed.await(
                "it fires",
                seen(o -> o.path("off").asInt() == 0 && !o.path("pulling").asBoolean()));
        assertThat(fires.path("body").path("observed").path("rows"))
            .as("no page needs every moment")
            .isEmpty();
        assertThat(seat.fallSilent().path("ending").asString()).isEqualTo("UNATTENDED");
      }
      assertThat(t.must("GET", "/api/jobs/" + job + "/logbook", null).toString())
          .contains("Commanded: cylinder 2 off. The module confirmed it.")
          .contains("Let go: cylinder 2 off. The module confirmed it.");
      t.must("DELETE", "/api/jobs/" + job + "/hook-up", null);
    }
    JsonNode kept = t.must("GET", at, null).path(0);
    assertThat(kept.path("verdict").asString()).isEqualTo("CANNOT_TELL");
    JsonNode one = t.must("GET", at + "/" + kept.path("id").asLong(), null).path("view");
    assertThat(one.path("judgement").path("verdict").asString()).isEqualTo("CANNOT_TELL");
    assertThat(one.path("judgement").path("says").path("text").asString())
        .as("judged again, from what is stored")
        .isEqualTo(kept.path("says").asString());
  }
}
