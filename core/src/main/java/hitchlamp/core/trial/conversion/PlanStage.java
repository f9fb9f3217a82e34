package hitchlamp.core.trial.conversion;

/**
 * A stage of the drive plan.
 *
 * @param kind what is to be done
 * @param done so far, in {@code unit}
 * @param wanted of it
 * @param over true once there is enough of it
 */
public record PlanStage(Kind kind, double done, double wanted, boolean over) {
  /** What is to be done. */
  public enum Kind {
    /** Exhaust, catalyst and sensors are to get warm: °C. */
    WARM,
    /** The same speed is to be held: seconds. */
    STEADY,
    /** The foot is to be off, in gear: seconds. */
    OVERRUN
  }
}
