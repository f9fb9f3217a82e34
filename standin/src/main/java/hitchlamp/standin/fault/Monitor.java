package hitchlamp.standin.fault;

import java.util.function.BooleanSupplier;

/**
 * Watches one condition with debounce in both directions, and writes into the memory of its module.
 */
public final class Monitor {
  private final int spn;
  private final int fmi;
  private final FaultMemory.Lamp lamp;
  private final BooleanSupplier bad;
  private final double setSeconds;
  private final double healSeconds;
  private double badFor;
  private double goodFor;

  /**
   * @param setSeconds time the condition must last before the fault is set
   * @param healSeconds time it must be gone before the fault is earlier
   */
  public Monitor(
      int spn,
      int fmi,
      FaultMemory.Lamp lamp,
      double setSeconds,
      double healSeconds,
      BooleanSupplier bad) {
    this.spn = spn;
    this.fmi = fmi;
    this.lamp = lamp;
    this.bad = bad;
    this.setSeconds = setSeconds;
    this.healSeconds = healSeconds;
  }

  /** Time goes on by {@code seconds}; the engine hours are those of the module's clock. */
  public void step(double seconds, double hours, FaultMemory memory) {
    if (bad.getAsBoolean()) {
      goodFor = 0;
      badFor += seconds;
      if (badFor >= setSeconds) {
        memory.set(spn, fmi, lamp, hours);
      }
    } else {
      badFor = 0;
      goodFor += seconds;
      if (goodFor >= healSeconds) {
        memory.heal(spn, fmi);
      }
    }
  }
}
