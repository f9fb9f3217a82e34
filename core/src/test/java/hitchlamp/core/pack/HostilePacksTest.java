package hitchlamp.core.pack;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.yaml.YamlFault;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.SplittableRandom;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/**
 * Packs as somebody leaves them who edits by hand: a line gone, twice, moved in, a figure that is a
 * word, a name that nobody knows. Each is read, or refused with file, line and reason.
 */
class HostilePacksTest {
  private static final int HURTS_PER_FILE = 50;
  private static final List<String> WORDS =
      List.of(
          "",
          "-1",
          "0",
          "1e300",
          ".nan",
          "yes",
          "[]",
          "{}",
          "{a: b}",
          "ü",
          "'",
          "99999999999999",
          "0x7FFFFFFF",
          "null",
          "*a",
          "&a b",
          "%",
          "- -",
          "\t",
          "furlong");

  private static List<Path> packs() throws IOException {
    try (Stream<Path> all = Files.walk(Path.of("../packs"))) {
      return all.filter(p -> p.toString().endsWith(".yaml")).sorted().toList();
    }
  }

  /** What a hand does to a file: one to three such slips. */
  private static String hurt(String text, SplittableRandom dice) {
    List<String> lines = new ArrayList<>(Arrays.asList(text.split("\n")));
    for (int i = 1 + dice.nextInt(3); i > 0 && lines.size() > 2; i--) {
      int at = dice.nextInt(lines.size());
      String line = lines.get(at);
      String word = WORDS.get(dice.nextInt(WORDS.size()));
      switch (dice.nextInt(7)) {
        case 0 -> lines.remove(at);
        case 1 -> lines.add(at, line);
        case 2 -> lines.set(at, "  " + line);
        case 3 -> lines.set(at, line.stripLeading());
        case 4 -> lines.set(at, line.replaceFirst("\\d+(\\.\\d+)?", word.replace("$", "")));
        case 5 -> lines.set(at, line.replaceFirst(": .*", ": " + word.replace("$", "")));
        default -> {
          int cut = dice.nextInt(line.length() + 1);
          lines.set(at, line.substring(0, cut) + word + line.substring(cut));
        }
      }
    }
    return String.join("\n", lines) + "\n";
  }

  @Test
  void aPackThatAHandHasSlippedOverIsReadOrRefusedWithFileLineAndReason() throws IOException {
    int refused = 0;
    int all = 0;
    for (Path path : packs()) {
      String sound = Files.readString(path);
      for (int seed = 1; seed <= HURTS_PER_FILE; seed++) {
        String hurt = hurt(sound, new SplittableRandom(seed * 31L + path.hashCode()));
        all++;
        try {
          PackReader.read(path.toString(), hurt);
        } catch (YamlFault f) {
          refused++;
          assertThat(f.file()).isEqualTo(path.toString());
          assertThat(f.line()).as(f.getMessage()).isBetween(1, (int) hurt.lines().count() + 2);
          assertThat(f.getMessage()).isNotBlank().doesNotContain("Exception", "hitchlamp");
        }
      }
    }
    assertThat(refused).as("of " + all).isBetween(all / 5, all);
  }

  /** Of a file with several slips each is told, and once. */
  @Test
  void eachSlipIsToldOnce(@TempDir Path folder) throws IOException {
    for (Path path : packs()) {
      for (int seed = 1; seed <= 2; seed++) {
        SplittableRandom dice = new SplittableRandom(seed * 7L + path.hashCode());
        Path file = folder.resolve(path.getFileName());
        Files.writeString(file, hurt(Files.readString(path), dice));
        List<String> told =
            PackCheck.of(List.of(folder), p -> {}).stream().map(YamlFault::getMessage).toList();
        assertThat(told).doesNotHaveDuplicates();
        assertThat(told).hasSizeLessThanOrEqualTo(PackCheck.MOST_FAULTS);
        Files.delete(file);
      }
    }
  }
}
