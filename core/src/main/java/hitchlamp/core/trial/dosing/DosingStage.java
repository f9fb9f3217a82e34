package hitchlamp.core.trial.dosing;

/** Where the module is in its check of the circuit. */
public enum DosingStage {
  /** Before it begins and after its end. */
  NONE,
  FILL,
  HOLD,
  /** The pump stands and the line is closed. */
  REST,
  DOSE_LITTLE,
  DOSE_MUCH,
  EMPTY
}
