package hitchlamp.core.trial.fluid;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.judge.Measured;
import hitchlamp.core.judge.Verdict;
import hitchlamp.core.quantity.Unit;
import hitchlamp.core.words.Figure;
import hitchlamp.core.words.Said;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * Fluid and sensor are judged apart: the fluid by the refractometer alone, the sensor by whether it
 * agrees. Beside ISO 22241-1: common practice, no source.
 */
final class FluidJudge {
  /** Figure: urea as the sensor tells it. */
  static final String SENSOR = "sensor";

  /** Figure: urea as the refractometer reads. */
  static final String REFRACTOMETER = "refractometer";

  private static final double FROZEN_C = -9;
  private static final double LOW_PERCENT = 8;

  /**
   * So much stronger than the standard no urea keeps dissolved in the cold; and so far apart sensor
   * and refractometer are not off by their own errors.
   */
  private static final double FAR_APART = 6;

  private static final double ACCEPTED = 28;
  private static final int FEWEST = 3;

  private FluidJudge() {}

  static Judgement of(FluidSetup setup, FluidSeen seen) {
    double sensor = seen.quality().count() < FEWEST ? Double.NaN : seen.quality().mean();
    double by = seen.refractometer();
    List<Measured> figures = figures(setup, sensor, by);
    if (seen.tankC() < FROZEN_C) {
      return tell(figures, "frozen", "thaw-it");
    }
    if (Double.isNaN(by)) {
      return Double.isNaN(sensor)
          ? tell(figures, "nothing-told", "read-again")
          : tell(figures, "by-sensor-alone", "use-a-refractometer", percent(sensor));
    }
    boolean dry = seen.level() < LOW_PERCENT;
    boolean agree = Math.abs(sensor - by) <= setup.agreePercent();
    double least = UreaSolution.LEAST - setup.refractometerPercent();
    double most = UreaSolution.MOST + setup.refractometerPercent();
    boolean right = by >= least && by <= most;
    List<Judgement.Part> parts = new ArrayList<>();
    if (right) {
      if (!Double.isNaN(sensor) && !agree) {
        if (dry) {
          return tell(figures, "sensor-may-be-dry", "fill-up");
        }
        parts.add(fail("sensor", "sensor-wrong", "renew-sensor", percent(sensor), percent(by)));
      }
    } else if (by > most + FAR_APART) {
      parts.add(fail("fluid", "contaminated", "drain-and-rinse", percent(by)));
    } else if (!dry && Math.abs(sensor - by) > FAR_APART) {
      // Water in it and a sensor that is off look the same as something else in it.
      parts.add(fail("fluid", "wrong-and-far-apart", "drain-and-read-again", percent(by)));
      parts.add(
          new Judgement.Part(
              "sensor",
              FluidWords.say("part-sensor"),
              Verdict.CANNOT_TELL,
              FluidWords.said("sensor-tells", percent(sensor)),
              FluidWords.said("drain-and-read-again")));
    } else {
      String says = by > most ? "too-strong" : by < ACCEPTED ? "diluted" : "weak";
      parts.add(fail("fluid", says, "drain-and-refill", percent(by)));
      if (!Double.isNaN(sensor) && !agree && !dry) {
        parts.add(fail("sensor", "sensor-too", "renew-sensor", percent(sensor)));
      }
    }
    if (parts.isEmpty()) {
      return new Judgement(
          Verdict.PASS,
          Double.isNaN(sensor)
              ? FluidWords.said("fluid-right", percent(by))
              : FluidWords.said("all-right", percent(by), percent(sensor)),
          figures,
          FluidWords.said(Double.isNaN(sensor) ? "look-at-the-sensor" : "look-at-dosing"));
    }
    Said says =
        parts.size() == 1
            ? parts.get(0).says()
            : Said.joined(" ", parts.stream().map(Judgement.Part::says).toList());
    return new Judgement(Verdict.FAIL, says, figures, parts.get(0).next(), parts);
  }

  private static Judgement tell(List<Measured> figures, String says, String next, Object... with) {
    return new Judgement(
        Verdict.CANNOT_TELL, FluidWords.said(says, with), figures, FluidWords.said(next));
  }

  private static Judgement.Part fail(String id, String says, String next, Object... with) {
    return new Judgement.Part(
        id,
        FluidWords.say("part-" + id),
        Verdict.FAIL,
        FluidWords.said(says, with),
        FluidWords.said(next));
  }

  private static List<Measured> figures(FluidSetup setup, double sensor, double by) {
    List<Measured> all = new ArrayList<>();
    double off = setup.refractometerPercent();
    if (!Double.isNaN(by)) {
      boolean right = by >= UreaSolution.LEAST - off && by <= UreaSolution.MOST + off;
      all.add(
          new Measured(
              REFRACTOMETER,
              0,
              by,
              Unit.PERCENT,
              off,
              UreaSolution.LEAST,
              UreaSolution.MOST,
              Optional.of(right ? Verdict.PASS : Verdict.FAIL)));
    }
    if (!Double.isNaN(sensor)) {
      all.add(Measured.shown(SENSOR, 0, sensor, Unit.PERCENT));
    }
    return all;
  }

  private static Figure percent(double value) {
    return new Figure(value, Unit.PERCENT, 1);
  }
}
