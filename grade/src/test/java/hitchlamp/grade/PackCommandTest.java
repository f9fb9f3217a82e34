package hitchlamp.grade;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class PackCommandTest {
  private final ByteArrayOutputStream out = new ByteArrayOutputStream();

  private int run(String... args) {
    PrintStream to = new PrintStream(out, true, StandardCharsets.UTF_8);
    return PackCommand.run(Path.of("../packs"), to, to, args);
  }

  private String printed() {
    return out.toString(StandardCharsets.UTF_8);
  }

  @Test
  void aSoundPackHasNothingToCorrect(@TempDir Path folder) throws IOException {
    Files.writeString(
        folder.resolve("mine.yaml"),
        "pack: mine\ntitle: Ours\nschema: 1\nlayer: workshop\nversion: 1\n");
    assertThat(run("check", folder.toString())).as(printed()).isZero();
    assertThat(printed()).isEqualTo("Nothing to correct.\n");
  }

  @Test
  void allThatIsWrongIsPrintedALineEach(@TempDir Path folder) throws IOException {
    Files.writeString(
        folder.resolve("mine.yaml"),
        "pack: mine\ntitle: Ours\nschema: 1\nlayer: workshp\nversion: 0\nspn: {102: A, x: B}\n");
    assertThat(run("check", folder.toString())).isEqualTo(1);
    assertThat(printed().lines())
        .hasSize(4)
        .anyMatch(l -> l.contains("mine.yaml:4: 'layer': 'workshp' is not one of"))
        .anyMatch(l -> l.contains("mine.yaml:5: 'version': 0 is outside"))
        .anyMatch(l -> l.contains("mine.yaml:6: "))
        .last()
        .isEqualTo("3 things to correct.");
  }

  @Test
  void calledWronglyItSaysHow() {
    assertThat(run("chek", "packs")).isEqualTo(2);
    assertThat(run("check", "no/such/folder")).isEqualTo(2);
    assertThat(run()).isEqualTo(2);
    assertThat(printed()).contains("pack check FOLDER");
  }
}
