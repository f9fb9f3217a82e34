package hitchlamp.standin.model;

/**
 * The running engine in mean values over a cycle, steps of 10 to 100 ms: torque balance, governor,
 * charge, heat, oil, battery (mean value engine models after Guzzella and Onder, Introduction to
 * Modeling and Control of Internal Combustion Engine Systems; coefficients our own).
 */
public final class MeanValueSolver {
  /** Lower heating value of diesel, J/mg. */
  private static final double HEAT_PER_MG = 42.8;

  private static final double MOST_FUEL_MG = 245;
  private static final double RATED_RPM = 2_100;
  private static final double STALLS_BELOW = 25;

  /** Seconds of running or rolling out. */
  public void step(double dt, EngineState s, EngineParameters p, Condition c) {
    govern(dt, s, p);
    double energy = s.fuelMgPerStroke * HEAT_PER_MG * p.efficiency() * fill(s);
    double indicated = 6 * energy / (4 * Math.PI);
    double accessories = s.running ? 8 + 22 * alternatorLoad(s) : 0;
    double net = indicated - CrankSolver.friction(s, p) * (s.running ? 1 : 1.5) - accessories;
    s.omega = Math.max(0, s.omega + net / p.inertia() * dt);
    s.theta = (s.theta + s.omega * dt) % (4 * Math.PI);
    if (s.running && s.omega < STALLS_BELOW) {
      s.running = false;
    }
    charge(dt, s, p, c);
    heat(dt, s, p, c);
    oilAndFuel(dt, s, p, c);
    battery(dt, s, p, c);
  }

  private static void govern(double dt, EngineState s, EngineParameters p) {
    if (!s.running || s.key == EngineState.Key.OFF) {
      s.running = s.running && s.key != EngineState.Key.OFF;
      s.fuelMgPerStroke = 0;
      s.governorIntegral = 0;
      return;
    }
    double cold = Math.max(0, 40 - s.coolantC) * 2.5;
    double wanted =
        (p.idleSpeed() + cold + s.pedal * (RATED_RPM + 60 - p.idleSpeed())) * Math.PI / 30;
    double error = wanted - s.omega;
    s.governorIntegral = Math.max(0, Math.min(MOST_FUEL_MG, s.governorIntegral + 0.9 * error * dt));
    double smoke = 60 + (s.intakeKpa - 90) * 1.6;
    double demand =
        Math.max(0, Math.min(Math.min(MOST_FUEL_MG, smoke), 1.4 * error + s.governorIntegral));
    s.fuelMgPerStroke += (demand - s.fuelMgPerStroke) * Math.min(1, dt / 0.04);
  }

  /** A little less torque a milligram when air is short. */
  private static double fill(EngineState s) {
    double airMg = s.intakeKpa * 2.1 / (287 * (s.intakeC + 273)) * 1e6;
    double lambda = airMg / Math.max(1, s.fuelMgPerStroke) / 14.5;
    return Math.min(1, 0.6 + 0.3 * lambda);
  }

  private static void charge(double dt, EngineState s, EngineParameters p, Condition c) {
    double flow = s.fuelKgPerHour();
    double boost = 1.55 * flow + 0.0065 * s.rpm();
    // A leak passes in proportion to area and boost; 300 mm² takes about half of it at full charge.
    double kept = 1 / (1 + c.chargeLeakMm2 / 300);
    double target = s.ambientKpa + boost * kept - (s.running ? 2 : 0);
    s.intakeKpa += (target - s.intakeKpa) * Math.min(1, dt / p.turboLag());
    double intake = s.ambientC + 8 + 0.16 * Math.max(0, s.intakeKpa - s.ambientKpa);
    s.intakeC +=
        ((s.running ? intake : s.ambientC + 0.3 * (s.coolantC - s.ambientC)) - s.intakeC)
            * Math.min(1, dt / 8);
    s.exhaustKpa = s.ambientKpa + 1.1 * Math.max(0, s.intakeKpa - s.ambientKpa) + 0.004 * s.rpm();
    s.filterKpa = flow * 0.06 * (1 + 3 * s.sootShare);
    double hot = s.ambientC + 60 + 2.1 * s.fuelMgPerStroke * 100 / Math.max(60, s.intakeKpa);
    s.exhaustC +=
        ((s.running ? hot : s.coolantC) - s.exhaustC) * Math.min(1, dt / (s.running ? 12 : 240));
    s.sootShare = Math.min(1.4, s.sootShare + flow * 2.2e-7 * dt);
  }

  private static void heat(double dt, EngineState s, EngineParameters p, Condition c) {
    double intoCoolant = s.fuelKgPerHour() / 3600 * 42.8e6 * 0.24 + (s.running ? 2_500 : 0);
    double open = Math.max(c.thermostatStuckOpen, Math.max(0, Math.min(1, (s.coolantC - 82) / 13)));
    double shed =
        (40 + p.radiator() * open * Math.max(0.1, c.coolantShare)) * (s.coolantC - s.ambientC);
    s.coolantC +=
        (intoCoolant - (s.running ? shed : 25 * (s.coolantC - s.ambientC)))
            / (p.coolantHeat() * Math.max(0.3, c.coolantShare))
            * dt;
    double oilTarget =
        s.running
            ? s.coolantC + 6 + 0.04 * s.fuelMgPerStroke
            : s.ambientC + 0.8 * (s.coolantC - s.ambientC);
    s.oilC += (oilTarget - s.oilC) * Math.min(1, dt / 150);
  }

  private static void oilAndFuel(double dt, EngineState s, EngineParameters p, Condition c) {
    double thick = Math.pow(2, (90 - s.oilC) / 45);
    double relief = 560;
    double oil =
        Math.min(
            relief,
            p.oilPressureGain() * s.omega * Math.min(4, thick) / Math.pow(c.bearingClearance, 1.6));
    s.oilKpa += (oil - s.oilKpa) * Math.min(1, dt / 0.5);
    double supply = s.omega > 5 ? 420 + 0.25 * s.rpm() : 0;
    s.fuelSupplyKpa += (supply - s.fuelSupplyKpa) * Math.min(1, dt / 0.8);
    double rail = s.running ? 45 + 0.85 * s.fuelMgPerStroke + 0.02 * s.rpm() : 0;
    s.railMpa += (rail - s.railMpa) * Math.min(1, dt / (s.running ? 0.15 : 25));
  }

  private static double alternatorLoad(EngineState s) {
    return Math.min(1, Math.max(0, 1 - s.batteryShare) * 4 + 0.25);
  }

  private static void battery(double dt, EngineState s, EngineParameters p, Condition c) {
    double consumers = s.key == EngineState.Key.OFF ? 0.2 : 18;
    double able = s.running ? 110 * c.alternatorShare * Math.min(1, s.rpm() / 900) : 0;
    double wanted = consumers + 60 * Math.max(0, 1 - s.batteryShare) + 6;
    double charge = Math.min(able, wanted) - consumers;
    s.batteryShare = Math.max(0, Math.min(1, s.batteryShare + charge * dt / (180 * 3600)));
    double ohms = p.batteryOhms() * c.batteryOhmsFactor;
    double rest = 24 + 2 * s.batteryShare;
    double volts =
        charge > 0 ? Math.min(28.3, rest + 2.3 + charge * ohms) : rest + charge * ohms * 4;
    s.batteryV += (volts - s.batteryV) * Math.min(1, dt / 0.6);
  }
}
