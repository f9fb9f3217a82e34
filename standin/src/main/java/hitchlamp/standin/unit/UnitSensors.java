package hitchlamp.standin.unit;

import hitchlamp.standin.model.Condition;
import hitchlamp.standin.model.Pickup;
import java.util.ArrayList;
import java.util.List;
import java.util.SplittableRandom;
import java.util.function.DoubleSupplier;

/**
 * Pick-ups of all modules but the engine's. What such a module reports or judges, it has from one
 * of these.
 */
final class UnitSensors {
  private record Fitted(Pickup pickup, DoubleSupplier truth, Condition condition) {}

  private final SplittableRandom random;
  private final List<Fitted> fitted = new ArrayList<>();
  private boolean held;

  UnitSensors(SplittableRandom random) {
    this.random = random;
  }

  /** Figures by which pick-ups of one kind differ: common practice, no source. */
  enum Kind {
    /** Speed by teeth on a shaft, rpm. */
    SHAFT(0.02, 0, 0, 0.4, 0.125),
    /** Road speed by a wheel, km/h. */
    WHEEL(0.05, 0, 0.004, 0.02, 0.01),
    /** Pressure, kPa. */
    PRESSURE(0.2, 15, 0.01, 6, 1),
    /** Loss over a filter, kPa. */
    LOSS(0.3, 3, 0.01, 1, 0.5),
    /** Temperature, °C. */
    TEMPERATURE(5, 1.2, 0, 0.2, 0.1),
    /** Level, percent. */
    LEVEL(5, 1, 0, 0.2, 0.1),
    /** Slip, percent. */
    SLIP(0.2, 0.4, 0.01, 0.2, 0.1),
    /** Electrical power, W. */
    POWER(0.2, 400, 0.01, 200, 100),
    /** A module's own supply, V. */
    SUPPLY(0.1, 0.1, 0, 0.02, 0.05);

    private final double lag;
    private final double tolerance;
    private final double share;
    private final double noise;
    private final double step;

    Kind(double lag, double tolerance, double share, double noise, double step) {
      this.lag = lag;
      this.tolerance = tolerance;
      this.share = share;
      this.noise = noise;
      this.step = step;
    }
  }

  /**
   * Fits one.
   *
   * @param condition in which its drift stands
   * @return what its module reads
   */
  DoubleSupplier fit(int spn, Kind kind, Condition condition, DoubleSupplier truth) {
    Pickup p = new Pickup(spn, kind.lag, kind.tolerance, kind.share, kind.noise, kind.step, random);
    p.step(1e3, truth.getAsDouble(), condition);
    fitted.add(new Fitted(p, truth, condition));
    return () -> p.reading(random);
  }

  /** Time goes on: each follows its truth. */
  void step(double dt) {
    if (held) {
      return;
    }
    for (int i = 0; i < fitted.size(); i++) {
      Fitted f = fitted.get(i);
      f.pickup.step(dt, f.truth.getAsDouble(), f.condition);
    }
  }

  /** From now on each stays as it is. */
  void hold() {
    held = true;
  }
}
