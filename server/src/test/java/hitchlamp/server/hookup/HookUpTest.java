package hitchlamp.server.hookup;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.bus.FrameBlock;
import hitchlamp.core.bus.StampedFrame;
import hitchlamp.core.j1939.Identifier;
import hitchlamp.server.support.Installation;
import hitchlamp.server.support.Person;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** Hooking up over real sockets to simulated trucks. */
@ExtendWith(Installation.class)
class HookUpTest {
  private static void hookUp(Person p, long job, String link, Person.Feed feed) {
    p.must("POST", "/api/jobs/" + job + "/hook-up", Map.of("link", link));
    feed.await(
        "hooked up with an address",
        c -> c.path("type").asString().equals("link") && c.path("body").path("address").isNumber());
  }

  private static JsonNode rollEnds(Person.Feed feed) {
    return feed.await(
            "roll ended",
            c ->
                c.path("type").asString().equals("roll")
                    && !c.path("body").path("state").asString().equals("UNDER_WAY"))
        .path("body");
  }

  @Test
  void aRollCallFillsIsStoredAndOutlivesARestart(Installation.Running running) {
    Person t = Person.in(running, "Technician 2");
    long job = t.openJob("Unknown tipper");
    JsonNode first;
    try (Person.Feed feed = t.feed(job, -1);
        Person.Feed log = t.feed(job, -1)) {
      hookUp(t, job, "sim/tipper-14", feed);
      t.must("POST", "/api/jobs/" + job + "/roll-call", Map.of("full", true));
      JsonNode part =
          feed.await(
              "some answered",
              c ->
                  c.path("type").asString().equals("roll")
                      && !c.path("body").path("modules").isEmpty());
      assertThat(part.path("body").path("state").asString()).isEqualTo("UNDER_WAY");
      first = rollEnds(feed);
      assertThat(first.path("modules")).hasSize(11);
      log.await(
          "the logbook tells it",
          c ->
              c.path("type").asString().equals("logbook")
                  && c.path("body")
                      .path("text")
                      .asString()
                      .contains("pack orrendale-haulward is used"));
      t.must("POST", "/api/jobs/" + job + "/roll-call", Map.of("full", true));
      JsonNode second = rollEnds(feed);
      assertThat(second.path("modules")).as("with the pack the silent one is listed").hasSize(12);
      assertThat(second.path("modules").toString()).contains("\"SILENT\"");
      JsonNode vitals =
          feed.await(
                  "vitals",
                  c ->
                      c.path("type").asString().equals("vitals")
                          && c.path("body").path("values").size() == 3)
              .path("body");
      assertThat(vitals.path("loadPercent").asDouble()).isBetween(25.0, 60.0);
      assertThat(vitals.path("lost").asLong()).isZero();
    }
    JsonNode stored = t.must("GET", "/api/jobs/" + job + "/roll", null);
    assertThat(stored.path("modules")).hasSize(12);
    assertThat(t.must("GET", "/api/jobs/" + job, null).path("hours").asDouble()).isEqualTo(18204.6);
    running.restart();
    Person again = Person.in(running, "Technician 2");
    assertThat(again.must("GET", "/api/jobs/" + job + "/roll", null)).isEqualTo(stored);
    assertThat(again.must("GET", "/api/jobs/" + job + "/logbook", null).toString())
        .contains("Unhooked: Hitch Lamp was stopped.")
        .contains("Full roll call");
    List<StampedFrame> frames = new ArrayList<>();
    running
        .bean(FrameStore.class)
        .entries(running.bean(HookUpMapper.class).lastHookUp(job).orElseThrow().id())
        .forEachRemaining(
            e -> {
              if (e instanceof FrameBlock.Entry.OfFrame f) {
                frames.add(f.stamped());
              }
            });
    assertThat(frames).as("all frames of the hook-up, both directions").hasSizeGreaterThan(1_000);
    assertThat(frames)
        .anyMatch(f -> Identifier.sourceOf(f.frame().identifier()) == 249)
        .anyMatch(f -> Identifier.sourceOf(f.frame().identifier()) == 0);
    assertThat(frames)
        .isSortedAccordingTo(java.util.Comparator.comparingLong(StampedFrame::micros));
  }

  @Test
  void anUnpluggedLinkIsNamedSurvivedAndComesBack(Installation.Running running) {
    Person t = Person.in(running, "Technician 1");
    long job = t.openJob("Tipper to unplug");
    try (Person.Feed feed = t.feed(job, -1)) {
      hookUp(t, job, "sim/tipper-9", feed);
      t.must("POST", "/api/jobs/" + job + "/roll-call", Map.of("full", true));
      feed.await(
          "some answered",
          c ->
              c.path("type").asString().equals("roll")
                  && c.path("body").path("modules").toString().contains("ANSWERS"));
      t.must(
          "POST", "/api/jobs/" + job + "/cab/tipper-9", Map.of("action", "plug", "value", "false"));
      JsonNode roll = rollEnds(feed);
      assertThat(roll.path("state").asString()).isEqualTo("BROKEN_OFF");
      assertThat(roll.path("modules").toString())
          .as("nobody is called silent for it")
          .doesNotContain("\"SILENT\"");
      JsonNode lost = feed.awaitLink("LOST");
      assertThat(lost.path("body").path("says").asString()).contains("The link broke");
      t.must(
          "POST", "/api/jobs/" + job + "/cab/tipper-9", Map.of("action", "plug", "value", "true"));
      feed.awaitLink("UP");
      t.must("DELETE", "/api/jobs/" + job + "/hook-up", null);
      feed.awaitLink("OFF");
    }
    assertThat(t.must("GET", "/api/jobs/" + job + "/logbook", null).toString())
        .contains("interrupted with the link")
        .contains("The link is back.");
    assertThat(t.must("GET", "/api/jobs/" + job + "/roll", null).path("state").asString())
        .isEqualTo("BROKEN_OFF");
  }

  @Test
  void eachWayNotToHookUpHasItsOwnWords(Installation.Running running) {
    Person t = Person.in(running, "Technician 1");
    long job = t.openJob("Tipper that is not there");
    try (Person.Feed feed = t.feed(job, -1)) {
      t.must("POST", "/api/jobs/" + job + "/hook-up", Map.of("link", "daemon/127.0.0.1:1/can0"));
      assertThat(feed.awaitLink("REFUSED").path("body").path("says").asString())
          .contains("refused");
      t.must(
          "POST",
          "/api/jobs/" + job + "/hook-up",
          Map.of("link", "daemon/127.0.0.1:" + running.unitPort(1) + "/can9"));
      assertThat(feed.awaitLink("REFUSED").path("body").path("says").asString())
          .contains("could not open bus");
      t.must(
          "POST",
          "/api/jobs/" + job + "/hook-up",
          Map.of("link", "daemon/127.0.0.1:" + running.unitPort(1) + "/can500"));
      assertThat(feed.awaitLink("WRONG_SPEED").path("body").path("next").asString())
          .contains("connector");
      t.must("POST", "/api/jobs/" + job + "/cab/tipper-3", Map.of("action", "key", "value", "off"));
      t.must("POST", "/api/jobs/" + job + "/hook-up", Map.of("link", "sim/tipper-3"));
      assertThat(feed.awaitLink("SILENT").path("body").path("next").asString()).contains("Key on?");
      t.must("POST", "/api/jobs/" + job + "/cab/tipper-3", Map.of("action", "key", "value", "on"));
    }
    assertThat(t.post("/api/jobs/" + job + "/hook-up", Map.of("link", "daemon/nonsense")).status())
        .isEqualTo(400);
    assertThat(t.post("/api/jobs/" + job + "/hook-up", Map.of("link", "sim/none")).status())
        .isEqualTo(404);
    assertThat(t.post("/api/jobs/" + job + "/roll-call", Map.of("full", true)).status())
        .isEqualTo(409);
    JsonNode findings = t.must("POST", "/api/jobs/" + job + "/pair-check", Map.of("ohms", 120));
    assertThat(findings.get(0).path("sound").asBoolean()).isFalse();
    assertThat(
            t.must("POST", "/api/jobs/" + job + "/pair-check", Map.of("supplyVolts", 0))
                .get(0)
                .path("says")
                .asString())
        .startsWith("No voltage at the plug.");
    assertThat(t.post("/api/jobs/" + job + "/pair-check", Map.of()).status()).isEqualTo(400);
  }

  @Test
  void aRecordingOpensAsALinkWithWhatIsSoundOfIt(Installation.Running running) {
    Person t = Person.in(running, "Technician 1");
    long job = t.openJob("Log only");
    String path = "/api/jobs/" + job + "/recordings";
    Person.Answer bad =
        t.upload(
            path, "bad.log", "Dear Sir,\nthe truck smokes.\n".getBytes(StandardCharsets.UTF_8));
    assertThat(bad.status()).isEqualTo(400);
    assertThat(bad.body().path("message").asString()).contains("bad.log").contains("line 1");
    assertThat(t.upload(path, "b.bin", new byte[] {(byte) 0xC3, 0x28}).status()).isEqualTo(400);
    assertThat(t.upload(path, "e.log", new byte[0]).body().path("message").asString())
        .contains("empty");
    assertThat(t.must("GET", "/api/jobs/" + job + "/links", null).toString())
        .doesNotContain("log/");
    String log =
        "(1.000000) can0 18EEFF00#09BB03C000000000\nrubbish\n(1.000100) can0 18FECA00#04FF66000403FFFF\n";
    String id = "";
    JsonNode added = t.upload(path, "good.log", log.getBytes(StandardCharsets.UTF_8)).body();
    assertThat(added.path("says").asString())
        .contains("2 frames of one bus")
        .contains("cannot be read: 1, first at line 2");
    for (JsonNode link : added.path("links")) {
      id = link.path("kind").asString().equals("LOG") ? link.path("id").asString() : id;
    }
    try (Person.Feed feed = t.feed(job, -1)) {
      t.must("POST", "/api/jobs/" + job + "/hook-up", Map.of("link", id));
      JsonNode roll = rollEnds(feed);
      assertThat(roll.path("modules").get(0).path("faults").get(0).path("spn").asInt())
          .isEqualTo(102);
    }
    assertThat(t.must("GET", "/api/jobs/" + job + "/roll", null).path("modules")).hasSize(1);
    t.must("DELETE", "/api/jobs/" + job + "/hook-up", null);
  }

  @Test
  void aStoredHookUpIsLivedAgainToTheSameRollWithoutTheUnit(Installation.Running running) {
    Person t = Person.in(running, "Technician 1");
    long job = t.openJob("Tipper to live again");
    JsonNode live;
    try (Person.Feed feed = t.feed(job, -1)) {
      hookUp(t, job, "sim/tipper-14", feed);
      t.must("POST", "/api/jobs/" + job + "/roll-call", Map.of("full", true));
      live = rollEnds(feed);
      t.must("DELETE", "/api/jobs/" + job + "/hook-up", null);
      feed.awaitLink("OFF");
    }
    String stored = "";
    for (JsonNode link : t.must("GET", "/api/jobs/" + job + "/links", null)) {
      stored = link.path("kind").asString().equals("STORED") ? link.path("id").asString() : stored;
    }
    assertThat(stored).startsWith("stored/");
    try (Person.Feed feed = t.feed(job, -1)) {
      t.must("POST", "/api/jobs/" + job + "/hook-up", Map.of("link", stored));
      JsonNode again =
          feed.await(
                  "the roll lived again",
                  c ->
                      c.path("type").asString().equals("roll")
                          && c.path("body").path("notes").toString().contains("Replayed"))
              .path("body");
      assertThat(again.path("notes").toString()).contains("the same roll as was stored then");
      assertThat(again.path("modules").toString())
          .isEqualTo(t.must("GET", "/api/jobs/" + job + "/roll", null).path("modules").toString());
      assertThat(again.path("modules")).hasSameSizeAs(live.path("modules"));
      assertThat(t.post("/api/jobs/" + job + "/roll-call", Map.of("full", true)).status())
          .as("asking is taken and does nothing: there is no unit")
          .isEqualTo(202);
    }
    t.must("DELETE", "/api/jobs/" + job + "/hook-up", null);
  }

  @Test
  void whoComesBackAfterABreakGetsWhatHeMissed(Installation.Running running) {
    Person t = Person.in(running, "Technician 1");
    long job = t.openJob("Stream");
    long seen;
    try (Person.Feed feed = t.feed(job, -1)) {
      t.must("POST", "/api/jobs/" + job + "/logbook", Map.of("text", "one"));
      seen =
          feed.await("first note", c -> c.path("body").path("text").asString("").equals("one"))
              .path("seq")
              .asLong();
    }
    t.must("POST", "/api/jobs/" + job + "/logbook", Map.of("text", "two"));
    t.must("POST", "/api/jobs/" + job + "/logbook", Map.of("text", "three"));
    try (Person.Feed feed = t.feed(job, seen)) {
      assertThat(
              feed.await("second note", c -> c.path("type").asString().equals("logbook"))
                  .path("body")
                  .path("text")
                  .asString())
          .isEqualTo("two");
      assertThat(
              feed.await("third note", c -> c.path("type").asString().equals("logbook"))
                  .path("body")
                  .path("text")
                  .asString())
          .isEqualTo("three");
    }
    try (Person.Feed feed = t.feed(job, 9_999)) {
      feed.await(
          "a number from another life leads to a snapshot",
          c -> c.path("type").asString().equals("snapshot"));
    }
  }
}
