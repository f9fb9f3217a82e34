package hitchlamp.standin.model;

import hitchlamp.standin.engine.Cylinders;
import hitchlamp.standin.engine.MisfireCount;
import hitchlamp.standin.engine.Pulses;
import hitchlamp.standin.engine.SegmentClock;
import hitchlamp.standin.engine.SmoothRunning;
import java.util.SplittableRandom;

/**
 * Within a turn of the running engine: how the strokes reach the crank, and what is timed of it.
 */
public final class RunningCrank {
  /** Indicated work that the module reckons with. */
  private static final double JOULE_A_MG = 16;

  /** Of its warmth the squeezed air has so much from an engine at 80 °C. */
  private static final double FROM_ENGINE = 0.25;

  private static final double COLD_C = -20;
  private static final double SPAN_K = 100;

  private final EngineParameters p;
  private final Pulses pulses;
  private final SegmentClock clock;
  private final SmoothRunning smooth;
  private final MisfireCount misfires;
  private final double[] warmth;

  /**
   * @param random of the combustion, which is never twice the same
   * @param wheel of this engine, which stays as it is
   */
  RunningCrank(EngineParameters p, SplittableRandom random, SplittableRandom wheel) {
    int n = p.layout().cylinders();
    this.p = p;
    this.pulses = new Pulses(p.layout(), random);
    this.clock = new SegmentClock(p.layout(), wheel);
    this.smooth = new SmoothRunning(clock, n, wheel);
    this.misfires = new MisfireCount(clock, n);
    this.warmth = new double[n];
  }

  /** What each squeezes: what it keeps, as warm as the engine makes it. */
  void squeeze(EngineState s, Condition c) {
    double warm = Math.max(0, Math.min(1, (s.coolantC - COLD_C) / SPAN_K));
    double engine = 1 - FROM_ENGINE + FROM_ENGINE * warm;
    for (int i = 0; i < warmth.length; i++) {
      warmth[i] = engine * CrankSolver.keeps(i, s.omega, p, c) / CrankSolver.sound(s.omega);
    }
    pulses.squeezed(warmth);
    pulses.drops(c.dropsShare);
  }

  /** Work on the crank while it turns on from where it is, J. */
  double work(EngineState s, double turns, Cylinders cylinders) {
    return pulses.work(s.theta, turns, cylinders);
  }

  /** It has turned on from where it was, and the module looks at what its wheel timed. */
  void turned(EngineState s, double turns, double dt) {
    clock.turn(s.theta, turns, dt);
    s.theta = (s.theta + turns) % (4 * Math.PI);
    boolean cut = s.cutOut != 0;
    misfires.step(s.seenRpm(), s.fuelMgPerStroke * JOULE_A_MG, p.inertia(), s.feeds, cut);
    smooth.step(s.seenRpm(), s.loadShare, s.feeds, cut);
  }

  /** Times of the crank from one firing to the next, by the toothed wheel. */
  public SegmentClock clock() {
    return clock;
  }

  /** What the module gives each cylinder more or less so that the engine idles evenly. */
  public SmoothRunning smooth() {
    return smooth;
  }

  /** Strokes that did not fire, as the module counts them. */
  public MisfireCount misfires() {
    return misfires;
  }
}
