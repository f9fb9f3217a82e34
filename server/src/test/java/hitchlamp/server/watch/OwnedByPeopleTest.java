package hitchlamp.server.watch;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.server.support.Installation;
import hitchlamp.server.support.Person;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/**
 * Sets of values, maps of columns and added parameters: whose they are, and what is said of them.
 */
@ExtendWith(Installation.class)
class OwnedByPeopleTest {
  private static Map<String, Object> set(String name, String channel) {
    return Map.of("name", name, "channels", List.of(channel));
  }

  private static long idOf(Person p, String name) {
    for (JsonNode s : p.must("GET", "/api/watch-sets", null)) {
      if (s.path("name").asString().equals(name)) {
        return s.path("id").asLong();
      }
    }
    throw new AssertionError("no set " + name);
  }

  @Test
  void aSetIsChangedAndDroppedByWhoKeepsItOrAManager(Installation.Running running) {
    Person one = Person.in(running, "Technician 1");
    Person two = Person.in(running, "Technician 2");
    one.must("POST", "/api/watch-sets", set("Of one", "engine/190"));
    one.must("POST", "/api/watch-sets", set("Of one", "engine/110"));
    Person.Answer foreign = two.post("/api/watch-sets", set("Of one", "engine/91"));
    assertThat(foreign.status()).isEqualTo(409);
    assertThat(foreign.body().path("message").asString()).contains("kept by Technician 1");
    assertThat(one.must("GET", "/api/watch-sets", null).toString())
        .contains("engine/110")
        .doesNotContain("engine/91");
    long id = idOf(one, "Of one");
    assertThat(two.delete("/api/watch-sets/" + id).status()).isEqualTo(403);
    Person.in(running, "Manager").must("DELETE", "/api/watch-sets/" + id, null);
    assertThat(one.delete("/api/watch-sets/" + id).status()).isEqualTo(404);
  }

  private static String dbc(long identifier, String signal) {
    return "BO_ "
        + identifier
        + " M"
        + signal
        + ": 8 X\n SG_ "
        + signal
        + " : 0|8@1+ (1,0) [0|255] \"\" X\n";
  }

  @Test
  void twoFilesWithoutNumbersAreBothThereAndTheLogbookKnows(Installation.Running running) {
    Person p = Person.in(running, "Technician 1");
    long job = p.openJob("Tipper with two files");
    String at = "/api/jobs/" + job + "/dbc";
    assertThat(p.upload(at, "one.dbc", dbc(2_566_834_174L, "First").getBytes()).status())
        .isEqualTo(201);
    Person.Answer second = p.upload(at, "two.dbc", dbc(2_566_834_430L, "Second").getBytes());
    assertThat(second.status()).as(String.valueOf(second.body())).isEqualTo(201);
    assertThat(second.body().path("parameters").asInt()).isEqualTo(1);
    assertThat(new String(p.download("/api/jobs/" + job + "/parameters.dbc")))
        .contains("First")
        .contains("Second");
    long first = p.must("GET", at, null).path(0).path("id").asLong();
    p.must("DELETE", at + "/" + first, null);
    assertThat(p.must("GET", "/api/jobs/" + job + "/logbook", null).toString())
        .contains("1 parameters added from one.dbc.")
        .contains("Parameters of one.dbc dropped.");
  }

  @Test
  void aFactorThatNoSignalHasIsRefusedAndTheUnitStillHooksUp(Installation.Running running) {
    Person p = Person.in(running, "Technician 1");
    long job = p.openJob("Tipper with a bad factor");
    for (String factor : new String[] {"NaN", "1e400", "1e308", "-Infinity"}) {
      String text = dbc(2_566_834_174L, "Bad").replace("(1,0)", "(" + factor + ",0)");
      Person.Answer a = p.upload("/api/jobs/" + job + "/dbc", "bad.dbc", text.getBytes());
      assertThat(a.status()).as(factor).isEqualTo(400);
      assertThat(a.body().path("message").asString()).contains("line 2");
    }
    try (Person.Feed feed = p.feed(job, -1)) {
      p.must("POST", "/api/jobs/" + job + "/hook-up", Map.of("link", "sim/tipper-9"));
      feed.awaitLink("UP");
      p.must("DELETE", "/api/jobs/" + job + "/hook-up", null);
    }
  }
}
