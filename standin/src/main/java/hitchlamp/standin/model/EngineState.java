package hitchlamp.standin.model;

/** Where the engine is now. SI apart from what its name says; one thread changes it. */
public final class EngineState {
  /** Cylinders. */
  public static final int CYLINDERS = 6;

  /** Position of the key switch. */
  public enum Key {
    OFF,
    ON,
    CRANK
  }

  public Key key = Key.OFF;
  public double pedal;
  public boolean running;

  /** Crank speed, rad/s. */
  public double omega;

  /** Crank angle since top dead centre of cylinder 1, rad. */
  public double theta;

  /** Injected into each cylinder that is not cut out, as commanded. */
  public double fuelMgPerStroke;

  /** Share of its torque that the gearbox lets it have: little while it shifts. */
  public double torqueShare = 1;

  /** Speed that a tester wants held, rpm; 0 where none does. */
  public double heldRpm;

  /** What a tester has set the idle speed beside what the maker did, rpm. */
  public double idleTrimRpm;

  /** True while the lift pump fills the lines with the engine standing. */
  public boolean priming;

  /** Cylinders that the module does not fuel, bit 0 is cylinder 1. */
  public int cutOut;

  /** What all cylinders together do of what they would if all were sound and fuelled, 0 to 1. */
  public double firingShare = 1;

  public double governorIntegral;
  public double intakeKpa = 100;
  public double intakeC = 20;
  public double coolantC = 20;
  public double oilC = 20;
  public double oilKpa;
  public double exhaustC = 20;
  public double exhaustKpa = 100;
  public double railMpa;
  public double railWantedMpa;
  public double turboRpm;

  /** Vanes of the turbocharger, throttle and recirculation valve: wanted and there, 0 to 1. */
  public final Actuator vaneActuator = new Actuator(0.4);

  public final Actuator throttleValve = new Actuator(0.4);
  public final Actuator egrValve = new Actuator(0.3);
  public double vanesWanted;

  public double vanes;
  public double throttleWanted;
  public double throttle;
  public double egrWanted;
  public double egr;

  /** Recirculated gas, kg/h, and what a clean cooler would pass. */
  public double egrFlow;

  public double egrCleanFlow;
  public double egrC = 20;
  public double fuelDropKpa;
  public double crankcaseKpa;
  public double batteryV = 25.4;
  public double batteryShare = 0.9;
  public double fuelSupplyKpa;
  public double sootShare = 0.2;
  public double filterKpa;
  public double ambientC = 20;
  public double ambientKpa = 100;
  public double vehicleKmh;

  public double rpm() {
    return omega * 30 / Math.PI;
  }

  /** Fuel mass flow, kg/h, the cylinders firing every other turn. */
  public double fuelKgPerHour() {
    return fuelMgPerStroke * firingShare * 1e-6 * CYLINDERS * omega / (4 * Math.PI) * 3600;
  }
}
