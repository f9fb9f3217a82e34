package hitchlamp.standin.unit;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.standin.model.EngineState;
import hitchlamp.standin.scenario.Defect;
import hitchlamp.standin.scenario.Scenario;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.stream.Stream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** A part that is as bad as it can be makes a bad unit, not one that is none any more. */
class GreatestDefectsTest {
  private static final long SECOND = 1_000_000;
  private static final List<String> UNITS =
      List.of("road-truck", "loading-shovel", "ferry", "generating-set", "yard-tractor");

  static Stream<Defect.Kind> parts() {
    return Arrays.stream(Defect.Kind.values())
        .filter(k -> k.about() == Defect.About.PART || k.about() == Defect.About.CYLINDER);
  }

  private static String unitOf(Defect.Kind kind) {
    if (kind.name().matches("HYDRAULIC.*|TRANSMISSION.*|CLUTCH.*")) {
      return "loading-shovel";
    }
    return kind.name().startsWith("PROPELLER") ? "ferry" : UNITS.get(kind.ordinal() % UNITS.size());
  }

  @ParameterizedTest
  @MethodSource("parts")
  void itIsLivedThroughStartedAndStopped(Defect.Kind kind) {
    String yaml =
        String.format(
            Locale.ROOT,
            "defects: [{kind: %s%s%s, from: 994}]\n",
            kind.name().toLowerCase(Locale.ROOT).replace('_', '-'),
            kind.most() > 0 ? String.format(Locale.ROOT, ", size: %f", kind.most()) : "",
            kind.about() == Defect.About.CYLINDER ? ", cylinder: 4" : "");
    SimUnit unit =
        new SimUnit(
            Scenario.read(
                "s",
                "scenario: s\ntitle: S\nunit: "
                    + unitOf(kind)
                    + "\nseed: 3\nvin: SMW0TPR1400018204\nhistory: {from: 990, hours: 1000}\n"
                    + "bus: {load: 0, delay: [5, 20]}\nstart: {key-on: yes, engine: yes}\n"
                    + yaml));
    unit.pedal(1);
    unit.runUntil(20 * SECOND);
    unit.pedal(0);
    unit.regenerate();
    unit.runUntil(30 * SECOND);
    unit.key(EngineState.Key.OFF);
    unit.runUntil(45 * SECOND);
    unit.key(EngineState.Key.ON);
    unit.runUntil(48 * SECOND);
    unit.key(EngineState.Key.CRANK);
    unit.runUntil(54 * SECOND);
    EngineState s = unit.state();
    assertThat(s.rpm()).isBetween(0.0, 3_200.0);
    assertThat(s.intakeKpa).isBetween(10.0, 520.0);
    assertThat(s.coolantC).isBetween(-45.0, 170.0);
    assertThat(s.batteryV).isBetween(0.0, 30.0);
    assertThat(s.sootShare).isBetween(0.0, 20.0);
    assertThat(s.exhaustC).isBetween(-45.0, 1_300.0);
    assertThat(unit.kilometres()).isGreaterThanOrEqualTo(0);
  }
}
