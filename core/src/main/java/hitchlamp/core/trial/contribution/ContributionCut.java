package hitchlamp.core.trial.contribution;

/**
 * One cylinder was off.
 *
 * @param cylinder counted from 1
 * @param fromMicros bus time at which the module confirmed it
 * @param before with all firing
 * @param off after the governor had answered
 * @param dipRpm by how much speed fell at the first moment, not a number where not seen
 */
public record ContributionCut(
    int cylinder, long fromMicros, Steady before, Steady off, double dipRpm) {}
