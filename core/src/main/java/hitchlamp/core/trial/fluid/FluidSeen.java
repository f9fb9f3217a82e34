package hitchlamp.core.trial.fluid;

import hitchlamp.core.trial.Level;

/**
 * What was seen of the fluid.
 *
 * @param seconds that its sensors were read
 * @param wanted seconds that they were to be read
 * @param quality urea as the sensor tells it, percent
 * @param tankC temperature of the fluid; not a number where it is not told
 * @param level of the tank, percent; not a number where it is not told
 * @param answered true once a person has said what the refractometer reads, or that there is none
 * @param refractometer urea as it reads, percent; not a number where there is none
 */
public record FluidSeen(
    double seconds,
    double wanted,
    Level quality,
    double tankC,
    double level,
    boolean answered,
    double refractometer) {}
