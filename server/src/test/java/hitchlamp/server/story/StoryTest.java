package hitchlamp.server.story;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import hitchlamp.server.support.Installation;
import hitchlamp.server.support.Person;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** What a simulated truck remembers, over real sockets: findings, figures, a trip reset. */
@ExtendWith(Installation.class)
class StoryTest {
  private static JsonNode story(Person.Feed feed, String why) {
    return feed.await(
            "story read, " + why,
            c ->
                c.path("type").asString().equals("story")
                    && c.path("body").path("why").asString().equals(why)
                    && c.path("body").path("state").asString().equals("COMPLETE"))
        .path("body");
  }

  private static JsonNode figure(JsonNode story, String id) {
    for (JsonNode f : story.path("engines").path(0).path("figures")) {
      if (f.path("figure").asString().equals(id)) {
        return f;
      }
    }
    throw new AssertionError("no " + id + " in " + story.path("engines").path(0).path("figures"));
  }

  @Test
  void theStoryFollowsTheRollNamesWhatWasWipedAndATripIsResetBetweenTwoReads(
      Installation.Running running) {
    Person t = Person.in(running, "Technician 1");
    long job = t.openJob("Tipper back from hire");
    String at = "/api/jobs/" + job + "/story";
    assertThat(t.get(at).status()).isEqualTo(404);
    assertThat(t.post(at + "/read", Map.of()).status()).as("not hooked up").isEqualTo(409);
    try (Person.Feed feed = t.feed(job, -1)) {
      t.must("POST", "/api/jobs/" + job + "/hook-up", Map.of("link", "sim/tipper-6"));
      feed.await(
          "hooked up",
          c ->
              c.path("type").asString().equals("link")
                  && c.path("body").path("address").isNumber());
      t.must("POST", "/api/jobs/" + job + "/roll-call", Map.of("full", true));
      story(feed, "ROLL");
      // The first roll of a new unit finds its pack; the second is called under it.
      t.must("POST", "/api/jobs/" + job + "/roll-call", Map.of("full", true));
      JsonNode first = story(feed, "ROLL");
      assertThat(first.path("findings").path(0).path("kind").asString()).isEqualTo("WIPED_LATELY");
      assertThat(first.path("findings").path(0).path("reasons").toString())
          .as("what did not come as it should: %s", first.path("modules"))
          .contains("by \\\"HANDY-2\\\"")
          .contains("Coolant temperature reached");
      assertThat(first.path("protection").path(0).path("name").asString())
          .isEqualTo("Coolant temperature");
      assertThat(figure(first, "IDLE_SHARE").path("trip").asDouble()).isCloseTo(44, within(2.0));
      assertThat(figure(first, "HOURS").path("life").asDouble()).isCloseTo(14_902, within(2.0));
      assertThat(first.path("engines").path(0).path("lifeDuty").path("seconds").size())
          .isEqualTo(9);
      assertThat(t.post(at + "/trip-reset", Map.of()).status())
          .as("without the seat")
          .isEqualTo(409);
      assertThat(Person.in(running, "Apprentice 1").post(at + "/trip-reset", Map.of()).status())
          .as("without the right to command")
          .isEqualTo(403);
      t.must("POST", "/api/jobs/" + job + "/seat", Map.of());
      t.must("POST", at + "/trip-reset", Map.of());
      JsonNode after = story(feed, "AFTER_RESET");
      assertThat(figure(after, "HOURS").path("trip").asDouble()).isLessThan(0.2);
      assertThat(after.path("trail").path(0).path("title").asString()).isEqualTo("Trip reset");
      t.must("DELETE", "/api/jobs/" + job + "/hook-up", null);
    }
    assertThat(t.must("GET", at, null).path("readId").asLong()).as("kept").isPositive();
    assertThat(t.must("GET", "/api/jobs/" + job + "/logbook", null).toString())
        .contains("Story read: Faults were cleared \uFFF93.")
        .contains("Story read before the trip reset:")
        .contains("Trip reset. The engine module: it started a new trip.");
    long unit = t.must("GET", "/api/jobs/" + job, null).path("unitId").asLong();
    JsonNode compared = t.must("GET", "/api/units/" + unit + "/figures/IDLE_SHARE?trip=true", null);
    assertThat(compared.path("unit").asString()).isEqualTo("%");
    assertThat(compared.path("visits").size()).isEqualTo(1);
    assertThat(compared.path("visits").path(0).path("amount").asDouble())
        .as("the trip before the reset")
        .isCloseTo(44, within(2.0));
    assertThat(compared.path("units").toString()).contains("Tipper back from hire");
    assertThat(t.get("/api/units/" + unit + "/figures/NONSENSE").status()).isEqualTo(400);
  }
}
