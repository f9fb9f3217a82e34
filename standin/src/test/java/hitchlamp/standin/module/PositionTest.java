package hitchlamp.standin.module;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.standin.model.Actuator;
import hitchlamp.standin.model.Condition;
import hitchlamp.standin.model.EngineParameters;
import hitchlamp.standin.model.EngineSolver;
import hitchlamp.standin.model.EngineState;
import hitchlamp.standin.model.Load;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;

/** An actuator in a tester's hand, read back as where it really is. */
class PositionTest {
  private final EngineState state = new EngineState();
  private final Condition condition = new Condition();
  private final EngineSolver solver =
      new EngineSolver(EngineParameters.nominal(), new SplittableRandom(2));
  private int refuses;
  private final Position valve = new Position(state.egrValve, () -> state.egr, () -> refuses);

  private void passes(double seconds) {
    state.key = EngineState.Key.ON;
    for (int i = 0; i < seconds / 0.02; i++) {
      solver.step(0.02, state, condition, Load.NONE);
    }
  }

  private static byte[] percent(int percent) {
    return new byte[] {(byte) Math.round(percent / 0.4)};
  }

  private double readPercent() {
    return (valve.state()[0] & 0xFF) * 0.4;
  }

  @Test
  void itGoesThereWithItsLagAndBackToItsMap() {
    assertThat(valve.take(percent(60))).isZero();
    passes(0.1);
    assertThat(readPercent()).as("on its way").isBetween(5.0, 40.0);
    passes(3);
    assertThat(readPercent()).isBetween(59.0, 61.0);
    valve.giveBack();
    passes(3);
    assertThat(readPercent()).as("the map closes it while the engine stands").isZero();
  }

  @Test
  void oneThatIsStuckConfirmsAndStays() {
    condition.egr.stuckAt = 0.3;
    passes(3);
    assertThat(valve.take(percent(80))).isZero();
    passes(3);
    assertThat(readPercent()).isBetween(29.0, 31.0);
    assertThat(state.egrWanted).as("it is wanted where the tester wants it").isEqualTo(0.8);
  }

  @Test
  void whatMakesNoSenseOrMayNotBeIsRefused() {
    assertThat(valve.take(new byte[2])).isEqualTo(0x13);
    assertThat(valve.take(new byte[] {(byte) 0xFF})).isEqualTo(0x31);
    refuses = 0x22;
    assertThat(valve.take(percent(50))).isEqualTo(0x22);
    passes(3);
    assertThat(readPercent()).as("nothing was taken").isZero();
  }

  @Test
  void anActuatorThatNobodyTookFollowsItsMap() {
    Actuator free = new Actuator(0.4);
    free.take(0.9);
    free.giveBack();
    assertThat(new Position(free, () -> 0.25, () -> 0).state()).containsExactly(63);
  }
}
