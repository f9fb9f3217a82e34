package hitchlamp.core.trial.regeneration;

import hitchlamp.core.trial.filter.LossFit;
import java.util.List;

/**
 * What a pack says of a regeneration, of a nominal unit.
 *
 * @param codes numbers by which the module tells warming up, lighting off, burning and cooling down
 * @param in corridor of the temperature before the catalyst, °C
 * @param out behind it, once it burns
 * @param behind the filter, once it burns
 * @param cleanPercent soot at which the module ends it, percent of a full filter
 * @param blockedKpa pressure before the doser's nozzle from which on it is blocked
 * @param starvedKpa pressure there below which a doser that is wide open gets too little fuel
 * @param coolantC less than this is a cold engine
 * @param cleanKpa what a clean filter loses at the flow and temperature of {@link LossFit}
 * @param fullKpa what a full one loses there
 */
public record RegenerationSetup(
    List<Integer> codes,
    Corridor in,
    Corridor out,
    Corridor behind,
    double cleanPercent,
    double blockedKpa,
    double starvedKpa,
    double coolantC,
    double cleanKpa,
    double fullKpa) {
  static final int STAGES = 4;

  /** Between these a sound one lies. */
  public record Corridor(double low, double high) {}

  public RegenerationSetup {
    codes = List.copyOf(codes);
  }

  /** Soot that a loss stands for, percent of a full filter. */
  double soot(double kpa) {
    return 100 * (kpa - cleanKpa) / (fullKpa - cleanKpa);
  }

  /** The stage of a number; none for one that the pack does not name. */
  BurnStage stage(double code) {
    return BurnStage.values()[Double.isNaN(code) ? 0 : codes.indexOf((int) code) + 1];
  }
}
