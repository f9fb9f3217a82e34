package hitchlamp.standin.engine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.offset;
import static org.assertj.core.api.Assertions.within;

import java.util.SplittableRandom;
import java.util.function.ToDoubleFunction;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

/**
 * Coils of injectors against the current in an inductance on a voltage, i = V/R·(1 - exp(-t·R/L)),
 * as any book of circuits gives it: 65 V, 0.68 ohm, 0.30 mH.
 */
class InjectorCoilsTest {
  private static final double SUPPLY = 25;
  private static final double ROOM = 20;
  private static final int MANY = 60;

  private final InjectorCoils.Wear wear = new InjectorCoils.Wear();

  /** Mean over many engines, so that neither scatter nor noise counts. */
  private double mean(int cylinder, double celsius, ToDoubleFunction<InjectorCoils.Sample> of) {
    return IntStream.range(0, MANY)
        .mapToDouble(
            seed ->
                of.applyAsDouble(
                    new InjectorCoils(6, new SplittableRandom(seed))
                        .drive(cylinder, celsius, SUPPLY, wear)))
        .average()
        .orElseThrow();
  }

  private InjectorCoils.Sample one(int cylinder) {
    return new InjectorCoils(6, new SplittableRandom(4)).drive(cylinder, ROOM, SUPPLY, wear);
  }

  @Test
  void theCurrentOfASoundCoilRisesAsTheBookSays() {
    double tau = 0.30e-3 / 0.68;
    double after60 = 65 / 0.68 * (1 - Math.exp(-60e-6 / tau));
    double to16 = -tau * Math.log(1 - 16 * 0.68 / 65);
    assertThat(after60).isCloseTo(12.15, offset(0.02));
    assertThat(mean(2, ROOM, InjectorCoils.Sample::earlyAmps)).isCloseTo(after60, within(0.15));
    assertThat(mean(2, ROOM, InjectorCoils.Sample::riseSeconds)).isCloseTo(to16, offset(1e-6));
    assertThat(mean(2, ROOM, InjectorCoils.Sample::holdShare))
        .isCloseTo(8 * 0.68 / SUPPLY, offset(0.003));
    assertThat(mean(2, ROOM, InjectorCoils.Sample::restVolts)).isCloseTo(SUPPLY / 2, offset(0.1));
  }

  /** Copper: 0.39 % a kelvin. */
  @Test
  void aHotCoilNeedsMoreOfTheTimeToBeHeld() {
    double cold = mean(0, 20, InjectorCoils.Sample::holdShare);
    double hot = mean(0, 100, InjectorCoils.Sample::holdShare);
    double expected = (0.6 * (1 + 0.0039 * 80) + 0.08) / 0.68;
    assertThat(hot / cold).isCloseTo(expected, offset(0.01));
  }

  @Test
  void anOpenWireCarriesNothingAndIsPulledToGroundAtRest() {
    wear.worn().extraOhms[1] = 1e9;
    InjectorCoils.Sample s = one(1);
    assertThat(s.earlyAmps()).isLessThan(0.1);
    assertThat(s.riseSeconds()).isNaN();
    assertThat(s.restVolts()).isLessThan(0.5);
    assertThat(injects(1)).isZero();
    assertThat(injects(0)).isGreaterThan(0.9);
  }

  @Test
  void shortsShowAtRestByWhereTheyLead() {
    wear.worn().toGround[2] = 0.5;
    assertThat(one(2).restVolts()).isLessThan(0.1);
    assertThat(one(2).earlyAmps()).as("past the sense resistor goes little").isGreaterThan(8);
    assertThat(injects(2)).isZero();
    wear.reset();
    wear.worn().toSupply[2] = 0.5;
    assertThat(one(2).restVolts()).isGreaterThan(24);
    assertThat(one(2).riseSeconds()).as("the driver trips").isNaN();
    assertThat(injects(2)).isZero();
  }

  @Test
  void halfOfTheInductanceRisesInHalfOfTheTime() {
    double sound = one(3).riseSeconds();
    wear.worn().inductance[3] = 0.5;
    assertThat(one(3).riseSeconds() / sound).isCloseTo(0.5, offset(0.02));
    wear.inductance[3] = 1.2;
    assertThat(one(3).riseSeconds() / sound).isCloseTo(1.2, offset(0.03));
    assertThat(injects(3)).as("it opens later, and is open for less").isBetween(0.93, 0.99);
  }

  @Test
  void aWeakDriverIsLateForItsWholeBankAlone() {
    wear.worn().boost[4] = 0.7;
    double[] late =
        IntStream.range(0, 6).mapToDouble(c -> mean(c, ROOM, x -> x.riseSeconds())).toArray();
    for (int c = 0; c < 3; c++) {
      assertThat(late[c + 3] / late[c]).as("cylinder " + (c + 4)).isBetween(1.35, 1.6);
    }
  }

  @Test
  void resistanceShowsInTheHoldMuchMoreThanInTheRise() {
    InjectorCoils.Sample sound = one(5);
    wear.worn().extraOhms[5] = 0.3;
    InjectorCoils.Sample worn = one(5);
    assertThat(worn.holdShare() / sound.holdShare()).isBetween(1.35, 1.55);
    assertThat(worn.riseSeconds() / sound.riseSeconds()).isBetween(1.0, 1.12);
  }

  @Test
  void aStuckArmatureIsElectricallyFine() {
    InjectorCoils.Sample sound = one(0);
    wear.worn().stuck[0] = true;
    assertThat(one(0)).isEqualTo(sound);
    assertThat(injects(0)).isZero();
  }

  private double injects(int cylinder) {
    return new InjectorCoils(6, new SplittableRandom(4)).injects(cylinder, ROOM, wear);
  }
}
