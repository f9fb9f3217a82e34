package hitchlamp.standin.model;

/** What an engine does in a round of its working day, from waiting to waiting. */
public enum Duty {
  /** Wait, loaded climb, haul, tip, return. */
  HAULING {
    @Override
    void at(double at, Point p) {
      if (at < IDLE_SHARE) {
        p.set(0.12, 600, 0);
      } else if (at < 0.45) {
        p.set(0.85, 1_450, 22);
      } else if (at < 0.6) {
        p.set(0.5, 1_300, 45);
      } else if (at < 0.68) {
        p.set(0.25, 1_000, 0);
      } else {
        p.set(0.3, 1_250, 52);
      }
    }
  },
  /**
   * At the berth, manoeuvring, crossing, manoeuvring: torque with the square of propeller speed.
   */
  CROSSING {
    @Override
    void at(double at, Point p) {
      if (at < IDLE_SHARE) {
        p.set(0.12, 600, 0);
        return;
      }
      boolean manoeuvres = at < 0.32 || at > 0.9;
      double rpm = manoeuvres ? 950 : 1_780;
      double share = rpm / RATED_RPM;
      p.set(0.95 * share * share, rpm, 21 * share);
    }
  },

  /** A test run in the week: at its speed all the time, hardly loaded, then as much as it can. */
  STANDBY {
    @Override
    void at(double at, Point p) {
      if (at < IDLE_SHARE) {
        p.set(0.05, STANDBY_RPM, 0);
      } else if (at < 0.5) {
        p.set(0.35, STANDBY_RPM, 0);
      } else if (at < 0.8) {
        p.set(0.6, STANDBY_RPM, 0);
      } else {
        p.set(0.9, STANDBY_RPM, 0);
      }
    }
  },
  /** Wait, couple up, pull a trailer across the yard, push it back. */
  SHUNTING {
    @Override
    void at(double at, Point p) {
      if (at < IDLE_SHARE) {
        p.set(0.12, 600, 0);
      } else if (at < 0.35) {
        p.set(0.25, 900, 3);
      } else if (at < 0.6) {
        p.set(0.85, 1_600, 14);
      } else if (at < 0.8) {
        p.set(0.4, 1_300, 20);
      } else {
        p.set(0.55, 1_100, 6);
      }
    }
  };

  static final double STANDBY_RPM = 1_500;
  static final double IDLE_SHARE = 0.2;
  static final double RATED_RPM = 2_100;

  /** Where the engine stands in a phase. */
  static final class Point {
    double load;
    double rpm;
    double kmh;

    void set(double share, double speed, double over) {
      load = share;
      rpm = speed;
      kmh = over;
    }
  }

  /**
   * @param at 0 to 1 through the round; the first fifth of it is waiting
   */
  abstract void at(double at, Point p);
}
