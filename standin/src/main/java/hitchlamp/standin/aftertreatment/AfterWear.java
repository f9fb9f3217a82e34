package hitchlamp.standin.aftertreatment;

import java.util.Arrays;

/**
 * What wear and damage have changed of the aftertreatment. Sound by default; defects write here.
 */
public final class AfterWear {
  /** How the hoses of the filter's pressure sensor are. */
  public enum Hoses {
    RIGHT,
    INLET_OFF,
    OUTLET_OFF,
    SWAPPED
  }

  public Hoses hoses = Hoses.RIGHT;

  /** Activity of the oxidation catalyst that is left, share. */
  public double catalyst;

  /** Area of the fuel doser's nozzle that is free, share. */
  public double nozzle;

  /** Area of the shut-off valve of its fuel that opens, share. */
  public double shutOff;

  /** Heat that the particulate filter loses to the air relative to a clad one. */
  public double bare;

  /** Face of the particulate filter that is free, share. */
  public double filterOpen;

  /** Gas that passes it through cracks at full flow of a clean one, share. */
  public double cracked;

  /** Ash beside what its age brings, kg. */
  public double ash;

  /** Delivery of the fluid pump that is left, share. */
  public double pump;

  /** Fluid line between pump and injector that is free, share of its area. */
  public double line;

  /** Leak of the fluid line, share of what its injector passes at most. */
  public double leak;

  /** Leak back through the pump that stands, in the same measure. */
  public double seal;

  /** Leak of the injector that is shut, into the exhaust, in the same measure. */
  public double drips;

  /** Suction side of the pump that is free, share of what it delivers at most. */
  public double suction;

  /** Share of the time in which the pump draws air. */
  public double airDrawn;

  /** True where the valve that turns the flow round for emptying does not move. */
  public boolean valveStuck;

  /** Opening of the fluid injector that is free of deposits, share. */
  public double injector;

  /** Opening of the fluid injector that crystals close until they are dissolved, share. */
  public double crystals;

  /** Urea in the fluid relative to what it should be. */
  public double urea;

  /** True where nothing thaws the fluid. */
  public boolean heaterDead;

  /** Sites of the SCR catalyst that are left, share. */
  public double scr;

  /** Air among the gas at the sensor behind the SCR catalyst, share. */
  public double airBehind;

  /** Warmth of the sensors' heaters that is missing, share: before the SCR catalyst and behind. */
  public final double[] gasHeat = new double[2];

  /** Whether their readings do not move any more. */
  public final boolean[] gasStuck = new boolean[2];

  public AfterWear() {
    reset();
  }

  /**
   * What stands at the filter's pressure sensor.
   *
   * @param loss over the filter
   * @param behind pressure behind it above the air, in the same unit
   */
  public double atSensor(double loss, double behind) {
    return switch (hoses) {
      case RIGHT -> loss;
      case INLET_OFF -> -behind;
      case OUTLET_OFF -> loss + behind;
      case SWAPPED -> -loss;
    };
  }

  /** Back to sound. */
  public void reset() {
    hoses = Hoses.RIGHT;
    catalyst = 1;
    nozzle = 1;
    shutOff = 1;
    bare = 1;
    filterOpen = 1;
    cracked = 0;
    ash = 0;
    pump = 1;
    line = 1;
    leak = 0;
    seal = 0;
    drips = 0;
    suction = 1;
    airDrawn = 0;
    valveStuck = false;
    injector = 1;
    crystals = 0;
    urea = 1;
    heaterDead = false;
    scr = 1;
    airBehind = 0;
    Arrays.fill(gasHeat, 0);
    Arrays.fill(gasStuck, false);
  }
}
