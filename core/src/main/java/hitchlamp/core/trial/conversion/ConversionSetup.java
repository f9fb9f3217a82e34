package hitchlamp.core.trial.conversion;

/**
 * What a pack says of the conversion.
 *
 * @param limit conversion that passes, percent
 * @param normal conversion of a healthy one, percent
 * @param sensorPpm by so much a sound sensor may be off, ppm
 * @param sensorShare and besides by such a share of what it reads, percent
 * @param warmC gas before the catalyst from which on it works
 * @param hotC and up to which it is judged
 * @param steadySeconds of steady driving that are wanted
 * @param overrunSeconds without fuel that are wanted
 * @param mostRaw nitrogen oxides that a kilogram of fuel makes at the most, g
 * @param cruiseKmh road speed of the drive; 0 where it does not drive
 * @param standRpm engine speed at which it can be done standing
 */
public record ConversionSetup(
    double limit,
    double normal,
    double sensorPpm,
    double sensorShare,
    double warmC,
    double hotC,
    double steadySeconds,
    double overrunSeconds,
    double mostRaw,
    double cruiseKmh,
    double standRpm) {
  /** What is usual where no pack says it: common practice, no source. */
  public static final ConversionSetup USUAL =
      new ConversionSetup(70, 88, 10, 10, 245, 460, 60, 12, 20, 80, 1_500);

  /** What the sensor behind reads beyond this without fuel is not its own error, ppm. */
  double slip() {
    return sensorPpm + 1;
  }

  /**
   * What the sensor behind must read without fuel to be off itself, ppm: a sound catalyst that got
   * hot gives up ammonia for a while, up to some 20 ppm as the sensor reads it.
   */
  double own() {
    return 5 * sensorPpm + 8;
  }

  /** A sensor that reads more than this where there is nothing is off, ppm. */
  double zero() {
    return 1.5 * sensorPpm + 2;
  }
}
