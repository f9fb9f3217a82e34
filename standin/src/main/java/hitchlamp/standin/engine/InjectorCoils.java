package hitchlamp.standin.engine;

import java.util.Arrays;
import java.util.SplittableRandom;

/**
 * The coils of the injectors with their wires, and the two drivers of the module, each with a bank
 * of them. Current rises in a coil as in any inductance on a voltage, i = V/R·(1 - exp(-t·R/L)); a
 * pulse width holds it. At rest a weak source feeds the upper wire and a weak load hangs on the
 * lower one, so that the module sees where a wire leads. Coefficients our own.
 */
public final class InjectorCoils {
  /** Inductance, resistance at 20 °C and its rise a kelvin, which is that of copper. */
  private static final double HENRY = 0.30e-3;

  private static final double OHMS = 0.60;
  private static final double COPPER = 0.0039;
  private static final double ROOM_C = 20;

  private static final double BOOST_VOLTS = 65;
  private static final double PULLS_AMPS = 16;
  private static final double HOLD_AMPS = 8;

  /** Of the driver's switches and the module's own wires. */
  private static final double DRIVER_OHMS = 0.08;

  private static final double SENSE_OHMS = 0.02;
  private static final double SOURCE_OHMS = 10_000;
  private static final double LOAD_OHMS = 10_000;
  private static final double EARLY_SECONDS = 60e-6;

  /** A pulse that has not pulled in by then is given up. */
  private static final double LONGEST_SECONDS = 500e-6;

  private static final double TRIPS_AMPS = 32;
  private static final double SCATTER = 0.03;
  private static final double NOISE = 0.006;

  /** What the wires and coils of the cylinders have become; cylinder 1 first. */
  public static final class Wear {
    private static final int MOST = 16;
    private boolean sound;

    /** Resistance beside the coil's own, ohm; infinity where it is open. */
    public final double[] extraOhms = new double[MOST];

    /** Inductance relative to a sound one's. */
    public final double[] inductance = new double[MOST];

    /** Resistance from the lower wire to ground, and to the supply, ohm. */
    public final double[] toGround = new double[MOST];

    public final double[] toSupply = new double[MOST];

    /** True where the armature does not move, whatever the current. */
    public final boolean[] stuck = new boolean[MOST];

    /**
     * Boost that the driver of each cylinder's bank still makes, share; the least of a bank counts.
     */
    public final double[] boost = new double[MOST];

    public Wear() {
      reset();
    }

    /** True where nothing is wrong with any. */
    public boolean sound() {
      return sound;
    }

    /** Something is wrong with one of them. */
    public Wear worn() {
      sound = false;
      return this;
    }

    /** All sound. */
    public void reset() {
      sound = true;
      Arrays.fill(extraOhms, 0);
      Arrays.fill(inductance, 1);
      Arrays.fill(toGround, Double.POSITIVE_INFINITY);
      Arrays.fill(toSupply, Double.POSITIVE_INFINITY);
      Arrays.fill(stuck, false);
      Arrays.fill(boost, 1);
    }
  }

  /**
   * What the module samples of a pulse.
   *
   * @param restVolts at the lower wire before
   * @param earlyAmps after 60 µs, through its sense resistor
   * @param riseSeconds until the current pulls in, not a number where it did not
   * @param holdShare of the time that the supply must be on to hold it, not a number where nothing
   *     is held
   */
  public record Sample(double restVolts, double earlyAmps, double riseSeconds, double holdShare) {}

  private final double[] henry;
  private final double[] ohms;
  private final double[] boost;
  private final SplittableRandom random;

  public InjectorCoils(int cylinders, SplittableRandom random) {
    this.random = random;
    this.henry = scattered(cylinders, HENRY);
    this.ohms = scattered(cylinders, OHMS);
    this.boost = scattered(2, BOOST_VOLTS);
  }

  private double[] scattered(int count, double nominal) {
    double[] all = new double[count];
    for (int i = 0; i < count; i++) {
      all[i] = nominal * (1 + SCATTER * (2 * random.nextDouble() - 1));
    }
    return all;
  }

  /** Bank of a cylinder, 0 or 1; cylinder 0 is the first. */
  private int bank(int cylinder) {
    return 2 * cylinder / henry.length;
  }

  private double volts(int bank, Wear w) {
    double left = 1;
    for (int i = 0; i < henry.length; i++) {
      left = bank(i) == bank ? Math.min(left, w.boost[i]) : left;
    }
    return boost[bank] * left;
  }

  private double resistance(int cylinder, double celsius, Wear w) {
    return ohms[cylinder] * (1 + COPPER * (celsius - ROOM_C)) + w.extraOhms[cylinder];
  }

  /** Share of what is commanded that an injector with these wires still injects. */
  public double injects(int cylinder, double celsius, Wear w) {
    if (w.sound()) {
      return 1;
    }
    double rise = rise(cylinder, celsius, w, 1);
    boolean shorted = w.toGround[cylinder] < 5 || w.toSupply[cylinder] < 5;
    if (Double.isNaN(rise) || shorted || w.stuck[cylinder]) {
      return 0;
    }
    // Who opens later is open for less of a pulse of about a millisecond.
    return Math.max(0, 1 - (rise - nominalRise(celsius)) / 1e-3);
  }

  private static double nominalRise(double celsius) {
    return time(
        BOOST_VOLTS, OHMS * (1 + COPPER * (celsius - ROOM_C)) + DRIVER_OHMS, HENRY, PULLS_AMPS);
  }

  private double rise(int cylinder, double celsius, Wear w, double noise) {
    int bank = bank(cylinder);
    double r = resistance(cylinder, celsius, w) + DRIVER_OHMS;
    double volts = volts(bank, w);
    double seconds = time(volts, r, henry[cylinder] * w.inductance[cylinder], PULLS_AMPS) * noise;
    return seconds < LONGEST_SECONDS ? seconds : Double.NaN;
  }

  /** Time in which a current is reached; infinity where it never is. */
  private static double time(double volts, double ohms, double henry, double amps) {
    double share = amps * ohms / volts;
    return share < 1 ? -henry / ohms * Math.log(1 - share) : Double.POSITIVE_INFINITY;
  }

  /**
   * Drives a coil once.
   *
   * @param cylinder 0 is the first
   * @param supply of the module, V
   */
  public Sample drive(int cylinder, double celsius, double supply, Wear w) {
    double r = resistance(cylinder, celsius, w);
    double rest = rest(r, supply, w.toGround[cylinder], w.toSupply[cylinder]);
    int bank = bank(cylinder);
    double volts = volts(bank, w);
    double l = henry[cylinder] * w.inductance[cylinder];
    double total = r + DRIVER_OHMS;
    double through = Double.isInfinite(r) ? 0 : volts / total;
    double early = through * (1 - Math.exp(-EARLY_SECONDS * total / l));
    // What a short to ground takes past the sense resistor, and one to the supply adds to it.
    double sensed = early * w.toGround[cylinder] / (w.toGround[cylinder] + SENSE_OHMS);
    if (Double.isInfinite(w.toGround[cylinder])) {
      sensed = early;
    }
    double added = supply / (w.toSupply[cylinder] + SENSE_OHMS + DRIVER_OHMS);
    sensed = Math.min(TRIPS_AMPS, sensed + added) * (1 + NOISE * random.nextGaussian());
    boolean trips = added > TRIPS_AMPS / 2;
    double rise =
        trips ? Double.NaN : rise(cylinder, celsius, w, 1 + NOISE * random.nextGaussian());
    double held = HOLD_AMPS * total / supply * (1 + NOISE * random.nextGaussian());
    return new Sample(
        rest * (1 + NOISE * random.nextGaussian()),
        sensed,
        rise,
        trips || held > 1 || Double.isInfinite(r) ? Double.NaN : held);
  }

  /** The lower wire: a source above the coil, a load, and what leaks. */
  private static double rest(double coil, double supply, double toGround, double toSupply) {
    double source = 1 / (SOURCE_OHMS + coil);
    double pulls = 1 / toSupply;
    double down = 1 / LOAD_OHMS + 1 / toGround;
    return supply * (source + pulls) / (source + pulls + down);
  }
}
