package hitchlamp.core.trial.restore;

import java.util.List;

/**
 * What a pack says of a restore, of a nominal circuit.
 *
 * @param codes numbers by which the module tells heating, holding, measuring, flushing and cooling,
 *     in this order
 * @param tries flushes after which the module gives up
 * @param heldKpa pressure that is held, above the air
 * @param holdEffort of the pump while nothing is dosed, percent
 * @param doseEffort what it takes more while the flow is measured, percent
 * @param least flow that passes, percent of a sound injector's
 * @param tolerance by so much the flow of a sound injector may be told too high or too low, percent
 */
record RestoreSetup(
    List<Integer> codes,
    int tries,
    double heldKpa,
    double holdEffort,
    double doseEffort,
    double least,
    double tolerance) {
  static final int STAGES = 5;

  RestoreSetup {
    codes = List.copyOf(codes);
  }

  /** The stage of a number; none for one that the pack does not name. */
  RestoreStage stage(double code) {
    return RestoreStage.values()[Double.isNaN(code) ? 0 : codes.indexOf((int) code) + 1];
  }
}
