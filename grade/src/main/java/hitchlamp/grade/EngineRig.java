package hitchlamp.grade;

import hitchlamp.standin.model.Condition;
import hitchlamp.standin.model.Dynamometer;
import hitchlamp.standin.model.EngineParameters;
import hitchlamp.standin.model.EngineSolver;
import hitchlamp.standin.model.EngineState;
import hitchlamp.standin.model.Load;
import java.util.SplittableRandom;

/** One simulated engine on a test bed, warm. */
final class EngineRig {
  private static final double STEP = 0.02;

  final EngineState state = new EngineState();
  final Condition condition = new Condition();
  final EngineSolver engine;
  private Dynamometer bed;

  EngineRig(EngineParameters p, double rpm, double soot) {
    state.cylinders = p.layout().cylinders();
    state.key = EngineState.Key.ON;
    state.running = true;
    state.omega = rpm * Math.PI / 30;
    state.governorIntegral = 17;
    state.coolantC = 86;
    state.oilC = 92;
    state.exhaustC = 130;
    state.sootShare = soot;
    engine = new EngineSolver(p, new SplittableRandom(3));
    engine.rest(state);
  }

  /** It runs by itself. */
  EngineRig run(double seconds) {
    for (int i = 0; i < seconds / STEP; i++) {
      engine.step(STEP, state, condition, Load.NONE);
    }
    return this;
  }

  /** It pulls against a bed that holds a speed, with the pedal where it is. */
  EngineRig pull(double rpm, double seconds) {
    if (bed == null || bed.omega() != rpm * Math.PI / 30) {
      bed = new Dynamometer(rpm);
    }
    for (int i = 0; i < seconds / STEP; i++) {
      engine.step(STEP, state, condition, bed);
    }
    return this;
  }

  /** It stands at a point for minutes. */
  EngineRig at(double rpm, double mg, double minutes) {
    for (int i = 0; i < minutes * 6; i++) {
      engine.settle(10, rpm, mg, state, condition);
    }
    return this;
  }

  /** What the bed took, N·m. */
  double torque() {
    return bed.torque();
  }

  /** Power that the bed took, kW. */
  double kilowatts() {
    return bed.torque() * state.omega / 1e3;
  }
}
