package hitchlamp.server.trial;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.server.support.Installation;
import hitchlamp.server.support.Person;
import java.util.Map;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import java.util.function.Predicate;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** Cylinders of a simulated truck switched off through the server, with its guards. */
@ExtendWith(Installation.class)
class CutoutTest {
  private static Predicate<JsonNode> cutout(String stage) {
    return c ->
        c.path("type").asString().equals("cutout")
            && c.path("body").path("stage").asString().equals(stage);
  }

  private static void say(Person t, long job, String choice) {
    t.must("POST", "/api/jobs/" + job + "/trials/say", Map.of("choice", choice));
  }

  @Test
  void aCylinderIsSwitchedOffHeldShownAndLetGoOfWhenTheBrowserFallsSilent(
      Installation.Running running) {
    Person t = Person.in(running, "Technician 1");
    long job = t.openJob("Tipper that misses");
    String at = "/api/jobs/" + job + "/trials";
    assertThat(t.must("GET", at + "/can", null).path("known").asBoolean()).isFalse();
    ScheduledExecutorService browser = Executors.newSingleThreadScheduledExecutor();
    try (Person.Feed feed = t.feed(job, -1)) {
      t.hookUpAndCall(job, "sim/tipper-6", feed);
      assertThat(t.must("GET", at + "/can", null).path("engines").path(0).path("id").asString())
          .isEqualTo("engine");
      assertThat(t.post(at + "/cutout", Map.of("engine", "engine")).status())
          .as("without the seat")
          .isEqualTo(409);
      assertThat(
              Person.in(running, "Apprentice 1")
                  .post(at + "/cutout", Map.of("engine", "engine"))
                  .status())
          .as("an apprentice may not command")
          .isEqualTo(403);
      t.must("POST", "/api/jobs/" + job + "/seat", Map.of());
      assertThat(t.post(at + "/cutout", Map.of("engine", "gearbox")).status()).isEqualTo(400);
      t.must("POST", at + "/cutout", Map.of("engine", "engine"));
      feed.await(
          "preconditions hold",
          c ->
              cutout("PREPARING").test(c)
                  && !c.path("body").path("preconditions").toString().contains("FAILS")
                  && !c.path("body").path("preconditions").toString().contains("NOT_KNOWN"));
      browser.scheduleAtFixedRate(
          () -> feed.say("{\"alive\":" + job + "}"), 0, 500, TimeUnit.MILLISECONDS);
      say(t, job, "begin");
      feed.await("held", cutout("HOLDING"));
      assertThat(t.post(at + "/say", Map.of("choice", "off 9")).status()).isEqualTo(400);
      say(t, job, "off 3");
      feed.await(
          "off",
          c -> cutout("HOLDING").test(c) && c.path("body").path("offSeconds").asDouble() > 0.5);
      JsonNode link = t.must("GET", "/api/jobs/" + job + "/logbook", null);
      assertThat(link.toString()).contains("Switched off cylinder 3.");
      browser.shutdownNow();
      JsonNode ended = feed.await("let go", cutout("ENDED")).path("body");
      assertThat(ended.path("says").asString()).contains("No browser has looked on");
      assertThat(t.must("GET", "/api/jobs/" + job + "/logbook", null).toString())
          .contains("Cylinder cutout by hand, engine: Cannot tell.");
      t.must("DELETE", "/api/jobs/" + job + "/seat", null);
      t.must("DELETE", "/api/jobs/" + job + "/hook-up", null);
    } finally {
      browser.shutdownNow();
    }
    JsonNode kept = t.must("GET", at, null).path(0);
    assertThat(kept.path("cutout").path("verdict").asString()).isEqualTo("CANNOT_TELL");
    assertThat(kept.path("cutout").path("verdictSays").asString()).contains("Not tried");
  }

  @Test
  void theStripLetsGoOfEverythingAtOnce(Installation.Running running) {
    Person t = Person.in(running, "Technician 2");
    long job = t.openJob("Tipper released");
    String at = "/api/jobs/" + job + "/trials";
    try (Person.Feed feed = t.feed(job, -1)) {
      t.hookUpAndCall(job, "sim/tipper-6", feed);
      t.must("POST", "/api/jobs/" + job + "/seat", Map.of());
      t.must("POST", at + "/cutout", Map.of("engine", "engine"));
      feed.await(
          "preconditions hold",
          c ->
              cutout("PREPARING").test(c)
                  && !c.path("body").path("preconditions").toString().contains("FAILS")
                  && !c.path("body").path("preconditions").toString().contains("NOT_KNOWN"));
      say(t, job, "begin");
      feed.await("held", cutout("HOLDING"));
      say(t, job, "off 1");
      feed.await(
          "strip",
          c ->
              c.path("type").asString().equals("link")
                  && c.path("body").path("held").toString().contains("cylinder 1 does not fire"));
      t.must("POST", "/api/jobs/" + job + "/release", Map.of());
      feed.await(
          "nothing held",
          c -> c.path("type").asString().equals("link") && c.path("body").path("held").isEmpty());
      JsonNode ended = feed.await("ended", cutout("ENDED")).path("body");
      assertThat(ended.path("says").asString()).contains("Let go of everything");
      t.must("DELETE", "/api/jobs/" + job + "/seat", null);
      t.must("DELETE", "/api/jobs/" + job + "/hook-up", null);
    }
  }
}
