package hitchlamp.core.trial.regeneration;

/** Where a regeneration is. */
public enum BurnStage {
  /** Not begun, or over. */
  NONE,
  /** The exhaust is made warm until the catalyst lights. */
  WARM_UP,
  /** Fuel is dosed; the catalyst gets hot. */
  LIGHT_OFF,
  /** It is hot enough for the soot to burn. */
  BURN,
  COOL_DOWN
}
