package hitchlamp.grade;

import hitchlamp.core.trial.airdrive.AirDriveRow;
import hitchlamp.core.trial.airdrive.AirDriveSeen;
import hitchlamp.core.trial.airdrive.DriveStage;
import hitchlamp.standin.scenario.Scenario;
import hitchlamp.standin.unit.SimUnit;
import java.util.Locale;

/**
 * Somebody who drives what a test of the air path asks for: pull, foot off, engine brake, part
 * load.
 */
final class AirDriver {
  private static final double TOO_FAST_RPM = 1_690;
  private static final double SLOW_RPM = 1_080;
  private static final double BRAKES = 0.4;
  private static final double OPENS_AT = 0.4;
  private static final double FOOT = 0.012;

  /** What is done until the engine is fast or slow enough for what is asked. */
  private enum Before {
    NOTHING,
    SLOW_DOWN,
    GATHER_SPEED
  }

  private final SimUnit unit;
  private final double full;
  private final String gear;
  private final double hasty;
  private Before before = Before.NOTHING;
  private double pedal;

  /**
   * @param full fuel of a full pull, mg
   * @param hasty how fast the foot is, 1 for a usual one
   */
  AirDriver(SimUnit unit, double full, double hasty) {
    this.unit = unit;
    this.full = full;
    this.hasty = hasty;
    this.gear = unit.scenario().unit() == Scenario.Kind.YARD_TRACTOR ? "5" : "9";
    unit.drive("gear", gear);
  }

  /** Does the next tenth of a second of what is asked for; {@code without} is never driven. */
  void drive(AirDriveSeen seen, DriveStage.Kind without) {
    DriveStage.Kind now =
        seen.plan().stream()
            .filter(s -> !s.over() && s.kind() != without)
            .map(DriveStage::kind)
            .findFirst()
            .orElse(DriveStage.Kind.PULL);
    double rpm = unit.cab(1).rpm();
    boolean pulls = now == DriveStage.Kind.PULL || now == DriveStage.Kind.PART;
    before = before(pulls, rpm);
    switch (before) {
      case SLOW_DOWN -> set(0, BRAKES, false);
      case GATHER_SPEED -> set(1, 0, false);
      default -> {
        switch (now) {
          case PULL -> set(1, 0, false);
          case PART -> part(seen);
          case BRAKE -> set(0, 0, true);
          default -> set(0, 0, false);
        }
      }
    }
  }

  /** What pulls begins slow, what rolls begins fast. */
  private Before before(boolean pulls, double rpm) {
    return switch (before) {
      case SLOW_DOWN -> pulls && rpm > SLOW_RPM ? before : Before.NOTHING;
      case GATHER_SPEED -> !pulls && rpm < TOO_FAST_RPM ? before : Before.NOTHING;
      default ->
          pulls && rpm > TOO_FAST_RPM
              ? Before.SLOW_DOWN
              : !pulls && rpm < SLOW_RPM ? Before.GATHER_SPEED : Before.NOTHING;
    };
  }

  /** Follows the load that the page shows. */
  private void part(AirDriveSeen seen) {
    AirDriveRow last = seen.rows().get(seen.rows().size() - 1);
    double load = last.mg() / full;
    if (Double.isFinite(load)) {
      pedal += hasty * FOOT * (OPENS_AT - load);
    }
    set(Math.max(0.1, Math.min(1, pedal)), 0, false);
  }

  private void set(double foot, double brake, boolean engineBrake) {
    pedal = foot;
    unit.pedal(foot);
    unit.drive("brake", String.format(Locale.ROOT, "%.2f", brake));
    unit.drive("engine-brake", engineBrake ? "1" : "0");
  }
}
