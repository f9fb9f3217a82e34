package hitchlamp.standin.model;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;

/** An actuator and what wears of it. */
class ActuatorTest {
  private static final double STEP = 0.005;

  private final ActuatorWear wear = new ActuatorWear();
  private Actuator actuator = new Actuator(0.4);
  private double position;

  private double goes(double wanted, double seconds) {
    for (int i = 0; i < Math.round(seconds / STEP); i++) {
      position = actuator.follows(position, wanted, wear, STEP);
    }
    return position;
  }

  /** 1 - 1/e of its way in one time constant, 1 - 1/e³ in three (any control textbook). */
  @Test
  void itFollowsAsAFirstOrderLag() {
    assertThat(goes(1, 0.4)).isCloseTo(1 - Math.exp(-1), within(0.01));
    assertThat(goes(1, 0.8)).isCloseTo(1 - Math.exp(-3), within(0.01));
    position = 0;
    wear.slow = 1.3;
    assertThat(goes(1, 0.52)).as("30 % slow").isCloseTo(1 - Math.exp(-1), within(0.01));
  }

  @Test
  void playLeavesItApartByItsWidthBetweenUpAndDown() {
    wear.play = 0.1;
    double up = goes(0.5, 4);
    goes(1, 4);
    double down = goes(0.5, 4);
    assertThat(down - up).isCloseTo(0.1, within(0.005));
  }

  @Test
  void oneThatSticksMovesOnlyWhenItIsDrawnFarEnough() {
    wear.sticks = 0.15;
    assertThat(goes(0.1, 2)).isZero();
    assertThat(goes(0.2, 4)).isBetween(0.17, 0.2);
  }

  @Test
  void oneThatDoesNotReturnStaysWhereItIsHeld() {
    wear.holds = 0.3;
    assertThat(goes(0.2, 3)).as("it was never above").isCloseTo(0.2, within(0.01));
    goes(0.9, 3);
    assertThat(goes(0, 5)).isCloseTo(0.3, within(0.01));
  }

  /** 8 bar of air; its cylinder begins to move at 2 bar and is at its end at 6. */
  @Test
  void halfOfTheAirMovesAnAirCylinderHalfItsWayAndAnElectricOneAllOfIt() {
    wear.air = 0.5;
    assertThat(goes(1, 4)).as("electric").isCloseTo(1, within(0.01));
    actuator = new Actuator(0.35, Actuator.Drive.AIR);
    assertThat(goes(1, 6)).isCloseTo(0.5, within(0.01));
    wear.air = 0.2;
    assertThat(goes(1, 6)).as("its spring holds it open").isCloseTo(0, within(0.01));
  }

  @Test
  void oneThatIsStuckStaysThere() {
    wear.stuckAt = 0.37;
    assertThat(goes(1, 6)).isCloseTo(0.37, within(0.01));
    assertThat(Actuator.rests(0.8, wear)).isEqualTo(0.37);
    wear.reset();
    assertThat(Actuator.rests(0.8, wear)).isEqualTo(0.8);
  }
}
