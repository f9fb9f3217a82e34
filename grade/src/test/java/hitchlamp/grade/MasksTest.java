package hitchlamp.grade;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.PackLibrary;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;

class MasksTest {
  private static final Pack TRUCK =
      PackLibrary.read(Path.of("../packs")).with("orrendale-haulward");

  private static boolean masked(String one, String other) {
    return Masks.reason(List.of(one, other), TRUCK).isPresent();
  }

  @Test
  void aLineThatIsDownBlindsItsSensorsAndWhatIsKnownByThemOnly() {
    assertThat(masked("sensor-supply-2", "intake-pressure-sensor")).isTrue();
    assertThat(masked("breather", "sensor-ground-1")).as("known by the crankcase sensor").isTrue();
    assertThat(masked("sensor-supply-1", "intake-pressure-sensor")).isFalse();
  }

  @Test
  void aBrokenSensorBlindsThePartThatIsKnownByItOnly() {
    assertThat(masked("coolant-temperature-sensor", "thermostat")).isTrue();
    assertThat(masked("coolant-temperature-sensor", "alternator")).isFalse();
  }

  @Test
  void causesBeforeTheirEffectsAndUnrelatedPartsAreToldApart() {
    assertThat(masked("fuel-filter", "high-pressure-pump")).isTrue();
    assertThat(masked("fuel-filter", "egr-valve")).isFalse();
    assertThat(masked("module-retarder", "radiator")).isFalse();
  }
}
