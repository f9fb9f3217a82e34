package hitchlamp.core.trial.rail;

import hitchlamp.core.trial.Level;
import java.util.List;

/**
 * What was seen of rail and supply.
 *
 * @param stage where it is
 * @param held seconds that the present speed has been held
 * @param rpm speed now; not a number where not told
 * @param steady at idle, then raised; fewer where it was not held
 * @param snaps moments of all snaps
 * @param snapped how many snaps there were
 * @param hold moments since the engine stands, from the first that was told after the key was on
 * @param last rail pressure before the engine was stopped, MPa
 * @param zeroSupply what the supply's sensor shows with no flow, kPa; no values where not seen
 * @param zeroDrop the same of the filter's
 * @param complete true once it came to its end
 */
public record RailSeen(
    RailStage stage,
    double held,
    double rpm,
    List<RailPoint> steady,
    List<RailMoment> snaps,
    int snapped,
    List<RailMoment> hold,
    double last,
    Level zeroSupply,
    Level zeroDrop,
    boolean complete) {
  /** Moments that are kept at most of each kind. */
  static final int MOST = 1_000;

  /**
   * @throws IllegalArgumentException where no run has so many
   */
  public RailSeen {
    if (snaps.size() > MOST || hold.size() > MOST || steady.size() > MOST) {
      throw new IllegalArgumentException(RailWords.say("no-run-has-so-many"));
    }
    steady = List.copyOf(steady);
    snaps = List.copyOf(snaps);
    hold = List.copyOf(hold);
  }
}
