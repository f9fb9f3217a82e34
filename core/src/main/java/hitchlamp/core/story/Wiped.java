package hitchlamp.core.story;

import hitchlamp.core.fault.FaultState;
import hitchlamp.core.fault.KnownFault;
import hitchlamp.core.fault.ModuleFaults;
import hitchlamp.core.j1939.Dtc;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.StoryKind;
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
  private final List<String> lately = new ArrayList<>();
  private final List<String> once = new ArrayList<>();
  private final List<String> known = new ArrayList<>();
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
  private record Alike(String one, String several) {}

  private void alike(ModuleStory m, String one, String several) {
    alike
        .computeIfAbsent(new Alike(one, several), k -> new ArrayList<>())
        .add(m.target().title().toLowerCase(Locale.ROOT));
  }

  private static String sentence(Alike told, List<String> modules) {
    int last = modules.size() - 1;
    return last == 0
        ? "The " + modules.get(0) + " module " + told.one()
        : "The "
            + String.join(", ", modules.subList(0, last))
            + " and "
            + modules.get(last)
            + " modules "
            + told.several();
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
        known.add("The " + title(m) + " was cleared here " + ago(since.getAsDouble()) + ".");
      } else if (since.getAsDouble() <= LATELY_HOURS && now > NEW_BELOW_HOURS) {
        String figures =
            figure(since.getAsDouble())
                + " engine hours"
                + (m.kilometresSinceClear().isPresent()
                    ? " and " + m.kilometresSinceClear().getAsInt() + " km"
                    : "")
                + " since a clear (DM21).";
        alike(m, "counts " + figures, "count " + figures);
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
      String figures = n + (n == 1 ? " warm-up" : " warm-ups") + " since a clear (DM26).";
      alike(m, "counts " + figures, "count " + figures);
    }
  }

  private static OptionalDouble later(OptionalDouble a, double b) {
    return OptionalDouble.of(Math.max(a.orElse(Double.NEGATIVE_INFINITY), b));
  }

  private void trail(ModuleStory m) {
    for (TrailEntry t : m.trail()) {
      if (t.deed().filter(d -> d == StoryKind.Deed.CLEAR).isEmpty() || Double.isNaN(now)) {
        continue;
      }
      double since = now - t.hour();
      String says =
          "The trail of the "
              + title(m)
              + " names a clear "
              + ago(since)
              + (t.tool().isEmpty() ? "." : " by \"" + t.tool() + "\".");
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
      String figures =
          open.size()
              + " of "
              + m.readiness().get().monitors().size()
              + " monitors that have not run since a clear, although it has worked "
              + figure(now)
              + " hours.";
      alike(m, "has " + figures, "have " + figures);
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
            p.name()
                + " reached "
                + figure(p.peak())
                + " "
                + p.unit().symbol()
                + " "
                + ago(since)
                + ", which sets a fault, and the "
                + title(m)
                + " keeps none of it from then.");
      }
    }
  }

  private void explain(double hour, String says) {
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
                      "The "
                          + f.moduleTitle().toLowerCase(Locale.ROOT)
                          + " module keeps "
                          + f.fault().component()
                          + ", "
                          + f.fault().mode()
                          + " as permanent and has no other record of it.");
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
            g.name()
                + " failed "
                + g.grew()
                + " times since the last visit by the counter of the "
                + title(m)
                + ", its stored faults account for "
                + times
                + ".");
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
      List<String> reasons = new ArrayList<>();
      alike.forEach((told, modules) -> reasons.add(sentence(told, modules)));
      reasons.addAll(lately);
      reasons.addAll(once);
      out.add(
          new Finding(
              Finding.Kind.WIPED_LATELY,
              clearHour.isPresent()
                  ? "Faults were cleared "
                      + figure(now - clearHour.getAsDouble())
                      + " engine hours before this visit."
                  : "Faults were cleared not long before this visit.",
              List.copyOf(reasons),
              "Ask who cleared them and why. Trust the protection records and the counters before the fault list; drive until the monitors have run, then read again."));
    } else if (!once.isEmpty()) {
      out.add(
          new Finding(
              Finding.Kind.WIPED_ONCE,
              "Faults are missing that must have been set.",
              List.copyOf(once),
              "They were cleared at some time since. Ask what was found then, and look at these systems although nothing is stored."));
    }
    if (!known.isEmpty()) {
      out.add(
          new Finding(
              Finding.Kind.KNOWN_CLEAR,
              "A known clear explains what is missing.",
              List.copyOf(known),
              "Nothing to do; what came back since then is in the fault list."));
    }
    return out;
  }

  private static String title(ModuleStory m) {
    return m.target().title().toLowerCase(Locale.ROOT) + " module";
  }

  static String ago(double hours) {
    return hours < 0.1 ? "just now" : figure(hours) + " engine hours ago";
  }

  static String figure(double value) {
    double most = Math.abs(value);
    return String.format(Locale.ROOT, most < 10 ? "%.1f" : "%,.0f", value);
  }
}
