package hitchlamp.core.trial.actuator;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.judge.Measured;
import hitchlamp.core.judge.Median;
import hitchlamp.core.judge.Verdict;
import hitchlamp.core.pack.MoveSpec;
import hitchlamp.core.quantity.Unit;
import hitchlamp.core.words.Figure;
import hitchlamp.core.words.Said;
import java.util.ArrayList;
import java.util.List;

/** What the courses of actuators come to. */
final class ActuatorJudge {
  /** Figures, the place counted from 1: greatest position and least, percent. */
  static final String REACHED = "reached";

  static final String RETURNED = "returned";

  /** Time to two thirds of its way, s, out and back. */
  static final String OUT = "out-seconds";

  static final String BACK = "back-seconds";

  /** By how much it differs between up and down, and from what is commanded, percent. */
  static final String PLAY = "play";

  static final String AWAY = "away";

  /** Its sensor and its end stops differ by so much, percent. */
  private static final double NEAR = 5;

  /** One that moves less than this does not move. */
  private static final double STANDS = 4;

  /** In steps of ten, one that sticks is this far from where it is wanted. */
  private static final double STICKS = 4.5;

  /** Steps are ten; so far goes only one that jumps. */
  private static final double JUMPS = 14;

  /** The last readings of a step, half a second, are where it rests. */
  private static final int LAST = 5;

  private static final int FEWEST_MIDDLE = 5;
  private static final int MOST_FITTED = 150;

  private final ActuatorSetup setup;
  private final List<Measured> figures = new ArrayList<>();

  private ActuatorJudge(ActuatorSetup setup) {
    this.setup = setup;
  }

  static Judgement of(ActuatorSetup setup, ActuatorSeen seen) {
    return new ActuatorJudge(setup).judge(seen);
  }

  private Judgement judge(ActuatorSeen seen) {
    List<Judgement.Part> parts = new ArrayList<>();
    for (ActuatorRun r : seen.runs()) {
      setup.move(r.id()).ifPresent(m -> parts.add(one(m, r)));
    }
    if (parts.isEmpty()) {
      return Judgement.cannotTell(say("none-was-moved"), say("move-one"));
    }
    for (Verdict v : List.of(Verdict.FAIL, Verdict.CANNOT_TELL)) {
      List<Judgement.Part> of = parts.stream().filter(p -> p.verdict() == v).toList();
      if (!of.isEmpty()) {
        return new Judgement(
            v,
            Said.joined(
                " ", of.stream().map(p -> say("named", p.title(), p.says().text())).toList()),
            figures,
            of.get(0).next(),
            parts);
      }
    }
    return new Judgement(
        Verdict.PASS,
        parts.size() == 1
            ? say("named", parts.get(0).title(), parts.get(0).says().text())
            : say("all-follow", parts.size()),
        figures,
        say("go-on"),
        parts);
  }

  private Judgement.Part one(MoveSpec m, ActuatorRun r) {
    if (!r.refused().isEmpty()) {
      return part(
          m, Verdict.CANNOT_TELL, say("was-refused", r.refused()), say("mend-what-refuses"));
    }
    if (m.feedback().isEmpty()) {
      return looked(m, r);
    }
    int place = setup.moves().indexOf(m) + 1;
    if (r.step() < r.full()) {
      return part(m, Verdict.CANNOT_TELL, say("not-through"), say("move-again"));
    }
    double to = r.course().get(0);
    double up = end(r, true);
    double down = end(r, false);
    if (Double.isNaN(up) || Double.isNaN(down)) {
      return part(m, Verdict.CANNOT_TELL, say("tells-no-position"), say("read-the-faults"));
    }
    boolean rises = to > m.base();
    figures.add(Measured.limited(REACHED, place, up, Unit.PERCENT, to - NEAR, to + NEAR));
    figures.add(
        Measured.limited(RETURNED, place, down, Unit.PERCENT, m.base() - NEAR, m.base() + NEAR));
    if (Math.abs(up - down) < STANDS) {
      return part(m, Verdict.FAIL, say("does-not-move", percent(up)), look(m));
    }
    if (slack(m, r, to, up, down)) {
      return moves(m, r, place);
    }
    boolean returns = rises ? down < m.base() + NEAR : down > m.base() - NEAR;
    if (!returns) {
      return part(
          m, Verdict.FAIL, say("does-not-return", percent(down)), say("look-at-spring", m.title()));
    }
    boolean arrives = rises ? up > to - NEAR : up < to + NEAR;
    if (!arrives) {
      return part(m, Verdict.FAIL, say("goes-so-far-only", percent(up), percent(to)), look(m));
    }
    return moves(m, r, place);
  }

  /** True where it stays away from both ends alike and differs between up and down: play. */
  private boolean slack(MoveSpec m, ActuatorRun r, double to, double up, double down) {
    double play = play(r);
    double away = Math.signum(to - m.base()) * (to - up);
    double left = Math.signum(to - m.base()) * (down - m.base());
    return Math.abs(play) > setup.play()
        && away > play / 4
        && left > play / 4
        && away < play
        && left < play;
  }

  /** One that goes there and comes back: how fast, and how truly in between. */
  private Judgement.Part moves(MoveSpec m, ActuatorRun r, int place) {
    double most = m.seconds() * setup.slow() / 100;
    double out = tau(r, true);
    double back = tau(r, false);
    figures.add(Measured.limited(OUT, place, out, Unit.SECOND, 0, most));
    figures.add(Measured.limited(BACK, place, back, Unit.SECOND, 0, most));
    double play = play(r);
    double away = away(r);
    if (!Double.isNaN(play)) {
      figures.add(Measured.limited(PLAY, place, play, Unit.PERCENT, -setup.play(), setup.play()));
      figures.add(Measured.limited(AWAY, place, away, Unit.PERCENT, 0, STICKS + setup.play()));
    }
    if (Math.abs(play) > setup.play()) {
      // One that sticks stays and jumps, one with play goes on in steps like those commanded.
      return jumps(r) > JUMPS
          ? part(m, Verdict.FAIL, say("sticks", percent(away)), say("clean-it", m.title()))
          : part(
              m,
              Verdict.FAIL,
              say("has-play", percent(Math.abs(play))),
              say("look-at-linkage", m.title()));
    }
    if (away > STICKS + setup.play()) {
      return part(m, Verdict.FAIL, say("sticks", percent(away)), say("clean-it", m.title()));
    }
    double slowest = Math.max(out, back);
    if (slowest > most) {
      return part(
          m,
          Verdict.FAIL,
          say("is-slow", seconds(slowest), seconds(m.seconds())),
          m.air() ? say("look-at-air", m.title()) : say("clean-it", m.title()));
    }
    if (r.step() < r.course().size()) {
      return part(m, Verdict.CANNOT_TELL, say("not-through"), say("move-again"));
    }
    return Double.isNaN(slowest)
        ? part(m, Verdict.CANNOT_TELL, say("tells-no-position"), say("read-the-faults"))
        : part(m, Verdict.PASS, say("follows", seconds(slowest)), Said.plain(""));
  }

  private Judgement.Part looked(MoveSpec m, ActuatorRun r) {
    return switch (r.seen()) {
      case MOVED -> part(m, Verdict.PASS, say("was-seen-to-move"), Said.plain(""));
      case MOVED_A_LITTLE -> part(m, Verdict.FAIL, say("was-seen-to-move-a-little"), look(m));
      case STOOD -> part(m, Verdict.FAIL, say("was-seen-to-stand"), look(m));
      case NOT_ASKED, NOT_SEEN ->
          part(m, Verdict.CANNOT_TELL, say("nobody-looked"), say("move-again"));
    };
  }

  private static Said look(MoveSpec m) {
    return m.air() ? say("look-at-air", m.title()) : say("look-at-drive", m.title());
  }

  private static Judgement.Part part(MoveSpec m, Verdict v, Said says, Said next) {
    return new Judgement.Part(m.id(), m.title(), v, says, next);
  }

  /** Where it ends all the way out, or back, median of the repeats. */
  private double end(ActuatorRun r, boolean out) {
    List<Double> ends = new ArrayList<>();
    for (int step = out ? 0 : 1; step < r.full(); step += 2) {
      double end = rests(r, step);
      if (!Double.isNaN(end)) {
        ends.add(end);
      }
    }
    return Median.of(ends.stream().mapToDouble(Double::doubleValue).toArray());
  }

  /** Mean of the last readings of a step; not a number where there are too few. */
  private static double rests(ActuatorRun r, int step) {
    List<ActuatorPoint> of = r.points().stream().filter(p -> p.step() == step).toList();
    return of.size() < LAST
        ? Double.NaN
        : of.subList(of.size() - LAST, of.size()).stream()
            .mapToDouble(ActuatorPoint::position)
            .average()
            .orElse(Double.NaN);
  }

  /** Time constant of all ways out, or back, together. */
  private double tau(ActuatorRun r, boolean out) {
    List<StepFit.Moment> all = new ArrayList<>();
    for (ActuatorPoint p : r.points()) {
      // The first way out begins wherever it stood.
      if (p.step() < r.full() && p.step() % 2 == (out ? 0 : 1)) {
        all.add(new StepFit.Moment(p.at(), p.position()));
      }
    }
    return StepFit.of(thin(all)).tau();
  }

  /** So many as a fit needs: it is worked out anew whenever something was read. */
  private static List<StepFit.Moment> thin(List<StepFit.Moment> all) {
    int every = 1 + all.size() / MOST_FITTED;
    List<StepFit.Moment> few = new ArrayList<>();
    for (int i = 0; i < all.size(); i += every) {
      few.add(all.get(i));
    }
    return few;
  }

  /** By how much it stands higher on the way down than on the way up, percent. */
  private double play(ActuatorRun r) {
    List<Double> differences = differences(r);
    return differences.size() < FEWEST_MIDDLE
        ? Double.NaN
        : Median.of(differences.stream().mapToDouble(Double::doubleValue).toArray());
  }

  /** Furthest that it went from one step to the next: one that sticks jumps over two at once. */
  private static double jumps(ActuatorRun r) {
    double most = 0;
    for (int step = r.full() + 1; step < Math.min(r.step(), r.course().size() - 1); step++) {
      double way = Math.abs(rests(r, step) - rests(r, step - 1));
      most = Math.max(most, Double.isNaN(way) ? 0 : way);
    }
    return most;
  }

  private List<Double> differences(ActuatorRun r) {
    List<Double> all = new ArrayList<>();
    int from = r.full();
    int levels = (r.course().size() - from) / 2;
    // The highest has no way down, and beside the base it may rest at its stop.
    for (int i = 0; i < levels - 1; i++) {
      int down = r.course().size() - 2 - i;
      double way = rests(r, down) - rests(r, from + i);
      if (!Double.isNaN(way) && down < r.step()) {
        all.add(way);
      }
    }
    return all;
  }

  /** How far it was from where it was wanted at most, in the steps. */
  private double away(ActuatorRun r) {
    double most = 0;
    for (int step = r.full(); step < Math.min(r.step(), r.course().size()); step++) {
      double off = Math.abs(rests(r, step) - r.course().get(step));
      most = Math.max(most, Double.isNaN(off) ? 0 : off);
    }
    return most;
  }

  private static Said say(String name, Object... with) {
    return ActuatorWords.said(name, with);
  }

  private static Figure percent(double value) {
    return new Figure(value, Unit.PERCENT, 0);
  }

  private static Figure seconds(double value) {
    return new Figure(value, Unit.SECOND, 2);
  }
}
