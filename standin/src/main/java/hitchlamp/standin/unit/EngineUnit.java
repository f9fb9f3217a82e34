package hitchlamp.standin.unit;

import hitchlamp.standin.aftertreatment.Aftertreatment;
import hitchlamp.standin.aftertreatment.FluidTank;
import hitchlamp.standin.fault.FaultMemory;
import hitchlamp.standin.model.Condition;
import hitchlamp.standin.model.CrankSolver;
import hitchlamp.standin.model.EngineParameters;
import hitchlamp.standin.model.EngineSolver;
import hitchlamp.standin.model.EngineState;
import hitchlamp.standin.model.Load;
import hitchlamp.standin.scenario.Defect;
import hitchlamp.standin.scenario.Part;
import hitchlamp.standin.scenario.Scenario;
import hitchlamp.standin.story.StoryKeeper;
import java.util.HashSet;
import java.util.Set;
import java.util.SplittableRandom;

/** One engine of a unit with all that is its own: physics, what is wrong, module, story, hours. */
public final class EngineUnit {
  private final String id;
  private final String side;
  private final EngineParameters parameters;

  /** Share by which the time of a sound actuator may differ: what its maker keeps to. */
  private static final double ACTUATORS_DIFFER = 0.05;

  private final EngineState state = new EngineState();
  private final Condition condition = new Condition();
  private final CrankSolver crank;
  private final EngineSolver solver;
  private final EngineModule engine;
  private final AfterSensors after;
  private final StoryKeeper story;
  private final double from;
  private double hours;
  private Load load = Load.NONE;
  private final Set<Part.New> putIn = new HashSet<>();

  /**
   * @param id of its module
   * @param side of the unit; empty where it has one engine
   * @param nominal the middle of all engines of its kind
   * @param from engine hour at which its lived part begins
   */
  EngineUnit(
      String id,
      String side,
      Scenario scenario,
      EngineParameters nominal,
      double from,
      SplittableRandom random) {
    this.id = id;
    this.side = side;
    this.from = from;
    this.hours = from;
    this.parameters = EngineParameters.of(nominal, random);
    state.cylinders = parameters.layout().cylinders();
    // Of their own: that actuators differ changes nothing else of the unit.
    SplittableRandom moved = new SplittableRandom(scenario.seed() * 83 + id.hashCode());
    state.actuators(() -> 1 + ACTUATORS_DIFFER * (2 * moved.nextDouble() - 1));
    state.ambientC = scenario.ambientC();
    state.ambientKpa = scenario.ambientKpa();
    this.engine = new EngineModule(state, condition, nominal, random.split());
    // Of its own, so that nothing else of the unit depends on how long its engine runs.
    this.solver =
        new EngineSolver(parameters, new SplittableRandom(scenario.seed() * 31 + id.hashCode()));
    this.crank = new CrankSolver(new SplittableRandom(scenario.seed() * 37 + id.hashCode()));
    crank.times(solver.crank().clock());
    this.after =
        new AfterSensors(
            solver,
            state,
            condition,
            engine.sensors(),
            new SplittableRandom(scenario.seed() * 71 + id.hashCode()));
    after.work(scenario.history().hours());
    this.story = new StoryKeeper(engine.protection(), engine.memory(), from);
  }

  String id() {
    return id;
  }

  String side() {
    return side;
  }

  EngineSolver solver() {
    return solver;
  }

  EngineState state() {
    return state;
  }

  Condition condition() {
    return condition;
  }

  EngineModule engine() {
    return engine;
  }

  /** SPNs of its pick-ups inside parts, which may drift. */
  Set<Integer> inside() {
    Set<Integer> all = new HashSet<>(engine.sensors().inside());
    all.addAll(after.inside());
    return all;
  }

  /** By which its modules know what cleans the exhaust. */
  AfterSensors after() {
    return after;
  }

  /** Sensors follow the truth. */
  void sense(double seconds) {
    engine.sense(seconds);
    after.sense(seconds);
  }

  FaultMemory memory() {
    return engine.memory();
  }

  StoryKeeper story() {
    return story;
  }

  /** Engine hour at which its lived part began. */
  double from() {
    return from;
  }

  double hours() {
    return hours;
  }

  void hours(double now) {
    hours = now;
  }

  /** What is wrong with this engine now; defects of the unit stand with the first. */
  void apply(Scenario scenario, boolean first) {
    condition.reset();
    for (Defect d : scenario.defects()) {
      boolean here = d.side().isEmpty() ? first : d.side().equals(side);
      if (here && d.present(hours, scenario.seed()) && putIn.stream().noneMatch(n -> n.mends(d))) {
        d.apply(condition);
      }
    }
  }

  /** Exhaust fluid is filled in, or drawn off, until there are so many litres. */
  public void fillFluid(double litres) {
    aftertreatment().tank().litres(litres);
  }

  /**
   * A mechanic puts in a new part. What the modules have learned of the old one they keep.
   *
   * @throws IllegalArgumentException where the engine runs: nobody puts a hand in then
   */
  public void putIn(Part.New what) {
    if (state.running) {
      throw new IllegalArgumentException("parts are put in with the engine standing");
    }
    putIn.add(what);
    if (what.part() == Part.SENSOR) {
      for (boolean outlet : new boolean[] {false, true}) {
        int spn = outlet ? AfterSensors.NOX_OUT : AfterSensors.NOX_IN;
        if (what.which().equals(String.valueOf(spn))) {
          after.gas(outlet).renew();
        }
      }
    }
  }

  /** Somebody switches on what draws so much current, A. */
  public void consumers(double amps) {
    state.consumersA = amps;
  }

  /** An auxiliary cuts in that takes so much torque, N·m. */
  public void auxiliary(double nm) {
    state.auxiliaryNm = nm;
  }

  /** What each of its cylinders compresses at a crank speed, rad/s, cylinder 1 first. */
  public double[] compressions(double omega) {
    double[] all = new double[state.cylinders];
    for (int i = 0; i < all.length; i++) {
      all[i] = CrankSolver.keeps(i, omega, parameters, condition);
    }
    return all;
  }

  /** What each of its cylinders gets of what is commanded for all, cylinder 1 first. */
  public double[] injections() {
    return parameters.injections(condition);
  }

  /** Whether an injector clicks when it is driven; cylinder 1 is the first. */
  public boolean clicks(int cylinder) {
    return solver.coils().injects(cylinder - 1, state.coolantC, condition.coils) > 0;
  }

  /** What it drives. */
  void drives(Load what) {
    load = what;
  }

  /** Time goes on. */
  void step(double seconds) {
    if (state.key == EngineState.Key.CRANK && !state.running) {
      crank.step(seconds, state, parameters, condition);
      solver.crank(seconds, state, condition);
    } else {
      crank.rest();
      solver.step(seconds, state, condition, load);
    }
    if (state.seenRunning()) {
      hours += seconds / 3600;
    }
  }

  /** It stands, or idles, as it does in the yard or at the quay. */
  void settle(boolean running) {
    state.running = running;
    state.omega = running ? parameters.idleSpeed() * Math.PI / 30 : 0;
    state.governorIntegral = running ? 20 : 0;
    state.fuelMgPerStroke = 0;
    state.pedal = 0;
    state.vehicleKmh = 0;
    state.coolantC = running ? 84 : state.ambientC;
    state.oilC = state.coolantC;
    state.intakeC = state.ambientC;
    state.exhaustC = state.coolantC;
    state.batteryV = 25.4;
    state.stopped();
    state.egrWanted = 0;
    state.egr = Double.isNaN(condition.egr.stuckAt) ? 0 : condition.egr.stuckAt;
    state.egrC = state.coolantC;
    solver.rest(state);
  }

  /** True while a tester has something of it in its hand that does not go back by itself. */
  public boolean inHand() {
    return state.cutOut != 0 || state.clicking != 0 || state.fuelOff || state.priming;
  }

  /** What somebody sees who looks along the line of the exhaust fluid. */
  public boolean fluidLineIsWet() {
    return condition.after.leak > 0;
  }

  /** What a scale shows of the beaker below the fluid injector, g. */
  public double beakerGrams() {
    return aftertreatment().beaker() * 1_000;
  }

  /** What a refractometer reads of the fluid in the tank: urea, percent by mass. */
  public double fluidUrea() {
    return FluidTank.UREA * 100 * condition.after.urea;
  }

  /** Where somebody sees the shaft of its back-pressure valve, 0 open to 1 shut. */
  public double backPressureValve() {
    return state.flap;
  }

  /** What cleans its exhaust, as it truly is. */
  public Aftertreatment aftertreatment() {
    return solver.after();
  }
}
