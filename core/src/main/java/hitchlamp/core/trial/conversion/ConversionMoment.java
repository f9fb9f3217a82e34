package hitchlamp.core.trial.conversion;

/**
 * A moment of a drive as a page draws it; not a number where something is not known.
 *
 * @param seconds since the first
 * @param before nitrogen oxides before the catalyst, ppm, while that sensor is awake
 * @param behind and behind it
 * @param converted share that is gone behind it, percent
 * @param beforeState how far the sensor before it is
 * @param behindState and the one behind it
 * @param celsius gas before the catalyst
 * @param rpm engine speed
 * @param kmh road speed
 */
public record ConversionMoment(
    double seconds,
    double before,
    double behind,
    double converted,
    GasSensorState beforeState,
    GasSensorState behindState,
    double celsius,
    double rpm,
    double kmh) {
  /** Of less than this no share can be told, ppm. */
  private static final double LEAST_PPM = 20;

  static ConversionMoment of(ConversionRow r) {
    double before = r.readBefore();
    double behind = r.readBehind();
    return new ConversionMoment(
        r.seconds(),
        before,
        behind,
        before >= LEAST_PPM ? 100 * (1 - behind / before) : Double.NaN,
        r.beforeState(),
        r.behindState(),
        r.celsius(),
        r.rpm(),
        r.kmh());
  }
}
