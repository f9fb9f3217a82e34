package hitchlamp.standin.engine;

/**
 * A radial turbine, its vanes an area: flow as √(1 - Π^2.89), efficiency over blade speed ratio
 * (Wahlström and Eriksson 2011; exponent and form from memory of it, the other coefficients our
 * own).
 */
final class Turbine {
  private static final double EXPONENT = 2.89;
  private static final double LINEAR_BELOW = 0.04;
  private static final double BEST_RATIO = 0.62;
  private static final double BEST_EFFICIENCY = 0.70;
  private static final double FALLS = 0.8;
  private static final double LEAST_EFFICIENCY = 0.25;

  private final double radius;

  /** Mass flow, kg/s. */
  double flow;

  /** Change of the flow with the pressure before it, kg/(s·Pa). */
  double byBefore;

  /** Power that it gives its shaft, W. */
  double power;

  /** Temperature behind it, K. */
  double behindK;

  Turbine(double radius) {
    this.radius = radius;
  }

  /**
   * Finds its point.
   *
   * @param area effective, of vanes and wheel together, m²
   */
  void at(
      double before,
      double beforeK,
      double behind,
      double area,
      double omega,
      double efficiencyShare) {
    double ratio = Math.min(1, behind / before);
    double scale = area / Math.sqrt(Gas.R * beforeK);
    double power2 = Math.pow(ratio, EXPONENT);
    double inner = 1 - power2;
    double f;
    double byRatio;
    if (inner > LINEAR_BELOW) {
      f = Math.sqrt(inner);
      byRatio = -EXPONENT * power2 / ratio / (2 * f);
    } else {
      double root = Math.sqrt(LINEAR_BELOW);
      f = inner / root;
      byRatio = -EXPONENT * power2 / ratio / root;
    }
    flow = scale * before * f;
    byBefore = scale * (f - ratio * byRatio);
    if (behind >= before) {
      flow = scale * (before - behind) * EXPONENT / Math.sqrt(LINEAR_BELOW);
      byBefore = scale * EXPONENT / Math.sqrt(LINEAR_BELOW);
    }
    double fall = 1 - Math.pow(ratio, Gas.KAPPA_HOT);
    double drop = Gas.cp(beforeK) * beforeK * fall;
    if (flow <= 0 || drop <= 0) {
      power = 0;
      behindK = beforeK;
      return;
    }
    double off = radius * omega / Math.sqrt(2 * drop) - BEST_RATIO;
    double efficiency =
        Math.max(LEAST_EFFICIENCY, BEST_EFFICIENCY - FALLS * off * off) * efficiencyShare;
    power = flow * drop * efficiency;
    behindK = Gas.kelvin(Gas.enthalpy(beforeK) - drop * efficiency);
  }
}
