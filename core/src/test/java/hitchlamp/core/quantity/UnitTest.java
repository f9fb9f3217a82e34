package hitchlamp.core.quantity;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

class UnitTest {
  /** Source: NIST Special Publication 811 (2008), appendix B; temperatures by their definition. */
  @ParameterizedTest
  @CsvSource({
    "1, psi, kPa, 6.894757", "1, inHg, kPa, 3.38638", "1, inH2O, kPa, 0.249082", "1, bar, kPa, 100",
        "212, °F, °C, 100", "-40, °C, °F, -40",
    "1, mi, km, 1.609344", "60, mph, km/h, 96.56064", "1, gal, L, 3.785412",
        "1, lb·ft, N·m, 1.355818", "1, lb, kg, 0.4535924", "39000, psi, MPa, 268.8955"
  })
  void conversionsByPublishedFactors(double value, String from, String to, double expected) {
    double found =
        Unit.ofSymbol(from).orElseThrow().convert(value, Unit.ofSymbol(to).orElseThrow());
    assertThat(found).isCloseTo(expected, within(Math.abs(expected) * 1e-6 + 1e-9));
  }

  @ParameterizedTest
  @EnumSource(Unit.class)
  void everyUnitComesBackFromEverySystem(Unit unit) {
    for (UnitSystem system : UnitSystem.values()) {
      Unit shown = system.shown(unit);
      assertThat(shown.convert(unit.convert(123.4, shown), unit)).isCloseTo(123.4, within(1e-9));
      assertThat(system.shown(shown)).as("what is shown stays").isEqualTo(shown);
    }
  }

  @Test
  void differentThingsAreNotConverted() {
    assertThatThrownBy(() -> Unit.PSI.convert(1, Unit.CELSIUS))
        .isInstanceOf(IllegalArgumentException.class);
    assertThat(Unit.ofSymbol("furlong")).isEmpty();
  }
}
