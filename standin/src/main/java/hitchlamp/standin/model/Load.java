package hitchlamp.standin.model;

/** What an engine drives: takes torque from its crank. */
public interface Load {
  /** Nothing is driven. */
  Load NONE = (dt, torque, s, p) -> 0;

  /**
   * Time goes on; what is driven moves.
   *
   * @param torque what the engine has left after friction and accessories, N·m
   * @return torque it takes from the crank over this step, N·m
   */
  double step(double dt, double torque, EngineState s, EngineParameters p);
}
