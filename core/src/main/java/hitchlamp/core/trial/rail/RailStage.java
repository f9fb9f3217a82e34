package hitchlamp.core.trial.rail;

/** What goes on in a run of the rail pressure. */
public enum RailStage {
  IDLE,
  /** Held faster by the pedal. */
  RAISED,
  /** Pedal to the floor and off at once. */
  SNAP,
  /** The engine is stopped and the key turned on again. */
  STOP,
  /** It stands: the pressure falls. */
  HOLD,
  DONE
}
