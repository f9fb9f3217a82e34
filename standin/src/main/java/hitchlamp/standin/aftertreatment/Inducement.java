package hitchlamp.standin.aftertreatment;

/**
 * How the module makes somebody have the dosing mended: it warns, takes power away, and in the end
 * lets the unit crawl. It knows what its sensors tell, and how often the line of the fluid could
 * not be filled. A low tank is forgiven as soon as it is filled. Hours with fluid of the wrong
 * quality and hours without dosing are counted and kept, so that what was not mended goes on where
 * it stood; a tester clears them once the cause is gone. Limits and hours: common practice, no
 * source.
 */
public final class Inducement {
  /** What it does. */
  public enum Stage {
    NONE(1),
    WARNS(1),
    LESS_POWER(0.75),
    CRAWL(0.3);

    private final double allowed;

    Stage(double allowed) {
      this.allowed = allowed;
    }

    /** Share of full fuelling that is left. */
    public double allowed() {
      return allowed;
    }
  }

  /** For what hours are counted. */
  public enum Cause {
    QUALITY,
    DOSING
  }

  private static final double LESS_POWER_HOURS = 10;
  private static final double CRAWL_HOURS = 20;
  private static final double WARNS_PERCENT = 10;
  private static final double LESS_POWER_PERCENT = 5;
  private static final double CRAWL_PERCENT = 1.5;
  private static final double WEAK_PERCENT = 28.5;
  private static final double STRONG_PERCENT = 36.5;

  /** So long it must be wrong, or right again, until that is believed, s of running. */
  private static final double BELIEVED_SECONDS = 600;

  private static final int FAILED_FILLS = 6;
  private static final double AN_HOUR = 3_600;

  private final double[] hours = new double[Cause.values().length];
  private final double[] doubt = new double[Cause.values().length];
  private final boolean[] wrong = new boolean[Cause.values().length];
  private double level = 100;

  /**
   * Time goes on.
   *
   * @param failed times in a row that the line could not be filled
   */
  public void step(double dt, AfterReadings r, int failed) {
    level = r.tankPercent;
    if (!r.running) {
      return;
    }
    boolean odd = r.ureaPercent < WEAK_PERCENT || r.ureaPercent > STRONG_PERCENT;
    believe(Cause.QUALITY, dt, odd);
    believe(Cause.DOSING, dt, failed >= FAILED_FILLS);
    for (Cause c : Cause.values()) {
      hours[c.ordinal()] += wrong[c.ordinal()] ? dt / AN_HOUR : 0;
    }
  }

  private void believe(Cause c, double dt, boolean seen) {
    int i = c.ordinal();
    doubt[i] = seen == wrong[i] ? 0 : doubt[i] + dt;
    if (doubt[i] >= BELIEVED_SECONDS) {
      wrong[i] = seen;
      doubt[i] = 0;
    }
  }

  /** What it does now. */
  public Stage stage() {
    Stage counted = counted();
    return counted.compareTo(byLevel()) > 0 ? counted : byLevel();
  }

  /** What it does for the hours that it has counted, whatever the level of the tank. */
  public Stage counted() {
    Stage most = Stage.NONE;
    for (Cause c : Cause.values()) {
      Stage s = stage(c);
      most = s.compareTo(most) > 0 ? s : most;
    }
    return most;
  }

  private Stage stage(Cause c) {
    double h = hours[c.ordinal()];
    if (h >= CRAWL_HOURS) {
      // It stays until a tester clears it: who came so far has been warned.
      return Stage.CRAWL;
    }
    if (!wrong[c.ordinal()]) {
      return Stage.NONE;
    }
    return h >= LESS_POWER_HOURS ? Stage.LESS_POWER : Stage.WARNS;
  }

  private Stage byLevel() {
    if (level < CRAWL_PERCENT) {
      return Stage.CRAWL;
    }
    if (level < LESS_POWER_PERCENT) {
      return Stage.LESS_POWER;
    }
    return level < WARNS_PERCENT ? Stage.WARNS : Stage.NONE;
  }

  /** True while the tank is so low that its lamp is lit. */
  public boolean low() {
    return byLevel() != Stage.NONE;
  }

  /** Hours counted for a cause since they were last cleared. */
  public double hours(Cause c) {
    return hours[c.ordinal()];
  }

  /**
   * A tester clears what was counted for a cause.
   *
   * @param seen what the sensors tell now
   * @return false where the cause is still there: nothing is cleared
   */
  public boolean clear(Cause c, AfterReadings seen, int failed) {
    boolean there =
        c == Cause.QUALITY
            ? seen.ureaPercent < WEAK_PERCENT || seen.ureaPercent > STRONG_PERCENT
            : failed >= FAILED_FILLS;
    if (there) {
      return false;
    }
    hours[c.ordinal()] = 0;
    wrong[c.ordinal()] = false;
    doubt[c.ordinal()] = 0;
    return true;
  }
}
