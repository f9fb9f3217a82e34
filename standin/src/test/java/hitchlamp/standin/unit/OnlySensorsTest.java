package hitchlamp.standin.unit;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.bus.StampedFrame;
import hitchlamp.standin.scenario.Defect;
import hitchlamp.standin.scenario.Scenario;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Stream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/**
 * No module knows what is wrong but by its sensors: with all sensors held as they are, a defect
 * that begins changes no frame on any bus.
 */
class OnlySensorsTest {
  /** A module that is dead or cut off says nothing any more, whatever its sensors would tell. */
  private static final Set<Defect.About> SILENCES = EnumSet.of(Defect.About.MODULE);

  private static final long SECOND = 1_000_000;
  private static final double NOW = 1_000;

  static Stream<String> defects() {
    List<String> all = new ArrayList<>();
    for (Defect.Kind kind : Defect.Kind.values()) {
      if (SILENCES.contains(kind.about())) {
        continue;
      }
      String about =
          switch (kind.about()) {
            case SENSOR -> ", spn: 102";
            case GAS_SENSOR -> ", spn: 3226";
            case ACTUATOR -> ", spn: 27";
            case LINE -> ", line: 2";
            case CYLINDER -> ", cylinder: 3";
            case LAMP -> ", lamp: warning";
            default -> "";
          };
      double size =
          switch (kind) {
            case LAMP_DEAD, LOOSE_CONNECTOR -> 0;
            case SENSOR_DRIFT -> 60;
            case WIRE_RESISTANCE, GROUND_RESISTANCE -> 2e5;
            case SUPPLY_LOAD -> 0.2;
            case CHARGE_LEAK -> 400;
            case BATTERY_WEAK, FUEL_FILTER_BLOCKED, HYDRAULIC_FILTER_BLOCKED -> 9;
            case BEARING_WEAR, PROPELLER_HEAVY -> 2.5;
            case ACTUATOR_SLOW, INJECTOR_RETURN -> 6;
            case RAIL_RELIEF_EARLY -> 60;
            default -> 0.7;
          };
      String yaml = "{kind: " + kind.name().toLowerCase(java.util.Locale.ROOT).replace('_', '-');
      yaml += (size == 0 ? "" : ", size: " + size) + about + ", from: %s}";
      all.add("road-truck|" + yaml);
      if (kind.name().matches("HYDRAULIC.*|TRANSMISSION.*|CLUTCH.*")) {
        all.add("loading-shovel|" + yaml);
      }
      if (kind.name().matches("PROPELLER.*|TRANSMISSION.*|CHARGE_LEAK|BEARING_WEAR")) {
        all.add("ferry|" + yaml.replace(", from:", ", side: port, from:"));
      }
    }
    return all.stream();
  }

  @ParameterizedTest
  @MethodSource("defects")
  void withAllSensorsHeldADefectShowsNowhere(String of) {
    String kind = of.substring(0, of.indexOf('|'));
    String defect = of.substring(of.indexOf('|') + 1);
    // It begins half a minute of running after the sensors are held.
    List<StampedFrame> broken = frames(kind, String.format(defect, NOW + 50.0 / 3600));
    List<StampedFrame> sound = frames(kind, "");
    assertThat(broken).hasSizeGreaterThan(10_000).isEqualTo(sound);
  }

  private static List<StampedFrame> frames(String kind, String defect) {
    SimUnit unit =
        new SimUnit(
            Scenario.read(
                "s",
                "scenario: s\ntitle: S\nunit: "
                    + kind
                    + "\nseed: 7\nvin: SMW0TPR1400018204\nhistory: {from: 990, hours: "
                    + NOW
                    + "}\nbus: {load: 0, delay: [5, 20]}\nstart: {key-on: yes, engine: yes}\n"
                    + "defects: ["
                    + defect
                    + "]\n"));
    unit.runUntil(20 * SECOND);
    unit.holdSensors();
    List<StampedFrame> all = new ArrayList<>();
    unit.bus().listen((stamped, sender) -> all.add(stamped));
    unit.backbone().ifPresent(b -> b.listen((stamped, sender) -> all.add(stamped)));
    unit.runUntil(85 * SECOND);
    return all;
  }
}
