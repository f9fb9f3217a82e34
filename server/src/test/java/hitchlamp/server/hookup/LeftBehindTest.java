package hitchlamp.server.hookup;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.server.config.TimedId;
import hitchlamp.server.job.Logbook;
import hitchlamp.server.support.Installation;
import hitchlamp.server.support.Person;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** What the next start makes of hook-ups that a crash cut short. */
@ExtendWith(Installation.class)
class LeftBehindTest {
  private static final String CRASH = "Hitch Lamp ended while hooked up";

  /** A hook-up of which nobody ever wrote the end. */
  private static long cutShort(Installation.Running running, long job) {
    long id = TimedId.next();
    running
        .bean(HookUpMapper.class)
        .begin(id, job, "sim/tipper-9", "can250", "", 250_000, "base", "0".repeat(64), account());
    return id;
  }

  private static long account() {
    return 1;
  }

  private static void log(Installation.Running running, long job, Logbook.Kind kind, String text) {
    running.bean(Logbook.class).enter(job, kind, text, account(), Logbook.Moment.UNKNOWN);
  }

  private static String newest(Person t, long job) {
    JsonNode log = t.must("GET", "/api/jobs/" + job + "/logbook", null);
    StringBuilder all = new StringBuilder();
    log.forEach(e -> all.append(e.path("text").asString()).append('\n'));
    return all.toString();
  }

  @Test
  void theLogbookTellsWhatWasHeldWhenTheServerDied(Installation.Running running) {
    Person t = Person.in(running, "Technician 1");
    long job = t.openJob("Tipper when the power went");
    cutShort(running, job);
    log(running, job, Logbook.Kind.HELD, "Switched off cylinder 3.");
    running.bean(LeftBehind.class).afterSingletonsInstantiated();
    assertThat(newest(t, job))
        .contains(CRASH)
        .contains("The last command before that: \"Switched off cylinder 3.\"")
        .contains("let go of by itself within 5 s");
  }

  @Test
  void aTestThatHadEndedIsNotCalledHeld(Installation.Running running) {
    Person t = Person.in(running, "Technician 1");
    long job = t.openJob("Tipper after its test");
    cutShort(running, job);
    log(running, job, Logbook.Kind.HELD, "Switched off cylinder 3.");
    log(running, job, Logbook.Kind.TEST, "Cylinder cutout by hand, engine: Pass.");
    running.bean(LeftBehind.class).afterSingletonsInstantiated();
    assertThat(newest(t, job)).contains(CRASH).doesNotContain("last command");
  }

  @Test
  void eachIsToldOnceAndOneThatEndedIsLeftAlone(Installation.Running running) {
    Person t = Person.in(running, "Technician 1");
    long job = t.openJob("Tipper unplugged in order");
    try (Person.Feed feed = t.feed(job, -1)) {
      t.must("POST", "/api/jobs/" + job + "/hook-up", Map.of("link", "sim/tipper-9"));
      feed.awaitLink("UP");
      t.must("DELETE", "/api/jobs/" + job + "/hook-up", null);
      feed.awaitLink("OFF");
    }
    running.bean(LeftBehind.class).afterSingletonsInstantiated();
    assertThat(newest(t, job)).doesNotContain(CRASH);
    cutShort(running, job);
    running.bean(LeftBehind.class).afterSingletonsInstantiated();
    running.bean(LeftBehind.class).afterSingletonsInstantiated();
    assertThat(newest(t, job).split(CRASH, -1)).hasSize(2);
  }
}
