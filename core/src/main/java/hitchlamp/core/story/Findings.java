package hitchlamp.core.story;

import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.UseFigure;
import hitchlamp.core.quantity.Unit;
import hitchlamp.core.quantity.UnitSystem;
import hitchlamp.core.words.Figure;
import hitchlamp.core.words.Said;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.OptionalDouble;

/** What a story comes to, in sentences; a pure function of the reads. */
public final class Findings {
  /** A unit that idles more than this wastes fuel and soots its filter (common practice). */
  private static final double MUCH_IDLE_PERCENT = 40;

  /** A record that is older says little of today (common practice). */
  private static final double OLD_HOURS = 500;

  private Findings() {}

  /** Findings, those to read first come first. */
  public static List<Finding> of(StoryReading story, Background background, Pack pack) {
    List<Finding> out = new ArrayList<>(Wiped.find(story, background, pack));
    double now = story.engineHours().orElse(Double.NaN);
    boolean several = story.keepers().size() > 1;
    for (ModuleStory m : story.modules()) {
      m.protection().stream()
          .filter(p -> !(now - p.lastHour() > OLD_HOURS))
          .forEach(p -> out.add(protection(of(m, several), p, now)));
      out.addAll(RegenerationFindings.of(of(m, several), m));
      idle(of(m, several), m, out);
      List<Said> odd = Contradictions.of(m);
      if (!odd.isEmpty()) {
        out.add(
            new Finding(
                Finding.Kind.CONTRADICTION,
                StoryWords.said("figures-of-the-contradict-each-other", title(m)),
                odd,
                StoryWords.say("do-not-build-on-them-was")));
      }
      background.before().stream()
          .flatMap(b -> b.modules().stream())
          .filter(b -> b.target().key().equals(m.target().key()))
          .map(b -> Growth.between(b, m))
          .filter(g -> !g.isEmpty())
          .findFirst()
          .ifPresent(g -> out.add(growth(m, g)));
    }
    clocks(story, pack, out);
    out.sort(Comparator.comparing(Finding::kind));
    return List.copyOf(out);
  }

  private static String title(ModuleStory m) {
    return m.target().title().toLowerCase(Locale.ROOT) + " module";
  }

  /** Which engine a sentence is about, where there are several. */
  private static String of(ModuleStory m, boolean several) {
    return several ? m.target().title() + ": " : "";
  }

  private static Finding protection(String of, ProtectionRecord p, double now) {
    return new Finding(
        Finding.Kind.PROTECTION,
        StoryWords.said(
            p.above() ? "rose-above-its-limit" : "fell-below-its-limit",
            of + p.name(),
            Figure.counted(p.peak(), p.unit()),
            Figure.counted(p.limit(), p.unit())),
        List.of(
            StoryWords.said(
                p.count() == 1 ? "once-for-a-time" : "times-for-a-time-in-all",
                p.count(),
                minutes(p.seconds()),
                p.severityText()),
            StoryWords.said(
                "worst-and-last", Wiped.ago(now - p.peakHour()), Wiped.ago(now - p.lastHour()))),
        StoryWords.say("find-the-cause-before-the-unit"));
  }

  static String minutes(double seconds) {
    return seconds < 90
        ? StoryWords.say("seconds", Math.round(seconds))
        : seconds < 5_400
            ? StoryWords.say("minutes", Math.round(seconds / 60))
            : new Figure(seconds / 3_600, Unit.HOUR, 1).in(UnitSystem.METRIC);
  }

  private static void idle(String of, ModuleStory m, List<Finding> out) {
    OptionalDouble share = m.trip().worked().in(UseFigure.IDLE_SHARE, Unit.PERCENT);
    if (share.isPresent() && share.getAsDouble() > MUCH_IDLE_PERCENT) {
      List<Said> reasons = new ArrayList<>();
      m.trip()
          .in(UseFigure.IDLE_FUEL, Unit.LITRE)
          .ifPresent(
              l ->
                  reasons.add(
                      StoryWords.said("fuel-burned-while-idling", Figure.counted(l, Unit.LITRE))));
      out.add(
          new Finding(
              Finding.Kind.USE,
              StoryWords.said(
                  "idles-much",
                  of.isEmpty() ? "It" : of + "it",
                  Figure.whole(share.getAsDouble(), Unit.PERCENT)),
              List.copyOf(reasons),
              StoryWords.say("tell-the-one-who-pays-long")));
    }
  }

  private static Finding growth(ModuleStory m, List<Growth> grown) {
    return new Finding(
        Finding.Kind.GROWTH,
        StoryWords.said("failures-of-the-grew-since-the", title(m)),
        grown.stream()
            .map(
                g ->
                    StoryWords.said(
                        "then-and-now",
                        g.name(),
                        g.was(),
                        g.is(),
                        g.note().isEmpty() ? "" : " " + g.note()))
            .toList(),
        StoryWords.say("look-at-these-first-what-grows"));
  }

  /** Modules whose clocks are ahead of their engine's, each told once. */
  private static void clocks(StoryReading story, Pack pack, List<Finding> out) {
    List<Said> reasons = new ArrayList<>();
    for (ModuleStory m : story.modules()) {
      OptionalDouble engine = engineOf(m, story, pack);
      if (engine.isPresent()
          && m.hours().isPresent()
          && m.hours().getAsDouble() > engine.getAsDouble() + 1) {
        reasons.add(
            StoryWords.said(
                "the-has-hours-the-engine",
                title(m),
                Figure.counted(m.hours().getAsDouble(), Unit.HOUR),
                Figure.counted(engine.getAsDouble(), Unit.HOUR)));
      }
    }
    if (!reasons.isEmpty()) {
      out.add(
          new Finding(
              Finding.Kind.CONTRADICTION,
              StoryWords.said("hour-clocks-disagree"),
              List.copyOf(reasons),
              StoryWords.say("a-module-with-more-hours-than")));
    }
  }

  /** The clock of the engine on whose side a module is; of a module of no side, the axis. */
  private static OptionalDouble engineOf(ModuleStory m, StoryReading story, Pack pack) {
    String side = pack.sideOf(m.target().kind());
    if (side.isEmpty()) {
      return story.engineHours();
    }
    return story.modules().stream()
        .filter(e -> pack.roleOf(e.target().kind()).equals(Pack.ENGINE))
        .filter(e -> pack.sideOf(e.target().kind()).equals(side))
        .map(ModuleStory::hours)
        .findFirst()
        .orElse(OptionalDouble.empty());
  }
}
