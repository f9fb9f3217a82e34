package hitchlamp.core.trial.restore;

/** Where a restore is. */
public enum RestoreStage {
  /** Not begun, or over. */
  NONE,
  /** The exhaust is warmed. */
  HEAT,
  /** The line is filled, and its pressure held with the injector shut. */
  HOLD,
  /** The injector doses steadily; the pump tells how much it passes. */
  MEASURE,
  /** It is flushed at most of its opening. */
  FLUSH,
  COOL
}
