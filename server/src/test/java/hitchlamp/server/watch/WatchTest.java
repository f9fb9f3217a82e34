package hitchlamp.server.watch;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import hitchlamp.server.support.Installation;
import hitchlamp.server.support.Person;
import java.io.StringReader;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.function.Predicate;
import java.util.stream.StreamSupport;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVRecord;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** Values of a simulated truck watched and recorded over real sockets, and tables of others. */
@ExtendWith(Installation.class)
class WatchTest {
  private static final String TABLE =
      "time [s],engine speed [rpm],boost [kPa]\r\n0,600,1.5\r\n1,900,12.25\r\n2,1400,\r\n3,1800,80\r\n";

  private static Predicate<JsonNode> type(String type) {
    return c -> c.path("type").asString().equals(type);
  }

  private static int index(JsonNode channels, String id) {
    int i = 0;
    for (JsonNode c : channels.path("channels")) {
      if (c.path("id").asString().equals(id)) {
        return i;
      }
      i++;
    }
    throw new AssertionError("no channel " + id + " in " + channels);
  }

  private static List<CSVRecord> rows(Person t, String path) throws Exception {
    String text = new String(t.download(path), StandardCharsets.UTF_8);
    try (CSVParser p =
        CSVParser.parse(
            new StringReader(text),
            CSVFormat.RFC4180.builder().setHeader().setSkipHeaderRecord(true).get())) {
      return p.getRecords();
    }
  }

  @Test
  void valuesAreSeenLiveRecordedAndComeBackAsTheyWere(Installation.Running running)
      throws Exception {
    Person t = Person.in(running, "Technician 1");
    long job = t.openJob("Tipper to watch");
    String at = "/api/jobs/" + job + "/watch";
    assertThat(t.post(at + "/statistics", Map.of()).status()).as("not hooked up").isEqualTo(409);
    try (Person.Feed feed = t.feed(job, -1);
        Person.Feed values = t.values(job)) {
      t.hookUpAndCall(job, "sim/tipper-9", feed);
      JsonNode channels =
          values
              .await(
                  "identifiers of the engine",
                  c ->
                      c.path("type").asString().equals("channels")
                          && c.toString().contains("\"engine/x0118\""))
              .path("body");
      int speed = index(channels, "engine/190");
      JsonNode speedChannel = channels.path("channels").path(speed);
      assertThat(speedChannel.path("unit").asString()).isEqualTo("rpm");
      assertThat(speedChannel.path("sets").toString()).contains("vital");
      assertThat(channels.toString()).as("sent on request only").contains("\"engine/250\"");
      JsonNode now =
          values
              .await(
                  "values",
                  c ->
                      c.path("type").asString().equals("now")
                          && c.path("body").path("version").asInt()
                              >= channels.path("version").asInt())
              .path("body");
      assertThat(now.path("states").asString().charAt(speed)).isEqualTo('V');
      JsonNode since = values.await("gathered", type("since")).path("body");
      assertThat(since.path("engines").path("").asString()).isIn("stands", "idles");

      assertThat(t.post(at + "/recorders", Map.of("name", " ")).status()).isEqualTo(400);
      JsonNode started =
          t.must(
              "POST",
              at + "/recorders",
              Map.of("name", "In the yard", "preRollSeconds", 2, "channels", List.of()));
      feed.await(
          "recording",
          c ->
              c.path("type").asString().equals("recorders")
                  && c.path("body").path("recorders").path(0).path("samples").asLong() > 500);
      t.must("POST", at + "/marker", Map.of("text", "knock heard"));
      t.must("DELETE", at + "/recorders/" + started.path("number").asInt(), null);
      feed.await(
          "kept",
          c ->
              c.path("type").asString().equals("logbook")
                  && c.path("body")
                      .path("text")
                      .asString()
                      .startsWith("Recording \"In the yard\""));
      t.must("DELETE", "/api/jobs/" + job + "/hook-up", null);
      feed.awaitLink("OFF");
    }
    JsonNode made = t.must("GET", "/api/jobs/" + job + "/recordings-made", null).path(0);
    long id = made.path("id").asLong();
    assertThat(made.path("startSeconds").asDouble()).isBetween(0.1, 2.1);
    assertThat(made.path("lost").asLong()).isZero();
    assertThat(Files.list(running.spool()).filter(Files::isRegularFile))
        .as("nothing is left in the spool")
        .isEmpty();
    JsonNode whole = t.must("GET", "/api/recordings/" + id, null);
    assertThat(whole.path("channels").size()).isGreaterThan(100);
    assertThat(whole.path("marks").path(0).path("text").asString()).isEqualTo("knock heard");
    JsonNode window =
        t.must(
                "GET",
                "/api/recordings/" + id + "/window?channels=engine/190,engine/110&columns=50",
                null)
            .path(0);
    assertThat(window.path("least").size()).isEqualTo(50);
    JsonNode stats =
        t.must("GET", "/api/recordings/" + id + "/statistics?channels=engine/190", null).path(0);
    List<CSVRecord> table = rows(t, "/api/recordings/" + id + "/table.csv?channels=engine/190");
    assertThat(table).hasSize(stats.path("count").asInt());
    double mean =
        table.stream()
            .mapToDouble(r -> Double.parseDouble(r.get("Engine speed [rpm]")))
            .average()
            .orElseThrow();
    assertThat(mean).isCloseTo(stats.path("mean").asDouble(), within(1e-6));
    assertThat(t.get("/api/recordings/1").status()).isEqualTo(404);
  }

  private static Predicate<JsonNode> vitalsAfter(double busSeconds) {
    return c ->
        c.path("type").asString().equals("vitals")
            && c.path("body").path("busSeconds").asDouble() > busSeconds;
  }

  @Test
  void anArmedRecorderWaitsForItsTriggerAndKeepsWhatWasBefore(Installation.Running running)
      throws Exception {
    Person t = Person.in(running, "Technician 1");
    long job = t.openJob("Tipper armed");
    try (Person.Feed feed = t.feed(job, -1)) {
      t.hookUpAndCall(job, "sim/tipper-3", feed);
      Map<String, Object> above =
          Map.of(
              "channel",
              "engine/91",
              "name",
              "Pedal",
              "above",
              true,
              "threshold",
              40,
              "hysteresis",
              5,
              "unit",
              "%");
      t.must(
          "POST",
          "/api/jobs/" + job + "/watch/recorders",
          Map.of(
              "name",
              "Pedal down",
              "preRollSeconds",
              1.5,
              "mostSeconds",
              3,
              "start",
              Map.of("conditions", List.of(above), "all", true, "forSeconds", 0)));
      feed.await(
          "armed",
          c ->
              c.path("type").asString().equals("recorders")
                  && c.toString().contains("Waits for: Pedal above 40 %"));
      // So much is there to be kept from before that the whole pre-roll can be.
      double armed =
          feed.await("vitals", vitalsAfter(0)).path("body").path("busSeconds").asDouble();
      feed.await("two seconds", vitalsAfter(armed + 2));
      t.must(
          "POST", "/api/jobs/" + job + "/cab/tipper-3", Map.of("action", "pedal", "value", "0.6"));
      feed.await(
          "kept",
          c ->
              c.path("type").asString().equals("logbook")
                  && c.path("body").path("text").asString().startsWith("Recording \"Pedal down\""));
      t.must("POST", "/api/jobs/" + job + "/cab/tipper-3", Map.of("action", "pedal", "value", "0"));
      t.must("DELETE", "/api/jobs/" + job + "/hook-up", null);
    }
    JsonNode made = t.must("GET", "/api/jobs/" + job + "/recordings-made", null).path(0);
    double before = made.path("startSeconds").asDouble();
    assertThat(before).as("the pre-roll that was wanted").isBetween(1.4, 1.6);
    assertThat(made.path("seconds").asDouble() - before).isCloseTo(3, within(0.1));
    assertThat(made.path("why").asString()).isEqualTo("Pedal above 40 %");
  }

  @Test
  void aTableOfAnotherProgramBecomesARecordingAndGoesOutAgain(Installation.Running running)
      throws Exception {
    Person t = Person.in(running, "Technician 1");
    long job = t.openJob("Tipper with a table");
    byte[] file = TABLE.getBytes(StandardCharsets.UTF_8);
    Person.Answer look = t.upload("/api/jobs/" + job + "/tables/look", "run.csv", file);
    assertThat(look.status()).isEqualTo(200);
    assertThat(look.body().path("remembered").asBoolean()).isFalse();
    assertThat(look.body().path("map").path("columns").path(0).path("spn").asInt()).isEqualTo(190);
    Person.Answer added = t.upload("/api/jobs/" + job + "/tables", "run.csv", file);
    assertThat(added.status()).as("%s", added.body()).isEqualTo(201);
    long id = added.body().path("id").asLong();
    List<CSVRecord> rows = rows(t, "/api/recordings/" + id + "/table.csv");
    assertThat(rows).hasSize(4);
    assertThat(rows.get(1).get("boost [kPa]")).isEqualTo("12.25");
    assertThat(rows.get(2).get("boost [kPa]")).isEmpty();
    assertThat(
            t.upload("/api/jobs/" + job + "/tables/look", "run.csv", file)
                .body()
                .path("remembered")
                .asBoolean())
        .isTrue();
    assertThat(t.get("/api/recordings/" + id + "/pulls?massKg=20000").status())
        .as("a unit whose pack says nothing of its drive")
        .isEqualTo(409);
  }

  /** Pulls of a four-cylinder engine whose third blows by, as another program wrote them. */
  private static String pulls(String offName) {
    StringBuilder text =
        new StringBuilder(
            "time [s],rpm [rpm],boost [kPa],crankcase [kPa],pedal [%]," + offName + "\n");
    double at = 0;
    for (int off : new int[] {0, 1, 2, 3, 4, 0}) {
      double boost = 10;
      for (int i = 0; i < 40; i++, at += 0.2) {
        boost += (200 - boost) * 0.2;
        double flow = off == 3 ? 3.1 : off == 0 ? 7 : 6.1;
        double kpa = 0.25 + 0.0125 * flow * flow * boost / 100 * (1 + 0.01 * Math.sin(7 * at));
        text.append(
            String.format(
                java.util.Locale.ROOT,
                "%.1f,%d,%.1f,%.3f,100,%d\n",
                at,
                1_200 + 10 * i,
                boost,
                kpa,
                off));
      }
      for (int i = 0; i < 15; i++, at += 0.2) {
        text.append(String.format(java.util.Locale.ROOT, "%.1f,900,5.0,0.270,0,0\n", at));
      }
    }
    return text.toString();
  }

  @Test
  void pullsOfATableAreComparedWhereItSaysWhichCylinderWasOff(Installation.Running running) {
    Person t = Person.in(running, "Technician 1");
    long job = t.openJob("Truck with oil in its charge pipes");
    long id =
        t.upload(
                "/api/jobs/" + job + "/tables",
                "pulls.csv",
                pulls("cylinder off").getBytes(StandardCharsets.UTF_8))
            .body()
            .path("id")
            .asLong();
    JsonNode found = t.must("GET", "/api/recordings/" + id + "/cutout-under-load", null);
    assertThat(found.path("verdict").asString()).isEqualTo("FAIL");
    assertThat(found.path("cylinders").asInt()).isEqualTo(4);
    assertThat(found.path("says").path("text").asString()).startsWith("With cylinder 3 off");
    assertThat(found.path("figures").toString()).contains("crankcase").contains("cures");
    long without =
        t.upload(
                "/api/jobs/" + job + "/tables",
                "others.csv",
                pulls("cyl").getBytes(StandardCharsets.UTF_8))
            .body()
            .path("id")
            .asLong();
    Person.Answer refused = t.get("/api/recordings/" + without + "/cutout-under-load");
    assertThat(refused.status()).isEqualTo(400);
    assertThat(refused.body().path("message").asString()).contains("name one 'Cylinder off'");
  }

  @Test
  void conversionOfADriveIsWorkedOutFromATable(Installation.Running running) {
    Person t = Person.in(running, "Technician 1");
    long job = t.openJob("Truck that wants more fluid");
    StringBuilder drive =
        new StringBuilder(
            "time [s],Aftertreatment 1 intake NOx [ppm],Aftertreatment 1 outlet NOx [ppm]\n");
    for (int i = 0; i < 300; i++) {
      drive.append(
          String.format(
              java.util.Locale.ROOT, "%d,%.1f,%.1f\n", i, 195 + Math.sin(i), 98 + Math.cos(i)));
    }
    long id =
        t.upload(
                "/api/jobs/" + job + "/tables",
                "drive.csv",
                drive.toString().getBytes(StandardCharsets.UTF_8))
            .body()
            .path("id")
            .asLong();
    JsonNode found = t.must("GET", "/api/recordings/" + id + "/conversion", null);
    assertThat(found.path("verdict").asString()).isEqualTo("FAIL");
    assertThat(found.path("parts").size()).as("catalyst or ammonia").isEqualTo(2);
    assertThat(found.path("figures").toString()).contains("conversion").contains("stretch");
    long without =
        t.upload(
                "/api/jobs/" + job + "/tables",
                "half.csv",
                "time [s],rpm [rpm]\n0,900\n1,901\n".getBytes(StandardCharsets.UTF_8))
            .body()
            .path("id")
            .asLong();
    Person.Answer refused = t.get("/api/recordings/" + without + "/conversion");
    assertThat(refused.status()).isEqualTo(400);
    assertThat(refused.body().path("message").asString()).contains("3216");
  }

  @Test
  void badTablesAreRefusedWithTheirLineAndLeaveNothing(Installation.Running running) {
    Person t = Person.in(running, "Technician 1");
    long job = t.openJob("Tipper with bad tables");
    Map<String, String> bad =
        Map.of(
            "ragged", "time [s],a\n0,1\n1,2,3\n",
            "backwards", "time [s],a\n1,1\n0,2\n",
            "twice", "time [s],a,a\n0,1,2\n",
            "word", "time [s],a\n0,1\n1,much\n",
            "empty", "",
            "zip", "PK\u0003\u0004 something",
            "names only", "time [s],a\n");
    bad.forEach(
        (what, text) -> {
          Person.Answer a =
              t.upload(
                  "/api/jobs/" + job + "/tables",
                  what + ".csv",
                  text.getBytes(StandardCharsets.UTF_8));
          assertThat(a.status()).as(what + ": " + a.body()).isEqualTo(400);
          assertThat(a.body().path("message").asString()).as(what).contains(what + ".csv");
        });
    assertThat(
            t.upload(
                    "/api/jobs/" + job + "/tables",
                    "latin.csv",
                    "time [s],°C\n0,1\n".getBytes(StandardCharsets.ISO_8859_1))
                .body()
                .path("message")
                .asString())
        .contains("UTF-8");
    assertThat(t.must("GET", "/api/jobs/" + job + "/recordings-made", null).size()).isZero();
  }

  @Test
  void twoRunsAreAlignedAndTheirDifferencesShown(Installation.Running running) {
    Person t = Person.in(running, "Technician 1");
    long job = t.openJob("Tipper twice");
    long first = run(t, job, "first.csv", 0, 1.0);
    long second = run(t, job, "second.csv", 7, 0.9);
    JsonNode by =
        t.must(
            "GET",
            "/api/recordings/" + first + "/alignment?with=" + second + "&by=FIT&channel=file/190",
            null);
    assertThat(by.path("laterSeconds").asDouble()).isCloseTo(-7, within(0.3));
    assertThat(by.path("fit").asDouble()).isGreaterThan(0.95);
    List<JsonNode> d =
        StreamSupport.stream(
                t.must(
                        "GET",
                        "/api/recordings/"
                            + first
                            + "/differences?with="
                            + second
                            + "&later=-7&from=2&to=25",
                        null)
                    .spliterator(),
                false)
            .toList();
    assertThat(d.get(0).path("second").path("mean").asDouble())
        .isCloseTo(0.9 * d.get(0).path("first").path("mean").asDouble(), within(3.0));
    assertThat(
            t.get("/api/recordings/" + first + "/alignment?with=" + second + "&by=MARKER").status())
        .isEqualTo(400);
  }

  private static long run(Person t, long job, String name, double later, double share) {
    StringBuilder text = new StringBuilder("time [s];engine speed [rpm]\n");
    List<String> rows = new ArrayList<>();
    for (int i = 0; i < 400; i++) {
      double s = i / 10.0;
      double rpm = 600 + 1_200 * Math.exp(-(s - later - 12) * (s - later - 12) / 20);
      rows.add(String.format(java.util.Locale.ROOT, "%.1f;%.1f", s, rpm * share));
    }
    text.append(String.join("\n", rows)).append('\n');
    Person.Answer a =
        t.upload(
            "/api/jobs/" + job + "/tables", name, text.toString().getBytes(StandardCharsets.UTF_8));
    assertThat(a.status()).as("%s", a.body()).isEqualTo(201);
    return a.body().path("id").asLong();
  }

  @Test
  void setsAreKeptByNameAndParametersComeFromADbcFile(Installation.Running running) {
    Person t = Person.in(running, "Technician 1");
    long job = t.openJob("Tipper with parameters");
    JsonNode sets =
        t.must(
            "POST",
            "/api/watch-sets",
            Map.of("name", "My pull", "channels", List.of("engine/190")));
    assertThat(sets.toString()).contains("My pull");
    String dbc =
        "VERSION \"\"\nBO_ 2566834686 Own: 8 Unit\n SG_ Oil_Temp : 0|16@1+ (0.03125,-273) [0|0] \"degC\" Unit\n";
    Person.Answer a =
        t.upload("/api/jobs/" + job + "/dbc", "own.dbc", dbc.getBytes(StandardCharsets.UTF_8));
    assertThat(a.status()).as("%s", a.body()).isEqualTo(201);
    assertThat(a.body().path("parameters").asInt()).isEqualTo(1);
    assertThat(
            new String(t.download("/api/jobs/" + job + "/parameters.dbc"), StandardCharsets.UTF_8))
        .contains("BO_ ")
        .contains("Oil_Temp");
    String over = dbc + " SG_ Other : 8|8@1+ (1,0) [0|0] \"\" Unit\n";
    Person.Answer refused =
        t.upload("/api/jobs/" + job + "/dbc", "bad.dbc", over.getBytes(StandardCharsets.UTF_8));
    assertThat(refused.status()).isEqualTo(400);
    assertThat(refused.body().path("message").asString()).contains("line 4").contains("lies over");
  }
}
