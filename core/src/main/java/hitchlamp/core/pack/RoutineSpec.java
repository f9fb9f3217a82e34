package hitchlamp.core.pack;

import java.util.Map;

/**
 * Something that a module does by itself when it is told to: a routine of ISO 14229.
 *
 * @param id short name
 * @param title as the user reads it
 * @param role of the module that has it
 * @param identifier of the routine
 * @param seconds that it takes at most
 * @param results true where it tells what it found
 * @param everySeconds so often it is asked how far it is, 0 where its answer is waited for
 * @param reasons why it broke off, by the code that it tells
 * @param stops true where it can be stopped; otherwise it ends with its session
 */
public record RoutineSpec(
    String id,
    String title,
    String role,
    int identifier,
    double seconds,
    boolean results,
    boolean stops,
    double everySeconds,
    Map<Integer, String> reasons) {}
