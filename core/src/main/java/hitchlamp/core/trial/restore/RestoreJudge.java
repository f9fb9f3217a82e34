package hitchlamp.core.trial.restore;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.judge.Measured;
import hitchlamp.core.judge.Verdict;
import hitchlamp.core.quantity.Unit;
import hitchlamp.core.words.Figure;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * What a restore comes to. The flow is told by the effort that dosing costs the pump, in proportion
 * to what holding the pressure costs it, so that a pump a little weak does not pass for an injector
 * that is free.
 */
final class RestoreJudge {
  /** Figure: flow after each cycle, percent of a sound injector's. */
  static final String FLOW = "flow";

  private static final int FEWEST = 4;
  private static final double CONFIDENCE = 1.96;
  private static final double HUNDRED = 100;

  /** So far off what holding costs, pump or line are to be looked at first. */
  private static final double HOLDS_LEAST = 0.7;

  private static final double HOLDS_MOST = 1.5;
  private static final double HELD_WITHIN = 0.08;

  /** More than this no sound injector passes. */
  private static final double TOO_MUCH = 115;

  /** Less than these points of percent nobody calls better. */
  private static final double LEAST_GAIN = 1;

  /** A pump that works less while it doses was told wrongly. */
  private static final double LEAST_FLOW = -10;

  private RestoreJudge() {}

  /** A flow with by how much noise alone may have moved it, percent. */
  private record Flow(int flushed, double percent, double noise) {
    double gained(Flow first) {
      return percent - first.percent - Math.hypot(noise, first.noise);
    }
  }

  static Judgement of(RestoreSetup setup, RestoreSeen seen) {
    List<Measured> figures = new ArrayList<>();
    List<Flow> flows = new ArrayList<>();
    for (RestoreCycle c : seen.cycles()) {
      Optional<Flow> flow = flow(setup, c);
      flow.ifPresent(f -> figures.add(figure(setup, f)));
      // Without its pressure it is shown, and nothing is concluded from it.
      flow.filter(f -> held(setup, c)).ifPresent(flows::add);
    }
    if (figures.isEmpty()) {
      return seen.says().isEmpty()
          ? tell(figures, "not-measured", "begin-again")
          : tell(figures, "ended-unmeasured", "begin-again", seen.says());
    }
    RestoreCycle newest = seen.cycles().get(seen.cycles().size() - 1);
    double holds = newest.atRest().mean() / setup.holdEffort();
    if (!(holds >= HOLDS_LEAST && holds <= HOLDS_MOST)) {
      return tell(figures, "pump-or-leak", "test-the-circuit", percent(HUNDRED * holds));
    }
    if (!held(setup, newest)) {
      return tell(figures, "pressure-not-held", "test-the-circuit");
    }
    return flows.isEmpty()
        ? tell(figures, "not-measured", "begin-again")
        : judged(setup, seen, flows, figures);
  }

  private static boolean held(RestoreSetup setup, RestoreCycle c) {
    return c.pressure().count() >= FEWEST
        && c.pressure().mean() >= (1 - HELD_WITHIN) * setup.heldKpa();
  }

  private static Judgement judged(
      RestoreSetup setup, RestoreSeen seen, List<Flow> flows, List<Measured> figures) {
    Flow first = flows.get(0);
    Flow last = flows.get(flows.size() - 1);
    double doubt = doubt(setup, last);
    if (last.percent() - doubt > TOO_MUCH) {
      return tell(figures, "passes-too-much", "test-the-circuit", percent(last.percent()));
    }
    if (last.percent() - doubt >= setup.least()) {
      return new Judgement(
          Verdict.PASS,
          last.flushed() == 0
              ? RestoreWords.said("nothing-to-restore", percent(last.percent()))
              : flows.size() == 1
                  ? RestoreWords.said("flow-is-there", percent(last.percent()), flushes(last))
                  : RestoreWords.said(
                      "flow-is-back",
                      percent(first.percent()),
                      percent(last.percent()),
                      flushes(last)),
          figures,
          RestoreWords.said(last.flushed() == 0 ? "look-elsewhere" : "prove-and-ask-why"));
    }
    if (!seen.done()) {
      return seen.says().isEmpty()
          ? tell(figures, "broken-off", "begin-again", percent(last.percent()), flushes(last))
          : tell(figures, "module-broke-off", "begin-again", seen.says(), percent(last.percent()));
    }
    if (!(last.percent() + doubt <= setup.least())) {
      return tell(figures, "at-the-limit", "measure-the-quantity", percent(last.percent()));
    }
    boolean better = last.gained(first) > LEAST_GAIN;
    return new Judgement(
        Verdict.FAIL,
        better
            ? RestoreWords.said(
                "better-not-back", percent(first.percent()), percent(last.percent()), flushes(last))
            : RestoreWords.said("did-not-move", percent(last.percent()), flushes(last)),
        figures,
        RestoreWords.said(better ? "once-more" : "line-or-injector"),
        List.of(
            better
                ? new Judgement.Part(
                    "injector",
                    RestoreWords.say("part-injector"),
                    Verdict.FAIL,
                    RestoreWords.said("crystals-left"),
                    RestoreWords.said("once-more"))
                : new Judgement.Part(
                    "passage",
                    RestoreWords.say("part-passage"),
                    Verdict.FAIL,
                    RestoreWords.said("does-not-dissolve"),
                    RestoreWords.said("line-or-injector"))));
  }

  /** The flow of a cycle; empty where its pump was not told well enough. */
  private static Optional<Flow> flow(RestoreSetup setup, RestoreCycle c) {
    double rest = c.atRest().mean();
    double more = c.dosing().mean() - rest;
    if (c.atRest().count() < FEWEST || c.dosing().count() < FEWEST || !(rest > 0)) {
      return Optional.empty();
    }
    double percent = HUNDRED * more / rest * setup.holdEffort() / setup.doseEffort();
    double noise =
        Math.hypot(
            HUNDRED * Math.hypot(c.dosing().error(), c.atRest().error()) / setup.doseEffort(),
            percent * c.atRest().error() / rest);
    return percent > LEAST_FLOW && Double.isFinite(percent) && Double.isFinite(noise)
        ? Optional.of(new Flow(c.flushed(), percent, CONFIDENCE * noise))
        : Optional.empty();
  }

  private static double doubt(RestoreSetup setup, Flow f) {
    return Math.hypot(f.noise(), setup.tolerance() * f.percent() / HUNDRED);
  }

  private static Measured figure(RestoreSetup setup, Flow f) {
    double doubt = doubt(setup, f);
    return new Measured(
        FLOW,
        f.flushed(),
        f.percent(),
        Unit.PERCENT,
        doubt,
        setup.least(),
        Double.NaN,
        Optional.of(
            f.percent() - doubt >= setup.least()
                ? Verdict.PASS
                : f.percent() + doubt <= setup.least() ? Verdict.FAIL : Verdict.CANNOT_TELL));
  }

  private static String flushes(Flow after) {
    return switch (after.flushed()) {
      case 0 -> RestoreWords.say("no-flush");
      case 1 -> RestoreWords.say("one-flush");
      default -> RestoreWords.say("n-flushes", after.flushed());
    };
  }

  private static Judgement tell(List<Measured> figures, String says, String next, Object... with) {
    return new Judgement(
        Verdict.CANNOT_TELL, RestoreWords.said(says, with), figures, RestoreWords.said(next));
  }

  private static Figure percent(double value) {
    return new Figure(value, Unit.PERCENT, 0);
  }
}
