package hitchlamp.core.trial.conversion;

import java.util.List;
import java.util.function.Function;
import java.util.function.ToDoubleFunction;

/**
 * One sensor of nitrogen oxides: whether it wakes, whether its reading moves, and what it reads
 * where the engine burns nothing.
 *
 * @param state in a word
 * @param zero mean reading without fuel, ppm; not a number where that was not seen
 * @param zeroC hottest gas in the two minutes before; not a number where it is not told
 */
record GasCheck(State state, double zero, double zeroC) {
  /** What is to be said of it. */
  enum State {
    AWAKE(""),
    NEVER_WARM(""),
    NOT_LONG_WARM(""),
    NOT_TOLD("sensor-not-told"),
    NOT_HEATED("sensor-not-heated"),
    NOT_HOT("sensor-not-hot"),
    NOT_STABLE("sensor-not-stable"),
    STUCK("sensor-stuck");

    private final String word;

    State(String word) {
      this.word = word;
    }

    /** Name of the sentence that says it. */
    String word() {
      return word;
    }

    /** True where something is wrong with the sensor, its supply or its wires. */
    boolean bad() {
      return !word.isEmpty();
    }
  }

  /** Gas from which on a sensor is switched on anywhere; common practice, no source. */
  private static final double WAKES_C = 160;

  private static final int LONG_ENOUGH = 240;
  private static final int STUCK_SECONDS = 120;
  private static final double STUCK_PPM = 0.15;
  private static final double LITTLE_PPM = 15;
  private static final double FUEL_CHANGES = 2;
  private static final double BEFORE_CHANGES = 60;
  private static final int FEWEST = 3;
  private static final int BEFORE_SECONDS = 120;

  /** The one before the catalyst. */
  static GasCheck before(List<ConversionRow> rows) {
    return of(
        rows, ConversionRow::readBefore, ConversionRow::beforeState, GasCheck::fuelChanged, 0);
  }

  /**
   * The one behind it.
   *
   * @param delay by which it tells later, s
   */
  static GasCheck behind(List<ConversionRow> rows, int delay) {
    return of(
        rows,
        ConversionRow::readBehind,
        ConversionRow::behindState,
        GasCheck::beforeChanged,
        delay);
  }

  private static GasCheck of(
      List<ConversionRow> rows,
      ToDoubleFunction<ConversionRow> read,
      Function<ConversionRow, GasSensorState> state,
      Function<List<ConversionRow>, Boolean> changed,
      int delay) {
    boolean told = rows.stream().anyMatch(r -> !Double.isNaN(read.applyAsDouble(r)));
    if (!told) {
      return new GasCheck(asleep(rows, state), Double.NaN, Double.NaN);
    }
    return stuck(rows, read, changed)
        ? new GasCheck(State.STUCK, Double.NaN, Double.NaN)
        : zero(rows, read, delay);
  }

  private static State asleep(
      List<ConversionRow> rows, Function<ConversionRow, GasSensorState> state) {
    int warm = 0;
    int longest = 0;
    boolean known = false;
    GasSensorState furthest = GasSensorState.NOT_TOLD;
    for (ConversionRow r : rows) {
      known |= !Double.isNaN(r.celsius());
      warm = r.celsius() >= WAKES_C && r.rpm() > 0 ? warm + 1 : 0;
      longest = Math.max(longest, warm);
      if (state.apply(r).compareTo(furthest) > 0) {
        furthest = state.apply(r);
      }
    }
    if (!known || longest == 0) {
      return known ? State.NEVER_WARM : State.NOT_LONG_WARM;
    }
    if (longest < LONG_ENOUGH) {
      return State.NOT_LONG_WARM;
    }
    return switch (furthest) {
      case NOT_TOLD, STABLE -> State.NOT_TOLD;
      case OFF -> State.NOT_HEATED;
      case HEATS -> State.NOT_HOT;
      case HOT -> State.NOT_STABLE;
    };
  }

  /** True where it read the same for long while what it measures changed. */
  private static boolean stuck(
      List<ConversionRow> rows,
      ToDoubleFunction<ConversionRow> read,
      Function<List<ConversionRow>, Boolean> changed) {
    // A table in whole ppm tells hardly anything of what is nearly all converted.
    boolean fine =
        rows.stream().mapToDouble(read).anyMatch(v -> Math.abs(v - Math.rint(v)) > STUCK_PPM);
    int from = 0;
    for (int i = 1; i <= rows.size(); i++) {
      boolean same =
          i < rows.size()
              && Math.abs(read.applyAsDouble(rows.get(i)) - read.applyAsDouble(rows.get(from)))
                  < STUCK_PPM;
      if (!same) {
        boolean told = Math.abs(read.applyAsDouble(rows.get(from))) > LITTLE_PPM || fine;
        if (told && i - from >= STUCK_SECONDS && changed.apply(rows.subList(from, i))) {
          return true;
        }
        from = i;
      }
    }
    return false;
  }

  private static boolean fuelChanged(List<ConversionRow> rows) {
    double[] fuel =
        rows.stream().mapToDouble(ConversionRow::fuel).filter(f -> !Double.isNaN(f)).toArray();
    double most = java.util.Arrays.stream(fuel).max().orElse(0);
    double least = java.util.Arrays.stream(fuel).min().orElse(0);
    return most > 2 && most > FUEL_CHANGES * least;
  }

  private static boolean beforeChanged(List<ConversionRow> rows) {
    double[] before =
        rows.stream()
            .mapToDouble(ConversionRow::readBefore)
            .filter(f -> !Double.isNaN(f))
            .toArray();
    double most = java.util.Arrays.stream(before).max().orElse(0);
    double least = java.util.Arrays.stream(before).min().orElse(0);
    return most - least > BEFORE_CHANGES;
  }

  private static GasCheck zero(
      List<ConversionRow> rows, ToDoubleFunction<ConversionRow> read, int delay) {
    double sum = 0;
    int count = 0;
    int overrun = 0;
    double hottest = Double.NaN;
    for (int i = 0; i < rows.size(); i++) {
      overrun = rows.get(i).overrun() ? overrun + 1 : 0;
      double v = read.applyAsDouble(rows.get(i));
      if (overrun > DrivePlan.SETTLES + delay && !Double.isNaN(v)) {
        sum += v;
        count++;
        hottest = Math.max(Double.isNaN(hottest) ? -273 : hottest, hottest(rows, i));
      }
    }
    return count < FEWEST
        ? new GasCheck(State.AWAKE, Double.NaN, Double.NaN)
        : new GasCheck(State.AWAKE, sum / count, hottest);
  }

  private static double hottest(List<ConversionRow> rows, int to) {
    return rows.subList(Math.max(0, to - BEFORE_SECONDS), to).stream()
        .mapToDouble(ConversionRow::celsius)
        .filter(c -> !Double.isNaN(c))
        .max()
        .orElse(-273);
  }
}
