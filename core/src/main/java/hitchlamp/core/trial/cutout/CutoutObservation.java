package hitchlamp.core.trial.cutout;

import hitchlamp.core.trial.Level;
import java.util.List;

/**
 * What was seen while cylinders were off, and just before.
 *
 * @param off cylinders that did not fire, rising
 * @param fromMicros bus time at which the module confirmed it
 * @param seconds how long
 * @param before engine speed before, with all firing
 * @param settled engine speed after the governor had answered; no values where it was too short
 * @param dipRpm by how much speed fell at the first moment, not a number where not seen
 * @param fuelBefore fuelling before, mg a stroke
 * @param fuelSettled fuelling after the governor had answered
 * @param exhaustBefore exhaust temperature before, °C, not a number where nobody tells it
 * @param exhaustSettled exhaust temperature at the end
 * @param heard what the ear said
 */
public record CutoutObservation(
    List<Integer> off,
    long fromMicros,
    double seconds,
    Level before,
    Level settled,
    double dipRpm,
    Level fuelBefore,
    Level fuelSettled,
    double exhaustBefore,
    double exhaustSettled,
    Heard heard) {
  public CutoutObservation {
    off = List.copyOf(off);
  }

  /** What a person heard. */
  public enum Heard {
    NOT_SAID,
    /** The sound changed: the cylinder had worked. */
    CHANGED,
    /** No difference. */
    SAME
  }

  /** What the governor added, in mg a stroke; not a number where it is not known. */
  public double added() {
    return fuelSettled.mean() - fuelBefore.mean();
  }

  /** True where it tells something of a single cylinder. */
  public boolean single() {
    return off.size() == 1 && settled.count() > 0 && fuelSettled.count() > 0;
  }

  /** The same with what the ear said. */
  public CutoutObservation heard(Heard what) {
    return new CutoutObservation(
        off,
        fromMicros,
        seconds,
        before,
        settled,
        dipRpm,
        fuelBefore,
        fuelSettled,
        exhaustBefore,
        exhaustSettled,
        what);
  }
}
