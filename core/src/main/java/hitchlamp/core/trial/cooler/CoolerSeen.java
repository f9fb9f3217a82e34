package hitchlamp.core.trial.cooler;

import java.util.List;

/**
 * What was seen at the cooler.
 *
 * @param shut with the recirculation shut
 * @param open with it open, once that was steady
 * @param taken whether each that was set was taken, as its position told, in the order of the pack
 * @param refused why the module refused one; empty where it refused none
 * @param airKpa pressure of the air
 * @param airCelsius its temperature
 * @param steady true where it became steady
 * @param seconds since everything was set
 * @param gas behind the cooler over time, °C, one a second
 * @param complete true once it was measured
 */
public record CoolerSeen(
    CoolerMoment shut,
    CoolerMoment open,
    List<Boolean> taken,
    String refused,
    double airKpa,
    double airCelsius,
    boolean steady,
    double seconds,
    List<Double> gas,
    boolean complete) {
  /** Seconds that are kept at most. */
  static final int MOST = 400;

  /**
   * @throws IllegalArgumentException where no run lasts so long
   */
  public CoolerSeen {
    if (gas.size() > MOST || taken.size() > MOST) {
      throw new IllegalArgumentException(CoolerWords.say("no-run-lasts-so-long"));
    }
    taken = List.copyOf(taken);
    gas = List.copyOf(gas);
  }
}
