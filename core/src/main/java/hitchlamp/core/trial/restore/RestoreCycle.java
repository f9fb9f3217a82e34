package hitchlamp.core.trial.restore;

import hitchlamp.core.trial.Level;

/**
 * What one measurement of the flow has shown.
 *
 * @param flushed flushes before it
 * @param atRest effort of the pump while it held the pressure with the injector shut, percent
 * @param dosing the same while it dosed
 * @param pressure of the fluid while it dosed, kPa above the air
 */
public record RestoreCycle(int flushed, Level atRest, Level dosing, Level pressure) {}
