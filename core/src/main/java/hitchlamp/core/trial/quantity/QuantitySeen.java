package hitchlamp.core.trial.quantity;

import hitchlamp.core.trial.Level;

/**
 * What was seen of a dosed quantity.
 *
 * @param asked fluid that the module wanted dosed, g; not a number where it told nothing
 * @param seconds that it dosed
 * @param pressure of the fluid meanwhile, kPa above the air
 * @param done true where the module says that it came to its end
 * @param answered true once a person has said what was caught, or that it was lost
 * @param caught fluid in the beaker, g; not a number where it was lost
 */
public record QuantitySeen(
    double asked, double seconds, Level pressure, boolean done, boolean answered, double caught) {}
