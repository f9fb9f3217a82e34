package hitchlamp.core.trial.cutout;

import java.util.List;
import java.util.Optional;

/**
 * What a pack says of a cutout.
 *
 * @param firing order in which the cylinders fire
 * @param atOnce most that may be off at a time by default
 * @param most that may ever be off at a time
 * @param settleSeconds until the governor has answered a cut
 * @param weakBelow share of the median cylinder's work below which a cylinder is weak
 * @param speed engine speeds that may be held, rpm; empty where only idle is possible
 */
public record CutoutSetup(
    List<Integer> firing,
    int atOnce,
    int most,
    double settleSeconds,
    double weakBelow,
    Optional<Speeds> speed) {
  /** Speeds that may be held. */
  public record Speeds(double from, double to) {}

  public CutoutSetup {
    firing = List.copyOf(firing);
  }

  /** How many cylinders the engine has. */
  public int cylinders() {
    return firing.size();
  }

  long settleMicros() {
    return Math.round(settleSeconds * 1e6);
  }
}
