package hitchlamp.standin.fault;

import java.util.function.BooleanSupplier;
import java.util.function.Supplier;

/**
 * Watches one condition with debounce in both directions, and writes into the memory of its module.
 */
public final class Monitor {
  private static final Supplier<byte[]> NOTHING = () -> new byte[0];

  private final int spn;
  private final int fmi;
  private final FaultMemory.Lamp lamp;
  private final BooleanSupplier bad;
  private final double setSeconds;
  private final double healSeconds;
  private boolean circuit;
  private boolean emission;
  private Supplier<byte[]> snapshot = NOTHING;
  private double badFor;
  private double goodFor;
  private long clears;

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

  /** It watches a circuit, so that a self-test with the key on can run it. */
  public Monitor circuit() {
    circuit = true;
    return this;
  }

  /** Its fault concerns the emissions. */
  public Monitor emission() {
    emission = true;
    return this;
  }

  /** What is frozen when its fault is set. */
  public Monitor freezing(Supplier<byte[]> values) {
    snapshot = values;
    return this;
  }

  public int spn() {
    return spn;
  }

  public int fmi() {
    return fmi;
  }

  FaultMemory.Lamp lamp() {
    return lamp;
  }

  boolean ofEmission() {
    return emission;
  }

  byte[] freeze() {
    return snapshot.get();
  }

  /** True where it watches a circuit that is bad at this moment. */
  public boolean failsNow() {
    return circuit && bad.getAsBoolean();
  }

  /** True while its condition holds at this moment. */
  public boolean bad() {
    return bad.getAsBoolean();
  }

  /** Time goes on by {@code seconds}; the engine hours are those of the module's clock. */
  public void step(double seconds, double hours, FaultMemory memory) {
    if (clears != memory.clears()) {
      clears = memory.clears();
      badFor = 0;
      goodFor = 0;
    }
    if (bad.getAsBoolean()) {
      goodFor = 0;
      badFor += seconds;
      if (badFor >= setSeconds) {
        memory.set(this, hours);
      } else if (badFor >= setSeconds / 2) {
        memory.ripens(this);
      }
    } else if (badFor > 0 || goodFor < healSeconds + 3 * seconds) {
      badFor = 0;
      goodFor += seconds;
      if (goodFor >= healSeconds) {
        memory.heal(spn, fmi);
      }
    }
  }
}
