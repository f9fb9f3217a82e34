package hitchlamp.core.trial.balance;

/**
 * What a pack says of the idle balance.
 *
 * @param cylinders of the engine
 * @param seconds for which it is looked at
 * @param weakBelow percent of the median cylinder below which one is weak
 * @param mostCorrection percent that the module gives a cylinder more at most
 * @param missesAbove strokes of a thousand above which a cylinder misses
 * @param warmC coolant from which on the engine is warm
 * @param unevenRpm deviation of the idle speed above which the governor hunts
 */
record BalanceSetup(
    int cylinders,
    double seconds,
    double weakBelow,
    double mostCorrection,
    double missesAbove,
    double warmC,
    double unevenRpm) {}
