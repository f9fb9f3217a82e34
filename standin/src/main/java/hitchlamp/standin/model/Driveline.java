package hitchlamp.standin.model;

import java.util.SplittableRandom;

/**
 * A vehicle on wheels: clutch, gearbox, axle, mass, hill, wind, brakes. Force balance in the
 * direction of travel (any vehicle dynamics book: rolling resistance with weight, drag with the
 * square of speed, slope); coefficients our own. The clutch is a stiff viscous coupling of limited
 * torque, solved implicitly so that it is stable at any step.
 */
public final class Driveline implements Load {
  private static final double GRAVITY = 9.81;
  private static final double AIR_KG_M3 = 1.2;
  private static final double ROLLING = 0.006;
  private static final double WHEELS_KG_M2 = 110;
  private static final double CLUTCH_STIFF = 900;
  private static final double CLUTCH_MOST_NM = 3_000;
  private static final double BITES_AT_RPM = 640;
  private static final double HOLDS_AT_RPM = 950;

  /** The engine gives its torque back before the gear comes out: else it would race. */
  private static final double EASES_SECONDS = 0.25;

  private static final double SHIFT_SECONDS = 0.5;
  private static final double RESTS_SECONDS = 2.5;

  /** Share of full torque that the gearbox asks for while the gear is out on the way down. */
  private static final double DOWN_TORQUE = 0.12;

  private static final double UP_AT_RPM = 1_650;
  private static final double DOWN_AT_RPM = 1_050;
  private static final double BRAKE_N_PER_KG = 6;
  private static final double REVERSE = -0.001;

  private final Gearing gearing;
  private final double emptyKg;
  private final double efficiency;
  private final double dragArea;

  /** Load on the bed, kg. */
  public double loadKg;

  /** Rise of the road, share: 0.05 is five in a hundred. */
  public double grade;

  /** Brake pedal, 0 to 1. */
  public double brake;

  /** True while the driver has the engine brake switched on. */
  public boolean engineBrake;

  /** True where the gearbox shifts by itself. */
  public boolean automatic;

  private int wanted;
  private int gear;
  private double shifting;
  private double sinceShift = RESTS_SECONDS;
  private double speed;
  private double ratioNow;

  /** A truck whose figures scatter a little around nominal. */
  public Driveline(Gearing gearing, SplittableRandom random) {
    this.gearing = gearing;
    this.loadKg = gearing.usualLoadKg();
    emptyKg = gearing.emptyKg() * (1 + 0.04 * (random.nextDouble() - 0.5));
    efficiency = 0.93 + 0.03 * (random.nextDouble() - 0.5);
    dragArea = gearing.dragArea() * (1 + 0.1 * (random.nextDouble() - 0.5));
  }

  /** Gear that is in, 0 for neutral. */
  public int gear() {
    return gear;
  }

  /** Number of forward gears. */
  public int gears() {
    return gearing.ratios().size();
  }

  /** Ratio that is in, 0 for neutral. */
  public double ratio() {
    return ratioNow;
  }

  /** Turns of the gearbox's output shaft, rpm. */
  public double outputRpm() {
    return speed / gearing.wheel() * gearing.finalDrive() * 30 / Math.PI;
  }

  /** Puts a gear in; 0 is neutral. */
  public void select(int number) {
    if (number < 0 || number > gearing.ratios().size()) {
      throw new IllegalArgumentException("there are gears 0 to " + gears());
    }
    wanted = number;
  }

  @Override
  public double step(double dt, double torque, EngineState s, EngineParameters p) {
    shift(dt, s);
    s.engineBrake = engineBrake;
    double mass = emptyKg + loadKg;
    double resist = resistance(mass);
    double taken = 0;
    if (ratioNow > 0 && s.running) {
      double reach = ratioNow * gearing.finalDrive() / gearing.wheel();
      double input = speed * reach;
      double inertia =
          (mass + WHEELS_KG_M2 / (gearing.wheel() * gearing.wheel())) / (reach * reach);
      double back = resist / reach;
      double stiff = CLUTCH_STIFF;
      taken =
          stiff
              * (s.omega - input + dt * (torque / p.inertia() + back / inertia))
              / (1 + stiff * dt * (1 / p.inertia() + 1 / inertia));
      double bite =
          Math.max(0, Math.min(1, (s.rpm() - BITES_AT_RPM) / (HOLDS_AT_RPM - BITES_AT_RPM)));
      double most = CLUTCH_MOST_NM * (input * 30 / Math.PI > HOLDS_AT_RPM ? 1 : bite);
      taken = Math.max(-most, Math.min(most, taken));
      double force = taken * reach * (taken > 0 ? efficiency : 1 / efficiency);
      move(dt, force - resist, mass, s);
    } else {
      move(dt, -resist, mass, s);
    }
    return taken;
  }

  private double resistance(double mass) {
    double rolling = speed > 0.01 ? ROLLING * mass * GRAVITY : 0;
    double slope = mass * GRAVITY * grade;
    // On a hill a standing truck is held by its brake.
    slope = speed <= 0.01 && grade > 0 && gear == 0 ? 0 : slope;
    double wind = 0.5 * AIR_KG_M3 * dragArea * speed * speed;
    double braking = speed > 0.01 ? brake * BRAKE_N_PER_KG * mass : 0;
    return rolling + slope + wind + braking;
  }

  private void move(double dt, double force, double mass, EngineState s) {
    speed = Math.max(0, speed + force / mass * dt);
    if (speed < -REVERSE && force <= 0) {
      speed = 0;
    }
    s.vehicleKmh = speed * 3.6;
  }

  private void shift(double dt, EngineState s) {
    sinceShift += dt;
    if (automatic && shifting <= 0 && sinceShift > RESTS_SECONDS && s.running) {
      if (gear == 0) {
        wanted = s.pedal > 0.02 ? gearing.startsIn() : 0;
      } else if (s.rpm() > UP_AT_RPM && gear < gearing.ratios().size()) {
        wanted = gear + 1;
      } else if (s.rpm() < DOWN_AT_RPM && gear > gearing.startsIn() && speed > 0.5) {
        wanted = gear - 1;
      } else if (speed < 0.5 && s.pedal < 0.02) {
        wanted = 0;
      }
    }
    if (wanted != gear && shifting <= 0) {
      shifting = SHIFT_SECONDS + (gear == 0 ? 0 : EASES_SECONDS);
    }
    if (shifting > 0) {
      shifting -= dt;
      sinceShift = 0;
      if (shifting <= SHIFT_SECONDS) {
        ratioNow = 0;
      }
      if (shifting <= 0) {
        gear = wanted;
        ratioNow = gear == 0 ? 0 : gearing.ratios().get(gear - 1);
      }
    }
    boolean down = wanted < gear && ratioNow == 0;
    s.torqueShare = shifting <= 0 || wanted == 0 ? 1 : down ? DOWN_TORQUE : 0;
  }

  /** True while a gear change interrupts the drive. */
  public boolean shifting() {
    return shifting > 0;
  }
}
