package hitchlamp.standin.engine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import org.junit.jupiter.api.Test;

/** What passes rings and seal, and what the breather makes of it. */
class CrankcaseTest {
  private static final double RINGS = 5e-8;
  private final double[] rings = new double[6];
  private final double[] fuelled = new double[6];

  CrankcaseTest() {
    Arrays.fill(rings, 1);
    Arrays.fill(fuelled, 1);
  }

  private Crankcase at(double mg, double intake, double seal, double breather) {
    Cylinders cylinders = new Cylinders(Layout.SIX, 0.473);
    cylinders.inject(mg * 1e-6, fuelled);
    cylinders.breathe(intake, 320, intake, 146);
    cylinders.burn(intake, 320, intake, 146, 0);
    Crankcase c = new Crankcase(Layout.SIX, RINGS);
    for (int i = 0; i < 200; i++) {
      c.step(0.05, 146, intake, cylinders, rings, seal, intake - 100_000, breather);
    }
    return c;
  }

  @Test
  void moreWorkMeansMoreOfItAndABlockedBreatherMorePressureForTheSame() {
    Crankcase light = at(20, 110_000, 0, 1);
    Crankcase full = at(262, 350_000, 0, 1);
    Crankcase blocked = at(262, 350_000, 0, 0.4);
    assertThat(full.flow()).isGreaterThan(5 * light.flow());
    assertThat(full.pascal()).isBetween(500.0, 2_500.0);
    assertThat(blocked.flow()).isCloseTo(full.flow(), within(1e-12));
    assertThat(blocked.pascal()).isGreaterThan(3_000);
  }

  @Test
  void oneWornCylinderShowsUnderLoadAndItsFuelIsWhatItTakes() {
    double sound = at(262, 350_000, 0, 1).pascal();
    rings[4] = 5.8;
    double worn = at(262, 350_000, 0, 1).pascal();
    fuelled[4] = 0;
    double cut = at(262, 350_000, 0, 1).pascal();
    assertThat(worn).isGreaterThan(2.3 * sound);
    assertThat(cut).as("cut out it no longer leaks").isLessThan(1.1 * sound);
    fuelled[4] = 1;
    fuelled[0] = 0;
    assertThat(at(262, 350_000, 0, 1).pascal())
        .as("another one cut out changes little")
        .isGreaterThan(0.7 * worn);
  }

  @Test
  void aSealLeaksWithTheChargeWhateverTheCylindersDo() {
    Crankcase dry = at(20, 300_000, 0, 1);
    Crankcase leaking = at(20, 300_000, 2e-6, 1);
    // Orifice, incompressible: A √(2 ρ Δp).
    assertThat(leaking.flow() - dry.flow())
        .isCloseTo(2e-6 * Math.sqrt(2 * 200_000 * 1.2), within(1e-9));
  }

  @Test
  void aStandingEngineHasNone() {
    Crankcase c = new Crankcase(Layout.SIX, RINGS);
    Cylinders cylinders = new Cylinders(Layout.SIX, 0.473);
    for (int i = 0; i < 200; i++) {
      c.step(0.05, 0, 100_000, cylinders, rings, 0, 0, 1);
    }
    assertThat(c.pascal()).isZero();
  }
}
