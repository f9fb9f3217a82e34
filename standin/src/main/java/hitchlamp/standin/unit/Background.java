package hitchlamp.standin.unit;

import hitchlamp.core.bus.Frame;
import hitchlamp.standin.model.EngineState;
import java.util.SplittableRandom;

/** What else is on the bus of a unit. */
final class Background {
  private final SimUnit unit;

  Background(SimUnit unit) {
    this.unit = unit;
  }

  /**
   * Fills the unit.bus to the wanted load with groups of makers' own (proprietary B), evenly and
   * with a little jitter.
   */
  void begin() {
    SplittableRandom r = unit.random.split();
    Object sender = new Object();
    long[] last = {0, 0};
    int busiest = unit.modules.containsKey("body") ? unit.modules.get("body").address() : 23;
    unit.agenda.every(
        500_000,
        10_000,
        () -> {
          if (unit.state().key == EngineState.Key.OFF) {
            last[0] = unit.bus.bitsCarried();
            last[1] = unit.agenda.now();
            return;
          }
          double wanted =
              unit.scenario().bus().load()
                  * unit.bus.bitsPerSecond()
                  * (unit.agenda.now() - last[1])
                  / 1e6;
          double short_ = wanted - (unit.bus.bitsCarried() - last[0]);
          int frames = unit.bus.waiting() > 64 ? 0 : (int) Math.max(0, Math.min(60, short_ / 140));
          for (int i = 0; i < frames; i++) {
            int source = r.nextBoolean() ? busiest : 23;
            if (!unit.heard(source)) {
              continue;
            }
            unit.bus.send(
                new Frame(6 << 26 | (0xFF00 + r.nextInt(24)) << 8 | source, true, 8, r.nextLong()),
                sender);
          }
          if (unit.agenda.now() - last[1] > 1_000_000) {
            // A second of memory, so that a burst of answers is not paid back for long.
            last[0] += (unit.bus.bitsCarried() - last[0]) / 2;
            last[1] += (unit.agenda.now() - last[1]) / 2;
          }
        });
  }
}
