package hitchlamp.core.trial.regeneration;

/**
 * A moment of a regeneration; not a number where something was not told.
 *
 * @param seconds since it began
 * @param stage as the module told it
 * @param inC temperature before the oxidation catalyst
 * @param outC behind it
 * @param behindC behind the particulate filter
 * @param doserKpa pressure of the fuel before the doser's nozzle, above the air
 * @param dutyPercent of the doser
 * @param sootPercent of a full filter, as the module reckons it
 * @param filterKpa pressure that the filter loses
 * @param flow of the exhaust as the module reckons it, kg/h
 * @param coolantC of the engine
 */
public record BurnRow(
    double seconds,
    BurnStage stage,
    double inC,
    double outC,
    double behindC,
    double doserKpa,
    double dutyPercent,
    double sootPercent,
    double filterKpa,
    double flow,
    double coolantC) {}
