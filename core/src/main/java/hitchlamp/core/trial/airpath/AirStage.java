package hitchlamp.core.trial.airpath;

/** What goes on in a run of the air path. */
public enum AirStage {
  /** The engine stands: what the pressure sensors show of the air. */
  ZERO,
  /** Somebody starts it, or it comes to its speed. */
  START,
  /** All actuators stand at their base until the charge is steady. */
  STEADY,
  /** One is moved. */
  OUT,
  /** It is back at its base. */
  BACK
}
