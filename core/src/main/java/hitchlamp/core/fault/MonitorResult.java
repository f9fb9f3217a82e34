package hitchlamp.core.fault;

import hitchlamp.core.j1939.TestResult;
import hitchlamp.core.pack.MonitorKind;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.quantity.Unit;
import hitchlamp.core.words.Figure;
import hitchlamp.core.words.Said;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;

/**
 * What a test of a monitor found, beside its limits.
 *
 * @param spn what it tests; 0 where its module only numbers its tests
 * @param fmi how it would fail
 * @param test number of the test
 * @param title what it is called
 * @param monitor that it belongs to; empty where the pack does not say
 * @param value in {@code unit}, else counts; not a number where it has not run
 * @param least that passes; not a number where there is no such limit
 * @param most that passes; not a number where there is no such limit
 * @param unit of value and limits; empty where nobody knows what the counts stand for
 * @param decimals that value and limits bear
 * @param margin to the nearer limit, percent of the room between two limits, of the limit where
 *     there is one; negative beyond it; not a number where there is none
 * @param state what it comes to
 */
public record MonitorResult(
    int spn,
    int fmi,
    int test,
    String title,
    String monitor,
    double value,
    double least,
    double most,
    Optional<Unit> unit,
    int decimals,
    double margin,
    State state) {
  /**
   * A result that passes by less than this may fail with the next: percent (common practice, no
   * source).
   */
  public static final double NEAR_PERCENT = 10;

  private static final double HUNDRED = 100;

  /** What a result comes to, the worst first. */
  public enum State {
    FAILS,
    NEAR,
    /** A limit below the other: nothing could pass. */
    REVERSED,
    NO_LIMITS,
    CANNOT_RUN,
    NOT_RUN,
    PASSES
  }

  /** All that a module tells, the worst first. */
  public static List<MonitorResult> of(List<TestResult> told, Pack pack) {
    return told.stream()
        .map(r -> of(r, pack))
        .sorted(
            Comparator.comparing((MonitorResult r) -> r.state())
                .thenComparingDouble(r -> Double.isNaN(r.margin()) ? HUNDRED : r.margin())
                .thenComparingInt(MonitorResult::spn)
                .thenComparingInt(MonitorResult::fmi)
                .thenComparingInt(MonitorResult::test))
        .toList();
  }

  /** One result with what the pack knows of it. */
  public static MonitorResult of(TestResult r, Pack pack) {
    Optional<MonitorKind.Test> known = pack.monitors().test(r.spn(), r.fmi());
    Optional<MonitorKind.Scaling> scaling =
        Optional.ofNullable(pack.monitors().scalings().get(r.scaling()));
    double value = r.ran() ? scaled(r.value(), scaling) : Double.NaN;
    double least = limit(r.least(), scaling);
    double most = limit(r.most(), scaling);
    if (scaling.isPresent() && scaling.get().scale() < 0) {
      // Counts that fall as the value rises: the limit of the counts above is the value's below.
      double turned = least;
      least = most;
      most = turned;
    }
    double margin = margin(value, least, most);
    return new MonitorResult(
        r.spn(),
        r.fmi(),
        r.test(),
        known.map(MonitorKind.Test::title).orElseGet(() -> title(r, pack)),
        known.map(MonitorKind.Test::monitor).orElse(""),
        value,
        least,
        most,
        scaling.map(MonitorKind.Scaling::unit),
        scaling.map(MonitorKind.Scaling::decimals).orElse(0),
        margin,
        state(r, least, most, margin));
  }

  /** What a test is called that its module only numbers. */
  public static String titleOf(int number) {
    return FaultWords.say("test-number", number);
  }

  private static String title(TestResult r, Pack pack) {
    return r.spn() == 0 ? titleOf(r.test()) : pack.spnText(r.spn()) + ", " + pack.fmiText(r.fmi());
  }

  private static double scaled(int counts, Optional<MonitorKind.Scaling> scaling) {
    return scaling.map(s -> s.value(counts)).orElse((double) counts);
  }

  private static double limit(OptionalInt counts, Optional<MonitorKind.Scaling> scaling) {
    return counts.isPresent() ? scaled(counts.getAsInt(), scaling) : Double.NaN;
  }

  private static State state(TestResult r, double least, double most, double margin) {
    if (r.value() == TestResult.NOT_RUN) {
      return State.NOT_RUN;
    }
    if (!r.ran()) {
      return State.CANNOT_RUN;
    }
    if (least > most) {
      return State.REVERSED;
    }
    if (Double.isNaN(margin)) {
      return State.NO_LIMITS;
    }
    return margin < 0 ? State.FAILS : margin < NEAR_PERCENT ? State.NEAR : State.PASSES;
  }

  private static double margin(double value, double least, double most) {
    boolean low = !Double.isNaN(least);
    boolean high = !Double.isNaN(most);
    double below = high ? most - value : Double.POSITIVE_INFINITY;
    double above = low ? value - least : Double.POSITIVE_INFINITY;
    double room = low && high ? most - least : Math.abs(low ? least : most);
    double nearest = Math.min(below, above);
    if (Double.isNaN(value) || !low && !high || least > most) {
      return Double.NaN;
    }
    // A limit of nought, or two that are one, give no measure: on it, or away from it.
    return room > 0 ? HUNDRED * nearest / room : nearest < 0 ? -HUNDRED : HUNDRED;
  }

  /** True where the repair of what it tests is shown by it. */
  public boolean proves() {
    return state == State.PASSES;
  }

  /** What it comes to, as a sentence. */
  public Said says() {
    return switch (state) {
      case FAILS -> FaultWords.said("test-fails", title, figure(value), limits());
      case NEAR -> FaultWords.said("test-passes-near", title, figure(value), limits());
      case PASSES -> FaultWords.said("test-passes", title, figure(value), limits());
      case NO_LIMITS -> FaultWords.said("test-without-limits", title, figure(value));
      case REVERSED -> FaultWords.said("test-with-limits-reversed", title);
      case CANNOT_RUN -> FaultWords.said("test-cannot-run", title);
      case NOT_RUN -> FaultWords.said("test-has-not-run", title);
    };
  }

  private Said limits() {
    if (Double.isNaN(least)) {
      return FaultWords.said("at-most", figure(most));
    }
    return Double.isNaN(most)
        ? FaultWords.said("at-least", figure(least))
        : FaultWords.said("between", figure(least), figure(most));
  }

  private Figure figure(double v) {
    return new Figure(v, unit.orElse(Unit.ONE), decimals);
  }
}
