package hitchlamp.standin.fault;

import java.io.ByteArrayOutputStream;
import java.util.function.DoubleSupplier;

/**
 * A test that a monitor runs again and again: the mean of what it watches over so long a time of
 * work, told beside its limits as DM30 tells them (J1939-73, from memory). A clear makes it begin
 * anew.
 */
public final class ScaledTest {
  private static final int ALL_OF_ONE = 247;
  private static final int NOT_RUN = 0xFB00;
  private static final int NO_LIMIT = 0xFFFF;
  private static final int GREATEST = 0xFAFF;

  /** How counts become values: the number by which a tester finds it, and a count's worth. */
  public record Scaling(int id, double step) {
    int counts(double value) {
      return Double.isNaN(value)
          ? NO_LIMIT
          : (int) Math.max(0, Math.min(GREATEST, Math.round(value / step)));
    }
  }

  private final int spn;
  private final int fmi;
  private final Scaling scaling;
  private final double least;
  private final double most;
  private final double seconds;
  private final DoubleSupplier sample;
  private double since;
  private double sum;
  private double lasted;
  private double result = Double.NaN;
  private long clears;

  /**
   * @param least that passes; not a number where there is no such limit
   * @param most that passes; not a number where there is no such limit
   * @param seconds of work that it needs
   * @param sample what it watches; not a number while it cannot
   */
  public ScaledTest(
      int spn,
      int fmi,
      Scaling scaling,
      double least,
      double most,
      double seconds,
      DoubleSupplier sample) {
    this.spn = spn;
    this.fmi = fmi;
    this.scaling = scaling;
    this.least = least;
    this.most = most;
    this.seconds = seconds;
    this.sample = sample;
  }

  public int spn() {
    return spn;
  }

  /** True where it has run to its end since the last clear. */
  public boolean ran(FaultMemory memory) {
    return clears == memory.clears() && !Double.isNaN(result);
  }

  /** Time goes on; it looks once a second. */
  public void step(double dt, FaultMemory memory) {
    if (clears != memory.clears()) {
      clears = memory.clears();
      result = Double.NaN;
      sum = 0;
      lasted = 0;
    }
    since += dt;
    if (since < 1) {
      return;
    }
    double seen = sample.getAsDouble();
    if (!Double.isNaN(seen)) {
      sum += seen * since;
      lasted += since;
    }
    since = 0;
    if (lasted >= seconds) {
      result = sum / lasted;
      sum = 0;
      lasted = 0;
    }
  }

  /** Its result as twelve bytes of DM30. */
  void tell(ByteArrayOutputStream out, FaultMemory memory) {
    out.write(ALL_OF_ONE);
    word(out, spn);
    out.write(spn >>> 16 << 5 | fmi);
    word(out, scaling.id());
    word(out, ran(memory) ? scaling.counts(result) : NOT_RUN);
    word(out, scaling.counts(most));
    word(out, scaling.counts(least));
  }

  private static void word(ByteArrayOutputStream out, int value) {
    out.write(value);
    out.write(value >> 8);
  }
}
