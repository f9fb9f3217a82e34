package hitchlamp.core.fault;

import hitchlamp.core.pack.Component;
import hitchlamp.core.pack.Pack;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/** Why a lead leads, in sentences a technician would say, from the facts of the job. */
final class Reasons {
  private static final int LOW = 4;
  private static final int HIGH = 3;
  private static final int COMES_AND_GOES = 5;

  private Reasons() {}

  static List<String> ofComponent(
      Component c,
      boolean mute,
      List<KnownFault> signs,
      List<KnownFault> knockOns,
      double now,
      boolean first) {
    List<String> reasons = new ArrayList<>();
    if (mute) {
      reasons.add("expected on this unit and silent");
    }
    switch (c.kind()) {
      case MODULE -> {
        long who = signs.stream().map(f -> f.fault().module()).distinct().count();
        if (who > 0) {
          reasons.add(count(who, "module") + (who == 1 ? " misses" : " miss") + " its messages");
        }
      }
      case SUPPLY, GROUND -> line(c, signs, reasons);
      default -> {
        long spns = signs.stream().map(KnownFault::spn).distinct().count();
        if (spns > 1) {
          reasons.add(spns + " of its signs are there together");
        } else if (!signs.isEmpty()) {
          Fault f = signs.get(0).fault();
          reasons.add("pointed at by: " + f.component() + ", " + f.mode());
        }
      }
    }
    if (signs.stream().anyMatch(KnownFault::failsNow)) {
      reasons.add("the self-test finds it at this moment");
    }
    common(signs, now, reasons);
    if (first) {
      reasons.add("it began the episode");
    }
    if (!knockOns.isEmpty()) {
      reasons.add("explains " + count(knockOns.size(), "other fault"));
    }
    return List.copyOf(reasons);
  }

  private static void line(Component c, List<KnownFault> signs, List<String> reasons) {
    List<KnownFault> fed = signs.stream().filter(f -> c.feeds().contains(f.spn())).toList();
    long sensors = fed.stream().map(KnownFault::spn).distinct().count();
    if (sensors > 1) {
      boolean together =
          fed.stream().allMatch(f -> f.firstHour().isPresent())
              && fed.stream().mapToDouble(f -> f.firstHour().getAsDouble()).max().orElse(0)
                      - fed.stream().mapToDouble(f -> f.firstHour().getAsDouble()).min().orElse(0)
                  <= Leads.EPISODE_HOURS;
      reasons.add(sensors + " sensors on it failed" + (together ? " in the same hour" : ""));
      if (fed.stream().allMatch(f -> f.fmi() == LOW)) {
        reasons.add("all read low");
      } else if (fed.stream().allMatch(f -> f.fmi() == HIGH)) {
        reasons.add("all read high");
      }
    }
    if (signs.size() > fed.size()) {
      reasons.add(
          c.feeds().isEmpty()
              ? "the module reports its own supply low"
              : "the module's own check of the line says so");
    }
  }

  static List<String> ofFault(KnownFault f, Pack pack, double now) {
    List<String> reasons = new ArrayList<>();
    if (pack.isGeneric(f.spn(), f.fmi())) {
      reasons.add("set by many causes, and nothing specific was found that explains it");
    } else if (pack.components().isEmpty()) {
      reasons.add("no pack for this unit: relations are not known");
    } else {
      reasons.add("the pack names no part for it");
    }
    common(List.of(f), now, reasons);
    return List.copyOf(reasons);
  }

  private static void common(List<KnownFault> signs, double now, List<String> reasons) {
    int most = signs.stream().mapToInt(KnownFault::times).max().orElse(0);
    boolean active = signs.stream().anyMatch(KnownFault::active);
    if (most >= COMES_AND_GOES && !active) {
      reasons.add("comes and goes: " + most + " times, not there now");
    } else if (most > 1) {
      reasons.add("reported " + most + " times");
    }
    boolean untimed = !signs.isEmpty() && signs.stream().allMatch(f -> f.lastHour().isEmpty());
    if (untimed && !active) {
      reasons.add("when it was last there is not told");
    } else if (!Double.isNaN(now) && !active) {
      signs.stream()
          .filter(f -> f.lastHour().isPresent())
          .mapToDouble(f -> now - f.lastHour().getAsDouble())
          .min()
          .ifPresent(
              ago -> {
                if (ago > Bearing.OLD_HOURS) {
                  reasons.add(
                      String.format(Locale.ROOT, "last there %.0f h ago: set apart as old", ago));
                } else {
                  reasons.add(
                      String.format(Locale.ROOT, "last there %.1f h ago", Math.max(0, ago)));
                }
              });
    }
  }

  private static String count(long n, String what) {
    return n + " " + what + (n == 1 ? "" : "s");
  }
}
