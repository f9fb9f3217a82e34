package hitchlamp.core.trial.cooler;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.judge.Measured;
import hitchlamp.core.judge.Verdict;
import hitchlamp.core.quantity.Unit;
import hitchlamp.core.words.Figure;
import hitchlamp.core.words.Said;
import java.util.ArrayList;
import java.util.List;

/** What a cooler passes of gas and of heat, beside a clear one. */
final class CoolerJudge {
  /** Figures: percent of the gas and of the heat of a clear cooler. */
  static final String FLOW = "flow";

  static final String PASSES = "passes";

  /** Temperatures, °C. */
  static final String BEFORE = "before";

  static final String BEHIND = "behind";
  static final String COOLANT = "coolant";

  /** What a clear cooler would show behind it. */
  static final String CLEAR = "clear";

  /** Gas this much hotter than the coolant drives its sensor out of its range, K. */
  private static final double OUT_OF_RANGE = 40;

  /** Blocked passages lose flow and heat together: 0.7 and more of the share of the flow. */
  private static final double HEAT_ALONE = 0.45;

  private static final double STILL_RISES = 5;

  /** Sensors of gas and coolant are off by so much at most, K. */
  private static final double COLDER = 3;

  private final CoolerSetup setup;
  private final CoolerSeen seen;
  private final List<Measured> figures = new ArrayList<>();

  private CoolerJudge(CoolerSetup setup, CoolerSeen seen) {
    this.setup = setup;
    this.seen = seen;
  }

  static Judgement of(CoolerSetup setup, CoolerSeen seen) {
    return new CoolerJudge(setup, seen).judge();
  }

  private Judgement judge() {
    CoolerMoment m = seen.open();
    if (!seen.refused().isEmpty()) {
      return tell(say("was-refused", seen.refused()), say("mend-what-refuses"));
    }
    if (!seen.complete()) {
      return tell(say("not-through"), say("test-again"));
    }
    int not = seen.taken().indexOf(false);
    if (not >= 0) {
      String title = setup.moves().get(not).title();
      return tell(say("not-taken", title), say("run-the-air-path"));
    }
    double hottest = seen.gas().stream().mapToDouble(g -> g).max().orElse(Double.NaN);
    boolean left =
        Double.isNaN(m.behind())
            && !seen.gas().isEmpty()
            && seen.gas().get(seen.gas().size() - 1) >= hottest - STILL_RISES;
    if (left && hottest - m.coolant() > OUT_OF_RANGE && m.flow() > 0) {
      return fail(
          "cooling",
          say("hotter-than-told", new Figure(hottest, Unit.CELSIUS, 0)),
          say("flush-both-sides"));
    }
    if (Double.isNaN(m.flow() + m.before() + m.behind() + m.coolant())
        || Double.isNaN(seen.airKpa() + seen.airCelsius())) {
      return tell(say("not-told"), say("read-the-faults"));
    }
    figures.add(Measured.shown(BEFORE, 0, m.before(), Unit.CELSIUS));
    figures.add(Measured.shown(BEHIND, 0, m.behind(), Unit.CELSIUS));
    figures.add(Measured.shown(COOLANT, 0, m.coolant(), Unit.CELSIUS));
    if (m.before() - m.coolant() < setup.hotter()) {
      return tell(
          say("not-hot-enough", new Figure(m.before() - m.coolant(), Unit.KELVIN, 0)),
          say("drive-it-hot"));
    }
    if (!seen.steady()) {
      return tell(say("not-steady"), say("test-again"));
    }
    double clear = setup.flow().at(seen.airKpa(), seen.airCelsius());
    double flow = 100 * m.flow() / clear;
    if (m.behind() < m.coolant() - COLDER) {
      return fail(
          "sensor",
          say("colder-than-coolant", new Figure(m.coolant() - m.behind(), Unit.KELVIN, 0)),
          say("compare-cold"));
    }
    // No gas comes out colder than the coolant: sensors that say so stand at their tolerance.
    double behind = Math.max(m.behind(), m.coolant() + 1);
    double passes =
        100 * new CoolerMoment(m.flow(), m.before(), behind, m.coolant()).passes() / setup.passes();
    double least = m.flow() / 3_600 * CoolerMoment.CP;
    figures.add(
        Measured.shown(
            CLEAR,
            0,
            m.coolant() + (m.before() - m.coolant()) * Math.exp(-setup.passes() / least),
            Unit.CELSIUS));
    figures.add(
        Measured.limited(FLOW, 0, flow, Unit.PERCENT, setup.leastFlow(), Double.POSITIVE_INFINITY));
    figures.add(
        Measured.limited(
            PASSES, 0, passes, Unit.PERCENT, setup.leastPasses(), Double.POSITIVE_INFINITY));
    if (flow < setup.leastFlow() && passes < HEAT_ALONE * flow) {
      // Gas that stays hot is thin, and less of it goes through the same passages.
      return fail(
          "cooling", say("hot-and-thin", percent(passes), percent(flow)), say("flush-both-sides"));
    }
    if (flow < setup.leastFlow()) {
      return fail("flow", say("costs-flow", percent(flow), percent(passes)), say("clean-or-renew"));
    }
    if (passes < setup.leastPasses()) {
      return fail(
          "cooling", say("costs-cooling", percent(passes), percent(flow)), say("flush-both-sides"));
    }
    return new Judgement(
        Verdict.PASS,
        say("is-clear", percent(flow), percent(passes)),
        figures,
        say("go-on-with-the-faults"));
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
            new Judgement.Part(part, CoolerWords.say("part-" + part), Verdict.FAIL, says, next)));
  }

  private static Said say(String name, Object... with) {
    return CoolerWords.said(name, with);
  }

  private static Figure percent(double value) {
    return new Figure(value, Unit.PERCENT, 0);
  }
}
