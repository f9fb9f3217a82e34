package hitchlamp.core.trial.loaded;

/**
 * What a pack says of a cutout under load.
 *
 * @param cylinders of the engine
 * @param loadShare of the greatest boost from which on it pulls
 * @param pedalFrom percent from which on the foot is down
 * @param leastSeconds that a pull must last to count
 * @param normalKpa crankcase pressure under load up to which it is normal
 * @param curesPercent by so much more than the others the one at fault lets the pressure fall
 */
public record LoadedSetup(
    int cylinders,
    double loadShare,
    double pedalFrom,
    double leastSeconds,
    double normalKpa,
    double curesPercent) {}
