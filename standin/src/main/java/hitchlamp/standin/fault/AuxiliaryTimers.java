package hitchlamp.standin.fault;

import java.io.ByteArrayOutputStream;
import java.util.List;
import java.util.function.BooleanSupplier;

/**
 * Counts how long devices that raise the emissions were at work, and tells it (DM33 of J1939-73,
 * from memory). No clear touches the times.
 */
public final class AuxiliaryTimers {
  private static final double MINUTE = 60;
  private static final int UNUSED = 0xFF;
  private static final int TIMER_BYTES = 4;

  private final List<BooleanSupplier> devices;
  private final double[] seconds;

  /**
   * @param devices true while one is at work
   * @param before minutes that each was at work before the lived time
   */
  public AuxiliaryTimers(List<BooleanSupplier> devices, double before) {
    this.devices = List.copyOf(devices);
    this.seconds = new double[devices.size()];
    for (int i = 0; i < seconds.length; i++) {
      seconds[i] = before * MINUTE / (i + 1);
    }
  }

  /** Time goes on. */
  public void step(double dt) {
    for (int i = 0; i < seconds.length; i++) {
      seconds[i] += devices.get(i).getAsBoolean() ? dt : 0;
    }
  }

  /** Data of DM33; the second timer is not used. */
  public byte[] told() {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    for (int i = 0; i < seconds.length; i++) {
      out.write(i + 1);
      long minutes = (long) (seconds[i] / MINUTE);
      for (int b = 0; b < TIMER_BYTES; b++) {
        out.write((int) (minutes >> 8 * b));
      }
      for (int b = 0; b < TIMER_BYTES; b++) {
        out.write(UNUSED);
      }
    }
    return out.toByteArray();
  }
}
