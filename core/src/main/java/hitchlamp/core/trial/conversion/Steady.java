package hitchlamp.core.trial.conversion;

import java.util.ArrayList;
import java.util.List;

/**
 * Steady stretches of a drive, found by themselves: both sensors awake, the catalyst warm, and for
 * half a minute neither the nitrogen oxides before it nor its temperature change much.
 *
 * @param from first row
 * @param to row behind the last
 */
record Steady(int from, int to) {
  private static final int WINDOW = 20;
  private static final int LEAST = 30;
  private static final int HALF = WINDOW / 2;
  private static final double GAP_SECONDS = 3.5;
  private static final double WANDERS_SHARE = 0.06;
  private static final double WANDERS_PPM = 6;
  private static final double WANDERS_C = 6;
  private static final double LEAST_PPM = 40;
  private static final int RISE_OVER = 60;
  private static final double RISES_A_MINUTE = 2;

  int seconds() {
    return to - from;
  }

  /** The last so many seconds of what was steady. */
  static List<Steady> last(List<Steady> all, int seconds) {
    List<Steady> last = new ArrayList<>();
    int left = seconds;
    for (int i = all.size() - 1; i >= 0 && left > 0; i--) {
      Steady s = all.get(i);
      int take = Math.min(left, s.seconds());
      last.add(0, new Steady(s.to() - take, s.to()));
      left -= take;
    }
    return last;
  }

  /**
   * True where conversion still got better at the end of the last stretch: what the catalyst stores
   * comes before what passes it.
   */
  static boolean rises(List<ConversionRow> rows, List<Steady> all) {
    if (all.isEmpty()) {
      return false;
    }
    Steady end = all.get(all.size() - 1);
    int from = Math.max(end.from(), end.to() - 2 * RISE_OVER);
    int half = (from + end.to()) / 2;
    double later = converted(rows, half, end.to()) - converted(rows, from, half);
    return later > RISES_A_MINUTE * (half - from) / 60.0;
  }

  private static double converted(List<ConversionRow> rows, int from, int to) {
    double before = 0;
    double behind = 0;
    for (ConversionRow r : rows.subList(from, to)) {
      before += r.before();
      behind += r.behind();
    }
    return 100 * (1 - behind / Math.max(1, before));
  }

  /** All of a drive, in their order. */
  static List<Steady> of(List<ConversionRow> rows, ConversionSetup setup) {
    boolean[] still = new boolean[rows.size()];
    for (int i = 0; i + WINDOW <= rows.size(); i += HALF / 2) {
      if (still(rows.subList(i, i + WINDOW), setup)) {
        for (int k = i; k < i + WINDOW; k++) {
          still[k] = true;
        }
      }
    }
    List<Steady> all = new ArrayList<>();
    for (int i = 0; i < still.length; i++) {
      int from = i;
      while (i < still.length && still[i]) {
        i++;
      }
      if (i - from >= LEAST) {
        all.add(new Steady(from, i));
      }
    }
    return all;
  }

  private static boolean still(List<ConversionRow> rows, ConversionSetup setup) {
    double early = 0;
    double late = 0;
    double coldest = Double.POSITIVE_INFINITY;
    double warmest = Double.NEGATIVE_INFINITY;
    for (int i = 0; i < WINDOW; i++) {
      ConversionRow r = rows.get(i);
      boolean follows = i == 0 || r.seconds() - rows.get(i - 1).seconds() < GAP_SECONDS;
      boolean warm =
          Double.isNaN(r.celsius()) || r.celsius() >= setup.warmC() && r.celsius() <= setup.hotC();
      if (!follows || !warm || !r.awake() || r.burns()) {
        return false;
      }
      if (i < HALF) {
        early += r.before() / HALF;
      } else {
        late += r.before() / HALF;
      }
      if (!Double.isNaN(r.celsius())) {
        coldest = Math.min(coldest, r.celsius());
        warmest = Math.max(warmest, r.celsius());
      }
    }
    double mean = (early + late) / 2;
    if (mean < LEAST_PPM || warmest - coldest > WANDERS_C) {
      return false;
    }
    double most = WANDERS_SHARE * mean + WANDERS_PPM;
    return Math.abs(late - early) < most / 2
        && rows.stream().allMatch(r -> Math.abs(r.before() - mean) < 2 * most);
  }
}
