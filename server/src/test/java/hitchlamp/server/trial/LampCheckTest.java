package hitchlamp.server.trial;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.server.support.CutoutSeat;
import hitchlamp.server.support.Installation;
import hitchlamp.server.support.Person;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** The lamp check of a simulated truck with a dark lamp: a test that commands nothing. */
@ExtendWith(Installation.class)
class LampCheckTest {
  private static final Map<String, Object> LAMPS = Map.of("test", "lamps", "module", "unit");

  private static JsonNode asks(Person.Feed feed, String act) {
    return feed.await(
            "asks with " + act,
            c ->
                CutoutSeat.stage("RUNNING").test(c)
                    && c.path("body").path("choices").toString().contains(act))
        .path("body");
  }

  private static void act(Person p, long job, String line) {
    p.must("POST", "/api/jobs/" + job + "/trials/act", Map.of("act", line));
  }

  @Test
  void itFollowsTheKeyAsksTheEyeAndNamesTheDeadLamp(Installation.Running running) {
    // An apprentice may do it, without the seat: it commands nothing.
    Person t = Person.in(running, "Apprentice 1");
    long job = Person.in(running, "Technician 1").openJob("Tipper with a dark lamp");
    String at = "/api/jobs/" + job + "/trials";
    String cab = "/api/jobs/" + job + "/cab/tipper-3";
    try (Person.Feed feed = t.feed(job, -1)) {
      t.hookUpAndCall(job, "sim/tipper-3", feed);
      assertThat(t.post(at, Map.of("test", "cutout", "module", "engine")).status())
          .as("he may not command")
          .isEqualTo(403);
      // After the roll faults and story are read by themselves; whoever asks then is told to wait.
      t.prepare(job, LAMPS, feed);
      feed.await("prepared", CutoutSeat.stage("PREPARING"));
      act(t, job, "begin");
      asks(feed, "key-off");
      Person.Answer busy = t.post("/api/jobs/" + job + "/faults/read", Map.of());
      assertThat(busy.status()).isEqualTo(409);
      assertThat(t.post(at + "/act", Map.of("act", "seen disco NEVER_LIT")).status())
          .as("no such lamp")
          .isEqualTo(400);
      t.must("POST", cab, Map.of("action", "key", "value", "off"));
      asks(feed, "key-on");
      JsonNode seen = t.must("POST", cab, Map.of("action", "key", "value", "on")).path("lamps");
      assertThat(seen.path("stop").asBoolean()).as("lamps light at key-on").isTrue();
      assertThat(seen.path("malfunction").asBoolean()).as("its bulb is gone").isFalse();
      feed.await(
          "asks the eye",
          c -> c.path("body").path("says").toString().contains("What did each lamp do"));
      JsonNode asking = asks(feed, "others-lit");
      for (JsonNode lamp : asking.path("observed").path("lamps")) {
        String id = lamp.path("id").asString();
        boolean still = t.must("GET", cab, null).path("lamps").path(id).asBoolean();
        String what =
            still ? "STAYED_LIT" : seen.path(id).asBoolean() ? "LIT_THEN_OUT" : "NEVER_LIT";
        act(t, job, "seen " + id + " " + what);
      }
      JsonNode end = feed.await("ended", CutoutSeat.stage("ENDED")).path("body");
      assertThat(end.path("ending").asString()).isEqualTo("COMPLETE");
      for (JsonNode lamp : end.path("judgement").path("parts")) {
        boolean dead = lamp.path("id").asString().equals("malfunction");
        assertThat(lamp.path("verdict").asString())
            .as(lamp.path("title").asString())
            .isEqualTo(dead ? "FAIL" : "PASS");
      }
      t.must("DELETE", "/api/jobs/" + job + "/hook-up", null);
    }
    assertThat(t.must("GET", "/api/jobs/" + job + "/sign-off", null).path("open").toString())
        .contains("Malfunction lamp: Commanded on by the engine and aftertreatment modules");
    assertThat(t.must("GET", "/api/jobs/" + job + "/logbook", null).toString())
        .contains("Lamp check, unit: Fail. 6 of 7 lamps pass. Malfunction lamp:");
    JsonNode head = t.must("GET", at, null).path(0);
    assertThat(head.path("test").asString()).isEqualTo("lamps");
    assertThat(head.path("recording").isNull()).as("there is nothing to record").isTrue();
  }

  @Test
  void whatTheSeatCommandsNobodyElseTouches(Installation.Running running) {
    Person t = Person.in(running, "Technician 2");
    Person other = Person.in(running, "Apprentice 1");
    long job = t.openJob("Tipper with two at it");
    String at = "/api/jobs/" + job + "/trials";
    try (Person.Feed feed = t.feed(job, -1)) {
      t.hookUpAndCall(job, "sim/tipper-6", feed);
      try (CutoutSeat seat = new CutoutSeat(t, job, feed)) {
        assertThat(other.post(at, LAMPS).status()).as("the seat is taken").isEqualTo(409);
        seat.begin();
        assertThat(other.post(at + "/act", Map.of("act", "off 3")).status()).isEqualTo(409);
        assertThat(other.post(at + "/act", Map.of("act", "end")).status()).isEqualTo(409);
        assertThat(t.must("GET", "/api/jobs/" + job + "/logbook", null).toString())
            .doesNotContain("cylinder 3");
      }
      t.must("DELETE", "/api/jobs/" + job + "/hook-up", null);
    }
  }
}
