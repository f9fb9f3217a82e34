package hitchlamp.core.trial.rail;

/**
 * What a pack says of rail and supply, of a nominal unit.
 *
 * @param cylinders of the engine
 * @param raised speed that is held by the pedal, rpm; 0 where it has one speed only
 * @param pump what the high-pressure pump gives a turn of the crank, mm³
 * @param returned what the injectors return at 1,000 rpm, mm³/s a MPa
 * @param supplyIdle before the filter at the idle of {@code idle}, kPa
 * @param supplyRises by so much a rpm faster, kPa
 * @param idle rpm of that
 * @param filter resistance of a clean filter, kPa a mm³/s of fuel
 * @param bleeds what always goes through the filter and back, mm³/s
 * @param permitted resistance of the filter that is permitted, times that of a clean one
 * @param keeps percent of its pressure that a sound rail keeps after a minute
 */
public record RailSetup(
    int cylinders,
    double raised,
    double pump,
    double returned,
    double supplyIdle,
    double supplyRises,
    double idle,
    double filter,
    double bleeds,
    double permitted,
    double keeps) {
  /** Density of diesel at 40 °C, mg/mm³ (EN 590 allows 0.820 to 0.845 at 15 °C). */
  private static final double DENSITY = 0.825;

  private static final double THOUSAND_RPM = 1_000;
  private static final double SECONDS = 60;

  /** Fuel that cylinders and injectors of a sound engine take at a point, mm³/s. */
  double takes(RailPoint p) {
    double strokes = cylinders * p.rpm() / 2 / SECONDS;
    return strokes * p.injected() / DENSITY + returned * p.rpm() / THOUSAND_RPM * p.rail().mean();
  }

  /** How far the metering valve of a sound engine stands open at a point, percent. */
  double effort(RailPoint p) {
    return 100 * takes(p) / (pump * p.rpm() / SECONDS);
  }

  /** Supply of a sound lift pump before the filter, kPa. */
  double supply(double rpm) {
    return supplyIdle + supplyRises * (rpm - idle);
  }

  /** Loss over a clean filter at a point, kPa. */
  double drop(RailPoint p) {
    return filter * (takes(p) + bleeds);
  }
}
