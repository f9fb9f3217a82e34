package hitchlamp.core.trial.contribution;

import java.util.List;

/**
 * What a pack says of an automatic cutout.
 *
 * @param firing order in which the cylinders fire, evenly apart
 * @param rounds how often the cylinders are gone through, each forth and back
 * @param settleSeconds until the governor has answered a change
 * @param baseSeconds that is looked at with all firing
 * @param offSeconds that is looked at with one off
 * @param weakBelow percent of the median cylinder below which one is weak
 * @param mostCorrection percent that the module gives a cylinder more at most
 * @param unevenRpm deviation of the idle speed above which the governor hunts
 */
record ContributionSetup(
    List<Integer> firing,
    int rounds,
    double settleSeconds,
    double baseSeconds,
    double offSeconds,
    double weakBelow,
    double mostCorrection,
    double unevenRpm) {
  ContributionSetup {
    firing = List.copyOf(firing);
  }

  int cylinders() {
    return firing.size();
  }
}
