package hitchlamp.core.fault;

/** What a fault has to do with today. */
public enum Recency {
  /** There now, or within the last few engine hours. */
  TODAY,
  /** Not there now; when it was last active is not reported, or some time ago. */
  EARLIER,
  /** Last there long ago: usually something already cured. */
  OLD;

  /** Engine hours within which a fault belongs to today (common practice, no source). */
  public static final double TODAY_HOURS = 10;

  /**
   * Engine hours after which it usually belongs to something cured (common practice, no source).
   */
  public static final double OLD_HOURS = 100;

  /**
   * The bearing of a fault.
   *
   * @param now the engine's clock; not a number where unknown
   */
  public static Recency of(KnownFault f, double now) {
    if (f.active()) {
      return TODAY;
    }
    if (f.lastHour().isEmpty() || Double.isNaN(now)) {
      return EARLIER;
    }
    double ago = now - f.lastHour().getAsDouble();
    return ago <= TODAY_HOURS ? TODAY : ago > OLD_HOURS ? OLD : EARLIER;
  }
}
