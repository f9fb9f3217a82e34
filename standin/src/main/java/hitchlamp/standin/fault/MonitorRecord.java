package hitchlamp.standin.fault;

import java.io.ByteArrayOutputStream;
import java.util.List;

/**
 * Which monitors of the emissions have run since the last clear, and how often they ran at all: the
 * bytes of DM5 and DM20 (J1939-73, from memory). A monitor needs its time with the engine at work;
 * a clear makes it begin anew and does not touch the counts.
 */
public final class MonitorRecord {
  /**
   * A monitor.
   *
   * @param spn of the system it watches
   * @param bit its place in the two bytes of DM5
   * @param hours engine hours after a clear until it has run, where its module tells no tests of it
   * @param tested parameters whose tests it runs
   */
  private record Kind(int spn, int bit, double hours, List<Integer> tested) {
    Kind(int spn, int bit, double hours, Integer... tested) {
      this(spn, bit, hours, List.of(tested));
    }
  }

  private static final List<Kind> KINDS =
      List.of(
          new Kind(3058, 7, 1.0, 2659),
          new Kind(5321, 9, 0.4, 102),
          new Kind(3064, 10, 3.0, 3251),
          new Kind(4792, 11, 4.0, 4364, 4334),
          new Kind(5308, 12, 3.5),
          new Kind(5318, 5, 0.7));

  private static final int COMPLIANCE = 0x14;
  private static final int CONTINUOUS = 0x07;
  private static final int MOST = 64_255;
  private static final double CONDITIONS_SHARE = 0.8;

  private static final int TESTS_ALONE = 0x1B;

  private final FaultMemory memory;
  private final List<ScaledTest> tests;
  private int starts;
  private final int[] ran = new int[KINDS.size()];

  /**
   * @param tests that its monitors run; a monitor without any needs its time
   */
  public MonitorRecord(FaultMemory memory, List<ScaledTest> tests) {
    this.memory = memory;
    this.tests = List.copyOf(tests);
  }

  /** Time goes on. */
  public void step(double seconds) {
    for (int i = 0; i < tests.size(); i++) {
      tests.get(i).step(seconds, memory);
    }
  }

  /** True where it tells what tests found. */
  public boolean tests() {
    return !tests.isEmpty();
  }

  /** True where a monitor has run since the last clear. */
  private boolean complete(Kind k, double hours) {
    List<ScaledTest> own = tests.stream().filter(t -> k.tested.contains(t.spn())).toList();
    return own.isEmpty() ? since(hours) >= k.hours : own.stream().allMatch(t -> t.ran(memory));
  }

  /** Data of DM24: parameters whose tests it tells. */
  public byte[] supported() {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    for (ScaledTest t : tests) {
      word(out, t.spn());
      out.write(t.spn() >>> 16 << 5 | TESTS_ALONE);
      out.write(2);
    }
    return out.toByteArray();
  }

  /** Data of DM30 of one parameter; empty where it tells no test of it. */
  public byte[] results(int spn) {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    tests.stream().filter(t -> t.spn() == spn).forEach(t -> t.tell(out, memory));
    return out.toByteArray();
  }

  /** The engine was started once more after it had cooled down. */
  public void started(double hours) {
    starts = Math.min(MOST, starts + 1);
    for (int i = 0; i < ran.length; i++) {
      if (complete(KINDS.get(i), hours)) {
        ran[i]++;
      }
    }
  }

  private double since(double hours) {
    return Double.isNaN(memory.clearedHour())
        ? Double.POSITIVE_INFINITY
        : hours - memory.clearedHour();
  }

  /** Data of DM5. */
  public byte[] readiness(double hours) {
    long active = memory.kept().stream().filter(FaultMemory.StoredFault::active).count();
    int supported = 0;
    int open = 0;
    for (Kind k : KINDS) {
      supported |= 1 << k.bit;
      open |= complete(k, hours) ? 0 : 1 << k.bit;
    }
    return new byte[] {
      (byte) active,
      (byte) (memory.kept().size() - active),
      COMPLIANCE,
      CONTINUOUS,
      (byte) supported,
      (byte) (supported >> 8),
      (byte) open,
      (byte) (open >> 8)
    };
  }

  /** Data of DM20. */
  public byte[] counts() {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    int conditions = (int) (starts * CONDITIONS_SHARE);
    word(out, starts);
    word(out, conditions);
    for (int i = 0; i < ran.length; i++) {
      int spn = KINDS.get(i).spn;
      word(out, spn);
      out.write(spn >>> 16 << 5);
      word(out, (int) (ran[i] * CONDITIONS_SHARE));
      word(out, conditions);
    }
    return out.toByteArray();
  }

  /** Data of DM10: the first tests have the numbers from 1 on. */
  public byte[] numbers() {
    byte[] bits = new byte[8];
    for (int i = 0; i < tests.size(); i++) {
      bits[i / 8] |= (byte) (1 << i % 8);
    }
    return bits;
  }

  /** Data of DM8 of the test of a number; empty where there is none. */
  public byte[] numbered(int number) {
    if (number < 1 || number > tests.size()) {
      return new byte[0];
    }
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    tests.get(number - 1).tellOld(number, out, memory);
    return out.toByteArray();
  }

  private static void word(ByteArrayOutputStream out, int value) {
    out.write(value);
    out.write(value >> 8);
  }
}
