package hitchlamp.core.trial;

/**
 * What is kept of a run: enough to judge it again.
 *
 * @param observed what the kind observes, in the layout of its version
 * @param trace what was seen over time
 */
public record StoredTrial<O>(O observed, BenchTrace trace) {}
