package hitchlamp.core.story;

/**
 * What came of telling a module to begin a new trip.
 *
 * @param ended true once it has ended
 * @param done true where the module accepted
 * @param says how it ended, the end of a sentence about the module
 */
public record TripReset(boolean ended, boolean done, String says) {}
