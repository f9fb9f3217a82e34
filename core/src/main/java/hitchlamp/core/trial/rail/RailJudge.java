package hitchlamp.core.trial.rail;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.judge.Measured;
import hitchlamp.core.judge.Verdict;
import hitchlamp.core.quantity.Unit;
import hitchlamp.core.words.Figure;
import hitchlamp.core.words.Said;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.ToDoubleFunction;

/** What rail and supply come to: by size, speed, effort of the controller and leak-down. */
final class RailJudge {
  /** Figures: rail pressure and what is commanded, at idle (place 1) and raised (2). */
  static final String RAIL = "rail";

  /** How far the metering valve must open, percent of what a sound engine needs. */
  static final String EFFORT = "effort";

  /** Supply before the filter, percent of a sound one; loss over the filter, percent permitted. */
  static final String SUPPLY = "supply";

  static final String FILTER = "filter";

  /** Greatest pressure that was commanded and reached in the snaps, MPa. */
  static final String PEAK_WANTED = "peak-wanted";

  static final String PEAK = "peak";

  /** What is left of the pressure after a minute, percent. */
  static final String KEEPS = "keeps";

  private static final double MOST_EFFORT = 120;

  /** At idle a leak of the rail counts for more, since little else is taken. */
  private static final double LEAST_SUPPLY = 84;

  private static final double MOST_FILTER = 100;

  /** Steady, measured and commanded differ by no more than the sensor may be off, MPa. */
  private static final double STEADY_MPA = 4;

  /** Of its commanded peak so much is reached; a relief valve that opens caps it. */
  private static final double CAPPED = 0.85;

  /** Below this peak a snap was none that could tell, MPa. */
  private static final double TELLS_MPA = 110;

  private static final double OPEN = 95;
  private static final int FEWEST_OPEN = 3;

  /** At once after the engine stands there is nearly all of it. */
  private static final double AT_ONCE = 70;

  private static final double MINUTE = 60;

  private final RailSetup setup;
  private final RailSeen seen;
  private final List<Measured> figures = new ArrayList<>();
  private final List<Judgement.Part> parts = new ArrayList<>();

  /** The first steady point that the rail does not reach with the metering valve open. */
  private Optional<RailPoint> tooLow = Optional.empty();

  private RailJudge(RailSetup setup, RailSeen seen) {
    this.setup = setup;
    this.seen = seen;
  }

  static Judgement of(RailSetup setup, RailSeen seen) {
    return new RailJudge(setup, seen).judge();
  }

  private Judgement judge() {
    List<RailPoint> told = seen.steady().stream().filter(RailPoint::told).toList();
    if (told.isEmpty()) {
      return Judgement.cannotTell(say("nothing-was-held"), say("test-again"));
    }
    double effort = steady(told);
    boolean keeps = holds();
    boolean supplied = supply(told);
    // What is let out or not supplied explains a pressure that is not reached.
    if (keeps && supplied) {
      highPressure(effort);
    }
    if (!parts.isEmpty()) {
      return new Judgement(
          Verdict.FAIL,
          Said.joined(" ", parts.stream().map(Judgement.Part::says).toList()),
          figures,
          parts.get(0).next(),
          parts);
    }
    if (!seen.complete() || seen.hold().isEmpty() || told.size() < (setup.raised() > 0 ? 2 : 1)) {
      return new Judgement(Verdict.CANNOT_TELL, say("not-through"), figures, say("test-again"));
    }
    if (lasted() < MINUTE) {
      return new Judgement(Verdict.CANNOT_TELL, say("not-watched"), figures, say("test-again"));
    }
    return new Judgement(
        Verdict.PASS,
        seen.snapped() > 0 ? say("all-in-order") : say("in-order-without-snaps"),
        figures,
        say("go-on-with-the-faults"));
  }

  /**
   * What is left where supply and rail are tight. A relief valve costs nothing until it opens; a
   * worn pump, or injectors that return too much, cost at idle already.
   */
  private void highPressure(double effort) {
    boolean capped = capped();
    if (capped && effort <= MOST_EFFORT) {
      fail(
          "relief-valve",
          say("is-capped", mega(reached()), mega(most(RailMoment::wanted))),
          say("renew-the-relief-valve"));
    } else if (tooLow.isPresent()) {
      RailPoint p = tooLow.get();
      fail(
          "high-pressure",
          say("does-not-reach", mega(p.rail().mean()), mega(p.wanted())),
          say("measure-the-returns"));
    } else if (effort > MOST_EFFORT) {
      fail("high-pressure", say("works-too-hard", percent(effort)), say("measure-the-returns"));
    }
  }

  /**
   * Commanded against measured.
   *
   * @return how far the metering valve opens at the least of the points, percent of sound
   */
  private double steady(List<RailPoint> told) {
    double least = Double.POSITIVE_INFINITY;
    for (int i = 0; i < told.size(); i++) {
      RailPoint p = told.get(i);
      figures.add(
          Measured.limited(
              RAIL,
              i + 1,
              p.rail().mean(),
              Unit.MEGAPASCAL,
              p.wanted() - STEADY_MPA,
              p.wanted() + STEADY_MPA));
      double effort = 100 * p.metering() / setup.effort(p);
      figures.add(Measured.limited(EFFORT, i + 1, effort, Unit.PERCENT, 0, MOST_EFFORT));
      least = Math.min(least, effort);
      double off = p.rail().mean() - p.wanted();
      if (Math.abs(off) > STEADY_MPA && p.metering() > OPEN) {
        tooLow = tooLow.isEmpty() ? Optional.of(p) : tooLow;
      } else if (Math.abs(off) > STEADY_MPA && parts.isEmpty()) {
        fail("rail-sensor", say("differs-steadily", mega(off)), say("renew-the-sensor"));
      }
    }
    return least;
  }

  /** True where the rail keeps its pressure, or that was not seen. */
  private boolean holds() {
    if (seen.hold().size() < 2 || Double.isNaN(seen.last())) {
      return true;
    }
    double first = 100 * seen.hold().get(0).rail() / seen.last();
    double left =
        seen.hold().stream()
            .filter(m -> m.at() >= Math.min(MINUTE, lasted()))
            .findFirst()
            .map(m -> 100 * m.rail() / seen.last())
            .orElse(first);
    // Of a shorter time as much is expected as of a whole minute.
    figures.add(
        Measured.limited(KEEPS, 0, left, Unit.PERCENT, setup.keeps(), Double.POSITIVE_INFINITY));
    if (first < AT_ONCE || left < setup.keeps()) {
      fail("rail-leak", say("loses-its-pressure", percent(left)), say("find-the-leak"));
      return false;
    }
    return true;
  }

  private double lasted() {
    return seen.hold().isEmpty() ? 0 : seen.hold().get(seen.hold().size() - 1).at();
  }

  /** True where lift pump and filter are in order, or their sensors tell nothing. */
  private boolean supply(List<RailPoint> told) {
    double zeroSupply = seen.zeroSupply().count() > 0 ? seen.zeroSupply().mean() : 0;
    double zeroDrop = seen.zeroDrop().count() > 0 ? seen.zeroDrop().mean() : 0;
    double least = Double.POSITIVE_INFINITY;
    double most = 0;
    for (int i = 0; i < told.size(); i++) {
      RailPoint p = told.get(i);
      double drop = p.drop() - zeroDrop;
      double before = 100 * (p.supply() - zeroSupply + drop) / setup.supply(p.rpm());
      double filter = 100 * drop / setup.drop(p) / setup.permitted();
      if (Double.isFinite(before)) {
        figures.add(
            Measured.limited(
                SUPPLY, i + 1, before, Unit.PERCENT, LEAST_SUPPLY, Double.POSITIVE_INFINITY));
        least = Math.min(least, before);
      }
      if (Double.isFinite(filter)) {
        figures.add(
            Measured.limited(
                FILTER, i + 1, filter, Unit.PERCENT, Double.NEGATIVE_INFINITY, MOST_FILTER));
        most = Math.max(most, filter);
      }
    }
    if (most > MOST_FILTER) {
      fail("fuel-filter", say("filter-loses", percent(most)), say("renew-the-filter"));
    } else if (least < LEAST_SUPPLY) {
      fail("lift-pump", say("supply-is-low", percent(least)), say("look-before-the-pump"));
    }
    return most <= MOST_FILTER && !(least < LEAST_SUPPLY);
  }

  /** True where a snap shows that the pressure is capped. */
  private boolean capped() {
    double wanted = most(RailMoment::wanted);
    double reached = reached();
    if (Double.isNaN(wanted) || Double.isNaN(reached)) {
      return false;
    }
    figures.add(Measured.shown(PEAK_WANTED, 0, wanted, Unit.MEGAPASCAL));
    figures.add(
        Measured.limited(
            PEAK,
            0,
            reached,
            Unit.MEGAPASCAL,
            wanted > TELLS_MPA ? CAPPED * wanted : 0,
            Double.POSITIVE_INFINITY));
    long open = seen.snaps().stream().filter(m -> m.metering() > OPEN).count();
    return wanted > TELLS_MPA && reached < CAPPED * wanted && open >= FEWEST_OPEN;
  }

  private double reached() {
    return most(RailMoment::rail);
  }

  /** Greatest of a value over the snaps; not a number where none tells it. */
  private double most(ToDoubleFunction<RailMoment> value) {
    return seen.snaps().stream()
        .mapToDouble(value)
        .filter(Double::isFinite)
        .max()
        .orElse(Double.NaN);
  }

  private void fail(String part, Said says, Said next) {
    parts.add(new Judgement.Part(part, RailWords.say("part-" + part), Verdict.FAIL, says, next));
  }

  private static Said say(String name, Object... with) {
    return RailWords.said(name, with);
  }

  private static Figure percent(double value) {
    return new Figure(value, Unit.PERCENT, 0);
  }

  private static Figure mega(double value) {
    return new Figure(value, Unit.MEGAPASCAL, 0);
  }
}
