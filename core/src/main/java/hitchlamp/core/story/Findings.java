package hitchlamp.core.story;

import hitchlamp.core.pack.Figure;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.quantity.Unit;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.OptionalDouble;

/** What a story comes to, in sentences; a pure function of the reads. */
public final class Findings {
  /** A unit that idles more than this wastes fuel and soots its filter (common practice). */
  private static final double MUCH_IDLE_PERCENT = 40;

  /** Regenerations of which more than this share is broken off (common practice). */
  private static final double MANY_ABORTED = 0.3;

  private static final double FEWEST_REGENERATIONS = 4;

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
      regeneration(of(m, several), m, out);
      idle(of(m, several), m, out);
      List<String> odd = Contradictions.of(m);
      if (!odd.isEmpty()) {
        out.add(
            new Finding(
                Finding.Kind.CONTRADICTION,
                "Figures of the " + title(m) + " contradict each other.",
                odd,
                "Do not build on them; was the module changed or written anew?"));
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
        of
            + p.name()
            + (p.above() ? " rose to " : " fell to ")
            + Wiped.figure(p.peak())
            + " "
            + p.unit().symbol()
            + "; the limit is "
            + Wiped.figure(p.limit())
            + ".",
        List.of(
            p.count()
                + (p.count() == 1 ? " time, " : " times, ")
                + minutes(p.seconds())
                + " together; the module "
                + p.severityText()
                + ".",
            "Worst "
                + Wiped.ago(now - p.peakHour())
                + ", last "
                + Wiped.ago(now - p.lastHour())
                + "."),
        "Find the cause before the unit goes back to work; clearing faults does not take this record away.");
  }

  static String minutes(double seconds) {
    return seconds < 90
        ? Math.round(seconds) + " s"
        : seconds < 5_400
            ? Math.round(seconds / 60) + " min"
            : String.format(Locale.ROOT, "%.1f h", seconds / 3_600);
  }

  private static void regeneration(String of, ModuleStory m, List<Finding> out) {
    OptionalDouble done = m.trip().in(Figure.REGENERATIONS, Unit.ONE);
    OptionalDouble broken = m.trip().in(Figure.REGENERATIONS_ABORTED, Unit.ONE);
    if (done.isPresent() && broken.isPresent()) {
      double all = done.getAsDouble() + broken.getAsDouble();
      if (all >= FEWEST_REGENERATIONS && broken.getAsDouble() > MANY_ABORTED * all) {
        out.add(
            new Finding(
                Finding.Kind.REGENERATION,
                of
                    + Math.round(broken.getAsDouble())
                    + " of "
                    + Math.round(all)
                    + " regenerations of this trip were broken off.",
                List.of("Soot that is not burned off raises the pressure before the filter."),
                "Ask how the unit is used and stopped; look at coolant temperature and the filter's pressure."));
      }
    }
  }

  private static void idle(String of, ModuleStory m, List<Finding> out) {
    OptionalDouble share = m.trip().worked().in(Figure.IDLE_SHARE, Unit.PERCENT);
    if (share.isPresent() && share.getAsDouble() > MUCH_IDLE_PERCENT) {
      List<String> reasons = new ArrayList<>();
      m.trip()
          .in(Figure.IDLE_FUEL, Unit.LITRE)
          .ifPresent(l -> reasons.add(Wiped.figure(l) + " L of fuel burned while idling."));
      out.add(
          new Finding(
              Finding.Kind.USE,
              (of.isEmpty() ? "It" : of + "it")
                  + " idles "
                  + Math.round(share.getAsDouble())
                  + " % of its hours.",
              List.copyOf(reasons),
              "Tell the one who pays; long idling soots filter and recirculation."));
    }
  }

  private static Finding growth(ModuleStory m, List<Growth> grown) {
    return new Finding(
        Finding.Kind.GROWTH,
        "Failures of the " + title(m) + " grew since the last visit.",
        grown.stream()
            .map(
                g ->
                    g.name()
                        + ": "
                        + g.was()
                        + " then, "
                        + g.is()
                        + " now."
                        + (g.note().isEmpty() ? "" : " " + g.note()))
            .toList(),
        "Look at these first: what grows is not mended.");
  }

  /** Modules whose clocks are ahead of their engine's, each told once. */
  private static void clocks(StoryReading story, Pack pack, List<Finding> out) {
    List<String> reasons = new ArrayList<>();
    for (ModuleStory m : story.modules()) {
      OptionalDouble engine = engineOf(m, story, pack);
      if (engine.isPresent()
          && m.hours().isPresent()
          && m.hours().getAsDouble() > engine.getAsDouble() + 1) {
        reasons.add(
            "The "
                + title(m)
                + " has "
                + Wiped.figure(m.hours().getAsDouble())
                + " h, the engine "
                + Wiped.figure(engine.getAsDouble())
                + ".");
      }
    }
    if (!reasons.isEmpty()) {
      out.add(
          new Finding(
              Finding.Kind.CONTRADICTION,
              "Hour clocks disagree.",
              List.copyOf(reasons),
              "A module with more hours than its engine comes from another unit, or the engine's module was changed."));
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
