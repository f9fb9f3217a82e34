package hitchlamp.standin.aftertreatment;

/**
 * How the module doses exhaust fluid: it fills the line once the exhaust warms, holds the pressure,
 * doses what the measured nitrogen oxides need at the temperature of the catalyst, and empties the
 * line when the engine stops. Limits: common practice, no source.
 */
public final class FluidControl {
  /** Where it is. */
  public enum Stage {
    OFF,
    PRIME,
    HOLD,
    DOSE,
    EMPTY
  }

  /**
   * Fluid that gives a mole of ammonia, kg: half a mole of urea (60.06 g/mol), of which the fluid
   * holds 32.5 % (ISO 22241-1).
   */
  public static final double FLUID_A_MOL = 0.06006 / 2 / FluidTank.UREA;

  private static final double PRIMES_ABOVE_C = 140;
  private static final double DOSES_ABOVE_C = 192;
  private static final double STOPS_BELOW_C = 185;
  private static final double READY_KPA = 850;
  private static final double LOST_KPA = 650;
  private static final double READY_SECONDS = 2;
  private static final double LONGEST_PRIME = 90;
  private static final double WAITS_SECONDS = 60;
  private static final double EMPTIES_SECONDS = 45;
  private static final double LEAST_TANK_C = -9;
  private static final double EMPTY_PERCENT = 5;
  private static final double LESS_WHILE_BURNING = 0.4;
  private static final double LEAST_DUTY = 0.004;
  private static final double[] AT_C = {190, 205, 230, 255, 280, 430, 500, 560};
  private static final double[] SHARES = {0, 0.45, 0.75, 0.9, 0.935, 0.935, 0.8, 0.4};

  private final FluidCheck check = new FluidCheck();
  private final InjectorRestore restore = new InjectorRestore();
  private Stage stage = Stage.OFF;
  private double seconds;
  private double ready;
  private double waits;
  private double wanted;
  private double less = 1;
  private int failed;

  /**
   * Decides.
   *
   * @param burns true while the filter is burned clean: what the catalyst stores will come out of
   *     it
   */
  public void step(double dt, AfterReadings r, boolean burns) {
    less = burns ? LESS_WHILE_BURNING : 1;
    seconds += dt;
    waits = Math.max(0, waits - dt);
    wanted = 0;
    if (task().runs()) {
      check.step(dt, r.fluidKpa);
      restore.step(dt, r);
      if (!task().runs()) {
        go(Stage.OFF);
      }
      return;
    }
    if (!r.running) {
      if (stage != Stage.OFF && stage != Stage.EMPTY) {
        go(Stage.EMPTY);
      } else if (stage == Stage.EMPTY && seconds > EMPTIES_SECONDS) {
        go(Stage.OFF);
      }
      failed = 0;
      return;
    }
    switch (stage) {
      case OFF, EMPTY -> {
        if (r.scrInC > PRIMES_ABOVE_C && waits == 0 && r.tankC > LEAST_TANK_C) {
          go(Stage.PRIME);
          prime(dt, r);
        }
      }
      case PRIME -> prime(dt, r);
      case HOLD, DOSE -> dose(r);
    }
  }

  private void prime(double dt, AfterReadings r) {
    ready = r.fluidKpa > READY_KPA ? ready + dt : 0;
    if (ready >= READY_SECONDS) {
      failed = 0;
      go(Stage.HOLD);
      dose(r);
    } else if (seconds > LONGEST_PRIME) {
      // A line that an empty tank leaves dry has not failed: the level says so by itself.
      failed += r.tankPercent < EMPTY_PERCENT ? 0 : 1;
      waits = WAITS_SECONDS;
      go(Stage.OFF);
    }
  }

  private void dose(AfterReadings r) {
    if (r.fluidKpa < LOST_KPA) {
      // Without its pressure nothing can be metered.
      go(Stage.PRIME);
      return;
    }
    double least = stage == Stage.DOSE ? STOPS_BELOW_C : DOSES_ABOVE_C;
    double nox =
        Double.isNaN(r.noxIn)
            ? EngineOut.nox(r.fuel, r.burned) / EngineOut.NO2_MOLAR
            : Math.max(0, r.noxIn) * 1e-6 * r.flow / EngineOut.GAS_MOLAR;
    wanted = r.scrInC > least ? nox * less * share(r.scrInC) * FLUID_A_MOL : 0;
    Stage next = wanted > 0 ? Stage.DOSE : Stage.HOLD;
    if (next != stage) {
      go(next);
    }
  }

  private void go(Stage next) {
    stage = next;
    seconds = 0;
    ready = 0;
  }

  /** It stood: nothing is under way. */
  public void stood() {
    check.end();
    restore.end();
    go(Stage.OFF);
  }

  /** A tester asks for the check of the circuit. */
  public void beginCheck() {
    check.begin(false);
  }

  /** A tester asks for a quantity into a beaker. */
  public void beginQuantity() {
    check.begin(true);
  }

  /** A tester asks for the injector's flow to be restored. */
  public void beginRestore() {
    restore.begin();
  }

  /** What a tester asked for is broken off; the line is sucked empty as after a stop. */
  public void breakOff() {
    if (task().runs()) {
      check.end();
      restore.end();
      go(Stage.EMPTY);
    }
  }

  /** True while a tester has the pump. */
  public boolean inHand() {
    return task().runs();
  }

  private FluidTask task() {
    return restore.runs() ? restore : check;
  }

  /** The restore of the injector's flow. */
  public InjectorRestore restore() {
    return restore;
  }

  /** The check of the circuit. */
  public FluidCheck check() {
    return check;
  }

  /** True where a tester's check can begin: the fluid is no ice. */
  public static boolean liquid(double tankC) {
    return tankC > LEAST_TANK_C;
  }

  /** Ammonia for each mole of nitrogen oxide at a temperature. */
  static double share(double celsius) {
    if (celsius <= AT_C[0]) {
      return 0;
    }
    for (int i = 1; i < AT_C.length; i++) {
      if (celsius < AT_C[i]) {
        double part = (celsius - AT_C[i - 1]) / (AT_C[i] - AT_C[i - 1]);
        return SHARES[i - 1] + part * (SHARES[i] - SHARES[i - 1]);
      }
    }
    return SHARES[SHARES.length - 1];
  }

  /**
   * Ammonia that a kilogram of fluid becomes, mol.
   *
   * @param urea in it relative to what it should be
   * @param kelvin of the gas: cold, it stays on the walls
   */
  public static double ammonia(double urea, double kelvin) {
    double becomes = 1 / (1 + Math.exp((448 - kelvin) / 9));
    return becomes * urea / FLUID_A_MOL;
  }

  public Stage stage() {
    return task().runs() ? task().told() : stage;
  }

  /** What the pump is told. */
  public FluidLine.Mode mode() {
    if (task().runs()) {
      return task().mode();
    }
    return switch (stage) {
      case OFF -> FluidLine.Mode.OFF;
      case EMPTY -> FluidLine.Mode.EMPTY;
      default -> FluidLine.Mode.DELIVER;
    };
  }

  /** Fluid that it wants dosed, kg/s. */
  public double wanted() {
    return wanted;
  }

  /** Duty of the injector, 0 to 1: what it passes at the held pressure is known. */
  public double duty(double size) {
    if (task().runs()) {
      return task().duty();
    }
    double duty = wanted / (FluidLine.MOST * size);
    return duty < LEAST_DUTY ? 0 : Math.min(1, duty);
  }

  /** Times in a row that the line could not be filled though the tank was not empty. */
  public int failed() {
    return failed;
  }
}
