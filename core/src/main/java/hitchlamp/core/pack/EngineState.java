package hitchlamp.core.pack;

/** What an engine is doing, as far as its own values tell; normal ranges depend on it. */
public enum EngineState {
  /** Nobody tells its speed. */
  UNKNOWN(PackWords.say("not-known")),
  STANDS(PackWords.say("stands")),
  CRANKS(PackWords.say("cranks")),
  IDLES(PackWords.say("idles")),
  RUNS(PackWords.say("runs")),
  /** Under much load. */
  PULLS(PackWords.say("pulls"));

  /** Below this it does not turn, rpm. */
  static final double STANDS_BELOW_RPM = 30;

  /** Below this a starter turns it, rpm (common practice, no source: it fires by 300 to 400). */
  static final double CRANKS_BELOW_RPM = 400;

  /** Up to this speed without the pedal it idles, rpm (common practice, no source). */
  static final double IDLES_BELOW_RPM = 950;

  private static final double PEDAL_RESTS_PERCENT = 3;
  private static final double PULLS_ABOVE_PERCENT = 60;

  private final String words;

  EngineState(String words) {
    this.words = words;
  }

  /** As the technician reads it: "the engine idles". */
  public String words() {
    return words;
  }

  /**
   * The state that three values show.
   *
   * @param rpm engine speed (SPN 190), not a number where nobody tells it
   * @param load engine load at current speed (SPN 92), percent, or not a number
   * @param pedal accelerator pedal (SPN 91), percent, or not a number
   */
  public static EngineState of(double rpm, double load, double pedal) {
    if (Double.isNaN(rpm)) {
      return UNKNOWN;
    }
    if (rpm < STANDS_BELOW_RPM) {
      return STANDS;
    }
    if (rpm < CRANKS_BELOW_RPM) {
      return CRANKS;
    }
    if (load > PULLS_ABOVE_PERCENT) {
      return PULLS;
    }
    boolean foot = pedal > PEDAL_RESTS_PERCENT;
    return rpm < IDLES_BELOW_RPM && !foot ? IDLES : RUNS;
  }
}
