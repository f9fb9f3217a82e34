package hitchlamp.standin.aftertreatment;

import hitchlamp.standin.engine.ThermalCell;

/**
 * Three pieces of SCR catalyst in a row. Each stores ammonia on its sites, gives it up again by its
 * temperature, and lets stored ammonia take the nitrogen oxides that pass (Eley-Rideal); very hot
 * it burns ammonia. Mole by mole: one of ammonia for one of nitrogen oxide (standard reaction, 4 NO
 * + 4 NH3 + O2 = 4 N2 + 6 H2O). Rates our own, shapes after the storage models in print, from
 * memory.
 */
public final class ScrCatalyst {
  private static final int PIECES = 3;
  private static final double SITES_MOL = 1.0;
  private static final double R = 8.314;
  private static final double AT_K = 573;
  private static final double REDUCES = 34;
  private static final double REDUCE_ENERGY = 48_000;
  private static final double TAKES_UP = 60;
  private static final double GIVES_UP = 1.1e-3;
  private static final double GIVE_ENERGY = 90_000;
  private static final double BURNS = 2.5e-3;
  private static final double BURN_AT_K = 773;
  private static final double BURN_ENERGY = 110_000;
  private static final double LONGEST = 1;
  private static final double STARTS_COVERED = 0.3;

  private final double sites;
  private final ThermalCell[] cells = new ThermalCell[PIECES];
  private final double[] covered = new double[PIECES];
  private double ammoniaIn;
  private double reduced;
  private double oxidised;
  private double slipped;
  private double noxOut;
  private double ammoniaOut;

  /**
   * @param storage of this one in proportion to a nominal one
   */
  public ScrCatalyst(double size, double storage) {
    this.sites = SITES_MOL * size * storage;
    for (int i = 0; i < PIECES; i++) {
      cells[i] = new ThermalCell(8_000 * size, 2 * size, 1.3 * size);
      covered[i] = STARTS_COVERED;
    }
  }

  /** As warm as this; what it stores it keeps. */
  public void warm(double kelvin) {
    for (ThermalCell c : cells) {
      c.warm(kelvin);
    }
  }

  /**
   * Time goes on.
   *
   * @param flow of gas, kg/s
   * @param nox share in it, mole by mole
   * @param ammonia mol/s
   * @param active share of its sites that is left
   */
  public void step(
      double dt,
      double flow,
      double inK,
      double nox,
      double ammonia,
      double active,
      double ambientK,
      double kmh) {
    double gasK = inK;
    for (ThermalCell c : cells) {
      c.step(dt, flow, gasK, 0, ambientK, kmh);
      gasK = c.outK();
    }
    int steps = Math.max(1, (int) Math.ceil(dt / LONGEST - 1e-9));
    double moles = Math.max(1e-4, flow / EngineOut.GAS_MOLAR);
    double here = sites * Math.max(0.01, active);
    double h = dt / steps;
    ammoniaIn += ammonia * dt;
    double y = nox;
    double a = 0;
    for (int k = 0; k < steps; k++) {
      y = nox;
      a = ammonia / moles;
      for (int i = 0; i < PIECES; i++) {
        double by = (1 / AT_K - 1 / cells[i].wallK()) / R;
        double theta = covered[i];
        double takes = TAKES_UP * (1 - theta);
        double gives = GIVES_UP * Math.exp(GIVE_ENERGY * by) * theta;
        double rests = takes > 1e-6 ? gives / takes : a;
        double leaves = rests + (a - rests) * Math.exp(-takes * here / moles);
        double passes =
            y * Math.exp(-REDUCES * Math.exp(REDUCE_ENERGY * by) * theta * here / moles);
        double burn =
            BURNS
                * Math.exp(BURN_ENERGY / R * (1 / BURN_AT_K - 1 / cells[i].wallK()))
                * theta
                * here
                * h;
        double have = theta * here + moles * (a - leaves) * h;
        double used = moles * (y - passes) * h;
        // No more is used than there is.
        double scale = used + burn > have ? Math.max(0, have) / (used + burn) : 1;
        used *= scale;
        burn *= scale;
        double left = have - used - burn;
        double most = here * 0.9999;
        double over = Math.max(0, left - most);
        covered[i] = Math.max(0, (left - over) / here);
        reduced += used;
        oxidised += burn;
        y -= used / (moles * h);
        a = leaves + over / (moles * h);
      }
      slipped += a * moles * h;
    }
    noxOut = y;
    ammoniaOut = a;
  }

  /** Nitrogen oxides and ammonia behind it, mole by mole. */
  public double noxOut() {
    return noxOut;
  }

  public double ammoniaOut() {
    return ammoniaOut;
  }

  /** Ammonia on its sites, mol, where so much of it is active. */
  public double stored(double active) {
    double sum = 0;
    for (double c : covered) {
      sum += c * sites * Math.max(0.01, active);
    }
    return sum;
  }

  /** Ammonia that came, that took nitrogen oxides, that burned, that slipped: mol in all. */
  public double ammoniaIn() {
    return ammoniaIn;
  }

  public double reduced() {
    return reduced;
  }

  public double oxidised() {
    return oxidised;
  }

  public double slipped() {
    return slipped;
  }

  /** Gas that leaves it, K. */
  public double outK() {
    return cells[PIECES - 1].outK();
  }

  /** Wall in the middle, K. */
  public double wallK() {
    return cells[PIECES / 2].wallK();
  }
}
