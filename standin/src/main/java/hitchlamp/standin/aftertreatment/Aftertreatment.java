package hitchlamp.standin.aftertreatment;

import hitchlamp.standin.engine.Gas;
import hitchlamp.standin.engine.ParticleFilter;
import hitchlamp.standin.engine.ThermalCell;

/**
 * The exhaust line behind the turbine with what its module does: pipe, oxidation catalyst with fuel
 * doser, particulate filter, mixing pipe with fluid injector, SCR catalyst.
 */
public final class Aftertreatment {
  /** Steps while the filter is burned clean are no longer than this, s. */
  private static final double QUICK = 1;

  /** Water of the fluid that becomes steam, and urea that falls apart, J/kg of fluid. */
  private static final double FLUID_TAKES = 2.6e6;

  private final AfterFigures figures;
  private final double ash;
  private final ThermalCell pipe;
  private final OxidationCatalyst catalyst;
  private final FuelDoser doser;
  private final SootFilter filter;
  private final ThermalCell mixing;
  private final ScrCatalyst scr;
  private final FluidTank tank;
  private final FluidLine line;
  private final SootEstimate estimate;
  private final HeatUp heatUp;
  private final FluidControl fluid = new FluidControl();
  private final Inducement inducement = new Inducement();
  private double lastInC;
  private double lastOutC;
  private double lastFilterC;
  private boolean begun;
  private double noxIn;
  private double ammonia;
  private double deposits;
  private double fuelDosed;
  private double beaker;
  private double oxygen = 0.21;

  /** What flows in and stands around: set before each step. Gas and fuel kg/s. */
  public double flow;

  public double inK = 293;
  public double fuel;
  public double intakeBurned;
  public double exhaustBurned;
  public double lambda = 10;
  public double ambientK = 293;
  public double kmh;
  public double coolantC = 20;

  /** Pressure of the fuel that its doser gets, above the air, Pa. */
  public double supply;

  /**
   * @param ash in the filter, kg
   */
  public Aftertreatment(AfterFigures figures, double ash) {
    this.figures = figures;
    this.ash = ash;
    double size = figures.size();
    this.pipe = new ThermalCell(9_000 * size, 0.16 * size, 5 * size);
    this.catalyst = new OxidationCatalyst(size, figures.lightOffK());
    this.doser = new FuelDoser(size);
    this.filter = new SootFilter(size);
    this.mixing = new ThermalCell(5_000 * size, 0.12 * size, 2.5 * size);
    this.scr = new ScrCatalyst(size, figures.storage());
    this.tank = new FluidTank(figures.level());
    this.line = new FluidLine(figures.line(), figures.pump(), figures.seeps());
    this.estimate = new SootEstimate(size);
    this.heatUp = new HeatUp(size);
  }

  /**
   * It stood: everything is as warm as this, the line of the fluid is empty, and a low tank was
   * filled. What the filter and the catalyst store they keep.
   *
   * @param sootShare of a full filter, which the first time is in it
   */
  public void rest(double lineK, double airC, double sootShare) {
    pipe.warm(lineK);
    catalyst.cell().warm(lineK);
    filter.cell().warm(lineK);
    mixing.warm(lineK);
    scr.warm(lineK);
    line.rest();
    fluid.stood();
    tank.stood(airC);
    tank.refill();
    heatUp.engineStopped();
    if (!begun) {
      begun = true;
      filter.soot(sootShare * fullKg());
      estimate.begin(sootShare * fullKg());
    }
  }

  /** Size of the line relative to that of the six in line. */
  public double size() {
    return figures.size();
  }

  /** Soot at which the filter counts as full, kg. */
  public double fullKg() {
    return ParticleFilter.FULL_KG * figures.size();
  }

  /** Time goes on; its module sees what stands in the readings. */
  public void step(double dt, AfterReadings seen, AfterWear wear) {
    boolean burns = heatUp.stage() != HeatUp.Stage.NONE;
    int steps = burns ? Math.max(1, (int) Math.ceil(dt / QUICK - 1e-9)) : 1;
    for (int i = 0; i < steps; i++) {
      if (i > 0) {
        // Within a long step the module sees the line as it warms.
        seen.catalystOutC += catalyst.cell().outK() - Gas.ZERO_C - lastOutC;
        seen.filterOutC += filter.cell().outK() - Gas.ZERO_C - lastFilterC;
        seen.catalystInC += pipe.outK() - Gas.ZERO_C - lastInC;
      }
      lastOutC = catalyst.cell().outK() - Gas.ZERO_C;
      lastFilterC = filter.cell().outK() - Gas.ZERO_C;
      lastInC = pipe.outK() - Gas.ZERO_C;
      inner(dt / steps, seen, wear);
    }
  }

  private void inner(double dt, AfterReadings seen, AfterWear wear) {
    estimate.step(dt, seen);
    heatUp.warms(fluid.restore().heats());
    heatUp.step(dt, seen, estimate.share());
    seen.fluidEffort = line.effort();
    fluid.step(dt, seen, heatUp.stage() != HeatUp.Stage.NONE);
    inducement.step(dt, seen, fluid.failed());
    double gas = Math.max(0, flow);
    pipe.step(dt, gas, inK, 0, ambientK, kmh);
    doser.step(dt, heatUp.duty(), supply, wear.nozzle, wear.shutOff);
    fuelDosed += doser.flow() * dt;
    catalyst.step(dt, gas, pipe.outK(), doser.flow(), wear.catalyst, ambientK, kmh);
    double nox = figures.nox() * EngineOut.nox(fuel, intakeBurned);
    noxIn = EngineOut.share(nox, gas);
    oxygen = 0.21 * Math.max(0, 1 - exhaustBurned);
    double no2 = catalyst.no2(wear.catalyst);
    filter.step(
        dt,
        gas,
        catalyst.cell().outK(),
        figures.soot() * EngineOut.soot(fuel, intakeBurned, lambda),
        catalyst.slipped(),
        oxygen,
        nox * no2,
        noxIn * no2,
        filter.past(),
        wear.bare,
        ambientK,
        kmh);
    double size = figures.size();
    line.step(dt, fluid.mode(), fluid.duty(size), tank.drawable(), seen.fluidKpa, wear);
    line.soak(dt, mixing.outK(), wear);
    double dosed = line.dosed() * size;
    beaker = fluid.check().runs() ? beaker + dosed * dt : beaker;
    tank.step(dt, dosed, ambientK - Gas.ZERO_C, coolantC, seen.running && !wear.heaterDead);
    mixing.step(dt, gas, filter.cell().outK(), -dosed * FLUID_TAKES, ambientK, kmh);
    ammonia = dosed * FluidControl.ammonia(wear.urea, mixing.outK());
    deposits += dosed * dt * wear.urea / FluidControl.FLUID_A_MOL - ammonia * dt;
    scr.step(dt, gas, mixing.outK(), noxIn, ammonia, wear.scr, ambientK, kmh);
  }

  /** Pressure that it loses, Pa. */
  public double loss(double gas, AfterWear wear) {
    return filter.loss(gas, figures.size(), ash + wear.ash, wear.filterOpen, wear.cracked);
  }

  /** A beaker is put below the injector, and is empty. */
  public void emptyBeaker() {
    beaker = 0;
  }

  /** Fluid that came out at the injector during checks since then, kg. */
  public double beaker() {
    return beaker;
  }

  /** Fuel dosed into the exhaust so far, kg. */
  public double fuelDosed() {
    return fuelDosed;
  }

  public ThermalCell pipe() {
    return pipe;
  }

  public OxidationCatalyst catalyst() {
    return catalyst;
  }

  public FuelDoser doser() {
    return doser;
  }

  public SootFilter filter() {
    return filter;
  }

  public ThermalCell mixing() {
    return mixing;
  }

  public ScrCatalyst scr() {
    return scr;
  }

  public FluidTank tank() {
    return tank;
  }

  public FluidLine line() {
    return line;
  }

  public SootEstimate estimate() {
    return estimate;
  }

  public HeatUp heatUp() {
    return heatUp;
  }

  public FluidControl fluid() {
    return fluid;
  }

  /** How the module makes somebody have the dosing mended. */
  public Inducement inducement() {
    return inducement;
  }

  /** Nitrogen oxides before the SCR catalyst, mole by mole. */
  public double noxIn() {
    return noxIn;
  }

  /** Oxygen in the exhaust, mole by mole. */
  public double oxygen() {
    return oxygen;
  }

  /** Urea that stayed on cold walls, mol of the ammonia in it. */
  public double deposits() {
    return deposits;
  }
}
