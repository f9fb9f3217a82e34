package hitchlamp.standin.aftertreatment;

/**
 * What the modules that control the aftertreatment know of it: readings of their sensors, and what
 * the engine's module reckons and commands. Nothing else reaches the controllers.
 */
public final class AfterReadings {
  public boolean running;

  /** Accelerator pedal, 0 to 1. */
  public double pedal;

  public double kmh;
  public double loadShare;

  /** Exhaust gas as the engine's module reckons it, and fuel as it commands it, kg/s. */
  public double flow;

  public double fuel;

  /** Burned share of what the cylinders breathe, as reckoned. */
  public double burned;

  public double catalystInC = 20;
  public double catalystOutC = 20;
  public double filterOutC = 20;
  public double scrInC = 20;

  /** Nitrogen oxides before the SCR catalyst, ppm; not a number while its sensor sleeps. */
  public double noxIn = Double.NaN;

  /** Loss of the particulate filter; not a number where its sensor is not believed. */
  public double filterKpa;

  /** Pressure of exhaust fluid and of fuel for the doser above the air. */
  public double fluidKpa;

  /** How hard the pump of the fluid is told to work, 0 to 1. */
  public double fluidEffort;

  public double tankC = 20;

  /** Level of the tank and urea in it, percent, as its sensors tell them. */
  public double tankPercent = 100;

  public double ureaPercent = FluidTank.UREA * 100;

  public double supplyKpa = 414;
}
