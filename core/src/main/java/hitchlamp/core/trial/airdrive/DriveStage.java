package hitchlamp.core.trial.airdrive;

/**
 * A stage of the drive.
 *
 * @param kind what is to be driven
 * @param done seconds of it so far that count
 * @param wanted of them
 */
public record DriveStage(Kind kind, double done, double wanted) {
  /** What is driven. */
  public enum Kind {
    /** The engine stands: what the sensors show of the air. */
    ZERO,
    /** The foot is down until the charge is there. */
    PULL,
    /** The foot is off in gear, without the engine brake. */
    COAST,
    /** The same with the engine brake on. */
    BRAKE,
    /** A steady part load, at which recirculated gas flows. */
    PART
  }

  /** True once there is enough of it. */
  public boolean over() {
    return done >= wanted;
  }
}
