package hitchlamp.standin.unit;

import hitchlamp.standin.model.EngineState;
import java.util.EnumSet;
import java.util.Set;

/**
 * What keeps a parked truck's module from burning its filter clean, as it tells it in PGN 64892
 * (SAE J1939-71, from memory): SPN 3707, 3708, 3709, 3712, 3716.
 */
enum Inhibit {
  ACCELERATOR(26),
  OUT_OF_NEUTRAL(28),
  SPEED(30),
  FAULT(36),
  NOT_WARM(44);

  private static final double PEDAL = 0.05;
  private static final double MOVES_KMH = 3;
  private static final double WARM_C = 60;

  private final int bit;

  Inhibit(int bit) {
    this.bit = bit;
  }

  /** Where it begins in the group, counted from 0. */
  int bit() {
    return bit;
  }

  /**
   * What does now, by what the modules know.
   *
   * @param inGear true while the gearbox tells a gear
   */
  static Set<Inhibit> of(EngineUnit engine, boolean inGear) {
    EngineState s = engine.state();
    EngineSensors sensors = engine.engine().sensors();
    Set<Inhibit> all = EnumSet.noneOf(Inhibit.class);
    if (engine.solver().readings().pedal > PEDAL) {
      all.add(ACCELERATOR);
    }
    if (inGear) {
      all.add(OUT_OF_NEUTRAL);
    }
    if (engine.solver().readings().kmh > MOVES_KMH) {
      all.add(SPEED);
    }
    if (!sensors.sound(EngineSensors.FILTER_PRESSURE)
        || !sensors.sound(EngineSensors.FUEL_SUPPLY)) {
      all.add(FAULT);
    }
    if (s.seenCoolantC() < WARM_C) {
      all.add(NOT_WARM);
    }
    return all;
  }
}
