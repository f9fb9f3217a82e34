package hitchlamp.core.trial.conversion;

/** How far a sensor of nitrogen oxides is, by its own status bits. */
public enum GasSensorState {
  /** It says nothing of itself. */
  NOT_TOLD,
  /** Its supply is not in range, or its module keeps it off. */
  OFF,
  /** It is heated and not hot yet. */
  HEATS,
  /** It is hot; its reading is not stable yet. */
  HOT,
  /** What it reads can be believed. */
  STABLE;

  /**
   * The state of three status bits, each 1 for yes and 0 for no.
   *
   * @param power supply in range; not a number where it is not told
   * @param hot at temperature
   * @param stable reading stable
   */
  static GasSensorState of(double power, double hot, double stable) {
    if (stable == 1) {
      return STABLE;
    }
    if (Double.isNaN(power) && Double.isNaN(hot) && Double.isNaN(stable)) {
      return NOT_TOLD;
    }
    return hot == 1 ? HOT : power == 1 ? HEATS : OFF;
  }

  /** True where what it reads may be believed: it says so, or says nothing of itself. */
  boolean believed() {
    return this == STABLE || this == NOT_TOLD;
  }
}
