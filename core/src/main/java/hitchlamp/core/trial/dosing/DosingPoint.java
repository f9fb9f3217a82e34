package hitchlamp.core.trial.dosing;

/**
 * What stood at one moment of the check; not a number what was not told yet.
 *
 * @param seconds since the first
 * @param kpa pressure of the fluid above the air
 * @param effort of the pump, percent
 * @param duty of the injector, percent
 */
public record DosingPoint(
    double seconds, double kpa, double effort, double duty, DosingStage stage) {}
