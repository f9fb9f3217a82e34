package hitchlamp.standin.model;

import hitchlamp.standin.aftertreatment.HeatUp;
import java.util.List;
import java.util.function.DoubleSupplier;

/** Where the engine is now. SI apart from what its name says; one thread changes it. */
public final class EngineState {
  /** Most cylinders of any engine here. */
  public static final int MOST_CYLINDERS = 8;

  /** Cylinders of this one. */
  public int cylinders = 6;

  /** Position of the key switch. */
  public enum Key {
    OFF,
    ON,
    CRANK
  }

  public Key key = Key.OFF;

  /** How often it went off. */
  public int keyCycles;

  public double pedal;

  /** True while the driver has the engine brake switched on. */
  public boolean engineBrake;

  public boolean running;

  /** True while its module feeds it, since it sees it turn. */
  public boolean feeds;

  /** Crank speed, rad/s. */
  public double omega;

  /** Crank angle since top dead centre of cylinder 1, rad. */
  public double theta;

  /** Injected into each cylinder that is not cut out, as commanded. */
  public double fuelMgPerStroke;

  /** Injected late into each, so that it heats the exhaust, as commanded. */
  public double lateMgPerStroke;

  /** Share of its torque that the gearbox lets it have: little while it shifts. */
  public double torqueShare = 1;

  /** Share of full fuelling that the module still allows: less once it protects its engine. */
  public double allowedShare = 1;

  /** Speed that a tester wants held, rpm; 0 where none does. */
  public double heldRpm;

  /** What a tester has set the idle speed beside what the maker did, rpm. */
  public double idleTrimRpm;

  /** True while a tester wants the engine turned by its starter and not fired. */
  public boolean fuelOff;

  /** Current that consumers draw which somebody has switched on, A. */
  public double consumersA;

  /** Torque that an auxiliary takes which somebody has switched on, N·m. */
  public double auxiliaryNm;

  /** Cylinder whose injector a tester drives with the engine standing, 0 for none. */
  public int clicking;

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

  /** Metering valve of the high-pressure pump, 0 to 1. */
  public double metering;

  public double exhaustKpa = 100;
  public double railMpa;
  public double railWantedMpa;
  public double turboRpm;

  /** Vanes of the turbocharger, throttle and recirculation valve: wanted and there, 0 to 1. */
  public final Actuator vaneActuator = new Actuator(0.4);

  public final Actuator throttleValve = new Actuator(0.4);
  public final Actuator egrValve = new Actuator(0.3);

  /** Back-pressure valve behind the turbine, moved by air: 0 open to 1 shut. */
  public final Actuator flapValve = new Actuator(0.35, Actuator.Drive.AIR);

  public double flapWanted;
  public double flap;
  public double vanesWanted;

  public double vanes;
  public double throttleWanted;
  public double throttle;
  public double egrWanted;
  public double egr;

  /** Recirculated gas, and air through the filter, kg/h. */
  public double egrFlow;

  public double airFlow;

  /** Charge behind its cooler, gas before and behind the particulate filter. */
  public double chargeC = 20;

  public double filterInC = 20;
  public double filterOutC = 20;

  /** Fuelling relative to the most that the maker allows at this speed, 0 to 1. */
  public double loadShare;

  /** Indicated torque that the module reckons with, relative to the most there is, 0 to 1. */
  public double indicatedShare;

  /** True once the module's sensors have looked; before, its controllers see the truth. */
  private boolean sensed;

  private double seenRpm;
  private double seenAirKpa;
  private double seenChargeKpa;
  private double chargeErrorKpa;
  private double seenTurboRpm;
  private double seenCoolantC;
  private double seenEgrFlow;
  public double egrC = 20;
  public double fuelDropKpa;
  public double crankcaseKpa;
  public double batteryV = 25.4;
  public double batteryShare = 0.9;
  public double fuelSupplyKpa;
  public double sootShare = 0.2;

  /** Regenerations of the particulate filter that came to their end, and that were broken off. */
  public int regenerated;

  public int regenerationsBroken;

  /** The last one that is over. */
  public HeatUp.Past regeneration;

  public double filterKpa;

  /** What stands at the sensor of it, by its hoses. */
  public double filterSensorKpa;

  public double ambientC = 20;
  public double ambientKpa = 100;
  public double vehicleKmh;

  /** The actuators of this one differ from all others alike: each takes what share of the usual. */
  public void actuators(DoubleSupplier share) {
    for (Actuator a : List.of(vaneActuator, throttleValve, egrValve, flapValve)) {
      a.scattered(share.getAsDouble());
    }
  }

  /** It has stood until everything is as cold as the air; the key is on. */
  public void cold() {
    running = false;
    omega = 0;
    fuelMgPerStroke = 0;
    lateMgPerStroke = 0;
    governorIntegral = 0;
    loadShare = 0;
    indicatedShare = 0;
    pedal = 0;
    vehicleKmh = 0;
    coolantC = ambientC;
    oilC = ambientC;
    intakeC = ambientC;
    chargeC = ambientC;
    egrC = ambientC;
    exhaustC = ambientC;
    filterInC = ambientC;
    filterOutC = ambientC;
    stopped();
    batteryV = 25.2;
  }

  /** Nothing turns: pressures are those of the air, nothing flows. */
  public void stopped() {
    intakeKpa = ambientKpa;
    exhaustKpa = ambientKpa;
    oilKpa = 0;
    fuelSupplyKpa = 0;
    fuelDropKpa = 0;
    crankcaseKpa = 0;
    filterKpa = 0;
    filterSensorKpa = 0;
    turboRpm = 0;
    railMpa = 0;
    railWantedMpa = 0;
    egrFlow = 0;
    airFlow = 0;
  }

  /**
   * What the module's sensors tell its controllers.
   *
   * @param chargeKpa intake pressure above the air; not a number where it is not believed
   * @param coolant not a number where it is not believed
   * @param recirculated gas, kg/h
   */
  public void sees(
      double rpm,
      double airKpa,
      double chargeKpa,
      double turbo,
      double coolant,
      double recirculated) {
    seenEgrFlow = recirculated;
    seenAirKpa = airKpa;
    sensed = true;
    seenRpm = rpm;
    seenChargeKpa = chargeKpa;
    chargeErrorKpa = chargeKpa - (intakeKpa - ambientKpa);
    seenTurboRpm = turbo;
    seenCoolantC = coolant;
  }

  /** Whether it runs as far as its module knows. */
  public boolean seenRunning() {
    return sensed ? feeds : running;
  }

  /** Engine speed as the module measures it, rpm. */
  public double seenRpm() {
    return sensed ? seenRpm : rpm();
  }

  /** Charge above the air as the module measures it, kPa; not a number where it does not know. */
  public double seenChargeKpa() {
    return sensed ? seenChargeKpa : intakeKpa - ambientKpa;
  }

  /** By how much that is beside the truth, kPa. */
  public double chargeErrorKpa() {
    return sensed ? chargeErrorKpa : 0;
  }

  /** Pressure of the air as the module measures it, kPa. */
  public double seenAirKpa() {
    return sensed ? seenAirKpa : ambientKpa;
  }

  /** Speed of the turbocharger as the module measures it, rpm. */
  public double seenTurboRpm() {
    return sensed ? seenTurboRpm : turboRpm;
  }

  /** Coolant as the module measures it, °C; warm where it does not know. */
  public double seenCoolantC() {
    return !sensed ? coolantC : Double.isNaN(seenCoolantC) ? 80 : seenCoolantC;
  }

  /** Recirculated gas as the module measures it, kg/h. */
  public double seenEgrFlow() {
    return sensed ? seenEgrFlow : egrFlow;
  }

  /** Fuel as the module commands it, kg/h: what an injector really lets through it cannot know. */
  public double commandedKgPerHour() {
    int fired = cylinders - Integer.bitCount(cutOut);
    return (fuelMgPerStroke + lateMgPerStroke) * 1e-6 * fired * seenRpm() * 30;
  }

  public double rpm() {
    return omega * 30 / Math.PI;
  }

  /** Fuel mass flow, kg/h, the cylinders firing every other turn. */
  public double fuelKgPerHour() {
    return (fuelMgPerStroke + lateMgPerStroke)
        * firingShare
        * 1e-6
        * cylinders
        * omega
        / (4 * Math.PI)
        * 3600;
  }
}
