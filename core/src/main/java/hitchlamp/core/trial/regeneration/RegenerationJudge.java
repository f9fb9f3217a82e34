package hitchlamp.core.trial.regeneration;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.judge.Measured;
import hitchlamp.core.judge.Median;
import hitchlamp.core.judge.Verdict;
import hitchlamp.core.quantity.Unit;
import hitchlamp.core.trial.filter.LossFit;
import hitchlamp.core.trial.regeneration.RegenerationSetup.Corridor;
import hitchlamp.core.words.Figure;
import hitchlamp.core.words.Said;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.function.ToDoubleFunction;

/** What a regeneration comes to. */
final class RegenerationJudge {
  /**
   * Figures: soot by the module's estimate, and by what the filter loses, percent of a full one.
   */
  static final String SOOT_BEFORE = "soot-before";

  static final String SOOT_AFTER = "soot-after";
  static final String LOSS_BEFORE = "loss-before";
  static final String LOSS_AFTER = "loss-after";

  /** Figures: temperatures in the burn, the middle. */
  static final String IN = "in";

  static final String OUT = "out";
  static final String BEHIND = "behind";
  static final String MINUTES = "minutes";

  /**
   * Estimate and loss of pressure of a sound unit lie so far apart at most, points of percent, and
   * share of the estimate: no filter is like another, and the module reckons its soot from a
   * nominal engine's.
   */
  private static final double AGREE = 20;

  private static final double AGREE_SHARE = 0.35;

  /** With more than this left by its loss of pressure nobody can call it clean. */
  private static final double CLEAN = 25;

  /** Colder than this soot does not burn, °C: what is lost then is lost by all of it. */
  private static final double COLD = 430;

  /** Of what the estimate says was burned the loss of pressure must confirm so much. */
  private static final double CONFIRMS = 0.45;

  /** More than this above where the module ends it is not clean. */
  private static final double NEARLY = 8;

  /** Points of soot that have burned where nothing has burned yet. */
  private static final double UNBURNED = 4;

  /** Cooling down tells the loss at the end at least so well, kPa: a twelfth of what soot makes. */
  private static final double ZERO_KPA = 0.25;

  private static final double STRETCH_SECONDS = 180;
  private static final double MINUTE = 60;

  private final RegenerationSetup setup;
  private final RegenerationSeen seen;
  private final List<BurnRow> rows;
  private final List<BurnRow> burn;
  private final List<Measured> figures = new ArrayList<>();
  private final double before;
  private final double after;

  private RegenerationJudge(RegenerationSetup setup, RegenerationSeen seen) {
    this.setup = setup;
    this.seen = seen;
    this.rows = seen.rows();
    this.burn =
        rows.stream()
            .filter(r -> r.stage() == BurnStage.BURN && r.outC() >= setup.out().low())
            .toList();
    double[] soot = rows.stream().mapToDouble(BurnRow::sootPercent).filter(s -> s >= 0).toArray();
    this.before = soot.length == 0 ? Double.NaN : soot[0];
    this.after = soot.length == 0 ? Double.NaN : soot[soot.length - 1];
  }

  static Judgement of(RegenerationSetup setup, RegenerationSeen seen) {
    return new RegenerationJudge(setup, seen).judge();
  }

  private Judgement judge() {
    if (rows.isEmpty()) {
      return seen.says().isEmpty()
          ? Judgement.cannotTell(say("nothing-seen"), say("begin-again"))
          : Judgement.cannotTell(say("refused", seen.says()), say("meet-its-conditions"));
    }
    OptionalDouble lossBefore = soot(lossBefore());
    OptionalDouble lossAfter = soot(zeroed().map(f -> f.at(moments(atTheEnd()))));
    measure(lossBefore, lossAfter);
    if (seen.stage() != BurnStage.NONE && !seen.answered()) {
      return Judgement.cannotTell(
          say("under-way", percent(Math.max(0, before - after))), say("let-it-go-on"));
    }
    if (seen.done()) {
      return ended(lossBefore, lossAfter);
    }
    Optional<Hindrance> why = Hindrance.of(rows, setup).filter(h -> h != Hindrance.ENGINE_COLD);
    Figure burned = percent(Math.max(0, before - after));
    if (why.isPresent()) {
      Said reason = say(why.get().word());
      Said next = say(why.get().next());
      return new Judgement(
          Verdict.FAIL,
          seen.answered()
              ? Said.joined(" ", List.of(say("the-module-ended-it", seen.says()), reason))
              : reason,
          figures,
          next,
          List.of(why.get().part(reason, next)));
    }
    return seen.answered()
        ? result(
            Verdict.CANNOT_TELL,
            say("ended-by-the-module", seen.says(), burned),
            say("begin-again"))
        : result(Verdict.CANNOT_TELL, say("ended-by-hand", burned), say("begin-again"));
  }

  private Judgement ended(OptionalDouble lossBefore, OptionalDouble lossAfter) {
    if (!(after <= setup.cleanPercent() + NEARLY)) {
      return result(
          Verdict.CANNOT_TELL, say("over-and-not-clean", percent(after)), say("begin-again"));
    }
    if (lossBefore.isEmpty() || lossAfter.isEmpty()) {
      return result(
          Verdict.CANNOT_TELL,
          say("pressure-was-not-told", percent(after)),
          say("look-at-the-hoses"));
    }
    double was = lossBefore.getAsDouble();
    double is = lossAfter.getAsDouble();
    double agree = AGREE + AGREE_SHARE * before;
    if (was < before - agree) {
      return result(
          Verdict.CANNOT_TELL,
          say("lost-too-little-before", percent(Math.max(0, was)), percent(before)),
          say("look-at-the-hoses"));
    }
    if (is > CLEAN) {
      return result(
          Verdict.CANNOT_TELL,
          say("still-loses-too-much", percent(is), percent(after)),
          say("ash-or-face"));
    }
    if (was > before + agree) {
      return result(
          Verdict.CANNOT_TELL,
          say("lost-too-much-before", percent(was), percent(before)),
          say("ash-or-face"));
    }
    if (was - is < CONFIRMS * (before - after)) {
      return result(
          Verdict.CANNOT_TELL,
          say("loss-hardly-fell", percent(was - is), percent(before - after)),
          say("look-at-the-hoses"));
    }
    // What slowed it is there still: it is said, and is the next step.
    Optional<Hindrance> slowed = Hindrance.of(rows, setup);
    Said clean = say("it-is-clean", percent(before), percent(after), minutes());
    return result(
        Verdict.PASS,
        slowed.map(h -> Said.joined(" ", List.of(clean, say(h.word())))).orElse(clean),
        say(slowed.map(Hindrance::next).orElse("read-the-faults-and-clear")));
  }

  private Judgement result(Verdict verdict, Said says, Said next) {
    return new Judgement(verdict, says, figures, next);
  }

  private static Said say(String name, Object... with) {
    return RegenerationWords.said(name, with);
  }

  /** What the filter lost before its soot began to burn. */
  private Optional<LossFit> fitBefore() {
    return LossFit.of(
        moments(
            rows.stream()
                .filter(r -> r.stage() == BurnStage.WARM_UP || r.stage() == BurnStage.LIGHT_OFF)
                .filter(r -> r.behindC() < COLD)
                .toList()));
  }

  /** Begun hot, with the zero that comes out at the end, from before much has burned. */
  private Optional<Double> lossBefore() {
    return fitBefore()
        .map(LossFit::kpa)
        .or(
            () ->
                zeroed()
                    .map(
                        f ->
                            f.at(
                                moments(
                                    rows.stream()
                                        .filter(r -> r.sootPercent() > before - UNBURNED)
                                        .toList()))));
  }

  /** Begun hot, the zero of the pressure comes out when it cools down. */
  private Optional<LossFit> zeroed() {
    return fitBefore()
        .or(
            () -> {
              List<BurnRow> all = new ArrayList<>(atTheEnd());
              rows.stream().filter(r -> r.stage() == BurnStage.COOL_DOWN).forEach(all::add);
              return LossFit.narrow(moments(all), ZERO_KPA);
            });
  }

  /** The last minutes of the burn. */
  private List<BurnRow> atTheEnd() {
    List<BurnRow> all = rows.stream().filter(r -> r.stage() == BurnStage.BURN).toList();
    return all.stream().filter(r -> r.seconds() >= last(all) - STRETCH_SECONDS).toList();
  }

  /** The gas leaves as warm as the filter is. */
  private static List<LossFit.Moment> moments(List<BurnRow> of) {
    return of.stream().map(r -> new LossFit.Moment(r.flow(), r.behindC(), r.filterKpa())).toList();
  }

  private OptionalDouble soot(Optional<Double> kpa) {
    return kpa.filter(v -> !v.isNaN()).stream().mapToDouble(setup::soot).findFirst();
  }

  private static double last(List<BurnRow> of) {
    return of.get(of.size() - 1).seconds();
  }

  private void measure(OptionalDouble lossBefore, OptionalDouble lossAfter) {
    shown(SOOT_BEFORE, before, Unit.PERCENT);
    shown(SOOT_AFTER, after, Unit.PERCENT);
    lossBefore.ifPresent(v -> shown(LOSS_BEFORE, v, Unit.PERCENT));
    lossAfter.ifPresent(v -> shown(LOSS_AFTER, v, Unit.PERCENT));
    corridor(IN, BurnRow::inC, setup.in());
    corridor(OUT, BurnRow::outC, setup.out());
    corridor(BEHIND, BurnRow::behindC, setup.behind());
    shown(MINUTES, last(rows) / MINUTE, Unit.MINUTE);
  }

  private void shown(String name, double value, Unit unit) {
    if (!Double.isNaN(value)) {
      figures.add(Measured.shown(name, 0, value, unit));
    }
  }

  private void corridor(String name, ToDoubleFunction<BurnRow> what, Corridor c) {
    double[] told = burn.stream().mapToDouble(what).filter(v -> !Double.isNaN(v)).toArray();
    if (told.length == 0) {
      return;
    }
    double middle = Median.of(told);
    figures.add(
        new Measured(
            name,
            0,
            middle,
            Unit.CELSIUS,
            Double.NaN,
            c.low(),
            c.high(),
            Optional.of(middle >= c.low() && middle <= c.high() ? Verdict.PASS : Verdict.FAIL)));
  }

  private Figure minutes() {
    return new Figure(Math.rint(last(rows) / MINUTE), Unit.MINUTE, 0);
  }

  private static Figure percent(double value) {
    return new Figure(value, Unit.PERCENT, 0);
  }
}
