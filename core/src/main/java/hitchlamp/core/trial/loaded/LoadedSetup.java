package hitchlamp.core.trial.loaded;

import java.util.List;

/**
 * What a pack says of a cutout under load.
 *
 * @param cylinders of the engine
 * @param byLoad true where no foot pulls, but a load is put on: a generating set
 * @param loadShare of the greatest boost from which on it pulls
 * @param pullsFrom percent of the pedal, or of the load, from which on it pulls
 * @param leastSeconds that a pull must last to count
 * @param normalKpa crankcase pressure under load up to which it is normal
 * @param curesPercent by so much more than the others the one at fault lets the pressure fall
 * @param unevenPercent from one cycle to the next segments change by more than this in an uneven
 *     one, or by less on an engine that runs evenly; not a number where they are not timed
 * @param firing cylinders in their firing order; none where they are not timed
 */
public record LoadedSetup(
    int cylinders,
    boolean byLoad,
    double loadShare,
    double pullsFrom,
    double leastSeconds,
    double normalKpa,
    double curesPercent,
    double unevenPercent,
    List<Integer> firing) {
  public LoadedSetup {
    firing = List.copyOf(firing);
  }
}
