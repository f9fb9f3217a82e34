package hitchlamp.core.trial.fluid;

/**
 * What a pack says of the fluid's quality.
 *
 * @param seconds that the sensors are read
 * @param agreePercent by so much sensor and refractometer may differ, points of percent
 * @param refractometerPercent by so much a refractometer may be off, points of percent
 */
record FluidSetup(double seconds, double agreePercent, double refractometerPercent) {}
