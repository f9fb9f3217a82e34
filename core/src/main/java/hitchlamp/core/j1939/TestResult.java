package hitchlamp.core.j1939;

import hitchlamp.core.bus.Frame;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;

/**
 * One result of a test that a monitor runs, as DM30, or DM8 of older modules, tells it when DM7
 * asks (J1939-73, from memory).
 *
 * @param test number of the test, 1 to 64; 247 where it stands for all of its parameter
 * @param spn what it tests; 0 where the module only numbers its tests (DM8)
 * @param fmi how it would fail; 31 where that is not told
 * @param scaling number of the standard scaling of its value and limits
 * @param value counts, or what stands for a state
 * @param most counts that pass at most; empty where there is no such limit
 * @param least counts that pass at least; empty where there is no such limit
 */
public record TestResult(
    int test, int spn, int fmi, int scaling, int value, OptionalInt most, OptionalInt least) {
  /** The test has not run to its end since the last clear. */
  public static final int NOT_RUN = 0xFB00;

  /** The test cannot run. */
  public static final int CANNOT_RUN = 0xFB01;

  /** Asks for every result of one parameter. */
  public static final int ALL_OF_ONE = 247;

  /** Results that one module may tell of one parameter: what comes beyond is passed over. */
  public static final int MOST = 64;

  private static final int BYTES = 12;
  private static final int OLD_BYTES = 8;
  private static final int ANY_FMI = 31;
  private static final int GREATEST_VALUE = 0xFAFF;

  /**
   * What a message tells.
   *
   * @param garbled what did not fit the layout, in words
   */
  public record Told(List<TestResult> results, Optional<String> garbled) {}

  /** True where it has run, so that its value is one. */
  public boolean ran() {
    return value <= GREATEST_VALUE;
  }

  /** The frame that asks a module for every result of one parameter (DM7). */
  public static Frame question(int spn, int own, int destination) {
    return Frame.extended(
        Identifier.to(destination, Pgn.DM7, own, Request.PRIORITY).bits(),
        ALL_OF_ONE,
        spn,
        spn >> 8,
        spn >> 16 << 5 | ANY_FMI,
        0xFF,
        0xFF,
        0xFF,
        0xFF);
  }

  /** The frame that asks a module for the result of a test that it numbers itself (DM7). */
  public static Frame numbered(int test, int own, int destination) {
    return Frame.extended(
        Identifier.to(destination, Pgn.DM7, own, Request.PRIORITY).bits(),
        test,
        0xFF,
        0xFF,
        0xFF,
        0xFF,
        0xFF,
        0xFF,
        0xFF);
  }

  /** Numbers of the tests that a module has (DM10: a bit each, from test 1). */
  public static List<Integer> numbers(byte[] data) {
    List<Integer> tests = new ArrayList<>();
    for (int i = 0; i < MOST && i / 8 < data.length; i++) {
      if ((data[i / 8] >> i % 8 & 1) != 0) {
        tests.add(i + 1);
      }
    }
    return List.copyOf(tests);
  }

  /** Reads the data of DM8; empty where they are too short or of no test. */
  public static Optional<TestResult> old(byte[] data) {
    int test = data.length < OLD_BYTES ? 0 : data[0] & 0xFF;
    return test < 1 || test > MOST
        ? Optional.empty()
        : Optional.of(
            new TestResult(
                test, 0, ANY_FMI, 0, word(data, 2), limit(word(data, 4)), limit(word(data, 6))));
  }

  /** Reads the data of DM30. */
  public static Told of(byte[] data) {
    List<TestResult> results = new ArrayList<>();
    int at = 0;
    for (; at + BYTES <= data.length && results.size() < MOST; at += BYTES) {
      int spn = word(data, at + 1) | (data[at + 3] >> 5 & 7) << 16;
      if (spn != 0 && spn != Dtc.GREATEST_SPN) {
        results.add(
            new TestResult(
                data[at] & 0xFF,
                spn,
                data[at + 3] & ANY_FMI,
                word(data, at + 4),
                word(data, at + 6),
                limit(word(data, at + 8)),
                limit(word(data, at + 10))));
      }
    }
    int rest = results.size() == MOST ? 0 : data.length - at;
    // One frame that holds no result is filled up: the module has none.
    boolean none = data.length <= 8;
    return new Told(
        List.copyOf(results),
        rest == 0 || none
            ? Optional.empty()
            : Optional.of(J1939Words.say("bytes-after-the-last-whole-result", rest)));
  }

  private static OptionalInt limit(int raw) {
    return raw > GREATEST_VALUE ? OptionalInt.empty() : OptionalInt.of(raw);
  }

  private static int word(byte[] data, int at) {
    return data[at] & 0xFF | (data[at + 1] & 0xFF) << 8;
  }
}
