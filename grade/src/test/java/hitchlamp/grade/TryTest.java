package hitchlamp.grade;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** {@code try} as those use it who write packs and scenarios. */
class TryTest {
  private static final Path SCENARIOS = Path.of("../standin/scenarios");
  @TempDir Path folder;
  private String errors;
  private int status;

  private JsonNode run(String... args) {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    ByteArrayOutputStream err = new ByteArrayOutputStream();
    List<String> all = new ArrayList<>(List.of(args));
    all.addAll(List.of("--packs", "../packs"));
    status =
        Try.run(
            new PrintStream(out, true, StandardCharsets.UTF_8),
            new PrintStream(err, true, StandardCharsets.UTF_8),
            all.toArray(String[]::new));
    errors = err.toString(StandardCharsets.UTF_8);
    return status == 0
        ? JsonMapper.builder().build().readTree(out.toString(StandardCharsets.UTF_8))
        : null;
  }

  private static JsonNode module(JsonNode roll, int address) {
    for (JsonNode m : roll.path("modules")) {
      if (m.path("address").asInt() == address) {
        return m;
      }
    }
    throw new AssertionError("nobody at " + address);
  }

  @Test
  void theTipperShowsItsFaultsItsSilentRetarderAndItsStranger() {
    JsonNode found =
        run("--scenario", SCENARIOS.resolve("tipper-14.yaml").toString(), "--read", "--json");
    JsonNode roll = found.path("roll");
    assertThat(roll.path("state").asString()).isEqualTo("complete");
    assertThat(module(roll, 16).path("presence").asString()).isEqualTo("silent");
    assertThat(module(roll, 51).path("unexpected").asBoolean()).isTrue();
    assertThat(module(roll, 0).path("identity").path("vin").asString())
        .isEqualTo("SMW0TPR1400018204");
    assertThat(module(roll, 0).path("identity").path("hours").asDouble()).isEqualTo(18204.6);
    List<String> now = new ArrayList<>();
    List<String> earlier = new ArrayList<>();
    roll.path("faults")
        .forEach(
            f ->
                (f.path("state").asString().equals("active") ? now : earlier)
                    .add(f.path("spn").asInt() + "/" + f.path("fmi").asInt()));
    assertThat(now).contains("102/4", "1209/4", "3251/4", "3510/4", "520/9");
    assertThat(earlier).contains("111/1");
    assertThat(found.path("leads").get(0).path("id").asString()).isEqualTo("sensor-supply-2");
    assertThat(found.path("leads").get(0).path("bearing").asString()).isEqualTo("today");
    assertThat(found.path("leads").toString()).contains("module-retarder");
    assertThat(found.path("pack").path("id").asString()).isEqualTo("orrendale-haulward");
  }

  @Test
  void troubleOnTheBusIsSurvivedAndNamed() {
    JsonNode roll =
        run("--scenario", SCENARIOS.resolve("tipper-3.yaml").toString(), "--read", "--json")
            .path("roll");
    assertThat(roll.path("state").asString()).isEqualTo("complete");
    assertThat(module(roll, 19).path("oddities").toString())
        .as("answers garbage")
        .contains("Garbled");
    assertThat(module(roll, 47).path("oddities").toString())
        .as("two at one address")
        .contains("Two modules claim address 47");
    assertThat(module(roll, 25).path("oddities").toString())
        .as("answers nothing but its claim")
        .contains("answers no other request");
    assertThat(roll.path("notes").toString()).contains("different VINs").contains("Body");
    assertThat(module(roll, 0).path("identity").path("model").asString())
        .as("lost packets were asked for again")
        .isEqualTo("Korvane 6");
  }

  @Test
  void aFullBusSlowsTheRollCallDownAndDoesNotBreakIt() throws IOException {
    String text =
        Files.readString(SCENARIOS.resolve("roll-call-12.yaml")).replace("load: 0.40", "load: 1.1");
    Path full = Files.writeString(folder.resolve("full.yaml"), text);
    JsonNode roll = run("--scenario", full.toString(), "--read").path("roll");
    assertThat(roll.path("state").asString()).isEqualTo("complete");
    int answering = 0;
    for (JsonNode m : roll.path("modules")) {
      answering += m.path("presence").asString().equals("answers") ? 1 : 0;
    }
    assertThat(answering).isEqualTo(12);
  }

  @Test
  void aSilentBusLeavesEveryExpectedModuleSilent() throws IOException {
    String text =
        Files.readString(SCENARIOS.resolve("roll-call-12.yaml"))
            .replace("key-on: yes", "key-on: no");
    Path off = Files.writeString(folder.resolve("off.yaml"), text);
    JsonNode roll =
        run("--scenario", off.toString(), "--read", "--pack", "orrendale-haulward").path("roll");
    assertThat(roll.path("modules"))
        .hasSize(11)
        .allMatch(m -> m.path("presence").asString().equals("silent"));
    assertThat(roll.path("faults")).isEmpty();
  }

  @Test
  void theSameSeedGivesTheSameAnswerAndAnotherSeedMayDiffer() {
    String file = SCENARIOS.resolve("tipper-9.yaml").toString();
    JsonNode first = run("--scenario", file, "--read");
    assertThat(run("--scenario", file, "--read")).isEqualTo(first);
    assertThat(run("--scenario", file, "--read", "--seed", "77")).isNotEqualTo(first);
  }

  @Test
  void aLogOfTheRollCallTellsTheSameModulesAndFaults() throws IOException {
    Path log = folder.resolve("t14.log");
    JsonNode live =
        run(
            "--scenario",
            SCENARIOS.resolve("tipper-14.yaml").toString(),
            "--read",
            "--candump",
            log.toString());
    JsonNode bus = run("--log", log.toString(), "--read", "--json").path("buses").path("can250");
    List<String> fromLive = new ArrayList<>();
    List<String> fromLog = new ArrayList<>();
    live.path("roll")
        .path("faults")
        .forEach(
            f ->
                fromLive.add(
                    f.path("address").asInt()
                        + " "
                        + f.path("state").asString()
                        + " "
                        + f.path("spn").asInt()));
    bus.path("roll")
        .path("faults")
        .forEach(
            f ->
                fromLog.add(
                    f.path("address").asInt()
                        + " "
                        + f.path("state").asString()
                        + " "
                        + f.path("spn").asInt()));
    assertThat(fromLog).containsExactlyInAnyOrderElementsOf(fromLive);
    assertThat(module(bus.path("roll"), 0).path("identity").path("model").asString())
        .isEqualTo("Korvane 6");
    assertThat(bus.path("values").toString())
        .contains("\"spn\":190,\"name\":\"Engine speed\",\"unit\":\"rpm\",\"least\":0.0");
    assertThat(bus.path("valuesRead").asLong()).isGreaterThan(bus.path("frames").asLong());
  }

  @Test
  void brokenTransfersOfALogAreListedBySource() throws IOException {
    Path log =
        Files.writeString(
            folder.resolve("b.log"),
            "(1.000000) can0 1CECFF0B#200A0002FFCAFE00\n(1.050000) can0 1CEBFF0B#01000102030405FF\n(1.100000) can0 1CECFF00#20FFFF02FFCAFE00\n");
    JsonNode broken =
        run("--log", log.toString(), "--read").path("buses").path("can0").path("broken");
    assertThat(broken.path("11").get(0).path("reason").asString()).isEqualTo("timed_out");
    assertThat(broken.path("11").get(0).path("packets").asInt()).isEqualTo(1);
    assertThat(broken.path("0").get(0).path("reason").asString()).isEqualTo("bad_announcement");
  }

  @Test
  void faultsInFilesEndWithStatusTwoAndThePlace() throws IOException {
    Path bad =
        Files.writeString(
            folder.resolve("bad.yaml"),
            "scenario: s\ntitle: S\nunit: spaceship\nseed: 1\nvin: SMW0TPR1400018204\n");
    run("--scenario", bad.toString());
    assertThat(status).isEqualTo(2);
    assertThat(errors)
        .contains("bad.yaml:3")
        .contains(
            "'spaceship' is not one of [road-truck, loading-shovel, ferry, generating-set, yard-tractor]");
    Path log = Files.writeString(folder.resolve("bad.log"), "(1.000000) can0 123#00\nrubbish\n");
    assertThat(run("--log", log.toString()).path("says").asString())
        .contains("Lines that cannot be read: 1, first at line 2");
    assertThat(status).isZero();
    run("--log", folder.resolve("none.log").toString());
    assertThat(errors).contains("cannot be opened");
    run("--log", folder.toString());
    assertThat(errors).contains("is a folder");
    Path binary = Files.write(folder.resolve("x.log"), new byte[] {(byte) 0xC3, 0x28, 0, 1});
    run("--log", binary.toString());
    assertThat(status).isEqualTo(2);
    run();
    assertThat(errors).contains("--scenario FILE, --log FILE and --csv FILE");
    run("--scenario", SCENARIOS.resolve("tipper-9.yaml").toString(), "--test", "smoke");
    assertThat(errors).contains("no test of a module named 'smoke'").contains("compression");
  }

  @Test
  void aTableIsAnalysedWithoutServerAndDatabase() throws IOException {
    StringBuilder text = new StringBuilder("time [s],speed [rpm],pedal [%],road speed [km/h]\n");
    // 27 t at 200 kW in the eighth gear: v² grows evenly with time.
    for (int i = 0; i < 300; i++) {
      double v = Math.sqrt(64 + 2 * 200_000.0 / 27_000 * i * 0.05);
      double rpm = v / 0.5 * 2.85 * 2.07 * 30 / Math.PI;
      text.append(
          String.format(java.util.Locale.ROOT, "%.2f,%.2f,100,%.3f\n", i * 0.05, rpm, v * 3.6));
    }
    Path table = folder.resolve("pull.csv");
    Files.writeString(table, text);
    JsonNode found =
        run("--csv", table.toString(), "--analyse", "power-pull", "--pack", "orrendale-haulward");
    assertThat(errors).isEmpty();
    JsonNode pull = found.path("pulls").path(0);
    assertThat(pull.path("gear").asInt()).isEqualTo(8);
    assertThat(pull.path("points").path(3).path("kw").asDouble())
        .as("and what rolling and air take")
        .isBetween(215.0, 260.0);
    assertThat(run("--csv", table.toString()).path("speed").path("count").asInt()).isEqualTo(300);
  }

  @Test
  void aTableWithAFaultEndsWithItsLine() throws IOException {
    Path table = folder.resolve("bad.csv");
    Files.writeString(table, "time [s],speed [rpm]\n0,600\n1,fast\n");
    run("--csv", table.toString(), "--analyse", "statistics");
    assertThat(status).isEqualTo(2);
    assertThat(errors).contains("bad.csv:3:").contains("'fast' under 'speed' is not a number");
    Files.writeString(table, "time [s],speed [rpm]\n0,600\n1,700\n");
    run("--csv", table.toString(), "--analyse", "magic");
    assertThat(errors).contains("There is no analysis named 'magic'");
    run("--csv", table.toString(), "--analyse", "power-pull");
    assertThat(errors).contains("no column of SPN 91");
  }

  /** The same verdict as the screen's: a person who cranks when told, and lets go when told. */
  @Test
  void aTestIsRunToItsVerdict() {
    JsonNode test = tested("compression");
    assertThat(test.path("ending").asString()).isEqualTo("COMPLETE");
    assertThat(test.path("verdict").asString()).isEqualTo("FAIL");
    assertThat(test.path("reason").asString()).startsWith("Cylinder 5 has");
    assertThat(test.path("figures").size()).isGreaterThanOrEqualTo(6);
  }

  /** Somebody puts the load on when told, and takes it off again. */
  @Test
  void aCutoutUnderLoadNamesTheCylinderThatBlowsBy() {
    JsonNode test =
        run("--scenario", SCENARIOS.resolve("set-2.yaml").toString(), "--test", "loaded")
            .path("tests")
            .path(0);
    assertThat(test.path("ending").asString()).isEqualTo("COMPLETE");
    assertThat(test.path("reason").asString()).startsWith("With cylinder 7 off");
  }

  /** Pulls whose answer is known, written down as another program would. */
  private Path pulls(String offName) throws IOException {
    StringBuilder text =
        new StringBuilder(
            "time [s];rpm [rpm];boost [bar];crankcase [inH2O];pedal [%];" + offName + "\n");
    double at = 0;
    for (int off : new int[] {0, 1, 2, 3, 4, 0}) {
      double boost = 0.1;
      for (int i = 0; i < 80; i++, at += 0.1) {
        boost += (2 - boost) * 0.1;
        double flow = off == 3 ? 3.1 : off == 0 ? 7 : 6.1;
        double inches = 1 + 0.05 * flow * flow * boost * (1 + 0.01 * Math.sin(7 * at));
        text.append(
            String.format(
                java.util.Locale.ROOT,
                "%.1f;%d;%.3f;%.2f;100;%d\n",
                at,
                1_200 + 6 * i,
                boost,
                inches,
                off));
      }
      for (int i = 0; i < 30; i++, at += 0.1) {
        text.append(String.format(java.util.Locale.ROOT, "%.1f;900;0.050;1.10;0;0\n", at));
      }
    }
    Path table = folder.resolve("pulls.csv");
    Files.writeString(table, text);
    return table;
  }

  private Path map(Path table, String offName) throws IOException {
    Path map = folder.resolve("map.json");
    Files.writeString(
        map,
        "{\"separator\": \";\", \"decimalComma\": false, \"headLine\": 1, \"timeColumn\": 0, \"time\": \"SECONDS\", \"missing\": [],"
            + " \"columns\": [{\"number\": 1, \"name\": \"rpm\", \"unit\": \"RPM\", \"spn\": 190, \"module\": \"\"},"
            + "{\"number\": 2, \"name\": \"boost\", \"unit\": \"BAR\", \"spn\": 102, \"module\": \"\"},"
            + "{\"number\": 3, \"name\": \"crankcase\", \"unit\": \"INCH_WATER\", \"spn\": 101, \"module\": \"\"},"
            + "{\"number\": 4, \"name\": \"pedal\", \"unit\": \"PERCENT\", \"spn\": 91, \"module\": \"\"},"
            + "{\"number\": 5, \"name\": \"Cylinder off\", \"unit\": \"ONE\", \"spn\": 0, \"module\": \"\"}]}");
    return map;
  }

  @Test
  void aTableOfPullsIsComparedOnceItsColumnsAreMapped() throws IOException {
    Path table = pulls("cyl");
    JsonNode found =
        run(
            "--table",
            table.toString(),
            "--map",
            map(table, "cyl").toString(),
            "--analyse",
            "cutout-under-load",
            "--json");
    assertThat(found.path("verdict").asString()).isEqualTo("FAIL");
    assertThat(found.path("cylinders").asInt()).isEqualTo(4);
    assertThat(found.path("reason").asString()).startsWith("With cylinder 3 off");
    assertThat(found.path("leftOut").isArray()).isTrue();
    run("--table", table.toString(), "--analyse", "cutout-under-load", "--json");
    assertThat(status).isEqualTo(2);
    assertThat(errors).contains("name one 'Cylinder off'");
  }

  @Test
  void whatCannotBeginSaysWhichConditionIsOpen() {
    JsonNode test = tested("contribution");
    assertThat(test.path("stage").asString()).isEqualTo("PREPARING");
    assertThat(test.path("open").toString()).contains("The engine idles");
  }

  private JsonNode tested(String test) {
    return run("--scenario", SCENARIOS.resolve("tipper-5.yaml").toString(), "--test", test)
        .path("tests")
        .path(0);
  }
}
