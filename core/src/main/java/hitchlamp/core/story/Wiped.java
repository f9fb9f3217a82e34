package hitchlamp.core.story;

import hitchlamp.core.fault.FaultState;
import hitchlamp.core.fault.KnownFault;
import hitchlamp.core.fault.ModuleFaults;
import hitchlamp.core.j1939.Dtc;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.StoryKind;
import hitchlamp.core.quantity.Unit;
import hitchlamp.core.words.Figure;
import hitchlamp.core.words.Said;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;

/**
 * Were faults cleared before the unit came in? Looks at what no clear removes: distance, time and
 * warm-ups since the clear, monitors that have not run, permanent faults, protection records, the
 * trail. A pure function of the reads.
 */
final class Wiped {
  /** A clear within so many engine hours counts as shortly before the visit (common practice). */
  static final double LATELY_HOURS = 25;

  /** An engine with fewer hours may simply be new. */
  private static final double NEW_BELOW_HOURS = 100;

  private static final int FEW_WARM_UPS = 2;
  private static final double SAME_CLEAR_HOURS = 0.3;

  private final StoryReading story;
  private final Background background;
  private final Pack pack;
  private final double now;
  private final Map<Alike, List<String>> alike = new LinkedHashMap<>();
  private final List<Said> lately = new ArrayList<>();
  private final List<Said> once = new ArrayList<>();
  private final List<Said> known = new ArrayList<>();
  private OptionalDouble clearHour = OptionalDouble.empty();
  private OptionalDouble olderClear = OptionalDouble.empty();

  private Wiped(StoryReading story, Background background, Pack pack) {
    this.story = story;
    this.background = background;
    this.pack = pack;
    this.now = story.engineHours().orElse(Double.NaN);
  }

  static List<Finding> find(StoryReading story, Background background, Pack pack) {
    Wiped w = new Wiped(story, background, pack);
    story.modules().forEach(w::sinceClear);
    story.modules().forEach(w::trail);
    story.modules().forEach(w::monitors);
    story.modules().forEach(w::protection);
    w.permanent();
    story.modules().forEach(w::grown);
    return w.findings();
  }

  /** What several modules may tell alike; it becomes one sentence. */
  private record Alike(String name, Object what) {}

  private void alike(ModuleStory m, String name, Object what) {
    alike
        .computeIfAbsent(new Alike(name, what), k -> new ArrayList<>())
        .add(m.target().title().toLowerCase(Locale.ROOT));
  }

  private static Said sentence(Alike told, List<String> modules) {
    int last = modules.size() - 1;
    return last == 0
        ? StoryWords.said("one-module-" + told.name(), modules.get(0), told.what())
        : StoryWords.said(
            "several-modules-" + told.name(),
            String.join(", ", modules.subList(0, last)),
            modules.get(last),
            told.what());
  }

  private boolean ownClearWithin(double hours) {
    return background.ownClears().stream().anyMatch(h -> now - h <= hours);
  }

  private boolean own(double hour) {
    return background.ownClears().stream().anyMatch(h -> Math.abs(h - hour) < SAME_CLEAR_HOURS);
  }

  private void sinceClear(ModuleStory m) {
    OptionalDouble since = m.hoursSinceClear();
    if (since.isPresent() && !Double.isNaN(now)) {
      double hour = now - since.getAsDouble();
      if (own(hour)) {
        known.add(StoryWords.said("the-was-cleared-here", title(m), ago(since.getAsDouble())));
      } else if (since.getAsDouble() <= LATELY_HOURS && now > NEW_BELOW_HOURS) {
        Figure engine = Figure.counted(since.getAsDouble(), Unit.HOUR);
        alike(
            m,
            "counted-since-a-clear",
            m.kilometresSinceClear().isPresent()
                ? StoryWords.said(
                    "hours-and-distance",
                    engine,
                    Figure.whole(m.kilometresSinceClear().getAsInt(), Unit.KILOMETRE))
                : StoryWords.said("hours-alone", engine));
        clearHour = later(clearHour, hour);
      } else if (since.getAsDouble() < now - 1) {
        olderClear = later(olderClear, hour);
      }
    }
    if (m.warmUpsSinceClear().isPresent()
        && m.warmUpsSinceClear().getAsInt() <= FEW_WARM_UPS
        && now > NEW_BELOW_HOURS
        && !ownClearWithin(LATELY_HOURS)) {
      int n = m.warmUpsSinceClear().getAsInt();
      alike(m, "counted-warm-ups", StoryWords.say(n == 1 ? "one-warm-up" : "warm-ups", n));
    }
  }

  private static OptionalDouble later(OptionalDouble a, double b) {
    return OptionalDouble.of(Math.max(a.orElse(Double.NEGATIVE_INFINITY), b));
  }

  private void trail(ModuleStory m) {
    for (TrailEntry t : m.trail()) {
      if (t.deed().filter(d -> d == StoryKind.ToolEvent.CLEAR).isEmpty() || Double.isNaN(now)) {
        continue;
      }
      double since = now - t.hour();
      Said says =
          StoryWords.said(
              "the-trail-of-the-names-a",
              title(m),
              ago(since),
              t.tool().isEmpty() ? "." : " by \"" + t.tool() + "\".");
      if (own(t.hour())) {
        known.add(says);
      } else if (since <= LATELY_HOURS && since > -1) {
        lately.add(says);
        clearHour = later(clearHour, t.hour());
      } else {
        olderClear = later(olderClear, t.hour());
      }
    }
  }

  private void monitors(ModuleStory m) {
    if (m.readiness().isEmpty() || ownClearWithin(LATELY_HOURS) || !(now > NEW_BELOW_HOURS)) {
      return;
    }
    List<String> open = m.readiness().get().notReady();
    if (!open.isEmpty()) {
      alike(
          m,
          "has-monitors-that-have-not-run",
          StoryWords.said(
              "of-monitors",
              open.size(),
              m.readiness().get().monitors().size(),
              Figure.counted(now, Unit.HOUR)));
    }
  }

  /** A record that must have set a fault, and no fault of it is kept. */
  private void protection(ModuleStory m) {
    Optional<ModuleFaults> faults = faultsOf(m);
    if (faults.isEmpty() || Double.isNaN(now)) {
      return;
    }
    for (ProtectionRecord p : m.protection()) {
      double since = now - p.peakHour();
      if (!p.surelySetFault() || since > pack.story().keptHours() || since < -1) {
        continue;
      }
      boolean kept =
          faults.get().faults().stream()
              .anyMatch(
                  f ->
                      p.faults().stream().anyMatch(s -> s.is(f.spn(), f.fmi()))
                          && (f.firstHour().isEmpty()
                              || f.firstHour().getAsDouble() <= p.peakHour() + SAME_CLEAR_HOURS));
      if (!kept) {
        explain(
            p.peakHour(),
            StoryWords.said(
                "reached-which-sets-a-fault",
                p.name(),
                Figure.counted(p.peak(), p.unit()),
                ago(since),
                title(m)));
      }
    }
  }

  private void explain(double hour, Said says) {
    if (clearHour.isPresent() && clearHour.getAsDouble() >= hour - SAME_CLEAR_HOURS) {
      lately.add(says);
    } else if (olderClear.isPresent() && olderClear.getAsDouble() >= hour - SAME_CLEAR_HOURS
        || background.ownClears().stream().anyMatch(h -> h >= hour - SAME_CLEAR_HOURS)) {
      known.add(says);
    } else {
      once.add(says);
    }
  }

  /** Permanent faults that stand alone. */
  private void permanent() {
    background
        .faults()
        .ifPresent(
            r -> {
              for (KnownFault f : r.faults()) {
                if (f.states().equals(java.util.Set.of(FaultState.PERMANENT))
                    && !ownClearWithin(LATELY_HOURS)) {
                  lately.add(
                      StoryWords.said(
                          "the-module-keeps-as-permanent-and",
                          f.moduleTitle().toLowerCase(Locale.ROOT),
                          f.fault().component(),
                          f.fault().mode()));
                }
              }
            });
  }

  /** Failures counted since the last visit that no stored fault accounts for. */
  private void grown(ModuleStory m) {
    Optional<StoryReading> before =
        background
            .before()
            .filter(b -> now - b.engineHours().orElse(Double.NaN) <= pack.story().keptHours());
    Optional<ModuleStory> then =
        before.stream()
            .flatMap(b -> b.modules().stream())
            .filter(b -> b.target().key().equals(m.target().key()))
            .findFirst();
    Optional<ModuleFaults> faults = faultsOf(m);
    if (then.isEmpty() || faults.isEmpty()) {
      return;
    }
    for (Growth g : Growth.between(then.get(), m)) {
      List<KnownFault> stored =
          faults.get().faults().stream().filter(f -> f.spn() == g.spn()).toList();
      boolean counted =
          stored.stream().allMatch(f -> f.times() > 0 && f.times() < Dtc.COUNT_CEILING);
      int times = stored.stream().mapToInt(KnownFault::times).sum();
      if (g.note().isEmpty() && counted && times < g.grew()) {
        explain(
            before.get().engineHours().orElse(now),
            StoryWords.said(
                "failed-times-since-the-last-visit", g.name(), g.grew(), title(m), times));
      }
    }
  }

  private Optional<ModuleFaults> faultsOf(ModuleStory m) {
    return background.faults().stream()
        .flatMap(f -> f.modules().stream())
        .filter(f -> f.target().key().equals(m.target().key()) && f.read())
        .findFirst();
  }

  private List<Finding> findings() {
    List<Finding> out = new ArrayList<>();
    if (!lately.isEmpty() || !alike.isEmpty()) {
      List<Said> reasons = new ArrayList<>();
      alike.forEach((told, modules) -> reasons.add(sentence(told, modules)));
      reasons.addAll(lately);
      reasons.addAll(once);
      out.add(
          new Finding(
              Finding.Kind.WIPED_LATELY,
              clearHour.isPresent()
                  ? StoryWords.said(
                      "faults-were-cleared-hours-before",
                      Figure.counted(now - clearHour.getAsDouble(), Unit.HOUR))
                  : StoryWords.said("faults-were-cleared-not-long-before"),
              List.copyOf(reasons),
              StoryWords.say("ask-who-cleared-them-and-why")));
    } else if (!once.isEmpty()) {
      out.add(
          new Finding(
              Finding.Kind.WIPED_ONCE,
              StoryWords.said("faults-are-missing-that-must-have"),
              List.copyOf(once),
              StoryWords.say("they-were-cleared-at-some-time")));
    }
    if (!known.isEmpty()) {
      out.add(
          new Finding(
              Finding.Kind.KNOWN_CLEAR,
              StoryWords.said("a-known-clear-explains-what-is"),
              List.copyOf(known),
              StoryWords.say("nothing-to-do-what-came-back")));
    }
    return out;
  }

  private static String title(ModuleStory m) {
    return m.target().title().toLowerCase(Locale.ROOT) + " module";
  }

  static String ago(double hours) {
    if (Double.isNaN(hours)) {
      return StoryWords.say("at-an-unknown-time");
    }
    return hours < 0.1
        ? StoryWords.say("just-now")
        : StoryWords.say("engine-hours-ago", Figure.counted(hours, Unit.HOUR));
  }
}
