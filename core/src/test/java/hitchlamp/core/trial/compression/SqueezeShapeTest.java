package hitchlamp.core.trial.compression;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.offset;

import java.util.Arrays;
import org.junit.jupiter.api.Test;

/** Slider crank and polytropic compression, against figures that any engine book gives. */
class SqueezeShapeTest {
  /** Heywood, equation 2.5: from s = a·cos θ + √(l² − a²·sin² θ), worked out by hand. */
  @Test
  void thePistonIsBelowTheMiddleAtAQuarterTurn() {
    assertThat(SqueezeShape.stroke(0, 3.5)).isZero();
    assertThat(SqueezeShape.stroke(Math.PI, 3.5)).isCloseTo(1, offset(1e-12));
    assertThat(SqueezeShape.stroke(Math.PI / 2, 3.5)).isCloseTo(0.57295, offset(1e-5));
    assertThat(SqueezeShape.stroke(Math.toRadians(60), 3.5)).isCloseTo(0.30443, offset(1e-4));
  }

  /** p·Vⁿ: 17.2 to the power of 1.33 is 43.98. */
  @Test
  void atTopDeadCentreThePressureIsTheRatioToThePower() {
    assertThat(SqueezeShape.pressure(0, 17.2, 3.5, 1.33)).isCloseTo(43.98, offset(0.01));
    assertThat(SqueezeShape.pressure(Math.PI, 17.2, 3.5, 1.33)).isCloseTo(1, offset(1e-9));
  }

  /** The torque is the change of the energy in the gas: p·dV, as its differences tell. */
  @Test
  void theTorqueIsPressureTimesChangeOfVolume() {
    double step = 1e-5;
    for (double degrees = -170; degrees <= 170; degrees += 7) {
      double phi = Math.toRadians(degrees);
      double dv =
          (SqueezeShape.stroke(phi + step, 3.5) - SqueezeShape.stroke(phi - step, 3.5))
              / (2 * step);
      double wanted = (SqueezeShape.pressure(phi, 17.2, 3.5, 1.33) - 1) * dv;
      assertThat(SqueezeShape.torque(phi, 17.2, 3.5, 1.33)).isCloseTo(wanted, offset(1e-4));
    }
  }

  @Test
  void whatACompressionTakesItGivesBackAndMostOfItNearItsDeadCentre() {
    SqueezeShape shape = new SqueezeShape(17.2, 3.5, 1.33);
    double[] energy = shape.energy(0);
    double least = Arrays.stream(energy).min().orElseThrow();
    assertThat(energy[0]).as("at its dead centre").isCloseTo(least, offset(0.01));
    int quarter = SqueezeShape.CYCLE / 8;
    assertThat(energy[quarter] - least).isGreaterThan(0.7 * (energy[2 * quarter] - least));
    // Work of a compression from n·ln of volumes: (r^(n-1) - 1)/(n - 1)·Vc·r … less the air's push.
    double work = (Math.pow(17.2, 0.33) - 1) / 0.33 * 17.2 / 16.2 - 1;
    assertThat(energy[2 * quarter] - least).isCloseTo(work, offset(0.01));
    double[] fading = shape.energy(0.5);
    int end = SqueezeShape.CYCLE - 3 * quarter;
    assertThat(Math.abs(fading[end] - fading[end - 1]))
        .as("what is lost fades while nothing is squeezed")
        .isGreaterThan(0)
        .isGreaterThan(Math.abs(energy[end] - energy[end - 1]));
  }
}
