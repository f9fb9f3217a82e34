package hitchlamp.grade;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatCode;

import hitchlamp.standin.model.Condition;
import hitchlamp.standin.scenario.Defect;
import java.util.EnumSet;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

/** Units that are drawn for grading. */
class LeadCasesTest {
  @Test
  void everyDefectThatIsDrawnCanBeAndChangesSomething() {
    IntStream.range(1, 600)
        .mapToObj(seed -> LeadCases.draw(seed, 2))
        .flatMap(c -> c.present().stream())
        .forEach(
            d ->
                assertThatCode(() -> d.apply(new Condition()))
                    .as("%s", d)
                    .doesNotThrowAnyException());
  }

  @Test
  void allKindsButThoseThatNoReadCanShowAreDrawn() {
    Set<Defect.Kind> drawn =
        IntStream.range(1, 600)
            .mapToObj(seed -> LeadCases.draw(seed, 2))
            .flatMap(c -> c.present().stream())
            .map(Defect::kind)
            .collect(Collectors.toCollection(() -> EnumSet.noneOf(Defect.Kind.class)));
    assertThat(EnumSet.complementOf(EnumSet.copyOf(drawn)))
        .isEqualTo(LeadCases.NOT_DRAWN)
        .contains(Defect.Kind.LAMP_DEAD, Defect.Kind.SCR_AGED)
        .doesNotContain(Defect.Kind.FILTER_BLOCKED, Defect.Kind.INJECTOR_WEAK);
  }

  @Test
  void theSameSeedDrawsTheSameUnit() {
    assertThat(LeadCases.draw(77, 1).truth()).isEqualTo(LeadCases.draw(77, 1).truth());
  }
}
