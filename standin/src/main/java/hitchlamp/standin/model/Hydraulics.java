package hitchlamp.standin.model;

/**
 * The working hydraulics and the transmission of a loading shovel in mean values: a pump whose flow
 * follows the engine, oil that warms with the work and is cooled by a radiator of its own, a return
 * filter, a charge pump for the clutches. Coefficients our own.
 */
public final class Hydraulics {
  private static final double MOST_KPA = 28_000;

  public double oilC = 20;
  public double pumpKpa;
  public double pumpWantedKpa;
  public double filterKpa;
  public double gearOilC = 20;
  public double clutchOilKpa;
  public double slipShare;

  /**
   * Time goes on.
   *
   * @param steady true where the step is longer than any lag but the oil's heat
   */
  public void step(double dt, EngineState s, Condition c, boolean steady) {
    double work = s.running ? Math.min(1, s.loadShare) : 0;
    pumpWantedKpa = s.running ? 2_500 + (MOST_KPA - 2_500) * work : 0;
    double able = c.hydraulicPumpShare >= 1 ? 1 : c.hydraulicPumpShare;
    double there = pumpWantedKpa * able;
    double quick = steady ? 1 : Math.min(1, dt / 0.3);
    pumpKpa += (there - pumpKpa) * quick;
    double flow = s.running ? s.rpm() / 1_500 * (0.3 + 0.7 * work) : 0;
    filterKpa += (45 * flow * c.hydraulicFilterFactor - filterKpa) * quick;
    double heat = 26 * work + 3 * (1 - able) * 30 * work + (s.running ? 4 : 0);
    double target = s.ambientC + heat * 1.6 / Math.max(0.08, c.hydraulicCoolerShare);
    oilC += (target - oilC) * Math.min(1, dt / 1_100);
    double gearTarget = s.ambientC + (s.running ? 28 + 32 * work + 250 * c.clutchSlip * work : 0);
    gearOilC += (gearTarget - gearOilC) * Math.min(1, dt / 1_000);
    double charge =
        s.omega > 20 ? Math.min(1_900, 900 + 1.1 * s.rpm()) * c.transmissionPumpShare : 0;
    clutchOilKpa += (charge - clutchOilKpa) * quick;
    double starved = Math.max(0, 0.6 - c.transmissionPumpShare) * 0.5;
    slipShare = work > 0.3 ? Math.max(c.clutchSlip, starved) * work + 0.01 : 0;
  }

  /** As cold as the air. */
  public void rest(EngineState s) {
    oilC = s.ambientC;
    gearOilC = s.ambientC;
    pumpKpa = 0;
    pumpWantedKpa = 0;
    filterKpa = 0;
    clutchOilKpa = 0;
    slipShare = 0;
  }
}
