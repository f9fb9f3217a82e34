package hitchlamp.core.trial.coils;

/**
 * What the module sampled of one injector's circuit; not a number where it sampled nothing.
 *
 * @param cylinder counted from 1
 * @param restVolts at its lower wire before a pulse
 * @param earlyAmps shortly after the beginning of a pulse
 * @param riseMicros until the current pulls in
 * @param holdPercent of the time that the supply must be on to hold it
 * @param supplyVolts of the module meanwhile
 * @param heard what the ear said
 */
public record CoilSample(
    int cylinder,
    double restVolts,
    double earlyAmps,
    double riseMicros,
    double holdPercent,
    double supplyVolts,
    Heard heard) {
  /** What a person heard. */
  public enum Heard {
    NOT_SAID,
    CLICKS,
    SILENT
  }

  /** The same with what the ear said. */
  CoilSample heard(Heard what) {
    return new CoilSample(
        cylinder, restVolts, earlyAmps, riseMicros, holdPercent, supplyVolts, what);
  }

  /** True where the module has sampled anything. */
  boolean sampled() {
    return !Double.isNaN(restVolts) && !Double.isNaN(earlyAmps);
  }
}
