package hitchlamp.yaml;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class YamlFileTest {
  enum Colour {
    PAPER_GREY,
    INK
  }

  @Test
  void valuesAreReadWithTheirTypes() {
    Entry root =
        YamlFile.read(
            "u.yaml",
            "name: Tipper\nhours: 18_204\nshare: 0.25\non: yes\ncolour: paper-grey\nlist: [1, 2]\n");
    assertThat(root.text("name")).isEqualTo("Tipper");
    assertThat(root.whole("hours", 0, 100_000)).isEqualTo(18_204);
    assertThat(root.number("share", 0, 1)).isEqualTo(0.25);
    assertThat(root.yes("on", false)).isTrue();
    assertThat(root.need("colour").oneOf(Colour.class)).isEqualTo(Colour.PAPER_GREY);
    assertThat(root.itemsOf("list")).extracting(e -> e.whole(0, 9)).containsExactly(1L, 2L);
    assertThat(root.whole("absent", 0, 9, 7)).isEqualTo(7);
    assertThat(root.itemsOf("absent")).isEmpty();
  }

  @Test
  void aFaultNamesFileLineAndReason() {
    Entry root = YamlFile.read("u.yaml", "name: x\nseed: many\n");
    assertThatThrownBy(() -> root.whole("seed", 0, 9))
        .isInstanceOf(YamlFault.class)
        .hasMessage("u.yaml:2: 'seed': expected a whole number, found 'many'");
    assertThatThrownBy(() -> root.need("unit")).hasMessageContaining("u.yaml:1: 'unit' is missing");
  }

  @Test
  void aMisspeltNameIsRefusedWithTheKnownOnes() {
    Entry root = YamlFile.read("u.yaml", "name: x\nsede: 3\n");
    assertThatThrownBy(() -> root.allow("name", "seed"))
        .hasMessage("u.yaml:2: 'sede': unknown name; known here: [name, seed]");
  }

  @Test
  void aNameThatStandsTwiceIsRefused() {
    assertThatThrownBy(() -> YamlFile.read("u.yaml", "a: 1\na: 2\n").entries())
        .hasMessageContaining("u.yaml:2")
        .hasMessageContaining("twice");
  }

  @Test
  void outOfRangeAndWrongKindsAreRefused() {
    Entry root = YamlFile.read("u.yaml", "n: 12\nd: .nan\ny: maybe\nm: {a: 1}\n");
    assertThatThrownBy(() -> root.whole("n", 0, 9)).hasMessageContaining("12 is outside 0 to 9");
    assertThatThrownBy(() -> root.number("d", 0, 9)).hasMessageContaining("u.yaml:2");
    assertThatThrownBy(() -> root.yes("y", true)).hasMessageContaining("yes or no");
    assertThatThrownBy(() -> root.text("m")).hasMessageContaining("expected a single value");
    assertThatThrownBy(() -> root.need("n").items()).hasMessageContaining("expected a list");
    assertThatThrownBy(() -> root.need("n").entries()).hasMessageContaining("expected a mapping");
    assertThatThrownBy(() -> root.need("n").oneOf(Colour.class))
        .hasMessageContaining("[paper-grey, ink]");
  }

  @Test
  void brokenYamlNamesTheLine() {
    assertThatThrownBy(() -> YamlFile.read("u.yaml", "a: 1\nb: [1, 2\nc: 3\n"))
        .isInstanceOf(YamlFault.class)
        .hasMessageContaining("u.yaml:3");
    assertThatThrownBy(() -> YamlFile.read("u.yaml", "")).hasMessageContaining("empty");
  }

  @Test
  void missingAndForeignFilesAreRefused(@TempDir Path folder) throws Exception {
    assertThatThrownBy(() -> YamlFile.read(folder.resolve("none.yaml")))
        .hasMessageContaining("no such file");
    Path binary = Files.write(folder.resolve("b.yaml"), new byte[] {(byte) 0xC3, 0x28, 0x00});
    assertThatThrownBy(() -> YamlFile.read(binary))
        .isInstanceOf(YamlFault.class)
        .hasMessageContaining("UTF-8");
    Path huge = Files.write(folder.resolve("h.yaml"), new byte[YamlFile.MOST_BYTES + 1]);
    assertThatThrownBy(() -> YamlFile.read(huge)).hasMessageContaining("larger than");
  }
}
