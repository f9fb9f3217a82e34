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

  /** Engine hours from one start to the next. */
  public static final double SHIFT_HOURS = 8.5;

  private static final double WARM_UP_HOURS = 0.3;

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

  private final Operating point = new Operating();
  private final EngineParameters parameters;
  private final Condition condition;
  private final double idle;
  private final Duty duty;
  private final Duty.Point phase = new Duty.Point();

  /** A life of hauling. */
  public HistorySolver(EngineParameters parameters, Condition condition, double idle) {
    this(parameters, condition, idle, Duty.HAULING);
  }

  /**
   * @param idle share of the day that it stands idling, 0 to 0.9
   * @param duty what it does
   */
  public HistorySolver(EngineParameters parameters, Condition condition, double idle, Duty duty) {
    this.parameters = parameters;
    this.condition = condition;
    this.idle = idle;
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
      double warm = Math.min(1, intoShift / WARM_UP_HOURS);
      steady(intoShift * 3600 % 2_400 / 2_400, warm, s, random);
      hours += seconds / 3600;
      intoShift += seconds / 3600;
      litres += s.fuelKgPerHour() / 0.835 * seconds / 3600;
      kilometres += s.vehicleKmh * seconds / 3600;
      witness.step(hours, seconds, s);
      if (intoShift >= SHIFT_HOURS) {
        intoShift = 0;
        witness.warmedUp(hours);
      }
    }
    return new Used(litres, kilometres);
  }

  private static void rest(EngineState s) {
    s.running = false;
    s.omega = 0;
    s.fuelMgPerStroke = 0;
    s.coolantC = s.ambientC;
    s.oilC = s.ambientC;
    s.intakeC = s.ambientC;
    s.egrC = s.ambientC;
    s.exhaustC = s.ambientC;
    s.intakeKpa = s.ambientKpa;
    s.exhaustKpa = s.ambientKpa;
    s.oilKpa = 0;
    s.fuelSupplyKpa = 0;
    s.fuelDropKpa = 0;
    s.crankcaseKpa = 0;
    s.filterKpa = 0;
    s.turboRpm = 0;
    s.railMpa = 0;
    s.railWantedMpa = 0;
    s.egrFlow = 0;
    s.egrCleanFlow = 0;
    s.batteryV = 25.2;
    s.pedal = 0;
    s.vehicleKmh = 0;
  }

  /** The steady point of a phase of the forty-minute round. */
  private void steady(double through, double warm, EngineState s, SplittableRandom random) {
    // The round as it is with a fifth of idling, stretched or shrunk around it.
    double at = through < idle ? 0 : 0.2 + 0.8 * (through - idle) / (1 - idle);
    duty.at(at, phase);
    s.vehicleKmh = phase.kmh;
    double rpm = phase.rpm;
    double load = Math.min(1, phase.load * (0.9 + 0.2 * random.nextDouble()));
    s.omega = rpm * Math.PI / 30;
    s.fuelMgPerStroke = 12 + load * 215;
    double wind = 0.9 + Math.min(0.1, s.vehicleKmh / 400);
    double balance = Operating.coolantBalance(s, parameters, condition, wind);
    // The block's heat evens a round out: it stands between this phase and the last.
    s.coolantC =
        warm < 1
            ? s.ambientC + (balance - s.ambientC) * warm
            : s.coolantC + (balance - s.coolantC) * 0.06;
    s.oilC = s.coolantC + 8;
    Operating o = point;
    o.find(s, parameters, condition);
    s.intakeKpa = o.intakeKpa;
    s.intakeC = o.intakeC;
    s.exhaustKpa = o.exhaustKpa;
    s.exhaustC = o.exhaustC;
    s.turboRpm = o.turboRpm;
    s.vanesWanted = o.vanesWanted;
    s.vanes = o.vanes;
    s.throttleWanted = o.throttleWanted;
    s.throttle = o.throttle;
    s.egrWanted = o.egrWanted;
    s.egr = o.egr;
    s.egrFlow = o.egrFlow;
    s.egrCleanFlow = o.egrCleanFlow;
    s.egrC = o.egrC;
    s.filterKpa = o.filterKpa;
    s.fuelDropKpa = o.fuelDropKpa;
    s.fuelSupplyKpa = o.fuelSupplyKpa;
    s.railWantedMpa = o.railWantedMpa;
    s.railMpa = o.railMpa;
    s.oilKpa = o.oilKpa;
    s.crankcaseKpa = o.crankcaseKpa;
    s.batteryV = 28.2 - 12 * Math.max(0, 0.55 - condition.alternatorShare);
    s.pedal = load;
  }
}
