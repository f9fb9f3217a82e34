package hitchlamp.core.pack;

/**
 * Something that a module does by itself when it is told to: a routine of ISO 14229.
 *
 * @param id short name
 * @param title as the user reads it
 * @param role of the module that has it
 * @param identifier of the routine
 * @param seconds that it takes at most
 * @param results true where it tells what it found
 * @param stops true where it can be stopped; otherwise it ends with its session
 */
public record RoutineSpec(
    String id,
    String title,
    String role,
    int identifier,
    double seconds,
    boolean results,
    boolean stops) {}
