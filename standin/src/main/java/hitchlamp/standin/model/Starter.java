package hitchlamp.standin.model;

/**
 * A series-wound starter on its battery: the same current makes field and torque, so that it pulls
 * hardest when it stands and runs fast when it has nothing to pull. Speed voltage and torque are
 * the field times speed and times current (any electrical machines book); the field saturates.
 * Coefficients our own, referred to the crank.
 */
final class Starter {
  /** Windings, brushes and solenoid of the six in line's, ohm. */
  private static final double OWN_OHMS = 0.009;

  private static final double CABLE_OHMS = 0.003;

  /** Current at which its field has half of what it can have, A. */
  private static final double SATURATES = 500;

  /** Speed voltage with the whole field, V a rad/s of the crank. */
  private static final double FIELD = 1.67;

  /** Pinion, bearings and brushes. */
  private static final double EFFICIENCY = 0.75;

  /** Stall torque of the six in line's at 24 V, N·m; another is as many times as strong. */
  static final double STALL_NM = 870;

  private double amps;
  private double volts;

  /**
   * What it draws at a speed.
   *
   * @param open voltage of the battery with nothing on it
   * @param batteryOhms its internal resistance
   * @param extraOhms of its cables and joints beside those of sound ones
   * @param stallTorque of this starter at the crank, N·m
   * @return torque at the crank, N·m
   */
  double turns(
      double omega, double open, double batteryOhms, double extraOhms, double stallTorque) {
    double size = stallTorque / STALL_NM;
    double ohms = batteryOhms + CABLE_OHMS + extraOhms + OWN_OHMS / size;
    // The current at which what is left of the voltage drives it, by bisection: it falls with
    // speed.
    double low = 0;
    double high = open / ohms;
    for (int i = 0; i < 30; i++) {
      double at = (low + high) / 2;
      if (open - at * ohms > FIELD * field(at / size) * omega) {
        low = at;
      } else {
        high = at;
      }
    }
    amps = (low + high) / 2;
    volts = open - amps * batteryOhms;
    return EFFICIENCY * FIELD * field(amps / size) * amps;
  }

  private static double field(double amps) {
    return amps / (amps + SATURATES);
  }

  /** Current, A. */
  double amps() {
    return amps;
  }

  /** At the battery, V. */
  double volts() {
    return volts;
  }
}
