package hitchlamp.core.pack;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.trial.TestKinds;
import hitchlamp.yaml.YamlFault;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class PackCheckTest {
  private static final Path OURS = Path.of("../packs");

  @TempDir private Path workshop;

  private List<YamlFault> check(String... lines) throws IOException {
    Files.writeString(workshop.resolve("mine.yaml"), String.join("\n", lines) + "\n");
    return PackCheck.of(List.of(OURS, workshop), TestKinds::check);
  }

  private static List<String> told(List<YamlFault> faults) {
    return faults.stream().map(f -> f.line() + " " + f.path() + " " + f.reason()).toList();
  }

  @Test
  void thePacksThatComeWithIt() {
    assertThat(PackCheck.of(List.of(OURS), TestKinds::check)).isEmpty();
  }

  @Test
  void allThatIsWrongIsToldAtOnceEachWithItsLine() throws IOException {
    List<YamlFault> faults =
        check(
            "pack: mine",
            "title: Ours",
            "schema: 1",
            "layer: workshop",
            "version: 1",
            "parameters:",
            "  - {spn: 190, name: A, pgn: 61444, byte: 4, bits: 99, scale: 1, unit: rpm}",
            "  - {spn: 191, name: B, pgn: 61444, byte: 4, bits: 16, scale: 0, unit: rpm}",
            "  - {spn: 192, name: C, pgn: 61444, byte: 4, bits: 16, scale: 1, unit: furlong, bitts: 3}",
            "limits:",
            "  - {of: speed, says: too fast, source: none}",
            "colour: red");
    assertThat(told(faults))
        .containsExactly(
            "7 parameters[0].bits 99 is outside 1 to 32",
            "8 parameters[1].scale 0 makes every reading the same",
            "9 parameters[2].bitts unknown name; known here: [bit, bits, byte, name, offset, pgn, scale, spn, unit]",
            "9 parameters[2].unit unknown unit 'furlong'",
            "11 limits[0] a limit needs 'above' or 'below'",
            "12 colour unknown name; known here: " + knownOf(faults));
    assertThat(faults).allMatch(f -> f.file().endsWith("mine.yaml"));
  }

  private static String knownOf(List<YamlFault> faults) {
    String last = faults.get(faults.size() - 1).reason();
    return last.substring(last.indexOf('['));
  }

  @Test
  void whatOnlyTheLayersShowIsToldToo() throws IOException {
    List<YamlFault> faults =
        check(
            "pack: mine",
            "title: Ours",
            "schema: 1",
            "layer: workshop",
            "version: 1",
            "identify: {maker: Orrendale, model: Korvane 6}",
            "guides:",
            "  hum:",
            "    title: It hums",
            "    for: [no-such-part]",
            "    begin: look",
            "    checks:",
            "      look:",
            "        ask: Does it hum?",
            "        answers: {yes: end, no: end}",
            "      end: {conclude: It hums, next: [Listen], finding: not-here}");
    assertThat(faults).isNotEmpty().allMatch(f -> f.file().endsWith("mine.yaml") && f.line() >= 7);
  }

  @Test
  void aFileThatIsNoYamlDoesNotHideAnother() throws IOException {
    Files.writeString(workshop.resolve("broken.yaml"), "pack: [\n");
    List<YamlFault> faults =
        check("pack: mine", "title: Ours", "schema: 9", "layer: workshop", "version: 1");
    assertThat(faults)
        .extracting(f -> Path.of(f.file()).getFileName().toString())
        .containsExactly("broken.yaml", "mine.yaml");
  }

  @Test
  void whateverIsWrittenItComesToAnEndAndTellsSomething() throws IOException {
    List<String> lines = Files.readAllLines(OURS.resolve("base/standard.yaml"));
    Random random = new Random(3);
    for (int i = 0; i < 15; i++) {
      List<String> changed = new ArrayList<>(lines.subList(0, Math.min(lines.size(), 400)));
      for (int n = 0; n < 12; n++) {
        int at = random.nextInt(changed.size());
        changed.set(at, changed.get(at).replaceFirst("\\d+", "x").replaceFirst("name", "nam"));
      }
      assertThat(check(changed.toArray(String[]::new)))
          .isNotEmpty()
          .hasSizeLessThan(PackCheck.MOST_FAULTS);
    }
  }
}
