package hitchlamp.standin.engine;

import java.util.Arrays;

/**
 * All cylinders over a cycle: what they breathe in, what each makes of its fuel, where the heat
 * goes. Energy is kept: the heat of the fuel is indicated work, heat into the walls and enthalpy of
 * the exhaust (Heywood, Internal Combustion Engine Fundamentals, chapters 3 and 12). Coefficients
 * our own.
 */
public final class Cylinders {
  /** Lower heating value of diesel, J/kg (Heywood, table D.4: 42.5 to 43.2 MJ/kg). */
  public static final double HEATING_VALUE = 42.8e6;

  /** Air that burns a kilogram of diesel, kg. */
  public static final double STOICHIOMETRIC = 14.5;

  /** Of their swept volume they fill so much. */
  public static final double FILLING = 0.955;

  /** What back pressure takes of the filling: the hot rest in the clearance volume grows. */
  private static final double FILLING_BACK_PRESSURE = 0.055;

  /** Loss of indicated work and gain of wall heat with little fuel, with their scale, kg. */
  private static final double LIGHT = 45e-6;

  private static final double WORK_LOST_LIGHT = 0.27;
  private static final double WALL = 0.142;
  private static final double WALL_LIGHT = 0.13;

  /** Of fuel that burns late so much is work, and heat into the walls; the exhaust has the rest. */
  private static final double LATE_WORK = 0.1;

  private static final double LATE_WALL = 0.2;

  /** Work that a ring leak as great as a sound one's takes, share; and the end of all work. */
  private static final double WORK_LOST_RINGS = 0.012;

  private static final double WORKS_UNTIL_OPEN = 0.12;

  /** Below this proportion of air combustion becomes late and incomplete. */
  private static final double AIR_ENOUGH = 1.55;

  private static final double SHORT_OF_AIR = 0.35;

  /** Litre-size for which the figures of little fuel hold, m³ a cylinder. */
  private static final double REFERENCE_SWEPT = 2.1e-3;

  private final Layout layout;
  private final double efficiency;
  private final double[] fuel;
  private final double[] work;
  private final double[] tight;
  private double late;

  /** Gas that they draw from the intake, kg/s. */
  double flow;

  /** Change of that with intake and exhaust pressure, kg/(s·Pa). */
  double byIntake;

  double byExhaust;

  private double fuelFlow;
  private double indicated;
  private double wall;
  private double pumping;
  private double exhaustK = 293;
  private double lambda = 10;

  /**
   * @param efficiency best gross indicated efficiency
   */
  public Cylinders(Layout layout, double efficiency) {
    this.layout = layout;
    this.efficiency = efficiency;
    this.fuel = new double[layout.cylinders()];
    this.work = new double[layout.cylinders()];
    this.tight = new double[layout.cylinders()];
    Arrays.fill(tight, 1);
  }

  /**
   * Sets what each cylinder gets.
   *
   * @param perStroke commanded, kg
   * @param shares what each makes of the command, cylinder 1 first; 0 where it is not fuelled
   */
  public void inject(double perStroke, double[] shares) {
    for (int i = 0; i < fuel.length; i++) {
      fuel[i] = perStroke * shares[i];
    }
  }

  /**
   * How tight each is.
   *
   * @param rings leak of each relative to a sound one
   * @param valves how far a valve of each stays open, 0 to 1
   */
  public void leak(double[] rings, double[] valves) {
    for (int i = 0; i < tight.length; i++) {
      // What has gone before top dead centre is not there to burn in, nor to push.
      tight[i] =
          Math.max(0, 1 - WORK_LOST_RINGS * (rings[i] - 1))
              * Math.max(0, 1 - valves[i] / WORKS_UNTIL_OPEN);
    }
  }

  /** Fuel that each fuelled cylinder gets late in its stroke, kg: it burns, and hardly works. */
  public void late(double perStroke) {
    late = perStroke;
  }

  /** No fuel. */
  public void cut() {
    Arrays.fill(fuel, 0);
    late = 0;
  }

  /** Finds what they breathe. */
  void breathe(double intake, double intakeK, double exhaust, double omega) {
    double swept = layout.displacement() * omega / (4 * Math.PI);
    double scale = FILLING * swept / (Gas.R * intakeK);
    flow = scale * (intake * (1 + FILLING_BACK_PRESSURE) - FILLING_BACK_PRESSURE * exhaust);
    if (flow < 0) {
      flow = 0;
    }
    byIntake = scale * (1 + FILLING_BACK_PRESSURE);
    byExhaust = -scale * FILLING_BACK_PRESSURE;
  }

  /**
   * Burns what was injected.
   *
   * @param burned share of burned gas in what they breathe
   */
  void burn(double intake, double intakeK, double exhaust, double omega, double burned) {
    double cycles = omega / (4 * Math.PI);
    double airEach = cycles > 0 ? flow / cycles / fuel.length * (1 - burned) : 0;
    double size = LIGHT * layout.swept() / REFERENCE_SWEPT;
    fuelFlow = 0;
    indicated = 0;
    wall = 0;
    double last = Double.NaN;
    double lastWork = 0;
    double lastHeat = 0;
    double released = 0;
    double lastWall = 0;
    for (int i = 0; i < fuel.length; i++) {
      double m = fuel[i];
      if (m != last) {
        double light = Math.exp(-m / size);
        double air = m > 0 ? airEach / ((m + late) * STOICHIOMETRIC) : 10;
        double lack = Math.max(0, AIR_ENOUGH - air);
        double share =
            efficiency
                * (1 - WORK_LOST_LIGHT * light)
                * Math.max(0.3, 1 - SHORT_OF_AIR * lack * lack);
        double after = m > 0 ? late : 0;
        // What finds no air does not burn.
        double heat = HEATING_VALUE * Math.min(1, air);
        lastHeat = (m + after) * heat;
        lastWork = (m * share + after * LATE_WORK) * heat;
        lastWall = (m * (WALL + WALL_LIGHT * light) + after * LATE_WALL) * heat;
        last = m;
      }
      work[i] = lastWork * tight[i];
      fuelFlow += (m > 0 ? m + late : 0) * cycles;
      indicated += work[i] * cycles;
      released += lastHeat * cycles;
      wall += lastWall * cycles;
    }
    lambda = fuelFlow > 0 ? flow * (1 - burned) / (fuelFlow * STOICHIOMETRIC) : 10;
    pumping = (exhaust - intake) * layout.displacement() * cycles;
    double through = flow + fuelFlow;
    if (through > 1e-6) {
      double heat = released - indicated - wall + pumping;
      exhaustK =
          Gas.kelvin(
              (flow * Gas.enthalpy(intakeK) + Math.max(-0.2 * through * 1e5, heat)) / through);
    } else {
      exhaustK = intakeK;
    }
  }

  /** Indicated work of one cylinder a cycle, J; cylinder 0 is the first. */
  public double work(int cylinder) {
    return work[cylinder];
  }

  /** Fuel that is burned, kg/s. */
  public double fuelFlow() {
    return fuelFlow;
  }

  /** Gross indicated power, W. */
  public double indicated() {
    return indicated;
  }

  /** Heat into walls, W. */
  public double wall() {
    return wall;
  }

  /** Power that changing the gas takes from the crank, W; negative where charge helps. */
  public double pumping() {
    return pumping;
  }

  /** Temperature of the gas that leaves, K. */
  public double exhaustK() {
    return exhaustK;
  }

  /** Air in proportion to what the fuel needs; 10 where there is none. */
  public double lambda() {
    return lambda;
  }
}
