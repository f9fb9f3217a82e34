package hitchlamp.standin.module;

import hitchlamp.standin.model.Actuator;
import java.util.function.DoubleSupplier;
import java.util.function.IntSupplier;

/**
 * An actuator that a tester can position: one byte, 0.4 % a count, read back as where it really is.
 */
public final class Position implements Services.Control {
  private static final double STEP = 0.004;
  private static final int MOST = 250;

  private final Actuator actuator;
  private final DoubleSupplier position;
  private final IntSupplier refuses;

  /**
   * @param position where it is, 0 to 1
   * @param refuses 0 where a tester may take it, else the negative response code
   */
  public Position(Actuator actuator, DoubleSupplier position, IntSupplier refuses) {
    this.actuator = actuator;
    this.position = position;
    this.refuses = refuses;
  }

  @Override
  public int take(byte[] wanted) {
    if (wanted.length != 1) {
      return 0x13;
    }
    if ((wanted[0] & 0xFF) > MOST) {
      return 0x31;
    }
    int code = refuses.getAsInt();
    if (code == 0) {
      actuator.take((wanted[0] & 0xFF) * STEP);
    }
    return code;
  }

  @Override
  public byte[] state() {
    return new byte[] {(byte) Math.round(position.getAsDouble() / STEP)};
  }

  @Override
  public void giveBack() {
    actuator.giveBack();
  }
}
