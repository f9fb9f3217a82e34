package hitchlamp.standin.model;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.SplittableRandom;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** The engine brake: the back-pressure valve shuts while the foot is off, and the exhaust dams. */
class EngineBrakeTest {
  private static final double STEP = 0.02;

  private final EngineParameters p = EngineParameters.nominal();
  private final EngineState s = new EngineState();
  private final Condition c = new Condition();
  private final EngineSolver solver = new EngineSolver(p, new SplittableRandom(3));
  private double rpm = 1_500;
  private double taken;

  @BeforeEach
  void runs() {
    s.ambientC = 20;
    s.ambientKpa = 100;
    s.key = EngineState.Key.ON;
    s.running = true;
    s.omega = rpm * Math.PI / 30;
    s.coolantC = 86;
    s.oilC = 92;
    solver.rest(s);
  }

  /** A road that turns the engine at one speed whatever it does. */
  private void passes(double seconds) {
    Load road =
        (dt, torque, state, parameters) -> {
          taken = torque - (rpm * Math.PI / 30 - state.omega) * p.inertia() / dt;
          return taken;
        };
    for (int i = 0; i < seconds / STEP; i++) {
      solver.step(STEP, s, c, road);
    }
  }

  @Test
  void dams55To60KilopascalMoreAt1500RpmAndSlowsTheVehicle() {
    passes(8);
    double coasts = s.exhaustKpa;
    double drag = -taken;
    s.engineBrake = true;
    passes(4);
    assertThat(s.flap).isGreaterThan(0.9);
    assertThat(s.exhaustKpa - coasts).isBetween(52.0, 62.0);
    assertThat(-taken).as("torque that the road must give").isGreaterThan(drag + 50);
    s.engineBrake = false;
    passes(4);
    assertThat(s.flap).isLessThan(0.02);
  }

  @Test
  void neverShutsWhileTheEngineBurnsFuelOrTurnsSlowly() {
    s.engineBrake = true;
    s.pedal = 0.6;
    passes(6);
    assertThat(s.flap).isLessThan(0.02);
    s.pedal = 0;
    rpm = 850;
    passes(8);
    assertThat(s.flap).isLessThan(0.02);
  }

  @Test
  void aStuckValveDoesNothing() {
    c.flap.stuckAt = 0;
    passes(8);
    double coasts = s.exhaustKpa;
    s.engineBrake = true;
    passes(4);
    assertThat(s.exhaustKpa - coasts).isLessThan(4);
  }
}
