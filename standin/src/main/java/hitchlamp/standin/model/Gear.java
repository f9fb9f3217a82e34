package hitchlamp.standin.model;

/**
 * A reversing gear between a marine engine and its shaft: oil pressure from a pump on its input,
 * oil heat from the power that goes through. Coefficients are our own.
 */
public final class Gear {
  private static final double RELIEF_KPA = 2_200;

  public double oilKpa;
  public double oilC = 20;
  public boolean engaged;

  /** Time goes on with its engine; {@code steady} steps are longer than any lag. */
  public void step(double dt, EngineState s, Condition c, boolean steady) {
    // Alongside it is taken out; under way it drives.
    engaged = s.running && s.vehicleKmh > 1;
    double built =
        s.running ? Math.min(RELIEF_KPA, 700 + 1.6 * s.rpm()) * c.transmissionPumpShare : 0;
    double power = engaged ? s.fuelKgPerHour() : 0;
    double hot = s.ambientC + (s.running ? 18 + 0.55 * power : 0);
    oilKpa += (built - oilKpa) * (steady ? 1 : Math.min(1, dt / 0.5));
    oilC += (hot - oilC) * Math.min(1, dt / 900);
  }
}
