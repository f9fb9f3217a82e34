package hitchlamp.server.hookup;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.bus.Pcap;
import hitchlamp.server.support.Installation;
import hitchlamp.server.support.Person;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** A ferry over real sockets: the bus of its engines, and its own network beside it. */
@ExtendWith(Installation.class)
class VesselTest {
  private static JsonNode vessel(Person.Feed feed) {
    return feed.await(
            "both engines on the vessel's network",
            c ->
                c.path("type").asString().equals("vessel")
                    && c.path("body")
                        .path("things")
                        .toString()
                        .matches(".*(Engine 1|Starboard engine).*")
                    && c.path("body").path("things").toString().contains("Engine hours"))
        .path("body");
  }

  @Test
  void bothNetworksAreHeardStoredAndLivedAgain(Installation.Running running) {
    Person t = Person.in(running, "Technician 1");
    long job = t.openJob("Ferry of the test");
    String base = "/api/jobs/" + job;
    try (Person.Feed feed = t.feed(job, -1)) {
      t.must("POST", base + "/hook-up", Map.of("link", "sim/ferry-1"));
      JsonNode heard = vessel(feed);
      assertThat(heard.path("heard").asBoolean()).isTrue();
      assertThat(heard.path("says").asString()).isEqualTo("Listening; nothing is sent to it.");
      t.must("POST", base + "/roll-call", Map.of("full", true));
      feed.await(
          "the roll ended",
          c ->
              c.path("type").asString().equals("logbook")
                  && c.path("body").path("text").asString().contains("pack orrendale-tidewright"));
      // At once, while the faults are still being read by the standards alone.
      assertThat(t.must("GET", base + "/logbook", null).toString())
          .contains("pack orrendale-tidewright is used");
      t.must("POST", base + "/roll-call", Map.of("full", true));
      JsonNode story =
          feed.await(
                  "the story of both engines",
                  c ->
                      c.path("type").asString().equals("story")
                          && c.path("body").path("state").asString().equals("COMPLETE")
                          && c.path("body").path("engines").size() == 2)
              .path("body");
      assertThat(story.path("engines").path(0).path("name").asString()).isEqualTo("Port engine");
      assertThat(story.path("engines").path(1).path("hours").asDouble())
          .isBetween(11_902.0, 11_903.0);
      JsonNode vitals =
          feed.await(
              "vital values of both engines",
              c ->
                  c.path("type").asString().equals("vitals")
                      && c.path("body").path("values").toString().contains("starboard"));
      assertThat(vitals.path("body").path("values")).hasSizeGreaterThanOrEqualTo(4);
      t.must("DELETE", base + "/hook-up", null);
      feed.awaitLink("OFF");
    }
    String traffic = new String(t.download(base + "/traffic.log"), StandardCharsets.UTF_8);
    assertThat(traffic).contains(" can250 ").contains(" n2k250 ");
    assertThat(traffic.lines().filter(l -> l.contains(" n2k250 ")))
        .as("nothing of ours is on the vessel's network")
        .noneMatch(l -> l.matches(".* [0-9A-F]{6}F9#.*"));
    List<String> captured = new ArrayList<>();
    Pcap.read(
        ByteBuffer.wrap(t.download(base + "/traffic.pcap?bus=1")),
        (micros, identifier, extended, length, payload) ->
            captured.add(String.format("%08X", identifier)));
    assertThat(captured)
        .as("the capture has the frames of the log, in their order")
        .isEqualTo(
            traffic
                .lines()
                .filter(l -> l.contains(" n2k250 "))
                .map(l -> l.replaceAll(".* ([0-9A-F]{8})#.*", "$1"))
                .toList());
    int unit = t.must("GET", base, null).path("unitId").asInt();
    JsonNode compared = t.must("GET", "/api/units/" + unit + "/figures/IDLE_SHARE", null);
    assertThat(compared.path("visits").toString())
        .contains("\"Port engine\"")
        .contains("\"Starboard engine\"");
    String stored = "";
    for (JsonNode link : t.must("GET", base + "/links", null)) {
      stored = link.path("kind").asString().equals("STORED") ? link.path("id").asString() : stored;
    }
    try (Person.Feed feed = t.feed(job, -1)) {
      t.must("POST", base + "/hook-up", Map.of("link", stored));
      assertThat(vessel(feed).path("devices").toString())
          .as("the gateway that told it")
          .contains("\"source\":40");
    }
    t.must("DELETE", base + "/hook-up", null);
  }
}
