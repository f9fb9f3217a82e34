package hitchlamp.server.trial;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.server.support.CutoutSeat;
import hitchlamp.server.support.Installation;
import hitchlamp.server.support.Person;
import java.util.Map;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** Cylinders of a simulated truck switched off through the server, with its guards. */
@ExtendWith(Installation.class)
class CutoutTest {
  @Test
  void aCylinderIsSwitchedOffHeldShownAndLetGoOfWhenTheBrowserFallsSilent(
      Installation.Running running) {
    Person t = Person.in(running, "Technician 1");
    long job = t.openJob("Tipper that misses");
    String at = "/api/jobs/" + job + "/trials";
    assertThat(t.must("GET", at + "/offers", null)).isEmpty();
    try (Person.Feed feed = t.feed(job, -1)) {
      t.hookUpAndCall(job, "sim/tipper-6", feed);
      JsonNode offers = t.must("GET", at + "/offers", null);
      assertThat(offers.path(0).path("test").asString())
          .as("what risks and costs least comes first")
          .isEqualTo("circuits");
      assertThat(offers.path(1).path("test").asString()).isEqualTo("agreement");
      assertThat(offers).as("a new trip stands on the page of the story").hasSize(27);
      JsonNode offer =
          offers
              .valueStream()
              .filter(o -> o.path("test").asString().equals("cutout"))
              .findFirst()
              .orElseThrow();
      assertThat(offer.path("modules").path(0).path("id").asString()).isEqualTo("engine");
      assertThat(offer.path("modules").path(0).path("conditions")).hasSize(4);
      assertThat(t.post(at, Map.of("test", "cutout", "module", "engine")).status())
          .as("without the seat")
          .isEqualTo(409);
      assertThat(
              Person.in(running, "Apprentice 1")
                  .post(at, Map.of("test", "cutout", "module", "engine"))
                  .status())
          .as("an apprentice may not command")
          .isEqualTo(403);
      try (CutoutSeat seat = new CutoutSeat(t, job, feed)) {
        assertThat(t.post(at, Map.of("test", "cutout", "module", "gearbox")).status())
            .isEqualTo(400);
        seat.begin();
        assertThat(t.post(at + "/act", Map.of("act", "off 9")).status()).isEqualTo(400);
        assertThat(t.post(at, Map.of("test", "smoke", "module", "engine")).status()).isEqualTo(409);
        seat.say("off 3");
        feed.await(
            "off",
            CutoutSeat.stage("RUNNING")
                .and(c -> c.path("body").path("observed").path("offSeconds").asDouble() > 0.5));
        JsonNode log = t.must("GET", "/api/jobs/" + job + "/logbook", null);
        assertThat(log.toString())
            .contains("Commanded: cylinder 3 does not fire. The module confirmed it.");
        assertThat(seat.fallSilent().path("says").path("text").asString())
            .contains("No sign of the browser of the seat");
        assertThat(t.must("GET", "/api/jobs/" + job + "/logbook", null).toString())
            .contains("Cylinder cutout by hand, engine: Cannot tell.");
      }
      t.must("DELETE", "/api/jobs/" + job + "/hook-up", null);
    }
    JsonNode kept = t.must("GET", at, null).path(0);
    assertThat(kept.path("ending").asString()).isEqualTo("UNATTENDED");
    assertThat(kept.path("verdict").asString()).isEqualTo("CANNOT_TELL");
    assertThat(kept.path("says").asString()).contains("Not tried");
    recorded(t, kept);
    JsonNode one = t.must("GET", at + "/" + kept.path("id").asLong(), null);
    assertThat(one.path("view").path("observed").path("observations")).hasSize(1);
    assertThat(one.path("view").path("judgement").path("verdict").asString())
        .isEqualTo("CANNOT_TELL");
  }

  /** What the test looked at is an ordinary recording, with what was held as a mark. */
  private static void recorded(Person t, JsonNode run) {
    JsonNode whole = null;
    for (int i = 0; i < 100 && whole == null; i++) {
      Person.Answer a = t.get("/api/recordings/" + run.path("recording").asLong());
      whole = a.status() == 200 && a.body().path("marks").size() > 0 ? a.body() : null;
    }
    assertThat(whole).as("the recording of the test").isNotNull();
    assertThat(whole.path("head").path("name").asString())
        .isEqualTo("Cylinder cutout by hand, Engine");
    assertThat(whole.path("marks").path(0).path("kind").asString()).isEqualTo("HELD");
    assertThat(whole.path("marks").path(0).path("text").asString())
        .isEqualTo("cylinder 3 does not fire");
    assertThat(whole.path("channels").toString())
        .contains("\"engine/190\"")
        .as("what the test reads by identifier")
        .contains("engine/x0118");
  }

  @Test
  void aModuleTestsItsOwnCircuitsOnTheSameBenchAndItsVerdictStandsInTheList(
      Installation.Running running) {
    Person t = Person.in(running, "Technician 2");
    long job = t.openJob("Tipper with circuits");
    String at = "/api/jobs/" + job + "/trials";
    try (Person.Feed feed = t.feed(job, -1)) {
      t.hookUpAndCall(job, "sim/tipper-14", feed);
      t.must("POST", "/api/jobs/" + job + "/seat", Map.of());
      JsonNode offer = t.must("GET", at + "/offers", null).path(0);
      assertThat(offer.path("modules").size()).as("each module with services").isGreaterThan(1);
      t.prepare(job, Map.of("test", "circuits", "module", "engine"), feed);
      feed.await(
          "the engine stands",
          c ->
              CutoutSeat.stage("PREPARING").test(c)
                  && c.path("body").path("conditions").toString().contains("HOLDS"));
      t.must("POST", at + "/act", Map.of("act", "begin"));
      JsonNode end = feed.await("ended", CutoutSeat.stage("ENDED")).path("body");
      assertThat(end.path("judgement").path("verdict").asString()).isEqualTo("FAIL");
      assertThat(end.path("judgement").path("says").toString()).contains("SPN 3510 FMI 4");
      JsonNode head = t.must("GET", at, null).path(0);
      assertThat(head.path("title").asString()).isEqualTo("Circuit self-test");
      assertThat(head.path("ending").asString()).isEqualTo("COMPLETE");
      assertThat(head.path("verdict").asString()).isEqualTo("FAIL");
      assertThat(t.must("GET", at + "/offers", null).path(0).path("modules").toString())
          .contains("\"verdict\":\"FAIL\"");
      t.must("DELETE", "/api/jobs/" + job + "/seat", null);
      t.must("DELETE", "/api/jobs/" + job + "/hook-up", null);
    }
  }

  @Test
  void theStripLetsGoOfEverythingAtOnce(Installation.Running running) {
    Person t = Person.in(running, "Technician 2");
    long job = t.openJob("Tipper released");
    try (Person.Feed feed = t.feed(job, -1)) {
      t.hookUpAndCall(job, "sim/tipper-6", feed);
      try (CutoutSeat seat = new CutoutSeat(t, job, feed)) {
        seat.begin();
        seat.say("off 1");
        feed.await(
            "strip",
            c ->
                c.path("type").asString().equals("link")
                    && c.path("body").path("held").toString().contains("cylinder 1 does not fire"));
        t.must("POST", "/api/jobs/" + job + "/release", Map.of());
        feed.await(
            "nothing held",
            c -> c.path("type").asString().equals("link") && c.path("body").path("held").isEmpty());
        assertThat(seat.ended().path("says").path("text").asString())
            .contains("Let go of everything");
      }
      t.must("DELETE", "/api/jobs/" + job + "/hook-up", null);
    }
  }

  private static boolean held(JsonNode told, String state) {
    return told.path("type").asString().equals("link")
        && told.path("body").path("held").toString().contains("\"state\":\"" + state + "\"");
  }

  private static boolean free(JsonNode told) {
    return told.path("type").asString().equals("link") && told.path("body").path("held").isEmpty();
  }

  /** Somebody at a unit with a cylinder cut out, the module having confirmed it. */
  private interface Held {
    void with(Person t, long job, Person.Feed feed, CutoutSeat seat);
  }

  private static void cutOut(Installation.Running running, String name, String unit, Held then) {
    Person t = Person.in(running, "Technician 2");
    long job = t.openJob(name);
    try (Person.Feed feed = t.feed(job, -1)) {
      t.hookUpAndCall(job, "sim/" + unit, feed);
      try (CutoutSeat seat = new CutoutSeat(t, job, feed)) {
        seat.begin();
        seat.say("off 2");
        feed.await(
            "confirmed", c -> held(c, "HELD") && c.toString().contains("cylinder 2 does not fire"));
        then.with(t, job, feed, seat);
      }
      t.must("DELETE", "/api/jobs/" + job + "/hook-up", null);
    }
  }

  private static String log(Person t, long job) {
    return t.must("GET", "/api/jobs/" + job + "/logbook", null).toString();
  }

  @Test
  void overALostLinkItIsSaidThatNothingIsConfirmedAndLetGoOfFirstWhenTheLinkIsBack(
      Installation.Running running) {
    cutOut(
        running,
        "Tipper without a link",
        "tipper-9",
        (t, job, feed, seat) -> {
          String cab = "/api/jobs/" + job + "/cab/tipper-9";
          t.must("POST", cab, Map.of("action", "plug", "value", "false"));
          feed.await("not confirmed", c -> held(c, "NOT_CONFIRMED"));
          t.must("POST", cab, Map.of("action", "plug", "value", "true"));
          feed.await("let go of first", CutoutTest::free);
          assertThat(
                  t.post(
                          "/api/jobs/" + job + "/trials",
                          Map.of("test", "cutout", "module", "engine"))
                      .toString())
              .as("what the next step is")
              .contains("The roll has not been called since the hook-up");
          assertThat(log(t, job))
              .contains("NOT CONFIRMED that the module has let go: cylinder 2 does not fire.")
              .contains("Let go: cylinder 2 does not fire. The module confirmed it.");
        });
  }

  @Test
  void whoGivesUpTheSeatLetsGoFirst(Installation.Running running) {
    cutOut(
        running,
        "Tipper without a seat",
        "tipper-6",
        (t, job, feed, seat) -> {
          t.must("DELETE", "/api/jobs/" + job + "/seat", null);
          // Shown at once, entered when it is stored: in either order.
          boolean[] seen = new boolean[2];
          feed.await(
              "nothing held, and entered",
              c -> {
                seen[0] |= free(c);
                seen[1] |= c.toString().contains("Let go: cylinder 2 does not fire.");
                return seen[0] && seen[1];
              });
          assertThat(log(t, job)).contains("Let go: cylinder 2 does not fire.");
          t.must("POST", "/api/jobs/" + job + "/seat", Map.of());
        });
  }

  @Test
  void unhookingLetsGoAndWaitsForTheModule(Installation.Running running) {
    cutOut(
        running,
        "Tipper unhooked",
        "tipper-6",
        (t, job, feed, seat) -> {
          t.must("DELETE", "/api/jobs/" + job + "/hook-up", null);
          assertThat(log(t, job))
              .contains("Let go: cylinder 2 does not fire. The module confirmed it.")
              .doesNotContain("The link broke");
          t.must("POST", "/api/jobs/" + job + "/hook-up", Map.of("link", "sim/tipper-6"));
        });
  }

  @Test
  void onlyTheBrowserOfTheSeatKeepsItAlive(Installation.Running running) {
    cutOut(
        running,
        "Tipper looked at",
        "tipper-6",
        (t, job, feed, seat) -> {
          Person other = Person.in(running, "Apprentice 1");
          ScheduledExecutorService beats = Executors.newSingleThreadScheduledExecutor();
          try (Person.Feed looksOn = other.feed(job, -1)) {
            beats.scheduleAtFixedRate(
                () -> looksOn.say("{\"alive\":" + job + "}"), 0, 300, TimeUnit.MILLISECONDS);
            assertThat(seat.fallSilent().path("says").path("text").asString())
                .contains("No sign of the browser of the seat");
          } finally {
            beats.shutdownNow();
          }
        });
  }
}
