package hitchlamp.core.trial.rail;

/**
 * A moment of a snap or of the hold-down.
 *
 * @param at seconds since the first of its kind
 * @param rpm speed; not a number where not told
 * @param wanted rail pressure that is commanded, MPa
 * @param rail that is told, MPa
 * @param metering percent
 */
public record RailMoment(double at, double rpm, double wanted, double rail, double metering) {}
