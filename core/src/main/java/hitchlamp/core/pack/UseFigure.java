package hitchlamp.core.pack;

/** What a module counts of the engine's use, over its life and over a trip. */
public enum UseFigure {
  BEGAN(PackWords.say("began-at")),
  HOURS(PackWords.say("hours")),
  DISTANCE(PackWords.say("distance")),
  FUEL(PackWords.say("fuel")),
  IDLE_HOURS(PackWords.say("idle-hours")),
  IDLE_FUEL(PackWords.say("idle-fuel")),
  /** Power take-off, tipping gear, bucket: the engine works and the unit stands. */
  DRIVE_HOURS(PackWords.say("power-take-off-hours")),
  /** Hours at full load to which the work comes. */
  LOAD_HOURS(PackWords.say("full-load-hours")),
  REGENERATIONS(PackWords.say("regenerations-completed")),
  REGENERATIONS_ABORTED(PackWords.say("regenerations-broken-off")),
  SINCE_REGENERATION(PackWords.say("since-the-last-regeneration")),
  // Worked out from those above.
  IDLE_SHARE(PackWords.say("idle-share")),
  FUEL_RATE(PackWords.say("fuel-rate")),
  FUEL_ECONOMY(PackWords.say("fuel-economy")),
  LOAD_FACTOR(PackWords.say("load-factor")),
  MEAN_SPEED(PackWords.say("mean-road-speed"));

  private final String title;

  UseFigure(String title) {
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
