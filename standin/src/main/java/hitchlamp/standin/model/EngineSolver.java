package hitchlamp.standin.model;

import hitchlamp.standin.aftertreatment.AfterReadings;
import hitchlamp.standin.aftertreatment.Aftertreatment;
import hitchlamp.standin.aftertreatment.FluidTank;
import hitchlamp.standin.aftertreatment.HeatUp;
import hitchlamp.standin.engine.AirControl;
import hitchlamp.standin.engine.AirPath;
import hitchlamp.standin.engine.Cooling;
import hitchlamp.standin.engine.Crankcase;
import hitchlamp.standin.engine.Cylinders;
import hitchlamp.standin.engine.FuelSystem;
import hitchlamp.standin.engine.Gas;
import hitchlamp.standin.engine.InjectorCoils;
import hitchlamp.standin.engine.Layout;
import hitchlamp.standin.engine.Maps;
import java.util.SplittableRandom;

/**
 * The running engine, put together from its parts, in mean values over a cycle: the module's
 * governor and controllers, cylinders, air path, fuel, heat, exhaust line, crankcase, battery. The
 * same parts stand at a point of a unit's history ({@link #settle}).
 */
public final class EngineSolver {
  /** How far the engine brake shuts the back-pressure valve: common practice, no source. */
  private static final double BRAKING_FLAP = 0.94;

  private static final double BRAKES_ABOVE_RPM = 900;
  private static final double FOOT_OFF = 0.02;
  private static final double NO_FUEL_MG = 1;

  private static final double SUB_STEP = 0.005;
  private static final double SETTLE_STEP = 0.1;
  private static final int SETTLE_MOST = 60;
  private static final double SETTLED = 2e-4;
  private static final double HASTE = 60;
  private static final double RATED_RPM = 2_100;
  private static final double DROOP_RPM = 60;

  /** Below that speed a module takes its engine for standing. */
  private static final double STANDS_RPM = 50;

  /** Below what a starter turns it at, rad/s. */
  private static final double STALLS_BELOW = 12;

  /** Air that the module leaves for each kilogram of fuel, in proportion to what it needs. */
  private static final double SMOKE_LAMBDA = 1.28;

  /** Share of full fuelling that is allowed while the charge is not known. */
  private static final double UNKNOWN_CHARGE_SHARE = 0.6;

  /** The module reckons with this temperature of the charge. */
  private static final double USUAL_INTAKE_K = 322;

  private static final double ALTERNATOR_A = 110;
  private static final double INJECTION_LAG = 0.04;

  private static final double PRIMING_PASCAL = 320_000;
  private static final double SEAL_SOUND = 1.2e-7;
  private static final double WORN_SEAL = 2e-6;

  /** Most fuel that is injected late to heat the exhaust, mg a stroke of the six. */
  private static final double LATE_MG = 45;

  private final EngineParameters p;
  private final Maps maps;
  private final Cylinders cylinders;
  private final AirPath air;
  private final AirControl control;
  private final FuelSystem fuel;
  private final Cooling cooling;
  private final Crankcase crankcase;
  private final double size;
  private final Aftertreatment after;
  private final AfterReadings readings = new AfterReadings();
  private final RunningCrank crank;
  private final double[] shares;
  private final InjectorCoils coils;
  private boolean sensed;

  /**
   * @param random of the combustion, which is never twice the same
   */
  public EngineSolver(EngineParameters parameters, SplittableRandom random) {
    this.p = parameters;
    this.maps = new Maps(p.layout().swept());
    this.cylinders = new Cylinders(p.layout(), p.efficiency());
    this.air = new AirPath(p.air(), cylinders);
    this.control = new AirControl(maps, p.air());
    this.size = p.layout().displacement() / Layout.SIX.displacement();
    this.after = new Aftertreatment(p.after(), p.ash());
    this.fuel = new FuelSystem(size, p.fuelFilterOhms(), p.railPump());
    this.cooling = new Cooling(p.coolantHeat(), p.radiator());
    this.crankcase = new Crankcase(p.layout(), p.ringArea());
    this.shares = new double[p.layout().cylinders()];
    // The wheel is this engine's own, and not drawn from what its combustion does.
    SplittableRandom wheel = new SplittableRandom(Double.doubleToLongBits(p.inertia()));
    this.crank = new RunningCrank(p, random, wheel);
    this.coils = new InjectorCoils(p.layout().cylinders(), wheel.split());
  }

  /** Everything as the state has it: standing, as warm as its coolant and oil. */
  public void rest(EngineState s) {
    s.feeds = s.running;
    surround(s);
    air.rest();
    cylinders.cut();
    fuel.rest();
    crankcase.rest();
    cooling.warm(s.coolantC + Gas.ZERO_C, s.oilC + Gas.ZERO_C);
    after.rest(s.exhaustC + Gas.ZERO_C, s.ambientC, s.sootShare);
  }

  /** Seconds of running or rolling out. */
  public void step(double seconds, EngineState s, Condition c, Load load) {
    surround(s);
    int steps = Math.max(1, (int) Math.ceil(seconds / SUB_STEP - 1e-9));
    double dt = seconds / steps;
    for (int i = 0; i < steps; i++) {
      govern(dt, s);
      breathe(dt, s, c, 1);
      turn(dt, s, load);
    }
    slow(seconds, s, c, true);
    battery(seconds, s, c);
    tell(s, c, true);
  }

  /** Seconds of being turned by the starter: no fuel is burned, the rail fills. */
  public void crank(double seconds, EngineState s, Condition c) {
    surround(s);
    s.feeds = s.running;
    breathe(seconds, s, c, 1);
    slow(seconds, s, c, true);
    tell(s, c, true);
  }

  /**
   * The engine stands at a point of its history: speed and fuelling are given, pressures and flows
   * come to rest, heat goes on for the time it stood there.
   */
  public void settle(double seconds, double rpm, double mg, EngineState s, Condition c) {
    surround(s);
    s.omega = rpm * Math.PI / 30;
    s.fuelMgPerStroke = mg;
    s.feeds = s.running;
    double before = air.omega();
    for (int i = 0; i < SETTLE_MOST; i++) {
      double pressure = air.intakePascal();
      breathe(SETTLE_STEP, s, c, HASTE);
      // Where it turns round on its way nothing moves either, but the vanes are not there yet.
      double rests = Actuator.rests(s.vanesWanted, c.vanes);
      double moved =
          Math.abs(air.omega() - before) / (1_000 + before)
              + Math.abs(air.intakePascal() / pressure - 1)
              + 0.1 * Math.abs(s.vanes - rests);
      before = air.omega();
      if (i > 3 && moved < SETTLED) {
        break;
      }
    }
    // In so long a time each actuator is where it was sent, or stuck.
    s.vanes = Actuator.rests(s.vanesWanted, c.vanes);
    s.throttle = Actuator.rests(s.throttleWanted, c.throttle);
    s.egr = Actuator.rests(s.egrWanted, c.egr);
    s.flap = Actuator.rests(s.flapWanted, c.flap);
    for (int i = 0; i < 4; i++) {
      crankcase(1, s, c);
    }
    slow(seconds, s, c, false);
    tell(s, c, false);
  }

  private void surround(EngineState s) {
    air.ambient = s.ambientKpa * 1e3;
    air.ambientK = s.ambientC + Gas.ZERO_C;
    air.coolantK = s.coolantC + Gas.ZERO_C;
  }

  private void govern(double dt, EngineState s) {
    s.running = s.running && s.key != EngineState.Key.OFF;
    // A module feeds its engine as long as it sees it turn; that it stalled it learns by that.
    boolean turns =
        s.feeds && !s.fuelOff && s.seenRpm() > STANDS_RPM && s.key != EngineState.Key.OFF;
    s.feeds = s.running || turns;
    if (!s.feeds) {
      s.fuelMgPerStroke = 0;
      s.governorIntegral = 0;
      return;
    }
    double cold = Math.max(0, 40 - s.seenCoolantC()) * 2.5;
    double held = Math.max(s.heldRpm, after.heatUp().heldRpm());
    double least = Math.max(p.idleSpeed() + s.idleTrimRpm + cold, held);
    double wanted = (least + s.pedal * (RATED_RPM + DROOP_RPM - least)) * Math.PI / 30;
    double error = wanted - s.seenRpm() * Math.PI / 30;
    double most = maps.fullFuel(s.seenRpm()) * s.torqueShare * s.allowedShare;
    double able = Math.min(most, smoke(s));
    // It does not wind up beyond what it may give.
    s.governorIntegral =
        Math.max(0, Math.min(able, s.governorIntegral + 0.9 * p.stiff() * error * dt));
    double demand = Math.max(0, Math.min(able, 1.4 * p.stiff() * error + s.governorIntegral));
    s.fuelMgPerStroke += (demand - s.fuelMgPerStroke) * Math.min(1, dt / INJECTION_LAG);
  }

  /** Fuel that the air in a cylinder burns without smoke, by what the module measures, mg. */
  private double smoke(EngineState s) {
    double charge = s.seenChargeKpa() * 1e3;
    if (Double.isNaN(charge)) {
      return UNKNOWN_CHARGE_SHARE * maps.fullFuel(s.seenRpm());
    }
    double gas = (s.seenAirKpa() * 1e3 + charge) * p.layout().swept() * 0.93;
    double kg = gas / (Gas.R * USUAL_INTAKE_K);
    return kg * 1e6 / (Cylinders.STOICHIOMETRIC * SMOKE_LAMBDA);
  }

  private void breathe(double dt, EngineState s, Condition c, double haste) {
    boolean now = haste == 1;
    double charge =
        now ? s.seenChargeKpa() * 1e3 : air.intakePascal() - air.ambient + s.chargeErrorKpa() * 1e3;
    double rotor = now ? s.seenTurboRpm() * Math.PI / 30 : air.omega();
    control.step(
        dt,
        s.feeds,
        now ? s.seenRpm() : s.rpm(),
        s.fuelMgPerStroke,
        charge,
        rotor,
        s.seenAirKpa() * 1e3);
    double load = s.fuelMgPerStroke / maps.fullFuel(now ? s.seenRpm() : s.rpm());
    HeatUp heat = after.heatUp();
    s.vanesWanted = s.vaneActuator.wanted(Math.max(control.vanes(), heat.vanes(load)));
    s.throttleWanted = s.throttleValve.wanted(Math.max(control.throttle(), heat.throttle(load)));
    s.egrWanted = s.egrValve.wanted(control.recirculation());
    s.flapWanted = s.flapValve.wanted(now && brakes(s) ? BRAKING_FLAP : 0);
    s.vanes = s.vaneActuator.follows(s.vanes, s.vanesWanted, c.vanes, dt);
    s.throttle = s.throttleValve.follows(s.throttle, s.throttleWanted, c.throttle, dt);
    s.egr = s.egrValve.follows(s.egr, s.egrWanted, c.egr, dt);
    s.flap = s.flapValve.follows(s.flap, s.flapWanted, c.flap, dt);
    air.vanes = s.vanes;
    air.bypass = 1 - s.vanes;
    air.shut = s.throttle;
    air.opened = s.egr;
    air.flap = s.flap;
    air.leakArea = c.chargeLeakMm2 * 1e-6;
    air.coolerShare = c.chargeCoolerShare;
    air.recirculationCoolerShare = c.egrCoolerShare;
    air.recirculationCoolingShare = c.egrCoolingShare;
    air.turboShare = c.turboShare;
    air.lineLoss = after.loss(air.through(), c.after);
    double sum = 0;
    for (int i = 0; i < shares.length; i++) {
      double gets = 1 + (now ? crank.smooth().share(i) : 0);
      shares[i] =
          (s.cutOut >> i & 1) == 1
              ? 0
              : p.each().injector()[i]
                  * c.injectorShare[i]
                  * gets
                  * coils.injects(i, s.coolantC, c.coils);
      sum += shares[i];
    }
    s.firingShare = sum / shares.length;
    crank.squeeze(s, c);
    cylinders.leak(EachCylinder.times(p.each().rings(), c.ringShare), c.valveOpen);
    double lateMg = LATE_MG * p.layout().swept() / Layout.SIX.swept();
    s.lateMgPerStroke = s.feeds ? heat.late(load) * lateMg : 0;
    cylinders.late(s.lateMgPerStroke * 1e-6 * injected());
    cylinders.inject(s.running ? s.fuelMgPerStroke * 1e-6 * injected() : 0, shares);
    air.step(dt, s.omega, haste);
  }

  /** The engine brake dams the exhaust while the foot is off and no fuel is burned. */
  private static boolean brakes(EngineState s) {
    return s.engineBrake
        && s.feeds
        && s.pedal < FOOT_OFF
        && s.fuelMgPerStroke < NO_FUEL_MG
        && s.seenRpm() > BRAKES_ABOVE_RPM;
  }

  /** Coils of its injectors. */
  public InjectorCoils coils() {
    return coils;
  }

  /** An injector that is open for the wanted pressure lets through less at a lower one. */
  private double injected() {
    if (fuel.wanted() <= 0 || fuel.rail() >= fuel.wanted()) {
      return 1;
    }
    return Math.sqrt(fuel.rail() / fuel.wanted());
  }

  private void turn(double dt, EngineState s, Load load) {
    double turns = s.omega * dt;
    double indicated =
        s.omega > 1 ? crank.work(s, turns, cylinders) / turns - cylinders.pumping() / s.omega : 0;
    double drag = CrankSolver.friction(s, p) * (s.running ? 1 : 1.5);
    double net = indicated - drag - accessories(s);
    double taken = load.step(dt, net, s, p);
    s.omega = Math.max(0, s.omega + (net - taken) / p.inertia() * dt);
    crank.turned(s, turns, dt);
    if (s.running && s.omega < STALLS_BELOW) {
      s.running = false;
    }
    if (s.omega == 0) {
      // The air that is squeezed turns the crank back to between two compressions.
      double between = 4 * Math.PI / p.layout().cylinders();
      s.theta = (Math.floor(s.theta / between) + 0.5) * between;
    }
  }

  /** Torque of pumps, alternator and fan, N·m. */
  public double accessories(EngineState s) {
    double fan = 95 * size * cooling.fan() * Math.pow(s.omega / 200, 2);
    return s.running ? 14 + 22 * alternatorLoad(s) + fan + s.auxiliaryNm : 0;
  }

  private void slow(double dt, EngineState s, Condition c, boolean now) {
    double friction = CrankSolver.friction(s, p) * s.omega;
    cooling.warm(s.coolantC + Gas.ZERO_C, s.oilC + Gas.ZERO_C);
    cooling.step(
        dt,
        s.running,
        cylinders.wall() + air.recirculatedHeat(),
        friction,
        air.ambientK,
        s.vehicleKmh,
        Gas.density(air.ambient, air.ambientK) / 1.2,
        c.thermostatStuckOpen,
        c.radiatorShare,
        c.coolantShare);
    fuel.step(
        dt,
        s.omega,
        cylinders.fuelFlow(),
        railWanted(s, now),
        s.priming ? PRIMING_PASCAL : 0,
        c.fuelFilterFactor,
        c.fuelPumpShare,
        c.railPumpShare,
        c.rail);
    crankcase(dt, s, c);
    clean(dt, s, c, now);
    double thick = Math.pow(2, (90 - s.oilC) / 45);
    double oil =
        Math.min(
            560,
            p.oilPressureGain() * s.omega * Math.min(4, thick) / Math.pow(c.bearingClearance, 1.6));
    s.oilKpa += (oil - s.oilKpa) * Math.min(1, dt / 0.5);
  }

  /** What happens behind the turbine. */
  private void clean(double dt, EngineState s, Condition c, boolean now) {
    after.flow = air.through();
    after.inK = air.turbineK();
    after.fuel = cylinders.fuelFlow();
    after.intakeBurned = air.intakeBurned();
    after.exhaustBurned = air.exhaustBurned();
    after.lambda = cylinders.lambda();
    after.ambientK = air.ambientK;
    after.kmh = s.vehicleKmh;
    after.coolantC = s.coolantC;
    after.supply = fuel.supply();
    reckon(s, now);
    after.step(dt, readings, c.after);
    s.sootShare = after.filter().soot() / after.fullKg();
    s.regenerated = after.heatUp().completed();
    s.regenerationsBroken = after.heatUp().broken();
    s.regeneration = after.heatUp().past();
  }

  /** What the engine's module knows and reckons of its exhaust. */
  private void reckon(EngineState s, boolean now) {
    AfterReadings r = readings;
    r.running = s.feeds;
    r.loadShare = s.loadShare;
    r.fuel = s.commandedKgPerHour() / 3_600;
    double charge = now ? s.seenChargeKpa() : s.intakeKpa - s.ambientKpa;
    charge = Double.isNaN(charge) ? 0 : charge;
    double cycles = (now ? s.seenRpm() : s.rpm()) / 120;
    double breathed =
        (s.seenAirKpa() + charge)
            * 1e3
            * p.layout().displacement()
            * Cylinders.FILLING
            * cycles
            / (Gas.R * USUAL_INTAKE_K);
    double back = (now ? s.seenEgrFlow() : s.egrFlow) / 3_600;
    double fresh = Math.max(0.1 * breathed, breathed - back);
    r.flow = fresh + r.fuel;
    double share = breathed > 0 ? Math.min(0.6, back / breathed) : 0;
    r.burned =
        r.flow > 0 ? share * Math.min(1, r.fuel * (1 + Cylinders.STOICHIOMETRIC) / r.flow) : 0;
    if (!sensed) {
      r.pedal = s.pedal;
      r.kmh = s.vehicleKmh;
      r.catalystInC = after.pipe().outK() - Gas.ZERO_C;
      r.catalystOutC = after.catalyst().cell().outK() - Gas.ZERO_C;
      r.filterOutC = after.filter().cell().outK() - Gas.ZERO_C;
      r.scrInC = after.mixing().outK() - Gas.ZERO_C;
      r.filterKpa = s.filterSensorKpa;
      r.fluidKpa = after.line().kpa();
      r.tankC = after.tank().celsius();
      r.tankPercent = after.tank().litres() / FluidTank.FULL * 100;
      r.supplyKpa = fuel.supply() / 1e3;
    }
  }

  /** What its module's sensors tell of the aftertreatment; they are written there from now on. */
  public AfterReadings readings() {
    sensed = true;
    return readings;
  }

  private double railWanted(EngineState s, boolean now) {
    if (s.feeds) {
      return maps.rail(now ? s.seenRpm() : s.rpm(), s.fuelMgPerStroke);
    }
    return s.key == EngineState.Key.CRANK ? maps.rail(0, 0) : 0;
  }

  private void crankcase(double dt, EngineState s, Condition c) {
    crankcase.step(
        dt,
        s.omega,
        air.intakePascal(),
        cylinders,
        EachCylinder.times(p.each().rings(), c.ringShare),
        SEAL_SOUND + WORN_SEAL * (1 - c.turboShare) + c.turboSealMm2 * 1e-6,
        air.pipePascal() - air.ambient,
        c.breatherShare);
  }

  private void tell(EngineState s, Condition c, boolean now) {
    s.coolantC = cooling.coolantK() - Gas.ZERO_C;
    s.oilC = cooling.oilK() - Gas.ZERO_C;
    s.intakeKpa = air.intakePascal() / 1e3;
    s.intakeC = air.intakeK() - Gas.ZERO_C;
    s.chargeC = air.chargeK() - Gas.ZERO_C;
    s.exhaustKpa = air.exhaustPascal() / 1e3;
    s.exhaustC = air.exhaustK() - Gas.ZERO_C;
    s.turboRpm = air.omega() * 30 / Math.PI;
    s.egrFlow = air.recirculation() * 3_600;
    s.airFlow = air.air() * 3_600;
    s.egrC = air.recirculatedK() - Gas.ZERO_C;
    s.filterKpa = air.lineLoss / 1e3;
    double behind = air.behindTurbinePascal() - air.ambient - air.lineLoss;
    s.filterSensorKpa = c.after.atSensor(s.filterKpa, Math.max(0, behind / 1e3));
    s.fuelDropKpa = fuel.drop() / 1e3;
    s.fuelSupplyKpa = fuel.supply() / 1e3;
    s.railMpa = fuel.rail() / 1e6;
    s.railWantedMpa = fuel.wanted() / 1e6;
    s.metering = fuel.metering();
    s.crankcaseKpa = crankcase.pascal() / 1e3;
    s.loadShare = s.feeds ? s.fuelMgPerStroke / maps.fullFuel(now ? s.seenRpm() : s.rpm()) : 0;
    s.indicatedShare = s.feeds ? maps.indicated(s.fuelMgPerStroke) : 0;
    s.filterInC = after.catalyst().cell().outK() - Gas.ZERO_C;
    s.filterOutC = after.filter().cell().outK() - Gas.ZERO_C;
  }

  private static double alternatorLoad(EngineState s) {
    return Math.min(1, Math.max(0, 1 - s.batteryShare) * 4 + 0.25 + s.consumersA / ALTERNATOR_A);
  }

  private void battery(double dt, EngineState s, Condition c) {
    double consumers = s.consumersA + (s.key == EngineState.Key.OFF ? 0.2 : 18);
    double able = s.running ? ALTERNATOR_A * c.alternatorShare * Math.min(1, s.rpm() / 900) : 0;
    double wanted = consumers + 60 * Math.max(0, 1 - s.batteryShare) + 6;
    double charge = Math.min(able, wanted) - consumers;
    s.batteryShare =
        Math.max(0, Math.min(c.batteryMost, s.batteryShare + charge * dt / (180 * 3600)));
    double ohms = p.batteryOhms() * c.batteryOhmsFactor;
    double rest = 24 + 2 * s.batteryShare;
    double volts =
        charge > 0 ? Math.min(28.3, rest + 2.3 + charge * ohms) : rest + charge * ohms * 4;
    s.batteryV += (volts - s.batteryV) * Math.min(1, dt / 0.6);
  }

  /** The cylinders, for those who look at the balance of energy. */
  public Cylinders cylinders() {
    return cylinders;
  }

  public AirPath air() {
    return air;
  }

  public Aftertreatment after() {
    return after;
  }

  public Cooling cooling() {
    return cooling;
  }

  public FuelSystem fuel() {
    return fuel;
  }

  /** Within a turn. */
  public RunningCrank crank() {
    return crank;
  }

  /** What the maker has set. */
  public Maps maps() {
    return maps;
  }
}
