package hitchlamp.server.hookup;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.server.job.Jobs;
import hitchlamp.server.support.CutoutSeat;
import hitchlamp.server.support.Installation;
import hitchlamp.server.support.Person;
import java.time.Duration;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** The database is gone for a while: whoever commands, lets go or looks on does not notice. */
@ExtendWith(Installation.class)
class DatabaseGoneTest {
  /** Whoever asks a database that is gone is kept waiting for five seconds, or longer. */
  private static final Duration AT_ONCE = Duration.ofMillis(4_900);

  private static void atOnce(String what, Runnable call) {
    long began = System.nanoTime();
    call.run();
    assertThat(Duration.ofNanos(System.nanoTime() - began)).as(what).isLessThan(AT_ONCE);
  }

  private static boolean isRoll(JsonNode c, String state) {
    return c.path("type").asString().equals("roll")
        && c.path("body").path("state").asString().equals(state);
  }

  @Test
  void commandingLettingGoAndLookingOnGoOnAndEverythingIsStoredAfterwards(
      Installation.Running running) throws Exception {
    Person t = Person.in(running, "Technician 2");
    long job = t.openJob("Tipper without a database");
    String at = "/api/jobs/" + job;
    try (Person.Feed feed = t.feed(job, -1);
        CutoutSeat seat = new CutoutSeat(t, job, feed)) {
      t.hookUpAndCall(job, "sim/tipper-6", feed);
      while (t.get(at + "/story").status() != 200) {
        feed.await("what follows the roll", c -> c.path("type").asString().equals("vitals"));
      }
      seat.begin();
      running.database().kill();
      try {
        atOnce("switching a cylinder off", () -> seat.say("off 3"));
        feed.await(
            "held for longer than a silent browser would keep it",
            c ->
                CutoutSeat.stage("RUNNING").test(c)
                    && c.path("body").path("observed").path("off").toString().equals("[3]")
                    && c.path("body").path("observed").path("offSeconds").asDouble() > 5);
        for (int i = 0; i < 20; i++) {
          feed.await("live values", c -> c.path("type").asString().equals("vitals"));
        }
        assertThat(t.must("POST", at + "/release", null)).isNull();
        feed.await("let go", CutoutSeat.stage("ENDED"));
        atOnce("a roll call", () -> t.must("POST", at + "/roll-call", Map.of("full", false)));
        feed.await("the roll, though it is not stored yet", c -> isRoll(c, "COMPLETE"));
        assertThat(t.get(at + "/logbook").status()).as("a page of the database").isEqualTo(503);
      } finally {
        running.database().startAgain();
      }
      feed.await("the roll is stored", c -> isRoll(c, "COMPLETE"));
      String log = t.must("GET", at + "/logbook", null).toString();
      assertThat(log)
          .contains("Let go: cylinder 3 does not fire. The module confirmed it.")
          .contains("Cylinder cutout by hand")
          .contains("Quick roll call");
      assertThat(t.must("GET", at + "/trials", null)).hasSize(1);
      t.must("DELETE", at + "/hook-up", null);
    }
  }

  @Test
  void whatARollLearnedIsKnownWithoutTheDatabaseAtOnce(Installation.Running running)
      throws Exception {
    Person t = Person.in(running, "Technician 1");
    long job = t.openJob("Tipper that was just learned");
    Jobs jobs = running.bean(Jobs.class);
    jobs.place(job);
    jobs.learn(job, "", "Orrendale", "Korvane 6", "orrendale-haulward", 12.0, null);
    running.database().kill();
    try {
      Jobs.Place place = jobs.place(job);
      assertThat(place.pack()).isEqualTo("orrendale-haulward");
      assertThat(place.state()).isEqualTo("OPEN");
    } finally {
      running.database().startAgain();
    }
  }

  @Test
  void onceTheDatabaseIsBackNobodyNoticesThatItWasAway(Installation.Running running)
      throws Exception {
    Person t = Person.in(running, "Technician 1");
    for (int round = 0; round < 3; round++) {
      for (int i = 0; i < 20; i++) {
        t.must("GET", "/api/jobs", null);
      }
      running.database().kill();
      running.database().startAgain();
      for (int i = 0; i < 20; i++) {
        assertThat(t.get("/api/jobs").status()).as("request %d after it is back", i).isEqualTo(200);
      }
    }
  }
}
