package hitchlamp.standin.model;

import java.util.SplittableRandom;

/**
 * The life of a unit in quasi-steady steps: working days of its {@link Duty}, nights with the key
 * off. The engine stands at the steady point of each phase; what the monitors and counters make of
 * it is their own doing.
 */
public final class HistorySolver {
  /** Length of a step, s. */
  public static final double STEP_SECONDS = 20;

  /** Told of each step, so that monitors and counters can live through it too. */
  public interface Witness {
    /**
     * @param hours engine hours at the end of the step
     * @param seconds length of the step
     */
    void step(double hours, double seconds, EngineState state);

    /** Before the first start of a shift: everything is as cold as the air, the key is on. */
    void coldStart(double hours, EngineState state);

    /** A shift ended: the engine cooled down, and warmed up at the next start. */
    void warmedUp(double hours);
  }

  /** What was used up. */
  public record Used(double litres, double kilometres) {}

  private final EngineSolver solver;
  private final Condition condition;
  private final double idle;
  private final double shiftHours;
  private final Duty duty;
  private final Duty.Point phase = new Duty.Point();

  /**
   * @param solver of its engine
   * @param idle share of the day that it stands idling, 0 to 0.9
   * @param shiftHours engine hours from one start to the next
   * @param duty what it does
   */
  public HistorySolver(
      EngineSolver solver, Condition condition, double idle, double shiftHours, Duty duty) {
    this.solver = solver;
    this.condition = condition;
    this.idle = idle;
    this.shiftHours = shiftHours;
    this.duty = duty;
  }

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
      if (intoShift == 0) {
        rest(s);
        witness.coldStart(hours, s);
        s.running = true;
      }
      double seconds = Math.min(STEP_SECONDS, (toHours - hours) * 3600 + 1e-6);
      steady(intoShift * 3600 % 2_400 / 2_400, s, random);
      hours += seconds / 3600;
      intoShift += seconds / 3600;
      litres += s.fuelKgPerHour() / 0.835 * seconds / 3600;
      kilometres += s.vehicleKmh * seconds / 3600;
      witness.step(hours, seconds, s);
      if (intoShift >= shiftHours) {
        intoShift = 0;
        witness.warmedUp(hours);
      }
    }
    return new Used(litres, kilometres);
  }

  private void rest(EngineState s) {
    s.cold();
    solver.rest(s);
  }

  /** The steady point of a phase of the forty-minute round. */
  private void steady(double through, EngineState s, SplittableRandom random) {
    // The round as it is with a fifth of idling, stretched or shrunk around it.
    double at = through < idle ? 0 : 0.2 + 0.8 * (through - idle) / (1 - idle);
    duty.at(at, phase);
    s.vehicleKmh = phase.kmh;
    double share = 0.9 + 0.2 * random.nextDouble();
    s.pedal = Math.min(1, phase.load * share);
    double given = Math.min(s.pedal, s.allowedShare);
    solver.settle(STEP_SECONDS, phase.rpm, given * solver.maps().fullFuel(phase.rpm), s, condition);
    s.batteryV = 28.2 - 12 * Math.max(0, 0.55 - condition.alternatorShare);
  }
}
