package hitchlamp.standin.engine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;

/** How the module moves the air actuators by what its sensors tell. */
class AirControlTest {
  private final Maps maps = new Maps(Layout.SIX.swept());
  private final AirControl control = new AirControl(maps);
  private static final double SLOW = 5_000;

  private void holds(double seconds, double rpm, double load, double charge, double rotor) {
    for (int i = 0; i < seconds / 0.02; i++) {
      control.step(0.02, true, rpm, load * maps.fullFuel(rpm), charge, rotor, 100_000);
    }
  }

  @Test
  void theVanesCloseWhereChargeIsShortAndOpenWhereThereIsTooMuch() {
    double wanted = maps.charge(1_400, 0.8 * maps.fullFuel(1_400));
    holds(1, 1_400, 0.8, wanted, SLOW);
    double base = control.vanes();
    holds(5, 1_400, 0.8, wanted - 40_000, SLOW);
    assertThat(control.vanes()).isGreaterThan(base + 0.1);
    holds(20, 1_400, 0.8, wanted + 40_000, SLOW);
    assertThat(control.vanes()).isLessThan(base - 0.1);
  }

  @Test
  void itsAuthorityIsLimitedAndItDoesNotWindUp() {
    double wanted = maps.charge(1_400, 0.8 * maps.fullFuel(1_400));
    holds(600, 1_400, 0.8, wanted - 120_000, SLOW);
    assertThat(control.vanes()).isLessThan(maps.vanes(1_400, 0.8) + 0.17);
    holds(4, 1_400, 0.8, wanted + 30_000, SLOW);
    assertThat(control.vanes())
        .as("four seconds later it opens")
        .isLessThan(maps.vanes(1_400, 0.8));
  }

  @Test
  void aSensorThatIsNotBelievedLeavesTheMapsAlone() {
    holds(5, 1_400, 0.8, Double.NaN, SLOW);
    holds(5, 1_400, 0.8, Double.NaN, SLOW);
    assertThat(control.vanes()).isCloseTo(maps.vanes(1_400, 0.8), within(0.02));
    assertThat(control.recirculation()).isCloseTo(maps.recirculation(0.8), within(1e-9));
  }

  @Test
  void nearItsFastestTheRotorIsWhatCounts() {
    double wanted = maps.charge(1_400, maps.fullFuel(1_400));
    holds(10, 1_400, 1, wanted - 30_000, 114_000 * Math.PI / 30);
    assertThat(control.vanes())
        .as("open although charge is short")
        .isLessThan(maps.vanes(1_400, 1));
  }

  @Test
  void thinAirIsAskedForLess() {
    double wanted = maps.charge(1_400, maps.fullFuel(1_400));
    for (int i = 0; i < 500; i++) {
      control.step(0.02, true, 1_400, maps.fullFuel(1_400), 0.7 * wanted, SLOW, 70_000);
    }
    assertThat(control.vanes()).isCloseTo(maps.vanes(1_400, 1), within(0.02));
  }

  @Test
  void whileChargeBuildsUpLessBurnedGasGoesBack() {
    double wanted = maps.charge(1_400, 0.5 * maps.fullFuel(1_400));
    holds(0.1, 1_400, 0.5, wanted, SLOW);
    double steady = control.recirculation();
    holds(0.1, 1_400, 0.5, 0.4 * wanted, SLOW);
    assertThat(control.recirculation()).isLessThan(0.3 * steady);
  }

  @Test
  void anEngineThatStandsHasItsActuatorsAtRest() {
    holds(5, 1_400, 0.8, 50_000, SLOW);
    control.step(0.02, false, 0, 0, 0, 0, 100_000);
    assertThat(control.vanes()).isZero();
    assertThat(control.throttle()).isZero();
    assertThat(control.recirculation()).isZero();
  }

  @Test
  void theMapsOfTheMakerRiseAndFallAsTheirShapesDo() {
    assertThat(maps.fullFuel(1_200)).isGreaterThan(maps.fullFuel(800));
    assertThat(maps.fullFuel(2_100)).isLessThan(maps.fullFuel(1_450));
    assertThat(new Maps(Layout.FOUR.swept()).fullFuel(1_400) / maps.fullFuel(1_400))
        .isCloseTo(Layout.FOUR.swept() / Layout.SIX.swept(), within(1e-9));
    double before = 0;
    for (double mg = 20; mg <= 262; mg += 11) {
      assertThat(maps.rail(1_400, mg)).isGreaterThan(before);
      before = maps.rail(1_400, mg);
    }
    assertThat(maps.rail(600, 17) / 1e6).as("idle").isBetween(40.0, 55.0);
    assertThat(maps.rail(1_400, 262) / 1e6).as("full load").isBetween(230.0, 260.0);
    assertThat(maps.indicated(262)).isCloseTo(1, within(0.01));
  }
}
