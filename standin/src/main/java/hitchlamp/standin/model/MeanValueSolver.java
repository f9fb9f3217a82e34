package hitchlamp.standin.model;

import java.util.SplittableRandom;

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

  /** From here on the maker takes fuel back so that power stays and torque falls. */
  private static final double FULL_TORQUE_UP_TO_RPM = 1_450;

  private static final double TORQUE_FALLS_WITH = 0.75;

  /** How much one firing differs from the next: standard deviation, share. */
  private static final double UNEVEN = 0.035;

  private static final double UNEVEN_LASTS_SECONDS = 0.1;

  private final Operating o = new Operating();
  private final SplittableRandom random;
  private double uneven;

  /**
   * @param random of the combustion, which is never twice the same
   */
  public MeanValueSolver(SplittableRandom random) {
    this.random = random;
  }

  /** Seconds of running or rolling out. */
  public void step(double dt, EngineState s, EngineParameters p, Condition c, Load load) {
    govern(dt, s, p);
    s.firingShare = firing(s, c);
    double energy = s.fuelMgPerStroke * HEAT_PER_MG * p.efficiency() * fill(s);
    uneven +=
        -uneven * Math.min(1, dt / UNEVEN_LASTS_SECONDS)
            + UNEVEN * Math.sqrt(2 * dt / UNEVEN_LASTS_SECONDS) * random.nextGaussian();
    double indicated =
        EngineState.CYLINDERS * energy * s.firingShare * (1 + uneven) / (4 * Math.PI);
    double accessories = s.running ? 8 + 22 * alternatorLoad(s) : 0;
    double net = indicated - CrankSolver.friction(s, p) * (s.running ? 1 : 1.5) - accessories;
    double taken = load.step(dt, net, s, p);
    s.omega = Math.max(0, s.omega + (net - taken) / p.inertia() * dt);
    s.theta = (s.theta + s.omega * dt) % (4 * Math.PI);
    if (s.running && s.omega < STALLS_BELOW) {
      s.running = false;
    }
    o.find(s, p, c);
    charge(dt, s, p, o);
    heat(dt, s, p, c);
    oilAndFuel(dt, s, o);
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
    double least = Math.max(p.idleSpeed() + s.idleTrimRpm + cold, s.heldRpm);
    double wanted = (least + s.pedal * (RATED_RPM + 60 - least)) * Math.PI / 30;
    double error = wanted - s.omega;
    double most =
        MOST_FUEL_MG
            * s.torqueShare
            * Math.pow(
                Math.min(1, FULL_TORQUE_UP_TO_RPM / Math.max(1, s.rpm())), TORQUE_FALLS_WITH);
    s.governorIntegral = Math.max(0, Math.min(most, s.governorIntegral + 0.9 * error * dt));
    double smoke = 60 + (s.intakeKpa - 90) * 1.6;
    double demand = Math.max(0, Math.min(Math.min(most, smoke), 1.4 * error + s.governorIntegral));
    s.fuelMgPerStroke += (demand - s.fuelMgPerStroke) * Math.min(1, dt / 0.04);
  }

  /** What the cylinders do together: those that are fuelled, each as its injector can. */
  private static double firing(EngineState s, Condition c) {
    double sum = 0;
    for (int i = 0; i < EngineState.CYLINDERS; i++) {
      sum += (s.cutOut >> i & 1) == 1 ? 0 : c.injectorShare[i];
    }
    return sum / EngineState.CYLINDERS;
  }

  /** A little less torque a milligram when air is short. */
  private static double fill(EngineState s) {
    double airMg = s.intakeKpa * 2.1 / (287 * (s.intakeC + 273)) * 1e6;
    double lambda = airMg / Math.max(1, s.fuelMgPerStroke) / 14.5;
    return Math.min(1, 0.6 + 0.3 * lambda);
  }

  private static void charge(double dt, EngineState s, EngineParameters p, Operating o) {
    s.intakeKpa += (o.intakeKpa - s.intakeKpa) * Math.min(1, dt / p.turboLag());
    s.intakeC += (o.intakeC - s.intakeC) * Math.min(1, dt / 8);
    s.exhaustKpa += (o.exhaustKpa - s.exhaustKpa) * Math.min(1, dt / 0.3);
    s.turboRpm += (o.turboRpm - s.turboRpm) * Math.min(1, dt / p.turboLag());
    s.vanesWanted = o.vanesWanted;
    s.vanes = s.vaneActuator.follows(s.vanes, o.vanes, dt);
    s.throttleWanted = o.throttleWanted;
    s.throttle = s.throttleValve.follows(s.throttle, o.throttle, dt);
    s.egrWanted = o.egrWanted;
    s.egr = s.egrValve.follows(s.egr, o.egr, dt);
    s.egrFlow += (o.egrFlow - s.egrFlow) * Math.min(1, dt / 0.5);
    s.egrCleanFlow += (o.egrCleanFlow - s.egrCleanFlow) * Math.min(1, dt / 0.5);
    s.egrC += (o.egrC - s.egrC) * Math.min(1, dt / 5);
    s.filterKpa = o.filterKpa;
    s.exhaustC += (o.exhaustC - s.exhaustC) * Math.min(1, dt / (s.running ? 12 : 240));
    s.crankcaseKpa += (o.crankcaseKpa - s.crankcaseKpa) * Math.min(1, dt / 0.6);
    s.sootShare = Math.min(1.4, s.sootShare + s.fuelKgPerHour() * 2.2e-7 * dt);
  }

  private static void heat(double dt, EngineState s, EngineParameters p, Condition c) {
    double intoCoolant = s.fuelKgPerHour() / 3600 * 42.8e6 * 0.24 + (s.running ? 2_500 : 0);
    double shed = Operating.shed(s.coolantC, s.ambientC, p, c, 1);
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

  private static void oilAndFuel(double dt, EngineState s, Operating o) {
    s.oilKpa += (o.oilKpa - s.oilKpa) * Math.min(1, dt / 0.5);
    s.fuelDropKpa += (o.fuelDropKpa - s.fuelDropKpa) * Math.min(1, dt / 0.8);
    s.fuelSupplyKpa += (o.fuelSupplyKpa - s.fuelSupplyKpa) * Math.min(1, dt / 0.8);
    s.railWantedMpa = o.railWantedMpa;
    s.railMpa += (o.railMpa - s.railMpa) * Math.min(1, dt / (s.running ? 0.15 : 25));
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
