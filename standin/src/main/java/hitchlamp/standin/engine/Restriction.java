package hitchlamp.standin.engine;

/**
 * Gas through an opening: flow and how it changes with the pressure on either side, so that the
 * volumes around it can be solved implicitly. Choked below half of the pressure before it, else
 * with √(2 Π (1 - Π)) (Guzzella and Onder, Introduction to Modeling and Control of Internal
 * Combustion Engine Systems, 2.3); linear close to equal pressures, where the root has no slope.
 */
final class Restriction {
  private static final double CRITICAL = 0.5;
  private static final double LINEAR_ABOVE = 0.985;
  private static final double AT_LINEAR = Math.sqrt(2 * LINEAR_ABOVE * (1 - LINEAR_ABOVE));
  private static final double CHOKED = Math.sqrt(0.5);

  /** Mass flow from the first side to the second, kg/s; negative the other way. */
  double flow;

  /** Change of the flow with the first side's pressure, kg/(s·Pa). */
  double byFirst;

  /** Change of the flow with the second side's pressure, kg/(s·Pa). */
  double bySecond;

  /**
   * Finds the flow.
   *
   * @param area effective, discharge coefficient included, m²
   */
  void at(double area, double first, double firstK, double second, double secondK) {
    if (first >= second) {
      forward(area, first, firstK, second);
    } else {
      forward(area, second, secondK, first);
      double swap = byFirst;
      flow = -flow;
      byFirst = -bySecond;
      bySecond = -swap;
    }
  }

  private void forward(double area, double up, double upK, double down) {
    double scale = area / Math.sqrt(Gas.R * upK);
    double ratio = down / up;
    double psi;
    double slope;
    if (ratio <= CRITICAL) {
      psi = CHOKED;
      slope = 0;
    } else if (ratio < LINEAR_ABOVE) {
      psi = Math.sqrt(2 * ratio * (1 - ratio));
      slope = (1 - 2 * ratio) / psi;
    } else {
      slope = -AT_LINEAR / (1 - LINEAR_ABOVE);
      psi = slope * (ratio - 1);
    }
    flow = scale * up * psi;
    byFirst = scale * (psi - ratio * slope);
    bySecond = scale * slope;
  }

  /** Effective area of two openings one after the other. */
  static double inRow(double one, double other) {
    return one * other / Math.sqrt(one * one + other * other + 1e-30);
  }
}
