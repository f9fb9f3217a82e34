package hitchlamp.core.trial.quantity;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.judge.Measured;
import hitchlamp.core.judge.Verdict;
import hitchlamp.core.quantity.Unit;
import hitchlamp.core.words.Figure;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** What was caught against what was asked for; the pressure must have been there meanwhile. */
final class QuantityJudge {
  /** Figure: by how much what was caught differs, percent. */
  static final String DEVIATION = "deviation";

  private static final double HELD_WITHIN = 0.08;
  private static final double LEAST_GRAMS = 5;
  private static final double HUNDRED = 100;

  /** So far off nobody weighed what was dosed. */
  private static final double ABSURD = 150;

  private QuantityJudge() {}

  static Judgement of(QuantitySetup setup, QuantitySeen seen) {
    List<Measured> figures = new ArrayList<>();
    if (!(seen.asked() >= LEAST_GRAMS) || !seen.done()) {
      return tell(figures, "not-dosed", "empty-and-again");
    }
    figures.add(Measured.shown("asked", 0, seen.asked(), Unit.GRAM));
    if (seen.pressure().count() > 0) {
      figures.add(Measured.shown("pressure", 0, seen.pressure().mean(), Unit.KILOPASCAL));
    }
    if (Double.isNaN(seen.caught())) {
      return tell(figures, seen.answered() ? "was-lost-of" : "not-weighed", "empty-and-again");
    }
    figures.add(Measured.shown("caught", 0, seen.caught(), Unit.GRAM));
    double off = HUNDRED * (seen.caught() / seen.asked() - 1);
    // A scale off to either side, and drops that hang above and never fell.
    double doubt = HUNDRED * Math.hypot(setup.scaleGrams(), setup.leftGrams() / 2) / seen.asked();
    boolean within = Math.abs(off) + doubt <= setup.limit();
    boolean beyond = Math.abs(off) - doubt > setup.limit();
    figures.add(
        new Measured(
            DEVIATION,
            0,
            off,
            Unit.PERCENT,
            doubt,
            -setup.limit(),
            setup.limit(),
            Optional.of(within ? Verdict.PASS : beyond ? Verdict.FAIL : Verdict.CANNOT_TELL)));
    if (off > ABSURD) {
      return tell(figures, "weighed-too-much", "weigh-again");
    }
    if (!within && !beyond) {
      return tell(figures, "at-the-limit", "again-for-longer", percent(off));
    }
    if (within) {
      return new Judgement(
          Verdict.PASS,
          QuantityWords.said("right", grams(seen.caught()), grams(seen.asked()), percent(off)),
          figures,
          QuantityWords.said("look-at-the-conversion"));
    }
    if (seen.pressure().count() == 0) {
      return tell(figures, "pressure-was-not-told", "test-the-circuit");
    }
    boolean less = off < 0;
    double held = seen.pressure().mean() / setup.heldKpa() - 1;
    // A pressure off the other way makes it worse: a closed injector itself lets it rise.
    if ((less ? -held : held) > HELD_WITHIN) {
      return tell(figures, "pressure-was-not-held", "test-the-circuit");
    }
    return new Judgement(
        Verdict.FAIL,
        QuantityWords.said(
            less ? "too-little" : "too-much",
            grams(seen.caught()),
            grams(seen.asked()),
            percent(off)),
        figures,
        QuantityWords.said(less ? "restore-the-injector" : "renew-the-injector"),
        List.of(
            new Judgement.Part(
                "injector",
                QuantityWords.say("part-injector"),
                Verdict.FAIL,
                QuantityWords.said(less ? "passes-too-little" : "passes-too-much"),
                QuantityWords.said(less ? "restore-the-injector" : "renew-the-injector"))));
  }

  private static Judgement tell(List<Measured> figures, String says, String next, Object... with) {
    return new Judgement(
        Verdict.CANNOT_TELL, QuantityWords.said(says, with), figures, QuantityWords.said(next));
  }

  private static Figure percent(double value) {
    return new Figure(value, Unit.PERCENT, 0);
  }

  private static Figure grams(double value) {
    return new Figure(value, Unit.GRAM, 1);
  }
}
