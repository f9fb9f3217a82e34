package hitchlamp.core.trial.conversion;

import java.util.ArrayList;
import java.util.List;

/** How far the drive is: warm, steady, without fuel. */
final class DrivePlan {
  /** Behind the foot the sensors need so long until they tell that nothing comes, s. */
  static final int SETTLES = 12;

  /** So many times as long as is wanted nobody waits for it to settle. */
  private static final double LONGEST = 6;

  private DrivePlan() {}

  static List<PlanStage> of(List<ConversionRow> rows, ConversionSetup setup) {
    double warmest = Double.NaN;
    boolean awake = false;
    int overrun = 0;
    int longest = 0;
    for (ConversionRow r : rows) {
      warmest = Double.isNaN(warmest) ? r.celsius() : Math.max(warmest, r.celsius());
      awake |= r.awake();
      overrun = r.overrun() && awake ? overrun + 1 : 0;
      longest = Math.max(longest, overrun);
    }
    boolean warm = awake && !(warmest < setup.warmC());
    List<Steady> stretches = Steady.of(rows, setup);
    int steady = stretches.stream().mapToInt(Steady::seconds).sum();
    boolean settled = !Steady.rises(rows, stretches) || steady > LONGEST * setup.steadySeconds();
    List<PlanStage> plan = new ArrayList<>();
    plan.add(new PlanStage(PlanStage.Kind.WARM, warmest, setup.warmC(), warm));
    plan.add(
        new PlanStage(
            PlanStage.Kind.STEADY,
            steady,
            setup.steadySeconds(),
            steady >= setup.steadySeconds() && settled));
    if (setup.cruiseKmh() > 0) {
      // What stands has no wheels that turn its engine without fuel.
      double wanted = setup.overrunSeconds() + SETTLES;
      plan.add(new PlanStage(PlanStage.Kind.OVERRUN, longest, wanted, longest >= wanted));
    }
    return plan;
  }

  static boolean over(List<PlanStage> plan) {
    return !plan.isEmpty() && plan.stream().allMatch(PlanStage::over);
  }
}
