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

  /**
   * What it tests.
   *
   * @param least that passes; not a number where there is no such limit
   * @param most that passes; not a number where there is no such limit
   */
  public record About(int spn, int fmi, Scaling scaling, double least, double most) {}

  /**
   * The work that it needs.
   *
   * @param settles time that it must have been able to see before what it sees counts, s
   * @param seconds that count, s
   */
  public record Work(double settles, double seconds) {}

  private final About about;
  private final Work work;
  private final DoubleSupplier sample;
  private double since;
  private double steady;
  private double sum;
  private double lasted;
  private double result;
  private long clears;

  /**
   * @param before what it found last before the time that is lived here
   * @param sample what it watches; not a number while it cannot
   */
  public ScaledTest(About about, double before, Work work, DoubleSupplier sample) {
    this.about = about;
    this.work = work;
    this.result = before;
    this.sample = sample;
  }

  public int spn() {
    return about.spn;
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
    steady = Double.isNaN(seen) ? 0 : steady + since;
    if (steady > work.settles) {
      sum += seen * since;
      lasted += since;
    }
    since = 0;
    if (lasted >= work.seconds) {
      result = sum / lasted;
      sum = 0;
      lasted = 0;
    }
  }

  /** Its result as twelve bytes of DM30. */
  void tell(ByteArrayOutputStream out, FaultMemory memory) {
    out.write(ALL_OF_ONE);
    word(out, about.spn);
    out.write(about.spn >>> 16 << 5 | about.fmi);
    word(out, about.scaling.id());
    word(out, ran(memory) ? about.scaling.counts(result) : NOT_RUN);
    word(out, about.scaling.counts(about.most));
    word(out, about.scaling.counts(about.least));
  }

  /** Its result as eight bytes of DM8, by a number of its own. */
  void tellOld(int number, ByteArrayOutputStream out, FaultMemory memory) {
    out.write(number);
    out.write(1);
    word(out, ran(memory) ? about.scaling.counts(result) : NOT_RUN);
    word(out, about.scaling.counts(about.most));
    word(out, about.scaling.counts(about.least));
  }

  private static void word(ByteArrayOutputStream out, int value) {
    out.write(value);
    out.write(value >> 8);
  }
}
