package hitchlamp.grade;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.pack.PackLibrary;
import hitchlamp.standin.scenario.Scenario;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

/** What the trade measures on engines with these faults: common practice, no source. */
class TradeFactsTest {
  private Map<String, Object> tested(String test, String engine, String defect)
      throws InterruptedException {
    Scenario s =
        Scenario.read(
            "s",
            "scenario: s\ntitle: S\nunit: road-truck\nseed: 8\nvin: SMW0TPR1400018204\n"
                + "history: {from: 3990, hours: 4000}\nstart: {key-on: yes, engine: "
                + engine
                + "}\ndefects: [{kind: "
                + defect
                + "}]\n");
    return TestTry.run(s, PackLibrary.read(Path.of("../packs")).with("orrendale-haulward"), test);
  }

  @SuppressWarnings("unchecked")
  private static double figure(Map<String, Object> of, String name, int place) {
    return ((List<Map<String, Object>>) of.get("figures"))
        .stream()
            .filter(f -> f.get("name").equals(name) && f.get("place").equals(place))
            .mapToDouble(f -> (double) f.get("value"))
            .findFirst()
            .orElseThrow();
  }

  /** A cylinder whose valve is held open reads 0 to 2 %, and looks like a dead injector. */
  @Test
  void aValveHeldOpenLeavesNextToNothing() throws InterruptedException {
    Map<String, Object> of = tested("compression", "no", "valve-open, size: 1, cylinder: 3");
    assertThat(of.get("verdict")).isEqualTo("FAIL");
    assertThat(figure(of, "compression", 3)).isBetween(-2.0, 5.0);
    assertThat(figure(of, "compression", 2)).isBetween(90.0, 105.0);
  }

  /** A worn cylinder reads 70 to 80 % of the others. */
  @Test
  void aWornCylinderReadsThreeQuarters() throws InterruptedException {
    Map<String, Object> of = tested("compression", "no", "rings-worn, size: 5, cylinder: 3");
    assertThat(figure(of, "compression", 3)).isBetween(70.0, 80.0);
  }

  /** 12 to 16 inH2O (3 to 4 kPa) under load, about 3.5 (0.87 kPa) with the guilty one cut. */
  @Test
  void theCrankcasePressureOfAWornEngineFallsToNormalWithTheOneAtFaultCut()
      throws InterruptedException {
    Map<String, Object> of = tested("loaded", "yes", "rings-worn, size: 9, cylinder: 4");
    assertThat(figure(of, "crankcase", 0)).isBetween(3.0, 4.0);
    assertThat(figure(of, "crankcase", 1)).isBetween(2.6, 4.0);
    assertThat(figure(of, "crankcase", 4)).isBetween(0.6, 1.2);
    assertThat((String) of.get("reason")).startsWith("With cylinder 4 off");
  }

  /** Diluted fluid is found by the refractometer and by a sensor that agrees within about 1 %. */
  @Test
  void dilutedFluidReadsTheSameByBoth() throws InterruptedException {
    Map<String, Object> of = tested("fluid", "no", "fluid-diluted, size: 0.2");
    assertThat(of.get("verdict")).isEqualTo("FAIL");
    assertThat((String) of.get("reason")).contains("26.0 %").contains("diluted");
    assertThat(figure(of, "sensor", 0)).isBetween(25.0, 27.0);
  }

  /** A line that loses pressure and is wet outside. */
  @Test
  void aWetCouplingIsNamed() throws InterruptedException {
    Map<String, Object> of = tested("dosing", "no", "fluid-leak, size: 0.0005");
    assertThat((String) of.get("reason")).contains("wet outside");
    assertThat(figure(of, "leak", 0)).isBetween(30.0, 60.0);
  }

  /**
   * Recirculation to 90 % and vanes open: charge falls; a back-pressure valve that is driven and
   * silent raises no pressure and is found.
   */
  @Test
  void atRaisedIdleEachActuatorIsAnsweredAndASilentOneIsFound() throws InterruptedException {
    Map<String, Object> of = tested("airpath", "yes", "flap-stuck, size: 0");
    assertThat(figure(of, "intake", 2)).as("recirculation to 90 %").isBetween(-20.0, -7.0);
    assertThat(figure(of, "intake", 4)).as("vanes open").isBetween(-32.0, -15.0);
    assertThat(figure(of, "exhaust", 3)).as("back-pressure valve").isBetween(-2.0, 2.0);
    assertThat(of.get("verdict")).isEqualTo("FAIL");
    assertThat(String.valueOf(of.get("reason"))).contains("Back-pressure valve");
  }

  /** 7.6 MPa (1,100 psi) under command: think of the filter; 24 (3,500) and more: the high side. */
  @Test
  void underCommandALittleIsTheFilterAndMuchTheHighPressureSide() {
    assertThat(under(16.3, 1)).as("filter").isBetween(4.0, 20.0);
    assertThat(under(1, 0.8)).as("high-pressure pump").isGreaterThan(24);
    assertThat(under(1, 1)).as("sound").isLessThan(2);
  }

  private static double under(double filter, double pump) {
    EngineRig rig = new EngineRig(hitchlamp.standin.model.EngineParameters.nominal(), 1_400, 0.2);
    rig.condition.fuelFilterFactor = filter;
    rig.condition.railPumpShare = pump;
    rig.state.pedal = 1;
    rig.pull(1_400, 25);
    return rig.state.railWantedMpa - rig.state.railMpa;
  }
}
