package hitchlamp.server.trace;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.server.support.CutoutSeat;
import hitchlamp.server.support.Installation;
import hitchlamp.server.support.Person;
import java.util.Map;
import java.util.function.Predicate;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** A guide followed on a simulated truck: the unit answers, a meter is read, the part is found. */
@ExtendWith(Installation.class)
class TraceTest {
  private static final String CAB = "/cab/tipper-14";

  private static Predicate<JsonNode> at(String check) {
    return c ->
        c.path("type").asString().equals("trace")
            && c.path("body").path("check").path("id").asString().equals(check);
  }

  private static JsonNode ask(Person t, String at, String what, Map<String, Object> body) {
    return t.must("POST", at + what, body);
  }

  @Test
  void aShortedSensorIsFoundByTheGuideOfItsSupply(Installation.Running running) {
    Person t = Person.in(running, "Technician 1");
    long job = t.openJob("No power on the ramp");
    String base = "/api/jobs/" + job;
    assertThat(t.must("GET", base + "/traces", null).path("offers")).isEmpty();
    try (Person.Feed feed = t.feed(job, -1)) {
      t.hookUpAndCall(job, "sim/tipper-14", feed);
      JsonNode begun =
          ask(t, base, "/traces", Map.of("guide", "sensor-supply", "part", "sensor-supply-2"));
      String trace = base + "/traces/" + begun.path("id").asLong();
      assertThat(begun.path("check").path("ofUnit").asBoolean()).isTrue();
      ask(t, trace, "/look", Map.of());
      JsonNode there = feed.await("the unit says that it is there", at("volts"));
      assertThat(there.path("body").path("log").path(0).path("says").asString())
          .isEqualTo("SPN 3510 FMI 4 is active, reported by Engine.");
      assertThat(there.path("body").path("log").path(0).path("who").isNull())
          .as("nobody answered but the unit")
          .isTrue();
      JsonNode meter = there.path("body").path("check").path("meter");
      double volts = volts(t, base, meter);
      assertThat(volts).isLessThan(1);
      JsonNode low =
          ask(t, trace, "/measure", Map.of("check", "volts", "reading", volts, "noEnd", false));
      assertThat(low.path("check").path("says").asString())
          .contains("exhaust pressure sensor")
          .contains("Does the fault go?");
      ask(t, trace, "/look", Map.of());
      try {
        ask(t, base, CAB, Map.of("action", "off", "value", "X26"));
        JsonNode found = feed.await("it goes with the exhaust pressure sensor", at("one-sensor"));
        assertThat(found.path("body").path("state").asString()).isEqualTo("FOUND");
        assertThat(found.path("body").path("check").path("found").path("part").asString())
            .isEqualTo("sensor-supply-2");
      } finally {
        ask(t, base, CAB, Map.of("action", "in", "value", "X26"));
      }
      t.must("DELETE", base + "/hook-up", null);
    }
    assertThat(t.must("GET", base + "/logbook", null).toString())
        .contains("Tracing begun: Sensor supply 2 of the engine module.")
        .contains("SPN 3510 FMI 4 is active, reported by Engine.");
    JsonNode signOff = t.must("GET", base + "/sign-off", null);
    assertThat(signOff.path("traces").path(0).path("word").asString()).isEqualTo("found");
    assertThat(new String(t.download(base + "/report.pdf"), 0, 5)).isEqualTo("%PDF-");
  }

  private static double volts(Person t, String base, JsonNode meter) {
    return t.must(
            "GET",
            base
                + CAB
                + "/meter?quantity=volts&red="
                + meter.path("red").asString().replace("/", "%2F")
                + "&black="
                + meter.path("black").asString().replace("/", "%2F"),
            null)
        .path("value")
        .asDouble();
  }

  @Test
  void aGuideIsGoneBackAssumedSetAsideAndTakenUpAgain(Installation.Running running) {
    Person a = Person.in(running, "Apprentice 1");
    Person t = Person.in(running, "Technician 1");
    long job = t.openJob("Learning");
    String base = "/api/jobs/" + job;
    try (Person.Feed feed = t.feed(job, -1)) {
      t.hookUpAndCall(job, "sim/tipper-9", feed);
      t.must("DELETE", base + "/hook-up", null);
    }
    Map<String, Object> which =
        Map.of("guide", "sensor-three-wires", "part", "oil-pressure-sensor");
    String trace = base + "/traces/" + ask(a, base, "/traces", which).path("id").asLong();
    assertThat(a.post(trace + "/look", Map.of()).status()).as("not hooked up").isEqualTo(409);
    assertThat(
            a.post(trace + "/assume", Map.of("check", "there", "outcome", "there", "reason", ""))
                .status())
        .as("an assumption needs its reason")
        .isEqualTo(400);
    JsonNode assumed =
        ask(
            a,
            trace,
            "/assume",
            Map.of("check", "there", "outcome", "there", "reason", "seen on the ramp"));
    assertThat(assumed.path("check").path("id").asString()).isEqualTo("supply");
    assertThat(a.post(trace + "/answer", Map.of("check", "there", "outcome", "gone")).status())
        .as("somebody else's page is behind")
        .isEqualTo(409);
    assertThat(a.post(trace + "/measure", Map.of("check", "supply", "noEnd", false)).status())
        .as("no reading")
        .isEqualTo(400);
    assertThat(a.post(trace + "/answer", Map.of("check", "supply", "outcome", "blue")).status())
        .isEqualTo(400);
    ask(a, trace, "/measure", Map.of("check", "supply", "reading", 4.97, "noEnd", false));
    JsonNode back = ask(a, trace, "/back", Map.of("check", "low"));
    assertThat(back.path("check").path("id").asString()).isEqualTo("supply");
    assertThat(back.path("log")).as("nothing that happened is lost").hasSize(3);
    assertThat(back.path("steps")).hasSize(1);
    ask(a, trace, "/aside", Map.of("check", "supply", "reason", "waiting for a meter"));
    assertThat(t.must("GET", base + "/sign-off", null).path("open").toString())
        .doesNotContain("Not traced to the end");
    JsonNode again = ask(t, base, "/traces", which);
    assertThat(base + "/traces/" + again.path("id").asLong()).as("the same one").isEqualTo(trace);
    JsonNode end =
        ask(t, trace, "/measure", Map.of("check", "supply", "reading", 6.1, "noEnd", false));
    assertThat(end.path("state").asString()).isEqualTo("NOT_HERE");
    assertThat(t.must("GET", base + "/sign-off", null).path("open").toString())
        .contains("rests on what was assumed")
        .contains("seen on the ramp");
    assertThat(t.post(base + "/traces", Map.of("guide", "none", "part", "")).status())
        .isEqualTo(404);
    assertThat(
            t.post(base + "/traces", Map.of("guide", "sensor-supply", "part", "thermostat"))
                .status())
        .as("not a part of this guide")
        .isEqualTo(404);
    t.must("POST", base + "/state", Map.of("state", "CLOSED"));
    assertThat(t.post(base + "/traces", which).status()).as("a closed job").isEqualTo(409);
    assertThat(
            Person.in(running, "Specialist 1").post(trace + "/back", Map.of("check", "x")).status())
        .as("a specialist looks on")
        .isEqualTo(403);
  }

  @Test
  void aCircuitIsDrawnFromThePackWithWhatTheModuleMakesOfItsSignals(Installation.Running running) {
    Person t = Person.in(running, "Technician 1");
    long job = t.openJob("Circuit");
    String at = "/api/jobs/" + job + "/circuits/coolant-temperature-sensor";
    assertThat(t.get(at).status()).as("the unit is not known yet").isEqualTo(404);
    try (Person.Feed feed = t.feed(job, -1)) {
      t.hookUpAndCall(job, "sim/tipper-9", feed);
      JsonNode sheet = t.must("GET", at, null);
      assertThat(sheet.path("fittings").toString()).contains("X28", "X1", "S25");
      assertThat(sheet.path("nets")).hasSize(2);
      JsonNode signal = null;
      for (int i = 0; i < 60 && signal == null; i++) {
        feed.await("time goes on", c -> c.path("type").asString().equals("vitals"));
        for (JsonNode n : t.must("GET", at + "/now", null)) {
          signal = n.path("point").asString().equals("X28/1") ? n : signal;
        }
      }
      assertThat(signal).as("the coolant is told").isNotNull();
      assertThat(signal.path("value").asDouble()).as("coolant, °C").isBetween(10.0, 110.0);
      assertThat(signal.path("volts").asDouble()).isBetween(0.5, 4.0);
      t.must("DELETE", "/api/jobs/" + job + "/hook-up", null);
    }
    assertThat(t.must("GET", at + "/now", null)).as("not hooked up").isEmpty();
    assertThat(t.get("/api/jobs/" + job + "/circuits/thermostat").status())
        .as("a part without wires")
        .isEqualTo(404);
  }

  private static Predicate<JsonNode> waits(String words) {
    return c ->
        c.path("type").asString().equals("tracing")
            && c.path("body").path("says").asString().contains(words);
  }

  @Test
  void whatIsWaitedForIsToldAndALostLinkIsNoAnswer(Installation.Running running) {
    Person t = Person.in(running, "Technician 1");
    long job = t.openJob("Link lost while listening");
    String base = "/api/jobs/" + job;
    try (Person.Feed feed = t.feed(job, -1)) {
      t.hookUpAndCall(job, "sim/tipper-9", feed);
      long id =
          ask(
                  t,
                  base,
                  "/traces",
                  Map.of("guide", "sensor-two-wires", "part", "coolant-temperature-sensor"))
              .path("id")
              .asLong();
      String trace = base + "/traces/" + id;
      ask(t, trace, "/answer", Map.of("check", "there", "outcome", "gone"));
      ask(t, trace, "/look", Map.of());
      feed.await("it listens for a minute", waits("Listening for the fault, at most 60 s"));
      ask(t, base, "/cab/tipper-9", Map.of("action", "plug", "value", "false"));
      try {
        feed.await("no silence is taken for an answer", waits("The link broke"));
        assertThat(t.must("GET", trace, null).path("check").path("id").asString())
            .isEqualTo("wiggle");
      } finally {
        ask(t, base, "/cab/tipper-9", Map.of("action", "plug", "value", "true"));
      }
      t.must("DELETE", base + "/hook-up", null);
    }
  }

  @Test
  void aValueIsAskedForThatNoModuleSendsByItself(Installation.Running running) {
    Person t = Person.in(running, "Technician 1");
    long job = t.openJob("Fuel filter");
    String base = "/api/jobs/" + job;
    try (Person.Feed feed = t.feed(job, -1)) {
      t.hookUpAndCall(job, "sim/tipper-9", feed);
      long id =
          ask(t, base, "/traces", Map.of("guide", "fuel-supply-pump", "part", "fuel-supply-pump"))
              .path("id")
              .asLong();
      ask(t, base + "/traces/" + id, "/look", Map.of());
      JsonNode told = feed.await("the pressure behind the filter is told", at("sound"));
      assertThat(told.path("body").path("log").path(0).path("says").asString())
          .contains(" kPa\uFFFB, mean of 6 s")
          .contains("engine idles");
      t.must("DELETE", base + "/hook-up", null);
    }
  }

  @Test
  void theVerdictOfATestAnswersTheGuideOfASymptom(Installation.Running running) {
    Person t = Person.in(running, "Technician 1");
    long job = t.openJob("Rough idle");
    String base = "/api/jobs/" + job;
    try (Person.Feed feed = t.feed(job, -1)) {
      t.hookUpAndCall(job, "sim/tipper-6", feed);
      long id =
          ask(t, base, "/traces", Map.of("guide", "rough-idle", "part", "")).path("id").asLong();
      ask(t, base + "/traces/" + id, "/look", Map.of());
      feed.await("none was done yet", waits("No such test was done"));
      try (CutoutSeat seat = new CutoutSeat(t, job, feed)) {
        seat.begin();
        seat.say("off 3");
        seat.fallSilent();
      }
      ask(t, base + "/traces/" + id, "/look", Map.of());
      JsonNode end = feed.await("one cylinder for a moment tells nothing", at("again"));
      assertThat(end.path("body").path("state").asString()).isEqualTo("CANNOT_TELL");
      t.must("DELETE", base + "/hook-up", null);
    }
  }
}
