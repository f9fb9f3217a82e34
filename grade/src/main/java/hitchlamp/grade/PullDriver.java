package hitchlamp.grade;

import hitchlamp.standin.unit.SimUnit;
import java.util.Locale;

/**
 * Somebody who makes the same pull again and again: on a road in one gear, at the bucket, at the
 * lever, or with a load bank.
 */
final class PullDriver {
  private static final double GOES_TO_RPM = 1_720;
  private static final double COMES_TO_RPM = 1_100;
  private static final double RESTS_SECONDS = 4;
  private static final double BRAKES = 0.5;

  /** How a pull is made. */
  enum How {
    ROAD,
    BUCKET,
    LEVER,
    LOAD_BANK
  }

  private final SimUnit unit;
  private final How how;
  private final String gear;
  private final double much;
  private final double holds;
  private boolean pulling;
  private double since = Double.NaN;

  /**
   * @param much how hard, 0 to 1: share of what the unit can
   * @param holds seconds of a pull, where no speed ends it before
   */
  PullDriver(SimUnit unit, double much, double holds) {
    this.unit = unit;
    this.much = much;
    // A unit that gathers speed takes longer than one that is loaded at once.
    this.holds = road(unit) ? 2.5 * holds : holds;
    switch (unit.scenario().unit()) {
      case LOADING_SHOVEL -> {
        how = How.BUCKET;
        gear = "";
      }
      case FERRY -> {
        how = How.LEVER;
        gear = "";
      }
      case GENERATING_SET -> {
        how = How.LOAD_BANK;
        gear = "";
      }
      case YARD_TRACTOR -> {
        how = How.ROAD;
        gear = "4";
      }
      default -> {
        how = How.ROAD;
        gear = "6";
      }
    }
  }

  private static boolean road(SimUnit unit) {
    return switch (unit.scenario().unit()) {
      case ROAD_TRUCK, YARD_TRACTOR -> true;
      default -> false;
    };
  }

  /** True while it pulls. */
  boolean pulls() {
    return pulling;
  }

  /** Time goes on; asked ten times a second while a pull is wanted. */
  void drive(boolean wanted) {
    double now = unit.now() / 1e6;
    since = Double.isNaN(since) ? now : since;
    double gone = now - since;
    if (pulling) {
      boolean fast = how == How.ROAD && unit.cab(1).rpm() > GOES_TO_RPM;
      if (fast || gone > holds || !wanted) {
        lift();
      }
    } else if (wanted && gone > RESTS_SECONDS && ready()) {
      pull();
    }
  }

  private boolean ready() {
    if (how == How.ROAD) {
      boolean fast = unit.cab(1).rpm() > COMES_TO_RPM;
      unit.drive("brake", fast ? String.valueOf(BRAKES) : "0");
      return !fast;
    }
    return true;
  }

  private void pull() {
    pulling = true;
    since = unit.now() / 1e6;
    switch (how) {
      case ROAD -> {
        unit.drive("brake", "0");
        unit.drive("gear", gear);
        unit.pedal(1);
      }
      case BUCKET -> {
        unit.pedal(1);
        unit.drive("dig", number(much));
      }
      case LEVER -> unit.pedal(1);
      case LOAD_BANK -> unit.drive("load", number(300 * much));
    }
  }

  /** The foot is lifted, the load taken off. */
  void lift() {
    pulling = false;
    since = unit.now() / 1e6;
    switch (how) {
      case ROAD -> {
        unit.pedal(0);
        unit.drive("brake", String.valueOf(BRAKES));
      }
      case BUCKET -> {
        unit.pedal(0);
        unit.drive("dig", "0");
      }
      case LEVER -> unit.pedal(0);
      case LOAD_BANK -> unit.drive("load", "0");
    }
  }

  private static String number(double value) {
    return String.format(Locale.ROOT, "%.2f", value);
  }
}
