package hitchlamp.core.trial.airdrive;

import java.util.Comparator;
import java.util.List;

/**
 * How an actuator followed its module over a drive.
 *
 * @param rests moments in which it had been told to stay
 * @param way between what it was mostly told low and high, percent; not a number where it was not
 *     moved
 * @param low by how much it is beside that where it is told low, percent
 * @param high the same where it is told high
 * @param at where it mostly is
 * @param told where it is mostly told to be
 * @param mostly by how much it is beside where it is told, over all of them
 * @param highTold where it is told to be where that is high
 */
record Follows(
    int rests,
    double way,
    double low,
    double high,
    double at,
    double told,
    double mostly,
    double highTold) {
  /** A position sensor and its actuator agree within so much, percent. */
  private static final double NEAR = 5.5;

  private static final double FAR = 12;

  /** Moments at either end of its way that are compared. */
  private static final int ENDS = 8;

  /** Moved by less, nothing is told of how it follows, percent. */
  private static final double LEAST_WAY = 8;

  private static final double ALIKE = 0.15;

  static Follows of(List<AirDriveRow> rests, int place) {
    if (rests.size() < 2 * ENDS) {
      return new Follows(
          rests.size(),
          Double.NaN,
          Double.NaN,
          Double.NaN,
          Double.NaN,
          Double.NaN,
          Double.NaN,
          Double.NaN);
    }
    // At either end of its way: in between it is mostly under way.
    List<AirDriveRow> told =
        rests.stream().sorted(Comparator.comparingDouble(r -> r.commanded().get(place))).toList();
    List<AirDriveRow> down = told.subList(0, ENDS);
    List<AirDriveRow> up = told.subList(told.size() - ENDS, told.size());
    double lowTold = Stretches.median(down, r -> r.commanded().get(place));
    double highTold = Stretches.median(up, r -> r.commanded().get(place));
    return new Follows(
        rests.size(),
        highTold - lowTold,
        Stretches.median(down, r -> off(r, place)),
        Stretches.median(up, r -> off(r, place)),
        Stretches.median(rests, r -> r.measured().get(place)),
        Stretches.median(rests, r -> r.commanded().get(place)),
        Stretches.median(rests, r -> off(r, place)),
        highTold);
  }

  private static double off(AirDriveRow r, int place) {
    return r.measured().get(place) - r.commanded().get(place);
  }

  /** True where it was moved far enough to tell anything. */
  boolean moved() {
    return way >= LEAST_WAY && Double.isFinite(low) && Double.isFinite(high);
  }

  /** True where it is not where it was sent; one that was hardly moved must be far from there. */
  boolean away() {
    return moved() ? Math.abs(low) > NEAR || Math.abs(high) > NEAR : Math.abs(mostly) > FAR;
  }

  /** Share of the way that it went. */
  double went() {
    return 1 + (high - low) / way;
  }

  /** True where it goes the whole way, and tells as much too much or too little everywhere. */
  boolean shifted() {
    return Math.abs(went() - 1) <= ALIKE && low * high > 0;
  }

  boolean stands() {
    return Math.abs(went()) <= ALIKE;
  }
}
