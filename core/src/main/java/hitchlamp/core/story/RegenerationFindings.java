package hitchlamp.core.story;

import hitchlamp.core.pack.RegenerationEnd;
import hitchlamp.core.pack.UseFigure;
import hitchlamp.core.quantity.Unit;
import hitchlamp.core.words.Figure;
import hitchlamp.core.words.Said;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;

/** What is to be said of the regenerations of a particulate filter. */
final class RegenerationFindings {
  /** Of which more than this share is broken off (common practice). */
  private static final double MANY_BROKEN = 0.3;

  private static final int FEWEST = 4;

  /** Runs shorter than so many times what one takes leave no time for it. */
  private static final double SHORT_RUN = 3;

  private static final double MUCH_IDLE_PERCENT = 40;

  private RegenerationFindings() {}

  /**
   * @param of which engine, where there are several
   */
  static List<Finding> of(String of, ModuleStory m) {
    if (m.regenerations().isEmpty()) {
      return ofTrip(of, m);
    }
    List<Finding> out = new ArrayList<>();
    RegenerationHistory h = RegenerationHistory.of(m.regenerations());
    if (h.entries().size() >= FEWEST && h.brokenOff() > MANY_BROKEN * h.entries().size()) {
      out.add(broken(of, h));
    }
    h.closer().ifPresent(s -> out.add(closer(of, h, s)));
    return out;
  }

  /** Where the module keeps no records of single ones. */
  private static List<Finding> ofTrip(String of, ModuleStory m) {
    OptionalDouble done = m.trip().in(UseFigure.REGENERATIONS, Unit.ONE);
    OptionalDouble broken = m.trip().in(UseFigure.REGENERATIONS_ABORTED, Unit.ONE);
    double all = done.orElse(Double.NaN) + broken.orElse(Double.NaN);
    if (!(all >= FEWEST && broken.getAsDouble() > MANY_BROKEN * all)) {
      return List.of();
    }
    return List.of(
        finding(
            StoryWords.said(
                "of-regenerations-of-this-trip-were",
                of + Math.round(broken.getAsDouble()),
                Math.round(all)),
            List.of(StoryWords.said("soot-that-is-not-burned-off")),
            "ask-how-the-unit-is-used"));
  }

  private static Finding broken(String of, RegenerationHistory h) {
    List<Said> reasons = new ArrayList<>();
    h.broken().entrySet().stream()
        .sorted(
            Comparator.comparing((Map.Entry<RegenerationEnd, Integer> e) -> -e.getValue())
                .thenComparing(Map.Entry::getKey))
        .forEach(
            e ->
                reasons.add(
                    e.getValue() == 1
                        ? StoryWords.said("once", e.getKey().title())
                        : StoryWords.said("so-many", e.getValue(), e.getKey().title())));
    if (h.byPeople() > 0) {
      reasons.add(duty(h));
    }
    if (h.overdue() > 0) {
      reasons.add(
          StoryWords.said(
              "ended-when-overdue", h.overdue(), Figure.whole(longest(h), Unit.MINUTE)));
    }
    int gaveUp = h.brokenOff() - h.byPeople() - h.overdue();
    if (gaveUp > 0) {
      reasons.add(StoryWords.said("use-does-not-explain", gaveUp));
    }
    boolean people = 2 * h.byPeople() >= h.brokenOff();
    return finding(
        StoryWords.said(
            h.done() == 0
                ? "all-regenerations-were-broken-off"
                : "of-regenerations-were-broken-off",
            of + h.brokenOff(),
            h.entries().size()),
        reasons,
        people ? "let-it-finish" : "burn-it-parked");
  }

  private static double longest(RegenerationHistory h) {
    return h.entries().stream().mapToDouble(RegenerationEntry::minutes).max().orElse(0);
  }

  /** What the way it is used has to do with it. */
  private static Said duty(RegenerationHistory h) {
    OptionalDouble run = h.hoursAStart();
    double minutes = h.minutesAtLeast();
    if (run.isPresent() && run.getAsDouble() * 60 < SHORT_RUN * minutes) {
      return StoryWords.said(
          h.minutes().isPresent() ? "short-runs" : "short-runs-none-done",
          new Figure(run.getAsDouble(), Unit.HOUR, 1),
          Figure.whole(minutes, Unit.MINUTE));
    }
    OptionalDouble idle = h.idlePercent();
    return idle.isPresent() && idle.getAsDouble() > MUCH_IDLE_PERCENT
        ? StoryWords.said("much-idle", Figure.whole(idle.getAsDouble(), Unit.PERCENT))
        : StoryWords.said("runs-are-long-enough", h.byPeople());
  }

  private static Finding closer(String of, RegenerationHistory h, LevelShift s) {
    List<Said> reasons = new ArrayList<>();
    boolean far = h.byDistance();
    if (far) {
      reasons.add(
          StoryWords.said(
              "hours-between",
              new Figure(h.hoursBetween(false, s.at()), Unit.HOUR, 1),
              new Figure(h.hoursBetween(true, s.at()), Unit.HOUR, 1)));
    }
    double since = h.entries().get(0).hour() - h.between().get(s.at() - 1).hour();
    reasons.add(StoryWords.said("closer-since", Figure.counted(since, Unit.HOUR)));
    boolean slower = h.onlySlower(s);
    boolean otherwise = h.usedOtherwise(s);
    reasons.add(
        StoryWords.said(slower ? "only-slower" : otherwise ? "used-otherwise" : "used-as-before"));
    Unit unit = far ? Unit.KILOMETRE : Unit.HOUR;
    return finding(
        StoryWords.said(
            "closer-together",
            of.isEmpty() ? "Regenerations" : of + "regenerations",
            new Figure(s.before(), unit, far ? 0 : 1),
            new Figure(s.after(), unit, far ? 0 : 1)),
        reasons,
        slower || otherwise ? "mind-the-use" : "find-the-soot");
  }

  private static Finding finding(Said title, List<Said> reasons, String next) {
    return new Finding(
        Finding.Kind.REGENERATION, title, List.copyOf(reasons), StoryWords.say(next));
  }
}
