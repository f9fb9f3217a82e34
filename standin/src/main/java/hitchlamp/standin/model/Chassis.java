package hitchlamp.standin.model;

import java.util.SplittableRandom;

/**
 * What moves in a truck beside its engine: gearbox oil, air for the brakes, the steering wheel,
 * fuel in the tank. Coefficients are our own.
 */
public final class Chassis {
  private static final double CUT_OUT_KPA = 1_000;
  private static final double CUT_IN_KPA = 850;
  private static final double TANK_LITRES = 420;

  private final double leakKpaPerSecond;
  private final SplittableRandom random;
  private boolean pumping = true;
  private double handRad;

  public double gearboxOilC;
  public double airKpa;
  public double steeringRad;
  public double fuelShare;

  /** A chassis that has stood or run with its engine. */
  public Chassis(SplittableRandom random, EngineState s) {
    this.random = random;
    this.leakKpaPerSecond = 0.02 + 0.06 * random.nextDouble();
    this.gearboxOilC = s.ambientC + 0.7 * (s.coolantC - s.ambientC);
    this.airKpa = CUT_IN_KPA + 120 * random.nextDouble();
    this.fuelShare = 0.4 + 0.4 * random.nextDouble();
  }

  /** Time goes on with the engine as it is. */
  public void step(double dt, EngineState s) {
    double churned = s.running ? 4 + s.rpm() * 0.006 + s.vehicleKmh * 0.25 : 0;
    double oilTarget = s.ambientC + 0.55 * Math.max(0, s.coolantC - s.ambientC) + churned;
    gearboxOilC += (oilTarget - gearboxOilC) * Math.min(1, dt / 900);
    pumping = airKpa < CUT_IN_KPA || pumping && airKpa < CUT_OUT_KPA;
    double compressor = s.running && pumping ? 6.5 * s.rpm() / 600 : 0;
    airKpa = Math.max(0, airKpa + (compressor - leakKpaPerSecond) * dt);
    // Hands rest on the wheel while the key is on: it is never quite still.
    double hand = s.key == EngineState.Key.OFF ? 0 : 0.004;
    handRad += (-handRad * 0.5 + hand * (random.nextDouble() - 0.5) * 4) * Math.min(1, dt * 2);
    steeringRad = handRad;
    fuelShare = Math.max(0, fuelShare - s.fuelKgPerHour() / 0.835 / 3600 * dt / TANK_LITRES);
  }
}
