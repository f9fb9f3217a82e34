package hitchlamp.server.casefile;

import static org.assertj.core.api.Assertions.assertThatCode;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;

class WholeTest {
  private record Inner(String text, double figure) {}

  private record Outer(
      String name, List<Inner> all, Map<String, Inner> named, Optional<Inner> maybe) {}

  private static final Inner SOUND = new Inner("a", 1);

  @Test
  void aValueThatHasEverythingIsWhole() {
    assertThatCode(
            () ->
                Whole.check(
                    new Outer(
                        "n",
                        List.of(SOUND),
                        Map.of("k", SOUND),
                        Optional.of(new Inner("b", Double.NaN)))))
        .doesNotThrowAnyException();
  }

  @Test
  void whatIsNoViewOfOursIsHeldToItsValuesAlone() {
    assertThatThrownBy(() -> Whole.check(null)).hasMessageContaining("it is missing");
    assertThatThrownBy(() -> Whole.check(Collections.singletonList(null)))
        .hasMessageContaining("it[0] is missing");
    assertThatThrownBy(() -> Whole.check(List.of(new Inner("a", Double.POSITIVE_INFINITY))))
        .hasMessageContaining("it[0].figure is too large a number");
    assertThatThrownBy(() -> Whole.check(Map.of("k", new Inner("x".repeat(30_000), 1))))
        .hasMessageContaining("it[k].text is longer than");
    assertThatThrownBy(() -> Whole.check(Collections.nCopies(200_000, 1)))
        .hasMessageContaining("more than " + Whole.MOST_ELEMENTS);
  }

  @Test
  void depthIsBounded() {
    Object deep = List.of();
    for (int i = 0; i < 100; i++) {
      deep = List.of(deep);
    }
    Object tooDeep = deep;
    assertThatThrownBy(() -> Whole.check(tooDeep)).hasMessageContaining("is nested too deep");
  }
}
