package hitchlamp.core.trial.balance;

import java.util.List;

/**
 * What a pack says of the idle balance.
 *
 * @param firing order in which the cylinders fire, evenly apart
 * @param seconds for which it is looked at
 * @param weakBelow percent of the median cylinder below which one is weak
 * @param mostCorrection percent that the module gives a cylinder more at most
 * @param missesAbove strokes of a thousand above which a cylinder misses
 * @param warmC coolant from which on the engine is warm
 * @param unevenRpm deviation of the idle speed above which the governor hunts
 * @param stroke work of a stroke at idle relative to the energy of the crank, nominal
 */
record BalanceSetup(
    List<Integer> firing,
    double seconds,
    double weakBelow,
    double mostCorrection,
    double missesAbove,
    double warmC,
    double unevenRpm,
    double stroke) {
  BalanceSetup {
    firing = List.copyOf(firing);
  }

  int cylinders() {
    return firing.size();
  }
}
