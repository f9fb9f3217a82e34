package hitchlamp.core.trial.compression;

/**
 * What one cylinder's compression does to the speed of a crank that is turned: energy that it takes
 * before top dead centre and gives back behind it. Polytropic pressure over a slider crank
 * (Heywood, Internal Combustion Engine Fundamentals, sections 2.2 and 4.6.5); the starter pulls
 * harder the slower it turns, so that what is lost fades with the angle.
 */
final class SqueezeShape {
  /** Degrees of crank angle of a step. */
  static final int STEPS_A_DEGREE = 4;

  /** A cycle in steps. */
  static final int CYCLE = 720 * STEPS_A_DEGREE;

  private static final int HALF_TURN = 180;
  private static final int WHOLE = 720;

  private final double[] torque = new double[CYCLE];

  /**
   * @param ratio compression ratio
   * @param rod length of the connecting rod, in crank radii
   * @param exponent of the polytropic compression
   */
  SqueezeShape(double ratio, double rod, double exponent) {
    for (int i = 0; i < CYCLE; i++) {
      double degrees = (double) i / STEPS_A_DEGREE;
      boolean squeezed = degrees <= HALF_TURN || degrees >= WHOLE - HALF_TURN;
      torque[i] = squeezed ? torque(Math.toRadians(degrees), ratio, rod, exponent) : 0;
    }
  }

  /**
   * Torque on the crank, in cylinder volumes times the pressure before compression.
   *
   * @param phi crank angle behind top dead centre, rad
   */
  static double torque(double phi, double ratio, double rod, double exponent) {
    return (pressure(phi, ratio, rod, exponent) - 1) * slope(phi, rod);
  }

  /** Pressure relative to the one at bottom dead centre. */
  static double pressure(double phi, double ratio, double rod, double exponent) {
    double clearance = 1 / (ratio - 1);
    return Math.pow((clearance + 1) / (clearance + stroke(phi, rod)), exponent);
  }

  /** Way of the piston from its top, share of its stroke. */
  static double stroke(double phi, double rod) {
    double side = Math.sin(phi) / rod;
    return (1 - Math.cos(phi) + rod * (1 - Math.sqrt(1 - side * side))) / 2;
  }

  private static double slope(double phi, double rod) {
    double side = Math.sin(phi) / rod;
    return (Math.sin(phi) + Math.sin(phi) * Math.cos(phi) / (rod * Math.sqrt(1 - side * side))) / 2;
  }

  /**
   * Energy that the crank has more for it at each step of the cycle, the cylinder's top dead centre
   * at 0.
   *
   * @param fading share of it that is lost a radian
   */
  double[] energy(double fading) {
    double step = Math.toRadians(1.0 / STEPS_A_DEGREE);
    double keeps = Math.exp(-fading * step);
    double[] energy = new double[CYCLE];
    double at = 0;
    // Twice round: what was before the first cycle has its share in the second.
    double first = 0;
    for (int turn = 0; turn < 2; turn++) {
      for (int i = 0; i < CYCLE; i++) {
        energy[i] = at;
        at = at * keeps + torque[i] * step;
      }
      if (turn == 0) {
        double left = Math.exp(-fading * step * CYCLE);
        first = left < 1 - 1e-9 ? at / (1 - left) : 0;
        at = first;
      }
    }
    return energy;
  }
}
