package hitchlamp.server.config;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class PlainTextTest {
  @ParameterizedTest
  @ValueSource(
      strings = {
        "<b>",
        "a&b",
        "a\"b",
        "a\u0000",
        "a\nb",
        "\u200Ba",
        "a\u202Eb",
        "\uFEFFa",
        "a\uE000",
        "a\uFFFE",
        "a\u00A0b",
        "   "
      })
  void aNameThatDoesNotReadAsItIsIsRefused(String name) {
    assertThatThrownBy(() -> PlainText.name("The name", name))
        .isInstanceOf(Refusal.class)
        .hasMessageStartingWith("The name");
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "Tipper 14",
        "Größe (2)",
        "Žďár/Ľ",
        "O'Neil's loader",
        "Двигатель",
        "发动机",
        "№ 7, +5 °C"
      })
  void aNameInAnyScriptIsTaken(String name) {
    assertThat(PlainText.name("The name", "  " + name + " ")).isEqualTo(name);
  }

  @Test
  void lettersComeInOneForm() {
    assertThat(PlainText.name("The name", "Zu\u0308rich")).isEqualTo("Zürich");
  }

  @Test
  void everyCharacterOfAPrintableTextCanStandInADocument() {
    StringBuilder all = new StringBuilder();
    for (int c = 0; c < 0x30000; c++) {
      if (c < 0xD800 || c > 0xDFFF) {
        all.appendCodePoint(c);
      }
    }
    all.append('\uD800').append('x').append('\uDC00');
    // XML 1.0, section 2.2, production 2, and the noncharacters of Unicode.
    assertThat(
            PlainText.printable(all.toString())
                .codePoints()
                .filter(
                    c ->
                        c < 0x20 && c != 9 && c != 10 && c != 13
                            || c >= 0xD800 && c <= 0xDFFF
                            || (c & 0xFFFE) == 0xFFFE))
        .isEmpty();
    assertThat(PlainText.printable("Größe → 漢 🔧")).isEqualTo("Größe → 漢 🔧");
  }
}
