package hitchlamp.core.trial.loaded;

/**
 * A moment of a pull; not a number where something was not told.
 *
 * @param seconds since the recording began
 * @param rpm engine speed
 * @param boostKpa intake pressure above the air
 * @param exhaustKpa exhaust pressure, absolute
 * @param railMpa rail pressure
 * @param crankcaseKpa crankcase pressure above the air
 * @param pedalPercent accelerator pedal
 * @param off cylinder that does not fire, 0 where all do, -1 where that changes or is not known
 */
public record LoadRow(
    double seconds,
    double rpm,
    double boostKpa,
    double exhaustKpa,
    double railMpa,
    double crankcaseKpa,
    double pedalPercent,
    int off) {
  /** Beyond this nothing of an engine is told. */
  private static final double MOST = 1e5;

  private static boolean sane(double value) {
    return Math.abs(value) < MOST;
  }

  /** True where there is enough to be compared. */
  boolean whole() {
    return sane(rpm) && sane(boostKpa) && sane(crankcaseKpa) && rpm > 0 && off >= 0;
  }
}
