package hitchlamp.core.trial.dosing;

import java.util.List;

/**
 * What a pack says of the circuit of the exhaust fluid, of a nominal one.
 *
 * @param codes numbers by which the module tells filling, holding, resting, dosing little, dosing
 *     much and emptying, in this order
 * @param heldKpa pressure that is held, above the air
 * @param leakKpa most that the closed line may lose in a minute
 * @param fillSeconds that the pump needs for the empty line
 * @param holdEffort of the pump while nothing is dosed, percent
 * @param littleEffort and what it takes more while little is dosed, percent
 * @param muchEffort and while much is dosed
 * @param sucksKpa pressure to which it falls while it is emptied
 */
record DosingSetup(
    List<Integer> codes,
    double heldKpa,
    double leakKpa,
    double fillSeconds,
    double holdEffort,
    double littleEffort,
    double muchEffort,
    double sucksKpa) {
  static final int STAGES = 6;

  DosingSetup {
    codes = List.copyOf(codes);
  }

  private static final double EMPTIED = 0.4;

  /** Pressure below which it counts as sucked empty. */
  double emptyKpa() {
    return EMPTIED * sucksKpa;
  }

  /** The stage of a number; none for one that the pack does not name. */
  DosingStage stage(double code) {
    return DosingStage.values()[Double.isNaN(code) ? 0 : codes.indexOf((int) code) + 1];
  }
}
