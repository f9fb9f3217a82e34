package hitchlamp.core.trial.filter;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.judge.Measured;
import hitchlamp.core.judge.Verdict;
import hitchlamp.core.quantity.Unit;
import hitchlamp.core.words.Figure;
import hitchlamp.core.words.Said;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** What a sweep of the filter comes to. */
final class FilterJudge {
  /** Figures: what the sensor shows without flow, kPa. */
  static final String ZERO = "zero";

  /** What the filter lost at each speed, the place counted from 1, the zero taken off. */
  static final String LOST = "lost";

  /** Flow there, temperature taken in. */
  static final String SIZE = "size";

  /** Soot that the loss stands for, and that the module reckons with, percent of a full filter. */
  static final String SOOT = "soot";

  static final String RECKONED = "reckoned";

  /** Share of the flow past a crack, percent. */
  static final String CRACK = "crack";

  /** Speeds that differ by less, flow and temperature taken in, tell nothing. */
  private static final double RANGE = 2;

  private static final int FEWEST = 3;

  /** Sound units lie so far from what the module reckons with, points of percent and share. */
  private static final double AGREE = 8;

  private static final double AGREE_SHARE = 0.35;

  /** With more soot than this nobody can tell ash from it, percent. */
  private static final double LITTLE_SOOT = 35;

  /** From so much on the filter is called loaded. */
  private static final double LOADED = 60;

  /** A loss that stands for less soot than this is less than that of any clean filter, percent. */
  private static final double LESS_THAN_CLEAN = -9;

  private static final double LEAST_CRACK = 0.06;

  /** From three standard errors on, of which two are told, there may be a crack. */
  private static final double PERHAPS = 1.5;

  /** Four: of a thousand sound filters hardly one is called cracked. */
  private static final double SURE = 2;

  /** Of what is expected so much is lost at least; less is a filter that is not there. */
  private static final double NOTHING = 0.35;

  private final FilterSetup setup;
  private final FilterSeen seen;
  private final List<FilterPoint> points;
  private final List<Measured> figures = new ArrayList<>();

  private FilterJudge(FilterSetup setup, FilterSeen seen) {
    this.setup = setup;
    this.seen = seen;
    this.points = seen.points().stream().filter(FilterPoint::told).toList();
  }

  static Judgement of(FilterSetup setup, FilterSeen seen) {
    return new FilterJudge(setup, seen).judge();
  }

  private Judgement judge() {
    boolean zeroed = seen.zero().count() > 1;
    double zero = zeroed ? seen.zero().mean() : 0;
    if (zeroed) {
      figures.add(
          new Measured(
              ZERO,
              0,
              zero,
              Unit.KILOPASCAL,
              2 * seen.zero().error(),
              -setup.zeroKpa(),
              setup.zeroKpa(),
              Optional.of(Math.abs(zero) > setup.zeroKpa() ? Verdict.FAIL : Verdict.PASS)));
    }
    for (int i = 0; i < points.size(); i++) {
      FilterPoint p = points.get(i);
      figures.add(Measured.shown(SIZE, i + 1, 100 * p.size(), Unit.PERCENT));
      figures.add(
          new Measured(
              LOST,
              i + 1,
              p.kpa().mean() - zero,
              Unit.KILOPASCAL,
              2 * p.kpa().error(),
              Double.NEGATIVE_INFINITY,
              Double.POSITIVE_INFINITY,
              Optional.empty()));
    }
    if (zeroed && Math.abs(zero) > setup.zeroKpa()) {
      return fail("sensor", say("zero-is-off", kpa(zero)), say("renew-the-sensor"));
    }
    double least = points.stream().mapToDouble(FilterPoint::size).min().orElse(0);
    double most = points.stream().mapToDouble(FilterPoint::size).max().orElse(0);
    if (points.size() < FEWEST || most < RANGE * least) {
      return seen.next() < seen.speeds().size()
          ? tell(say("so-far", points.size(), seen.speeds().size()), say("sweep-again"))
          : tell(say("too-few-speeds"), say("sweep-again"));
    }
    if (!zeroed) {
      return tell(say("no-zero"), say("begin-standing"));
    }
    if (Double.isNaN(seen.soot())) {
      return tell(say("no-soot"), say("read-the-faults"));
    }
    return judged(LossShape.of(setup, points, zero, seen.zero().error()));
  }

  private Judgement judged(LossShape shape) {
    double reckoned = seen.soot();
    double expected = setup.kpa(reckoned);
    double soot = setup.soot(shape.kpa());
    figures.add(
        new Measured(
            SOOT,
            0,
            soot,
            Unit.PERCENT,
            100 * shape.kpaPlusMinus() / (setup.fullKpa() - setup.cleanKpa()),
            reckoned - agree(reckoned),
            reckoned + agree(reckoned),
            Optional.empty()));
    figures.add(Measured.shown(RECKONED, 0, reckoned, Unit.PERCENT));
    if (shape.kpa() < -0.5 * expected) {
      return fail("hoses", say("swapped"), say("swap-the-hoses"));
    }
    if (shape.kpa() < NOTHING * setup.cleanKpa()) {
      return fail("nothing-lost", say("nothing-is-lost"), say("look-for-the-hose"));
    }
    boolean cracked = shape.crack() > LEAST_CRACK && shape.crack() > SURE * shape.crackPlusMinus();
    figures.add(
        new Measured(
            CRACK,
            0,
            100 * shape.crack(),
            Unit.PERCENT,
            100 * shape.crackPlusMinus(),
            Double.NEGATIVE_INFINITY,
            100 * LEAST_CRACK,
            Optional.of(cracked ? Verdict.FAIL : Verdict.PASS)));
    if (soot > reckoned + agree(reckoned)) {
      return reckoned > LITTLE_SOOT
          ? tell(say("loses-more", percent(soot), percent(reckoned)), say("burn-then-again"))
          : fail(
              "ash-or-face",
              say("loses-more", percent(soot), percent(reckoned)),
              say("have-it-cleaned", gain(soot - reckoned)));
    }
    if (cracked || soot < LESS_THAN_CLEAN) {
      return fail(
          "cracked",
          cracked ? say("is-cracked", percent(100 * shape.crack())) : say("less-than-clean"),
          say("look-behind"));
    }
    if (shape.crack() > LEAST_CRACK && shape.crack() > PERHAPS * shape.crackPlusMinus()) {
      return tell(say("perhaps-cracked", percent(100 * shape.crack())), say("look-then-again"));
    }
    if (soot < reckoned - agree(reckoned)) {
      return tell(say("loses-less", percent(soot), percent(reckoned)), say("look-then-again"));
    }
    return new Judgement(
        Verdict.PASS,
        Said.joined(
            " ",
            List.of(
                say(
                    reckoned >= LOADED ? "is-loaded" : "is-sound",
                    percent(soot),
                    percent(reckoned)),
                say(
                    "no-crack-above",
                    percent(100 * Math.min(1, shape.crack() + PERHAPS * shape.crackPlusMinus()))))),
        figures,
        say(reckoned >= LOADED ? "burn-it" : "nothing-to-do"));
  }

  private static double agree(double reckoned) {
    return AGREE + AGREE_SHARE * Math.max(0, reckoned);
  }

  /** What cleaning would take away at full flow. */
  private Figure gain(double soot) {
    return kpa(soot / 100 * (setup.fullKpa() - setup.cleanKpa()) * setup.rated());
  }

  private Judgement tell(Said says, Said next) {
    return new Judgement(Verdict.CANNOT_TELL, says, figures, next);
  }

  private Judgement fail(String part, Said says, Said next) {
    return new Judgement(
        Verdict.FAIL,
        says,
        figures,
        next,
        List.of(
            new Judgement.Part(part, FilterWords.say("part-" + part), Verdict.FAIL, says, next)));
  }

  private static Said say(String name, Object... with) {
    return FilterWords.said(name, with);
  }

  private static Figure kpa(double value) {
    return new Figure(value, Unit.KILOPASCAL, 1);
  }

  private static Figure percent(double value) {
    return new Figure(Math.max(0, value), Unit.PERCENT, 0);
  }
}
