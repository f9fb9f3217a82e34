package hitchlamp.standin.wiring;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Map;
import org.junit.jupiter.api.Test;

/** Circuits worked by hand with Ohm's and Kirchhoff's laws, as in any book on circuits. */
class NetworkTest {
  private static final String EARTH = "earth";

  @Test
  void aDividerDividesByItsResistances() {
    Network n = new Network(EARTH);
    n.source(EARTH, "top", 12, 1e-3);
    n.resistor("top", "middle", 2_000);
    n.resistor("middle", EARTH, 1_000);
    assertThat(n.solve().get("middle")).isCloseTo(4.0, within(1e-4));
  }

  @Test
  void anUnbalancedBridgeByTheveninsTheorem() {
    // 10 V; arms 100/200 and 300/150 Ω; 50 Ω between the middles. By hand: open-circuit volts
    // 6.6667 and 3.3333, Thevenin resistance 66.667 + 100, so 3.3333 V · 50 / 216.667 across it.
    Network n = new Network(EARTH);
    n.source(EARTH, "top", 10, 1e-6);
    n.resistor("top", "left", 100);
    n.resistor("left", EARTH, 200);
    n.resistor("top", "right", 300);
    n.resistor("right", EARTH, 150);
    n.resistor("left", "right", 50);
    Map<String, Double> volts = n.solve();
    assertThat(volts.get("left") - volts.get("right"))
        .isCloseTo(10.0 / 3 * 50 / (50 + 200.0 / 3 + 100), within(1e-4));
  }

  @Test
  void twoTerminatorsAtTheEndsMeasureSixtyOhms() {
    Network n = new Network(EARTH);
    n.resistor("high", "low", 120);
    n.resistor("high", "far high", 0.1);
    n.resistor("low", "far low", 0.1);
    n.resistor("far high", "far low", 120);
    n.current("low", "high", 1e-3);
    Map<String, Double> volts = n.solve();
    double parallel = 120 * 120.2 / 240.2;
    assertThat((volts.get("high") - volts.get("low")) / 1e-3).isCloseTo(parallel, within(1e-3));
  }

  @Test
  void anAmplifierStandsAtItsShareBehindItsOhms() {
    Network n = new Network(EARTH);
    n.source(EARTH, "supply", 5, 1e-6);
    n.follower("out", EARTH, "supply", 0.4, 1_000);
    assertThat(n.solve().get("out")).isCloseTo(2.0, within(1e-4));
    n.resistor("out", EARTH, 1_000);
    assertThat(n.solve().get("out")).as("loaded by as much").isCloseTo(1.0, within(1e-4));
  }

  @Test
  void aPointInTheAirHasAVoltageAndBreaksNothing() {
    Network n = new Network(EARTH);
    n.resistor("a", "b", 10);
    assertThat(n.solve().get("a")).isCloseTo(0, within(1e-9));
  }
}
