package hitchlamp.server.watch;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import hitchlamp.core.pack.PackLibrary;
import hitchlamp.server.support.Installation;
import hitchlamp.server.support.Person;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;

/** What no pack reads becomes a parameter, and a pack of the workshop. */
@ExtendWith(Installation.class)
class UnknownTest {
  private static final int TYRES = 0xFF42;
  private static final int TYRE_MODULE = 51;

  @TempDir Path folder;

  private static JsonNode tyres(Person t, long job) {
    while (true) {
      JsonNode groups = t.must("GET", "/api/jobs/" + job + "/unknown", null).path("groups");
      for (JsonNode g : groups) {
        if (g.path("pgn").asInt() == TYRES && g.path("count").asInt() > 2) {
          return g;
        }
      }
      Thread.onSpinWait();
    }
  }

  @Test
  void aFieldOfAGroupThatNobodyReadsIsWatchedAtOnceAndGoesIntoAPack(Installation.Running running)
      throws IOException {
    Person t = Person.in(running, "Technician 2");
    long job = t.openJob("Tipper with fitted tyre pressures");
    String at = "/api/jobs/" + job;
    try (Person.Feed feed = t.feed(job, -1)) {
      t.must("POST", at + "/hook-up", Map.of("link", "sim/tipper-14"));
      feed.await(
          "hooked up",
          c ->
              c.path("type").asString().equals("link")
                  && c.path("body").path("address").isNumber());
      JsonNode group = tyres(t, job);
      assertThat(group.path("source").asInt()).isEqualTo(TYRE_MODULE);
      assertThat(group.path("partly").asBoolean()).isFalse();
      assertThat(group.path("everySeconds").asDouble()).isCloseTo(0.5, within(0.05));
      assertThat(group.path("bytes")).hasSize(8);
      JsonNode samples =
          t.must(
              "GET",
              at + "/unknown/" + TYRE_MODULE + "/" + TYRES + "?startBit=8&bits=8&scale=4&offset=0",
              null);
      assertThat(samples.path(0).path("value").asDouble()).isBetween(600.0, 1_000.0);
      Map<String, Object> field =
          Map.of(
              "name",
              "Tyre pressure",
              "pgn",
              TYRES,
              "startBit",
              8,
              "bits",
              8,
              "scale",
              4,
              "offset",
              0,
              "unit",
              "kPa");
      int spn = t.must("POST", at + "/fields", field).path("spn").asInt();
      assertThat(spn).isGreaterThanOrEqualTo(516_096);
      assertThat(t.call("POST", at + "/fields", field).status())
          .as("it lies over itself")
          .isEqualTo(409);
      assertThat(t.must("GET", at + "/unknown", null).path("found")).hasSize(1);
      assertThat(new String(t.download(at + "/parameters.dbc"), StandardCharsets.UTF_8))
          .contains("Tyre pressure");
      String pack = new String(t.download(at + "/workshop-pack.yaml"), StandardCharsets.UTF_8);
      Files.createDirectories(folder.resolve("packs"));
      for (String layer : new String[] {"base/standard.yaml", "base/names.yaml"}) {
        Files.copy(
            Path.of("../packs", layer), folder.resolve("packs").resolve(layer.replace('/', '-')));
      }
      Files.writeString(folder.resolve("packs/workshop.yaml"), pack);
      assertThat(
              PackLibrary.read(folder.resolve("packs")).packs().stream()
                  .anyMatch(p -> p.parameters().containsKey(spn)))
          .isTrue();
      t.must("DELETE", at + "/fields/" + spn, null);
      assertThat(t.must("GET", at + "/unknown", null).path("found")).isEmpty();
      assertThat(t.call("GET", at + "/workshop-pack.yaml", null).status()).isEqualTo(404);
      t.must("DELETE", at + "/hook-up", null);
    }
  }

  @Test
  void aFieldThatCannotBeIsRefusedWithWhatToMend(Installation.Running running) {
    Person t = Person.in(running, "Technician 2");
    String at = "/api/jobs/" + t.openJob("Tipper without a field") + "/fields";
    Map<String, Object> sound =
        Map.of(
            "name",
            "x",
            "pgn",
            TYRES,
            "startBit",
            0,
            "bits",
            8,
            "scale",
            1,
            "offset",
            0,
            "unit",
            "1");
    for (Map<String, Object> bad :
        List.<Map<String, Object>>of(
            Map.of("bits", 0),
            Map.of("bits", 33),
            Map.of("startBit", -1),
            Map.of("scale", 0),
            Map.of("scale", 1e300),
            Map.of("unit", "furlong"),
            Map.of("name", " "),
            Map.of("pgn", 1 << 20))) {
      Map<String, Object> body = new HashMap<>(sound);
      body.putAll(bad);
      assertThat(t.call("POST", at, body).status()).as("%s", bad).isEqualTo(400);
    }
    assertThat(t.must("GET", at.replace("fields", "unknown"), null).path("found")).isEmpty();
  }

  /** A name must not end a line of the file in which fields are kept, or all of them are lost. */
  @Test
  void aNameWithLineEndsCostsNoOtherField(Installation.Running running) {
    Person t = Person.in(running, "Technician 2");
    String at = "/api/jobs/" + t.openJob("Tipper with an odd name");
    Map<String, Object> field = new HashMap<>();
    field.put("pgn", TYRES);
    field.put("bits", 8);
    field.put("scale", 1);
    field.put("offset", 0);
    field.put("unit", "1");
    field.put("startBit", 0);
    field.put("name", "First");
    t.must("POST", at + "/fields", field);
    field.put("startBit", 8);
    field.put("name", "Odd\nBO_ 1 x: 8 y\r\n SG_ \"; CM_");
    t.must("POST", at + "/fields", field);
    JsonNode found = t.must("GET", at + "/unknown", null).path("found");
    assertThat(found).hasSize(2);
    assertThat(found.path(0).path("name").asString()).isEqualTo("First");
    assertThat(found.path(1).path("name").asString()).doesNotContain("\n").startsWith("Odd BO_ 1");
  }

  @Test
  void withoutAHookUpThereIsNothingUnknown(Installation.Running running) {
    Person t = Person.in(running, "Technician 2");
    long job = t.openJob("Tipper that nobody hooked up");
    assertThat(t.must("GET", "/api/jobs/" + job + "/unknown", null).path("groups")).isEmpty();
  }
}
