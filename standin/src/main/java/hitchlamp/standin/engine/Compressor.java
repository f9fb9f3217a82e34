package hitchlamp.standin.engine;

/**
 * A centrifugal compressor in dimensionless figures: head coefficient over flow coefficient as one
 * curve for all speeds, an efficiency that falls beside its best flow (Wahlström and Eriksson,
 * Modelling diesel engines with a variable-geometry turbocharger and exhaust gas recirculation,
 * 2011, and Guzzella and Onder, 2.4; the coefficients are our own).
 */
final class Compressor {
  private static final double NO_FLOW_HEAD = 1.36;
  private static final double NO_HEAD_FLOW = 0.30;
  private static final double STRAIGHT = 0.25;
  private static final double LEAST_TIP_SPEED = 12;
  private static final double BEST_SHARE = 0.45;
  private static final double BEST_EFFICIENCY = 0.775;
  private static final double FALLS = 0.55;
  private static final double LEAST_EFFICIENCY = 0.42;

  /** Of what a wheel that is driven by the flow takes from it. */
  private static final double WINDMILL = 0.3;

  private final double radius;

  /** Mass flow, kg/s. */
  double flow;

  /** Change of the flow with the pressure behind it, kg/(s·Pa). */
  double byBehind;

  /** Power that it takes from its shaft, W. */
  double power;

  /** Temperature behind it, K. */
  double behindK;

  Compressor(double radius) {
    this.radius = radius;
  }

  /**
   * Finds its point.
   *
   * @param omega of its shaft, rad/s
   * @param efficiencyShare what is left of its efficiency, 1 for a sound one
   */
  void at(double before, double beforeK, double behind, double omega, double efficiencyShare) {
    double ratio = behind / before;
    double lift = Math.pow(ratio, Gas.KAPPA_AIR) - 1;
    double cp = Gas.cp(beforeK);
    double head = cp * beforeK * lift;
    double headBy = cp * beforeK * Gas.KAPPA_AIR * (lift + 1) / behind;
    double tip = Math.max(LEAST_TIP_SPEED, omega * radius);
    double scale = Gas.density(before, beforeK) * Math.PI * radius * radius * NO_HEAD_FLOW;
    double left = tip * tip - 2 * head / NO_FLOW_HEAD;
    double share;
    double shareByHead;
    if (left > 0) {
      double root = Math.sqrt(STRAIGHT * STRAIGHT * tip * tip + 4 * (1 - STRAIGHT) * left);
      share = (root - STRAIGHT * tip) / (2 * (1 - STRAIGHT));
      shareByHead = -2 / NO_FLOW_HEAD / root;
    } else {
      share = left / (STRAIGHT * tip);
      shareByHead = -2 / NO_FLOW_HEAD / (STRAIGHT * tip);
    }
    flow = scale * share;
    byBehind = scale * shareByHead * headBy;
    if (flow <= 0) {
      power = 0;
      behindK = beforeK;
      return;
    }
    if (head <= 0) {
      power = WINDMILL * flow * head;
    } else {
      double off = share / tip / BEST_SHARE - 1;
      double efficiency = Math.max(LEAST_EFFICIENCY, BEST_EFFICIENCY - FALLS * off * off);
      power = flow * head / (efficiency * efficiencyShare);
    }
    behindK = Gas.kelvin(Gas.enthalpy(beforeK) + power / flow);
  }

  /** Speed at which it makes a flow and a pressure, rad/s: its curve turned round. */
  static double speedFor(double radius, double before, double beforeK, double behind, double flow) {
    double lift = Math.pow(Math.max(1, behind / before), Gas.KAPPA_AIR) - 1;
    double head = 2 * Gas.cp(beforeK) * beforeK * lift / NO_FLOW_HEAD;
    double v = flow / (Gas.density(before, beforeK) * Math.PI * radius * radius * NO_HEAD_FLOW);
    double tip =
        (STRAIGHT * v
                + Math.sqrt(STRAIGHT * STRAIGHT * v * v + 4 * (head + (1 - STRAIGHT) * v * v)))
            / 2;
    return tip / radius;
  }
}
