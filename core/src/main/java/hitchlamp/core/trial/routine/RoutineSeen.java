package hitchlamp.core.trial.routine;

/**
 * What a routine ended with.
 *
 * @param answered true once the module has answered
 * @param done true where it did it
 * @param says its answer, or why there is none, as the end of a sentence; empty before it ended
 */
public record RoutineSeen(boolean answered, boolean done, String says) {}
