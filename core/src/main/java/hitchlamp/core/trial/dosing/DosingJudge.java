package hitchlamp.core.trial.dosing;

import static hitchlamp.core.trial.dosing.DosingPart.*;

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
 * What a check of the fluid's circuit comes to. The effort of the pump is told in proportion to
 * what it needs to hold the pressure with nothing dosed, so that a weak pump does not pass for a
 * worn injector. Limits that are not the pack's: common practice, no source.
 */
final class DosingJudge {
  /** Figure: pressure before anything was pumped. */
  static final String AT_REST = "at-rest";

  /** Figure: seconds until the empty line gave pressure. */
  static final String FILL = "fill";

  /** Figure: greatest pressure that was reached. */
  static final String MOST = "most";

  /** Figure: pressure that was held. */
  static final String HELD = "held";

  /** Figure: by how much it swung while it was held. */
  static final String SWING = "swing";

  /** Figure: what the closed line lost in a minute. */
  static final String LEAK = "leak";

  /** Figure: delivery of the pump in percent of a nominal one. */
  static final String DELIVERY = "delivery";

  /** Figures: what the injector passed in percent of a nominal one, dosing little and much. */
  static final String LITTLE = "little";

  static final String MUCH = "much";

  /** Figure: least pressure while it was emptied. */
  static final String EMPTIED = "emptied";

  private static final double OFF_KPA = 25;
  private static final double TWICE_KPA = 12;
  private static final double SAGS_KPA = 60;
  private static final double SWINGS_KPA = 24;
  private static final double WEAK_PERCENT = 80;
  private static final double SLOW = 1.25;
  private static final double LITTLE_PERCENT = 85;
  private static final double ALIKE_PERCENT = 91;
  private static final double TOO_MUCH_PERCENT = 118;
  private static final double EMPTY_PERCENT = 4;
  private static final double FROZEN_C = -9;
  private static final double NOTHING_KPA = 60;

  /** A line that loses so much takes a share of the pump's effort that cannot be told. */
  private static final double MUCH_LOST = 3_000;

  private final DosingSetup setup;
  private final DosingSeen seen;
  private final DosingFigures f;
  private final List<Judgement.Part> parts = new ArrayList<>();

  private DosingJudge(DosingSetup setup, DosingSeen seen) {
    this.setup = setup;
    this.seen = seen;
    this.f = DosingFigures.of(seen.points());
  }

  static Judgement of(DosingSetup setup, DosingSeen seen) {
    return new DosingJudge(setup, seen).judge();
  }

  private Judgement judge() {
    if (seen.tankC() < FROZEN_C && !f.built()) {
      return Judgement.cannotTell(
          DosingWords.said("frozen", figure(seen.tankC(), Unit.CELSIUS, 0)),
          DosingWords.said("thaw-it"));
    }
    if (!f.built()) {
      return seen.points().stream().anyMatch(p -> p.stage() == DosingStage.HOLD)
          ? brokenOff("run-it-again")
          : notBuilt();
    }
    sensor();
    leak();
    if (f.swing() > SWINGS_KPA) {
      // With air in it nothing that is read off the pump's effort can be believed.
      fail(AIR, DosingWords.said("air-in-it", bar(f.swing())), DosingWords.said("find-the-air"));
    } else {
      pump();
      injector();
    }
    valve();
    boolean whole = seen.done() && !Double.isNaN(f.emptied()) && !Double.isNaN(f.much());
    List<Judgement.Part> failed = with(Verdict.FAIL);
    List<Judgement.Part> open = with(Verdict.CANNOT_TELL);
    if (!failed.isEmpty() || !open.isEmpty() && whole) {
      return said(
          failed.isEmpty() && !isLeaking() ? Verdict.CANNOT_TELL : Verdict.FAIL,
          failed.isEmpty() ? open : failed);
    }
    if (!whole) {
      return brokenOff(f.emptied() < setup.emptyKpa() ? "run-it-again" : "not-emptied");
    }
    return new Judgement(
        Verdict.PASS,
        DosingWords.said("all-fine", bar(f.held()), bar(Math.max(0, f.leak()))),
        measured(),
        DosingWords.said("look-at-quantity"));
  }

  private Judgement brokenOff(String next) {
    return Judgement.cannotTell(
        seen.says().isEmpty()
            ? DosingWords.said("broken-off")
            : DosingWords.said("the-module-says", seen.says()),
        DosingWords.said(next));
  }

  private List<Judgement.Part> with(Verdict v) {
    return parts.stream().filter(p -> p.verdict() == v).toList();
  }

  private Judgement said(Verdict v, List<Judgement.Part> of) {
    StringBuilder text = new StringBuilder();
    List<String> said = new ArrayList<>();
    for (Judgement.Part p : of) {
      // Parts that nothing tells apart share one sentence.
      if (!said.contains(p.says().text())) {
        said.add(p.says().text());
        text.append(text.length() == 0 ? "" : " ").append(p.says().text());
      }
    }
    return new Judgement(v, new Said(text.toString()), measured(), of.get(0).next(), parts);
  }

  /** Nothing, or not enough, was built up. */
  private Judgement notBuilt() {
    boolean tried = seen.points().stream().anyMatch(p -> p.stage() == DosingStage.EMPTY);
    if (!tried || seen.points().stream().noneMatch(p -> p.stage() == DosingStage.FILL)) {
      return brokenOff("run-it-again");
    }
    if (seen.level() < EMPTY_PERCENT) {
      fail(TANK, DosingWords.said("tank-is-empty"), DosingWords.said("fill-the-tank"));
      return said(Verdict.FAIL, with(Verdict.FAIL));
    }
    Said says =
        f.most() < NOTHING_KPA
            ? DosingWords.said("nothing-arrives")
            : DosingWords.said("does-not-build", bar(f.most()));
    for (DosingPart p : List.of(PUMP, INLET, LINE)) {
      open(p, says, DosingWords.said("look-pump-inlet-line"));
    }
    return said(Verdict.FAIL, with(Verdict.CANNOT_TELL));
  }

  private void sensor() {
    // What is left in a line, or still sucked, shows at rest as well; only a sensor shows it twice.
    boolean twice = Math.abs(f.emptied() - setup.sucksKpa() - f.atRest()) < TWICE_KPA;
    if (Math.abs(f.atRest()) > OFF_KPA && twice) {
      fail(
          SENSOR,
          DosingWords.said("sensor-off", bar(f.atRest())),
          DosingWords.said("look-at-the-sensor"));
    }
  }

  private boolean isLeaking() {
    return f.leak() - f.leakOff() > setup.leakKpa();
  }

  private void leak() {
    if (Double.isNaN(f.leak())) {
      return;
    }
    Figure lost = bar(f.leak());
    if (!isLeaking()) {
      if (f.leak() + f.leakOff() > setup.leakKpa()) {
        open(COUPLING, DosingWords.said("leak-not-sure", lost), DosingWords.said("run-it-again"));
      }
      return;
    }
    switch (seen.outside()) {
      case LINE ->
          fail(
              COUPLING, DosingWords.said("leaks-outside", lost), DosingWords.said("mend-coupling"));
      case TIP ->
          fail(TIP, DosingWords.said("injector-drips", lost), DosingWords.said("renew-injector"));
      case DRY -> {
        // Into the exhaust it drips without being seen.
        open(
            SEAL,
            DosingWords.said("leaks-inside", lost),
            DosingWords.said("injector-into-a-glass"));
        open(
            TIP, DosingWords.said("leaks-inside", lost), DosingWords.said("injector-into-a-glass"));
      }
      case UNSEEN -> {
        for (DosingPart p : List.of(COUPLING, TIP, SEAL)) {
          open(p, DosingWords.said("leaks", lost), DosingWords.said("look-along-the-line"));
        }
      }
    }
  }

  /** Delivery in percent of a nominal pump's, by the effort that holds the pressure. */
  private double delivery() {
    return f.leak() > MUCH_LOST ? Double.NaN : 100 * setup.holdEffort() / f.hold();
  }

  private void pump() {
    if (delivery() < WEAK_PERCENT) {
      fail(
          PUMP,
          DosingWords.said("pump-weak", percent(delivery())),
          DosingWords.said("renew-the-pump"));
    } else if (f.fill() > SLOW * setup.fillSeconds() && f.leak() < MUCH_LOST) {
      fail(
          INLET,
          DosingWords.said("fills-slowly", figure(f.fill(), Unit.SECOND, 0)),
          DosingWords.said("clean-the-inlet"));
    }
  }

  private double passes(double effort, double nominal) {
    return 100 * effort / f.hold() / (nominal / setup.holdEffort());
  }

  private boolean sags() {
    return f.held() - f.least() > SAGS_KPA;
  }

  private void injector() {
    double little = passes(f.little(), setup.littleEffort());
    double much = passes(f.much(), setup.muchEffort());
    if (Double.isNaN(little) || Double.isNaN(much) || f.leak() > MUCH_LOST) {
      return;
    }
    if (sags()) {
      // The pump does not keep up: what is passed at less pressure cannot be told.
      if (parts.stream().noneMatch(p -> p.id().equals(PUMP.id()) || p.id().equals(INLET.id()))) {
        fail(INLET, DosingWords.said("does-not-keep-up"), DosingWords.said("clean-the-inlet"));
      }
    } else if (little < ALIKE_PERCENT && Math.min(little, much) < LITTLE_PERCENT) {
      fail(
          INJECTOR,
          DosingWords.said("injector-passes", percent(Math.min(little, much))),
          DosingWords.said("restore-its-flow"));
    } else if (much < LITTLE_PERCENT) {
      fail(
          LINE,
          DosingWords.said("line-blocked", percent(little), percent(much)),
          DosingWords.said("clean-the-line"));
    } else if (Math.min(little, much) > TOO_MUCH_PERCENT) {
      fail(
          INJECTOR,
          DosingWords.said("injector-passes-too-much", percent(much)),
          DosingWords.said("renew-injector"));
    }
  }

  private void valve() {
    if (f.emptied() > setup.emptyKpa() && !(f.atRest() > OFF_KPA)) {
      fail(
          VALVE,
          DosingWords.said("not-sucked-empty", bar(f.emptied())),
          DosingWords.said("renew-the-valve"));
    }
  }

  private void fail(DosingPart p, Said says, Said next) {
    parts.add(part(p, Verdict.FAIL, says, next));
  }

  private void open(DosingPart p, Said says, Said next) {
    parts.add(part(p, Verdict.CANNOT_TELL, says, next));
  }

  private static Judgement.Part part(DosingPart p, Verdict v, Said says, Said next) {
    return new Judgement.Part(p.id(), DosingWords.say("part-" + p.id()), v, says, next);
  }

  private List<Measured> measured() {
    double no = Double.NEGATIVE_INFINITY;
    double any = Double.POSITIVE_INFINITY;
    double off = Double.NaN;
    List<Measured> all = new ArrayList<>();
    all.add(of(AT_REST, f.atRest(), Unit.KILOPASCAL, off, -OFF_KPA, OFF_KPA));
    all.add(of(FILL, f.fill(), Unit.SECOND, off, no, SLOW * setup.fillSeconds()));
    all.add(of(HELD, f.held(), Unit.KILOPASCAL, off, no, any));
    all.add(of(SWING, f.swing(), Unit.KILOPASCAL, off, no, SWINGS_KPA));
    all.add(of(LEAK, f.leak(), Unit.KILOPASCAL, f.leakOff(), no, setup.leakKpa()));
    all.add(of(DELIVERY, delivery(), Unit.PERCENT, off, WEAK_PERCENT, any));
    double high = TOO_MUCH_PERCENT;
    double little = passes(f.little(), setup.littleEffort());
    all.add(of(LITTLE, little, Unit.PERCENT, off, LITTLE_PERCENT, high));
    double much = sags() ? Double.NaN : passes(f.much(), setup.muchEffort());
    all.add(of(MUCH, much, Unit.PERCENT, off, LITTLE_PERCENT, high));
    all.add(of(EMPTIED, f.emptied(), Unit.KILOPASCAL, off, no, setup.emptyKpa()));
    all.add(Measured.shown(MOST, 0, f.most(), Unit.KILOPASCAL));
    return all.stream().filter(Measured::known).toList();
  }

  private static Measured of(
      String name, double value, Unit unit, double off, double low, double high) {
    double doubt = Double.isNaN(off) ? 0 : off;
    Optional<Verdict> v =
        Double.isInfinite(low) && Double.isInfinite(high)
            ? Optional.empty()
            : Optional.of(
                value - doubt > high || value + doubt < low
                    ? Verdict.FAIL
                    : value + doubt > high || value - doubt < low
                        ? Verdict.CANNOT_TELL
                        : Verdict.PASS);
    return new Measured(name, 0, value, unit, off, low, high, v);
  }

  private static Figure figure(double value, Unit unit, int decimals) {
    return new Figure(value, unit, decimals);
  }

  private static Figure bar(double kpa) {
    return new Figure(kpa / 100, Unit.BAR, 2);
  }

  private static Figure percent(double value) {
    return new Figure(value, Unit.PERCENT, 0);
  }
}
