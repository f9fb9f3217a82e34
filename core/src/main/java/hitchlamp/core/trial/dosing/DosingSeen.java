package hitchlamp.core.trial.dosing;

import java.util.ArrayList;
import java.util.List;

/**
 * What a check of the fluid's circuit has shown.
 *
 * @param points in the order of time, five a second at most
 * @param answered true once the module has said how its check ended
 * @param done true where it came to its end
 * @param says how it ended, as the end of a sentence about the module; empty before
 * @param outside what a person saw along the line
 * @param level of the tank, percent; not a number where it was not told
 * @param tankC temperature of the fluid
 */
public record DosingSeen(
    List<DosingPoint> points,
    boolean answered,
    boolean done,
    String says,
    Outside outside,
    double level,
    double tankC) {
  /** What the line looks like from outside. */
  public enum Outside {
    UNSEEN,
    DRY,
    /** Wet or white along the line or at its couplings. */
    LINE,
    /** A drop or white crust at the injector's tip. */
    TIP
  }

  /** More points than the longest check gives are no check. */
  static final int MOST = 2_000;

  private static final int SHOWN = 240;

  /**
   * @throws IllegalArgumentException where there are too many points
   */
  public DosingSeen {
    if (points.size() > MOST) {
      throw new IllegalArgumentException(DosingWords.say("too-long"));
    }
    points = List.copyOf(points);
  }

  /** The same with as many points as a page can draw; each change of stage is kept. */
  DosingSeen thinned() {
    int every = Math.max(1, (points.size() + SHOWN - 1) / SHOWN);
    if (every == 1) {
      return this;
    }
    List<DosingPoint> some = new ArrayList<>();
    for (int i = 0; i < points.size(); i++) {
      boolean turns = i > 0 && points.get(i).stage() != points.get(i - 1).stage();
      if (i % every == 0 || turns || i == points.size() - 1) {
        some.add(points.get(i));
      }
    }
    return new DosingSeen(some, answered, done, says, outside, level, tankC);
  }
}
