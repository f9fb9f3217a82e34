package hitchlamp.core.pack;

/**
 * What makes the bench let go at once.
 *
 * @param of SPN of the value that is watched
 * @param anywhere true where any module may tell it
 * @param above above this it lets go; infinity where that does not matter
 * @param below below this it lets go; negative infinity where that does not matter
 * @param silentSeconds not told for so long it lets go; infinity where that does not matter
 * @param says why, as a sentence
 */
public record GuardSpec(
    int of, boolean anywhere, double above, double below, double silentSeconds, String says) {}
