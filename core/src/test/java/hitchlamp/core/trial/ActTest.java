package hitchlamp.core.trial;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class ActTest {
  @Test
  void anActIsAWordWithItsArguments() {
    assertThat(Act.read("heard 3 SAME")).contains(new Act("heard", List.of("3", "SAME")));
    assertThat(Act.read("all-on")).contains(Act.of("all-on"));
    assertThat(Act.of("speed", 900).line()).isEqualTo("speed 900");
    assertThat(Act.read(Act.of("speed", -1.5).line())).contains(Act.of("speed", "-1.5"));
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "",
        " ",
        " off 3",
        "off  3",
        "off 3 ",
        "off\n3",
        "off\t3",
        "off 3;",
        "\u00e4us",
        "{}"
      })
  void whatIsNoActIsNone(String line) {
    assertThat(Act.read(line)).isEmpty();
  }

  @Test
  void anActHasItsLongestLine() {
    assertThat(Act.read("x".repeat(Act.LONGEST))).isPresent();
    assertThat(Act.read("x".repeat(Act.LONGEST + 1))).isEmpty();
  }
}
