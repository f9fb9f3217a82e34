package hitchlamp.standin.model;

/**
 * Where an engine settles at a speed and a fuelling: air path, fuel supply, oil, crankcase, heat.
 * The mean-value solver goes there with its lags, the history solver stands there. Orifice flow
 * with the root of the pressure difference, heat balance of a radiator (any textbook); coefficients
 * our own.
 */
final class Operating {
  /** Pressure of the electric lift pump against a standing engine. */
  private static final double PRIMING_KPA = 300;

  private static final double LOWER_HEATING_VALUE = 42.8e6;
  private static final double FULL_CHARGE_KPA = 105;
  private static final double FULL_FUEL_MG = 245;

  double intakeKpa;
  double intakeC;
  double exhaustKpa;
  double exhaustC;
  double turboRpm;
  double vanesWanted;
  double vanes;
  double throttleWanted;
  double throttle;
  double egrWanted;
  double egr;
  double egrFlow;
  double egrCleanFlow;
  double egrC;
  double filterKpa;
  double fuelDropKpa;
  double fuelSupplyKpa;
  double railWantedMpa;
  double railMpa;
  double oilKpa;
  double crankcaseKpa;

  /** Finds the point for the state's speed, fuelling and temperatures. */
  void find(EngineState s, EngineParameters p, Condition c) {
    double rpm = s.rpm();
    double flow = s.fuelKgPerHour();
    double load = Math.min(1, s.fuelMgPerStroke / FULL_FUEL_MG);
    air(rpm, flow, load, s, c);
    fuel(rpm, flow, load, s, c);
    double thick = Math.pow(2, (90 - s.oilC) / 45);
    oilKpa =
        Math.min(
            560,
            p.oilPressureGain() * s.omega * Math.min(4, thick) / Math.pow(c.bearingClearance, 1.6));
    crankcaseKpa = s.running ? (0.3 + 1.1 * load + 0.0001 * rpm) / c.breatherShare : 0;
  }

  private void air(double rpm, double flow, double load, EngineState s, Condition c) {
    // A leak passes in proportion to area and charge; 300 mm² takes about half of it.
    double kept = 1 / (1 + c.chargeLeakMm2 / 300);
    double best = 0.25 + 0.6 * load;
    vanesWanted = s.vaneActuator.wanted(best);
    vanes = Actuator.rests(vanesWanted, c.vanesStuckAt);
    double vaneEffect = Math.max(0.3, 1 - 0.9 * Math.abs(vanes - best));
    throttleWanted = s.throttleValve.wanted(load < 0.08 ? 0.3 : 0.02);
    throttle = Actuator.rests(throttleWanted, c.throttleStuckAt);
    double throttleEffect = 1 - 0.45 * Math.max(0, throttle - 0.35);
    double wanted = 1.55 * flow + 0.0065 * rpm;
    double choke = 1 - 0.1 * (1 - c.chargeCoolerShare);
    double gauge = wanted * kept * c.turboShare * vaneEffect * choke * throttleEffect;
    intakeKpa = s.ambientKpa + gauge - (s.running ? 2 : 0);
    // The governor of the turbocharger tries for the charge that a leak takes away.
    turboRpm =
        s.running
            ? (25_000 + 80_000 * Math.sqrt(wanted / FULL_CHARGE_KPA))
                * (1 + 0.35 * (1 - kept))
                * (0.6 + 0.4 * c.turboShare)
            : 0;
    intakeC =
        s.running
            ? s.ambientC + 8 + (0.16 + 0.75 * (1 - c.chargeCoolerShare)) * Math.max(0, gauge)
            : s.ambientC + 0.3 * (s.coolantC - s.ambientC);
    exhaustKpa = s.ambientKpa + 1.1 * Math.max(0, gauge / choke) + 0.004 * rpm + 0.4 * filterKpa;
    egrWanted =
        s.egrValve.wanted(
            s.running ? 0.05 + 0.4 * Math.exp(-(load - 0.4) * (load - 0.4) / 0.09) : 0);
    egr = Actuator.rests(egrWanted, c.egrStuckAt);
    double push = Math.sqrt(Math.max(0, exhaustKpa - intakeKpa + 6));
    egrCleanFlow = 38 * egr * push;
    egrFlow = egrCleanFlow * c.egrCoolerShare;
    double hot =
        s.ambientC + 60 + 2.1 * s.fuelMgPerStroke * s.firingShare * 100 / Math.max(60, intakeKpa);
    exhaustC = s.running ? hot : s.coolantC;
    egrC = s.coolantC + 12 + 0.06 * egrFlow + 0.3 * (1 - c.egrCoolerShare) * Math.max(0, hot - 150);
    filterKpa = flow * 0.06 * (1 + 3 * s.sootShare) / c.filterShare;
  }

  private void fuel(double rpm, double flow, double load, EngineState s, Condition c) {
    double delivered = s.omega > 5 ? (420 + 0.25 * rpm) * c.fuelPumpShare : 0;
    if (s.priming) {
      delivered = PRIMING_KPA * c.fuelPumpShare;
    }
    fuelDropKpa = s.omega > 5 ? (5 + 0.22 * flow) * c.fuelFilterFactor : 0;
    fuelSupplyKpa = Math.max(0, delivered - fuelDropKpa + (s.omega > 5 ? 15 : 0));
    railWantedMpa = s.running ? 45 + 0.85 * s.fuelMgPerStroke + 0.02 * rpm : 0;
    double share = s.omega > 5 ? fuelSupplyKpa / (420 + 0.25 * rpm) : 1;
    double starved = Math.max(0, 0.62 - share) * 220 * load;
    double weak = (1 - c.railPumpShare) * 0.5 * railWantedMpa * load;
    railMpa = Math.max(0, railWantedMpa - starved - weak);
  }

  /** Coolant temperature at which as much heat is shed as comes in. */
  static double coolantBalance(EngineState s, EngineParameters p, Condition c, double windShare) {
    double heat = s.fuelKgPerHour() / 3600 * LOWER_HEATING_VALUE * 0.24 + 2_500;
    double low = s.ambientC;
    double high = 135;
    for (int i = 0; i < 14; i++) {
      double middle = (low + high) / 2;
      if (shed(middle, s.ambientC, p, c, windShare) < heat) {
        low = middle;
      } else {
        high = middle;
      }
    }
    return (low + high) / 2;
  }

  /** Heat shed at a coolant temperature, W. */
  static double shed(
      double coolantC, double ambientC, EngineParameters p, Condition c, double windShare) {
    double open = Math.max(c.thermostatStuckOpen, Math.max(0, Math.min(1, (coolantC - 82) / 13)));
    double radiator = p.radiator() * open * c.radiatorShare * windShare;
    return (40 + radiator * Math.max(0.1, c.coolantShare)) * (coolantC - ambientC);
  }
}
