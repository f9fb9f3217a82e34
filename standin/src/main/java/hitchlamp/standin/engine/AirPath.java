package hitchlamp.standin.engine;

/**
 * From the air filter to the turbine's outlet: three volumes that fill and empty (charge pipes,
 * intake manifold, exhaust manifold), the turbocharger's rotor, recirculation with its cooler
 * (filling and emptying after Wahlström and Eriksson 2011 and Guzzella and Onder). The pressures
 * are solved implicitly to first order, so that any step is stable; mass is kept exactly.
 */
public final class AirPath {
  private static final double LEAST_PASCAL = 5_000;
  private static final double MOST_CHANGE = 0.25;
  private static final double FULL_CLOSES = 0.985;

  /** Share of the throttle's area that stays when it is shut. */
  private static final double THROTTLE_RESTS = 0.035;

  private static final double FLAP_RESTS = 0.03;

  /** Heat between intake manifold and block, and of the hot metal to the air, W/K. */
  private static final double INTAKE_HEAT = 10;

  private static final double METAL_TO_AIR = 9;

  /** Heat between exhaust gas and manifold, W/K at 0.2 kg/s. */
  private static final double GAS_TO_METAL = 34;

  private static final double GAS_REFERENCE = 0.2;

  /** Friction torque of the rotor that does not grow with its speed, N·m. */
  private static final double DRY_FRICTION = 0.02;

  private static final double DROP_LAG = 0.04;

  private final AirFigures figures;
  private final Cylinders cylinders;
  private final Compressor compressor;
  private final Turbine turbine;
  private final Restriction leak = new Restriction();
  private final Restriction throttle = new Restriction();
  private final Restriction recirculation = new Restriction();
  private final Restriction wastegate = new Restriction();

  private double pipeKg;
  private double pipeK;
  private double intakeKg;
  private double intakeK;
  private double intakeBurned;
  private double exhaustKg;
  private double exhaustK;
  private double exhaustBurned;
  private double metalK;
  private double omega;
  private double filterLoss;
  private double behindTurbine;
  private double recirculatedK;
  private double recirculatedHeat;
  private double turbineK;
  private double through;
  private double chargeK;
  private double dPipe;
  private double dIntake;
  private double dExhaust;

  /** What stands around the air path, and how its parts are: set before each step. */
  public double ambient = 100_000;

  public double ambientK = 293;
  public double coolantK = 293;

  /** Vanes 0 open to 1 closed, throttle 0 open to 1 shut, recirculation valve 0 shut to 1 open. */
  public double vanes;

  public double shut;
  public double opened;

  /** Wastegate 0 shut to 1 open; back-pressure valve 0 open to 1 shut. */
  public double bypass;

  public double flap;

  /** Pressure that the aftertreatment loses, Pa. */
  public double lineLoss;

  /** Area of a leak behind the compressor, m². */
  public double leakArea;

  /** What is left of each, 1 for sound. */
  public double coolerShare = 1;

  public double recirculationCoolerShare = 1;
  public double recirculationCoolingShare = 1;
  public double turboShare = 1;

  /** An air path at rest, as warm as the air. */
  public AirPath(AirFigures figures, Cylinders cylinders) {
    this.figures = figures;
    this.cylinders = cylinders;
    this.compressor = new Compressor(figures.compressorRadius());
    this.turbine = new Turbine(figures.turbineRadius());
    rest();
  }

  /** Everything stands, full of air of the temperature outside. */
  public void rest() {
    pipeK = ambientK;
    intakeK = ambientK;
    exhaustK = ambientK;
    metalK = ambientK;
    chargeK = ambientK;
    recirculatedK = ambientK;
    turbineK = ambientK;
    pipeKg = ambient * figures.pipes() / (Gas.R * pipeK);
    intakeKg = ambient * figures.intake() / (Gas.R * intakeK);
    exhaustKg = ambient * figures.exhaust() / (Gas.R * exhaustK);
    intakeBurned = 0;
    exhaustBurned = 0;
    omega = 0;
    filterLoss = 0;
    behindTurbine = ambient;
    through = 0;
    recirculatedHeat = 0;
  }

  /**
   * Time goes on.
   *
   * @param crank speed of the crank, rad/s
   * @param haste by how much faster slow metal follows; 1 in real time
   */
  public void step(double dt, double crank, double haste) {
    double left = dt;
    while (left > 1e-9) {
      left -= advance(left, crank, haste);
    }
  }

  /**
   * Time goes on for as much of a step as changes no pressure by more than a quarter.
   *
   * @return the time it went on, s
   */
  double advance(double most, double crank, double haste) {
    double dt = most;
    double pipe = pipePascal();
    double intake = intakePascal();
    double exhaust = exhaustPascal();
    flows(crank, pipe, intake, exhaust);
    double change = solve(dt, pipe, intake, exhaust);
    while (change > MOST_CHANGE && dt > 1e-6) {
      dt *= Math.max(0.1, 0.8 * MOST_CHANGE / change);
      change = solve(dt, pipe, intake, exhaust);
    }
    correct();
    mix(dt, haste);
    turn(dt);
    return dt;
  }

  /**
   * (V / (R T dt)) δp = sum of flows, each with its slope: three equations.
   *
   * @return greatest change of a pressure, share of it
   */
  private double solve(double dt, double pipe, double intake, double exhaust) {
    double cp = figures.pipes() / (Gas.R * pipeK * dt);
    double ci = figures.intake() / (Gas.R * intakeK * dt);
    double ce = figures.exhaust() / (Gas.R * exhaustK * dt);
    double a11 = cp - compressor.byBehind + leak.byFirst + throttle.byFirst;
    double a12 = throttle.bySecond;
    double a21 = -throttle.byFirst;
    double a22 = ci - throttle.bySecond - recirculation.bySecond + cylinders.byIntake;
    double a23 = -recirculation.byFirst + cylinders.byExhaust;
    double a32 = -cylinders.byIntake + recirculation.bySecond;
    double a33 =
        ce - cylinders.byExhaust + recirculation.byFirst + turbine.byBefore + wastegate.byFirst;
    double b1 = compressor.flow - leak.flow - throttle.flow;
    double b2 = throttle.flow + recirculation.flow - cylinders.flow;
    double b3 =
        cylinders.flow + cylinders.fuelFlow() - recirculation.flow - turbine.flow - wastegate.flow;
    double f2 = a21 / a11;
    double d22 = a22 - f2 * a12;
    double e2 = b2 - f2 * b1;
    double f3 = a32 / d22;
    dExhaust = (b3 - f3 * e2) / (a33 - f3 * a23);
    dIntake = (e2 - a23 * dExhaust) / d22;
    dPipe = (b1 - a12 * dIntake) / a11;
    return Math.max(
        Math.abs(dPipe) / pipe, Math.max(Math.abs(dIntake) / intake, Math.abs(dExhaust) / exhaust));
  }

  private void flows(double crank, double pipe, double intake, double exhaust) {
    double before = Math.max(LEAST_PASCAL, ambient - filterLoss);
    compressor.at(before, ambientK, pipe, omega, turboShare);
    leak.at(leakArea, pipe, pipeK, ambient, ambientK);
    double choke = 0.4 + 0.6 * coolerShare;
    // The cooler's loss and the throttle lie in a row; the first as an opening of the same loss.
    double core = choke / Math.sqrt(2 * figures.coolerDrop());
    double plate = figures.throttle() * Math.max(THROTTLE_RESTS, 1 - FULL_CLOSES * shut);
    throttle.at(Restriction.inRow(core, plate), pipe, pipeK, intake, intakeK);
    double cooler = figures.recirculationCooler() * Math.max(0.02, recirculationCoolerShare);
    recirculation.at(
        Restriction.inRow(figures.recirculationValve() * opened, cooler),
        exhaust,
        exhaustK,
        intake,
        intakeK);
    double area = figures.turbineOpen() + (figures.turbineClosed() - figures.turbineOpen()) * vanes;
    turbine.at(exhaust, exhaustK, behindTurbine, area, omega, 0.5 + 0.5 * turboShare);
    wastegate.at(figures.wastegate() * bypass, exhaust, exhaustK, behindTurbine, turbineK);
    cylinders.breathe(intake, intakeK, exhaust, crank);
    cylinders.burn(intake, intakeK, exhaust, crank, intakeBurned);
  }

  /** Flows as the changed pressures make them. */
  private void correct() {
    compressor.flow += compressor.byBehind * dPipe;
    leak.flow += leak.byFirst * dPipe;
    throttle.flow += throttle.byFirst * dPipe + throttle.bySecond * dIntake;
    recirculation.flow += recirculation.byFirst * dExhaust + recirculation.bySecond * dIntake;
    cylinders.flow += cylinders.byIntake * dIntake + cylinders.byExhaust * dExhaust;
    turbine.flow += turbine.byBefore * dExhaust;
    wastegate.flow += wastegate.byFirst * dExhaust;
  }

  private void mix(double dt, double haste) {
    double fuel = cylinders.fuelFlow();
    through = turbine.flow + wastegate.flow;
    // Charge-air cooler: effectiveness from the heat it passes a kelvin (any heat exchanger book).
    double air = Math.max(0, compressor.flow);
    double able = figures.coolerHeat() * coolerShare;
    double left = air > 1e-5 ? Math.exp(-able / (air * Gas.cp(compressor.behindK))) : 0;
    chargeK = ambientK + (compressor.behindK - ambientK) * left;
    pipeKg += dt * (compressor.flow - leak.flow - throttle.flow);
    pipeK = towards(pipeK, chargeK, air * dt / pipeKg);
    recirculated();
    double in = Math.max(0, throttle.flow);
    double back = Math.max(0, recirculation.flow);
    double walls = INTAKE_HEAT / Gas.cp(intakeK);
    double all = in + back + walls;
    double mixed = (in * pipeK + back * recirculatedK + walls * coolantK) / all;
    intakeBurned =
        towards(
            intakeBurned,
            in + back > 0 ? back * exhaustBurned / (in + back) : 0,
            (in + back) * dt / intakeKg);
    intakeKg += dt * (throttle.flow + recirculation.flow - cylinders.flow);
    intakeK = towards(intakeK, mixed, all * dt / intakeKg);
    double gas = cylinders.flow + fuel;
    double toMetal =
        GAS_TO_METAL * Math.pow(Math.max(0.005, gas) / GAS_REFERENCE, 0.7) / Gas.cp(exhaustK);
    double hot = (gas * cylinders.exhaustK() + toMetal * metalK) / (gas + toMetal);
    double fresh =
        gas > 1e-6
            ? Math.min(
                1, (cylinders.flow * intakeBurned + fuel * (1 + Cylinders.STOICHIOMETRIC)) / gas)
            : exhaustBurned;
    exhaustKg += dt * (gas - recirculation.flow - through);
    exhaustK = towards(exhaustK, hot, (gas + toMetal) * dt / exhaustKg);
    exhaustBurned = towards(exhaustBurned, fresh, gas * dt / exhaustKg);
    double heat =
        toMetal * Gas.cp(exhaustK) * (exhaustK - metalK) - METAL_TO_AIR * (metalK - ambientK);
    double quick = haste * dt / figures.metal();
    metalK += heat * quick / (1 + quick * (toMetal * Gas.cp(exhaustK) + METAL_TO_AIR));
    turbineK =
        through > 1e-5
            ? (turbine.flow * turbine.behindK + wastegate.flow * exhaustK) / through
            : exhaustK;
  }

  /** Moves a value towards what flows in, implicitly. */
  private static double towards(double value, double inflow, double share) {
    double s = Math.max(0, share);
    return (value + s * inflow) / (1 + s);
  }

  private void recirculated() {
    double flow = recirculation.flow;
    if (flow < 1e-6) {
      recirculatedHeat = 0;
      recirculatedK = towards(recirculatedK, coolantK, 0.01);
      return;
    }
    double able =
        figures.recirculationHeat()
            * recirculationCoolingShare
            * Math.pow(Math.max(0.02, recirculationCoolerShare), 0.8);
    double left = Math.exp(-able / (flow * Gas.cp(exhaustK)));
    recirculatedK = coolantK + (exhaustK - coolantK) * left;
    recirculatedHeat = flow * (Gas.enthalpy(exhaustK) - Gas.enthalpy(recirculatedK));
  }

  private void turn(double dt) {
    double lively = Math.max(200, omega);
    double torque = (turbine.power - compressor.power) / lively - figures.bearing() * omega;
    omega = Math.max(0, omega + torque / figures.rotor() * dt);
    double air = Math.max(0, compressor.flow);
    double quick = Math.min(1, dt / DROP_LAG);
    filterLoss +=
        (figures.filterDrop() * air * air / Gas.density(ambient, ambientK) - filterLoss) * quick;
    double plate = figures.flap() * Math.max(FLAP_RESTS, 1 - flap);
    double out = Math.max(0, through);
    double density = Gas.density(ambient + lineLoss, turbineK);
    double lost =
        lineLoss
            + figures.lineDrop() * out * out / density
            + out * out / (2 * density * plate * plate);
    behindTurbine += (ambient + Math.min(lost, 4 * ambient) - behindTurbine) * quick;
  }

  public double pipePascal() {
    return pipeKg * Gas.R * pipeK / figures.pipes();
  }

  public double intakePascal() {
    return intakeKg * Gas.R * intakeK / figures.intake();
  }

  public double exhaustPascal() {
    return exhaustKg * Gas.R * exhaustK / figures.exhaust();
  }

  public double behindTurbinePascal() {
    return behindTurbine;
  }

  public double intakeK() {
    return intakeK;
  }

  /** Behind the charge-air cooler, K. */
  public double chargeK() {
    return pipeK;
  }

  public double exhaustK() {
    return exhaustK;
  }

  /** Behind the turbine, K. */
  public double turbineK() {
    return turbineK;
  }

  /** Behind the recirculation cooler, K. */
  public double recirculatedK() {
    return recirculatedK;
  }

  /** Heat that the recirculation cooler gives the coolant, W. */
  public double recirculatedHeat() {
    return recirculatedHeat;
  }

  /** Air through the filter, kg/s. */
  public double air() {
    return Math.max(0, compressor.flow);
  }

  /** Recirculated gas, kg/s. */
  public double recirculation() {
    return recirculation.flow;
  }

  /** Gas that leaves the turbine, kg/s. */
  public double through() {
    return through;
  }

  /** Burned share of what the cylinders breathe. */
  public double intakeBurned() {
    return intakeBurned;
  }

  /** Burned share of the exhaust. */
  public double exhaustBurned() {
    return exhaustBurned;
  }

  /** Speed of the rotor, rad/s. */
  public double omega() {
    return omega;
  }

  /** Loss over the air filter, Pa. */
  public double filterLoss() {
    return filterLoss;
  }

  /** Gas in the three volumes together, kg. */
  public double held() {
    return pipeKg + intakeKg + exhaustKg;
  }

  /** What goes in less what goes out, fuel included, kg/s. */
  public double net() {
    return compressor.flow - leak.flow + cylinders.fuelFlow() - through;
  }

  /** Power of compressor and turbine, W. */
  public double compressorPower() {
    return compressor.power;
  }

  public double turbinePower() {
    return turbine.power;
  }

  /** Heat that the charge-air cooler takes out, W. */
  public double coolerHeat() {
    return air() * (Gas.enthalpy(compressor.behindK) - Gas.enthalpy(chargeK));
  }

  /** Heat that the hot metal loses to the air, W. */
  public double metalLoss() {
    return METAL_TO_AIR * (metalK - ambientK);
  }

  /** Power lost in the turbocharger's bearings, W. */
  public double bearingLoss() {
    return (figures.bearing() * omega + DRY_FRICTION) * omega;
  }
}
