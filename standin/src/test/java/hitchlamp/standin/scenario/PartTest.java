package hitchlamp.standin.scenario;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** What a new part mends, and what not. */
class PartTest {
  @ParameterizedTest
  @EnumSource(Defect.Kind.class)
  void everyDefectIsMendedByOnePart(Defect.Kind kind) {
    List<Part> parts = Arrays.stream(Part.values()).filter(p -> p.kinds().contains(kind)).toList();
    assertThat(parts).hasSize(1);
  }

  @Test
  void aNewOneMendsWhatIsWrongAtItsPlaceAlone() {
    Defect third = new Defect(Defect.Kind.INJECTOR_WEAK, 0.3, 0, 3, "", "", 0, 1e9, 1);
    assertThat(Part.read("injector 3").mends(third)).isTrue();
    assertThat(Part.read("injector 2").mends(third)).isFalse();
    assertThat(Part.read("injector-wires 3").mends(third)).isFalse();
    Defect sensor = new Defect(Defect.Kind.SENSOR_DRIFT, 30, 3226, 0, "", "", 0, 1e9, 1);
    assertThat(Part.read("sensor 3226").mends(sensor)).isTrue();
    assertThat(Part.read("sensor 3216").mends(sensor)).isFalse();
    Defect fluid = new Defect(Defect.Kind.FLUID_DILUTED, 0.3, 0, 0, "", "", 0, 1e9, 1);
    assertThat(Part.read("fluid").mends(fluid)).isTrue();
  }

  @Test
  void aPartThatDoesNotExistIsSaidWithThoseThatDo() {
    assertThatThrownBy(() -> Part.read("flux"))
        .hasMessageContaining("'flux'")
        .hasMessageContaining("fluid-pump");
    assertThatThrownBy(() -> Part.read("injector")).hasMessageContaining("injector 3");
    assertThat(Part.single()).contains("fluid").doesNotContain("injector");
    assertThat(Part.several()).contains("sensor", "injector").hasSize(13);
  }
}
