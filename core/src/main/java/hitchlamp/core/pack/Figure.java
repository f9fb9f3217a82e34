package hitchlamp.core.pack;

/** What a module counts of the engine's use, over its life and over a trip. */
public enum Figure {
  BEGAN("Began at"),
  HOURS("Hours"),
  DISTANCE("Distance"),
  FUEL("Fuel"),
  IDLE_HOURS("Idle hours"),
  IDLE_FUEL("Idle fuel"),
  /** Power take-off, tipping gear, bucket: the engine works and the unit stands. */
  DRIVE_HOURS("Power take-off hours"),
  /** Hours at full load to which the work comes. */
  LOAD_HOURS("Full-load hours"),
  REGENERATIONS("Regenerations completed"),
  REGENERATIONS_ABORTED("Regenerations broken off"),
  SINCE_REGENERATION("Since the last regeneration"),
  // Worked out from those above.
  IDLE_SHARE("Idle share"),
  FUEL_RATE("Fuel rate"),
  FUEL_ECONOMY("Fuel economy"),
  LOAD_FACTOR("Load factor"),
  MEAN_SPEED("Mean road speed");

  private final String title;

  Figure(String title) {
    this.title = title;
  }

  /** True for shares and quotients: they compare over units of any age. */
  public boolean comparable() {
    return ordinal() >= IDLE_SHARE.ordinal();
  }

  /** What the technician calls it. */
  public String title() {
    return title;
  }
}
