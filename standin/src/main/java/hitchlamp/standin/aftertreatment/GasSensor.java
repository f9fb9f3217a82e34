package hitchlamp.standin.aftertreatment;

import java.util.SplittableRandom;

/**
 * A sensor of nitrogen oxides: a heated cell that is let on only when no water can hit it any more,
 * that needs a while until it is hot and another until it tells the truth, lags, is off by a
 * little, and takes ammonia for nitrogen oxide. Walls that were dried stay dry for a while when the
 * gas turns cold. Figures: common practice, no source.
 */
public final class GasSensor {
  private static final double DRY_ABOVE_C = 120;
  private static final double DRY_SECONDS = 40;
  private static final double STAYS_DRY_SECONDS = 130;
  private static final double HOT_C = 800;
  private static final double AT_TEMPERATURE_C = 760;
  private static final double HEATS_SECONDS = 25;
  private static final double COOLS_SECONDS = 40;
  private static final double STABLE_SECONDS = 15;
  private static final double LAG = 1.6;
  private static final double LAG_SCATTER = 0.3;
  private static final double BY_AMMONIA = 0.85;
  private static final double TOLERANCE_PPM = 4;
  private static final double TOLERANCE_SHARE = 0.04;
  private static final double NOISE_PPM = 0.8;
  private static final double OXYGEN_SHARE = 0.02;
  private static final double STEP_PPM = 0.1;
  private static final double MOST_PPM = 3_000;
  private static final double NEW_C = 20;

  private final double off;
  private final double gain;
  private final double oxygenGain;
  private boolean heating;
  private double drySeconds;
  private double cellC = 20;
  private double readySeconds;
  private double ppm;
  private double oxygen = 21;
  private double drift;
  private final double lag;
  private boolean fed = true;
  private double heat = 1;
  private double stuckAt = Double.NaN;
  private double aged;
  private double madeUp;

  public GasSensor(SplittableRandom random) {
    off = TOLERANCE_PPM * (2 * random.nextDouble() - 1);
    gain = 1 + TOLERANCE_SHARE * (2 * random.nextDouble() - 1);
    oxygenGain = 1 + OXYGEN_SHARE * (2 * random.nextDouble() - 1);
    // Drawn apart, so that nothing else of the unit changes by it.
    double own = new SplittableRandom(Double.doubleToLongBits(off)).nextDouble();
    lag = LAG * (1 + LAG_SCATTER * (2 * own - 1));
  }

  /**
   * What is wrong with it.
   *
   * @param weaker share of its heater's warmth that is missing; with 1 its wire is broken
   * @param stuck true where its reading does not move any more
   */
  public void worn(double weaker, boolean stuck) {
    fed = weaker < 1;
    heat = 1 - weaker;
    if (!stuck) {
      stuckAt = Double.NaN;
    } else if (Double.isNaN(stuckAt) && stable()) {
      stuckAt = step(ppm);
    }
  }

  /**
   * It has worked for long: a cell loses of its signal, and its module makes up for it by the
   * hours.
   *
   * @param share of its signal that is lost
   */
  public void ages(double share) {
    aged = share;
    madeUp = share;
  }

  /** A new one is put in. Its module does not know of it. */
  public void renew() {
    aged = 0;
    stuckAt = Double.NaN;
    readySeconds = 0;
    cellC = NEW_C;
  }

  /** A tester tells its module that it is new: nothing is made up for any more. */
  public void taughtAsNew() {
    madeUp = 0;
  }

  /**
   * Time goes on.
   *
   * @param powered true while its module feeds it
   * @param seenC temperature of the gas as the module knows it
   * @param gasC temperature of the gas
   * @param nox and ammonia, mole by mole
   * @param oxygenShare in the gas, mole by mole
   * @param beside what it reads beside the truth, ppm
   */
  public void step(
      double dt,
      boolean powered,
      double seenC,
      double gasC,
      double nox,
      double ammonia,
      double oxygenShare,
      double beside) {
    drySeconds =
        !powered
            ? 0
            : seenC > DRY_ABOVE_C
                ? Math.min(STAYS_DRY_SECONDS, drySeconds + dt)
                : Math.max(0, drySeconds - dt);
    heating = fed && drySeconds > DRY_SECONDS;
    cellC =
        heating
            ? cellC + (gasC + (HOT_C - gasC) * heat - cellC) * Math.min(1, dt / HEATS_SECONDS)
            : cellC + (gasC - cellC) * Math.min(1, dt / COOLS_SECONDS);
    readySeconds = atTemperature() ? readySeconds + dt : 0;
    drift = beside;
    double quick = Math.min(1, dt / lag);
    ppm += ((nox + BY_AMMONIA * ammonia) * 1e6 - ppm) * quick;
    oxygen += (oxygenShare * 100 - oxygen) * quick;
  }

  /** True while its supply is right. */
  public boolean heating() {
    return heating;
  }

  public boolean atTemperature() {
    return heating && cellC > AT_TEMPERATURE_C;
  }

  /** True where what it tells can be believed. */
  public boolean stable() {
    return readySeconds > STABLE_SECONDS;
  }

  /** Nitrogen oxides, ppm; not a number while it sleeps. */
  public double ppm(SplittableRandom random) {
    if (!stable()) {
      return Double.NaN;
    }
    double noise = NOISE_PPM * (random.nextDouble() + random.nextDouble() - 1) * 2.4;
    double told = (ppm * gain + off + drift) * ((1 - aged) / (1 - madeUp)) + noise;
    return Double.isNaN(stuckAt) ? step(told) : stuckAt;
  }

  private static double step(double told) {
    return Math.rint(Math.max(-100, Math.min(MOST_PPM, told)) / STEP_PPM) * STEP_PPM;
  }

  /** Oxygen, percent; not a number while it sleeps. */
  public double oxygen() {
    return stable() ? oxygen * oxygenGain : Double.NaN;
  }
}
