package hitchlamp.standin.model;

import java.util.SplittableRandom;

/**
 * The life of a unit in quasi-steady steps: a working day of loading, hauling and waiting, nights
 * with the key off. The engine stands at the steady point of each phase; what the monitors and
 * counters make of it is their own doing.
 */
public final class HistorySolver {
  /** Length of a step, s. */
  public static final double STEP_SECONDS = 20;

  private static final double SHIFT_HOURS = 8.5;

  /** Told of each step, so that monitors and counters can live through it too. */
  public interface Witness {
    /**
     * @param hours engine hours at the end of the step
     * @param seconds length of the step
     */
    void step(double hours, double seconds, EngineState state);

    /** A shift ended: the engine cooled down, and warmed up at the next start. */
    void warmedUp();
  }

  /** What was used up. */
  public record Used(double litres, double kilometres) {}

  /** Lives from one engine hour to another. */
  public Used live(
      double fromHours, double toHours, EngineState s, SplittableRandom random, Witness witness) {
    double litres = 0;
    double kilometres = 0;
    double hours = fromHours;
    double intoShift = 0;
    s.key = EngineState.Key.ON;
    s.running = true;
    while (hours < toHours) {
      double seconds = Math.min(STEP_SECONDS, (toHours - hours) * 3600 + 1e-6);
      steady(intoShift * 3600 % 2_400 / 2_400, s, random);
      hours += seconds / 3600;
      intoShift += seconds / 3600;
      litres += s.fuelKgPerHour() / 0.835 * seconds / 3600;
      kilometres += s.vehicleKmh * seconds / 3600;
      witness.step(hours, seconds, s);
      if (intoShift >= SHIFT_HOURS) {
        intoShift = 0;
        witness.warmedUp();
      }
    }
    return new Used(litres, kilometres);
  }

  /**
   * The steady point of a phase of the forty-minute round: wait, loaded climb, haul, tip, return.
   */
  private static void steady(double phase, EngineState s, SplittableRandom random) {
    double load;
    double rpm;
    if (phase < 0.2) {
      load = 0.05;
      rpm = 600;
      s.vehicleKmh = 0;
    } else if (phase < 0.45) {
      load = 0.85;
      rpm = 1_450;
      s.vehicleKmh = 22;
    } else if (phase < 0.6) {
      load = 0.5;
      rpm = 1_300;
      s.vehicleKmh = 45;
    } else if (phase < 0.68) {
      load = 0.25;
      rpm = 1_000;
      s.vehicleKmh = 0;
    } else {
      load = 0.3;
      rpm = 1_250;
      s.vehicleKmh = 52;
    }
    load = Math.min(1, load * (0.9 + 0.2 * random.nextDouble()));
    s.omega = rpm * Math.PI / 30;
    s.fuelMgPerStroke = 12 + load * 215;
    s.coolantC = 84 + 7 * load;
    s.oilC = s.coolantC + 8;
    s.intakeKpa = s.ambientKpa + load * 160;
    s.intakeC = s.ambientC + 10 + 25 * load;
    s.exhaustC = 180 + 300 * load;
    s.exhaustKpa = s.ambientKpa + load * 180;
    s.oilKpa = 180 + rpm * 0.15;
    s.fuelSupplyKpa = 600;
    s.railMpa = 60 + 170 * load;
    s.batteryV = 28.2;
    s.filterKpa = 1 + 8 * load;
    s.pedal = load;
  }
}
