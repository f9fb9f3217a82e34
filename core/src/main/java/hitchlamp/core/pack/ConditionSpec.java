package hitchlamp.core.pack;

/**
 * Something that must hold before a test may begin.
 *
 * @param id short name, unique within its test
 * @param of SPN of the value that shows it
 * @param anywhere true where any module may tell it, false where only the one that is tested
 * @param above greatest value that is too little; negative infinity where there is none
 * @param below least value that is too much; infinity where there is none
 * @param steady by so much its mean may wander; infinity where it may wander freely
 * @param seconds over which that is looked at
 * @param vouch true where a person may say that it holds if the unit does not tell it
 * @param says what must hold; figures in it convert
 * @param how what to do so that it holds
 */
public record ConditionSpec(
    String id,
    int of,
    boolean anywhere,
    double above,
    double below,
    double steady,
    double seconds,
    boolean vouch,
    String says,
    String how) {}
