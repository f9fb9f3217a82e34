package hitchlamp.core.fault;

import hitchlamp.core.pack.Component;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.quantity.Unit;
import hitchlamp.core.words.Figure;
import java.util.ArrayList;
import java.util.List;

/** Why a lead leads, in sentences a technician would say, from the facts of the job. */
final class Reasons {
  private static final int LOW = 4;
  private static final int HIGH = 3;
  private static final int COMES_AND_GOES = 5;

  private Reasons() {}

  static List<String> ofComponent(
      Component c, boolean mute, List<KnownFault> signs, double now, boolean first) {
    List<String> reasons = new ArrayList<>();
    if (mute) {
      reasons.add(FaultWords.say("expected-on-this-unit-and-silent"));
    }
    switch (c.kind()) {
      case MODULE -> {
        long who = signs.stream().map(f -> f.fault().module()).distinct().count();
        if (who > 0) {
          reasons.add(
              FaultWords.say(
                  "its-messages", count(who, "module") + (who == 1 ? " misses" : " miss")));
        }
      }
      case SUPPLY, GROUND -> line(c, signs, reasons);
      default -> {
        long spns = signs.stream().map(KnownFault::spn).distinct().count();
        if (spns > 1) {
          reasons.add(FaultWords.say("of-its-signs-are-there-together", spns));
        } else if (!signs.isEmpty()) {
          Fault f = signs.get(0).fault();
          reasons.add(FaultWords.say("pointed-at-by", f.component(), f.mode()));
        }
      }
    }
    if (signs.stream().anyMatch(KnownFault::failsNow)) {
      reasons.add(FaultWords.say("the-self-test-finds-it-at"));
    }
    common(signs, now, reasons);
    if (first) {
      reasons.add(FaultWords.say("it-began-the-episode"));
    }
    return List.copyOf(reasons);
  }

  /** The lead with how many faults it explains besides, once they all stand under it. */
  static Lead explaining(Lead l) {
    if (l.knockOns().isEmpty()) {
      return l;
    }
    List<String> reasons = new ArrayList<>(l.reasons());
    reasons.add("explains " + count(l.knockOns().size(), FaultWords.say("other-fault")));
    return l.saying(reasons, l.rivals());
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
      reasons.add(
          FaultWords.say(
              "sensors-on-it-failed", sensors, together ? FaultWords.say("in-the-same-hour") : ""));
      if (fed.stream().allMatch(f -> f.fmi() == LOW)) {
        reasons.add(FaultWords.say("all-read-low"));
      } else if (fed.stream().allMatch(f -> f.fmi() == HIGH)) {
        reasons.add(FaultWords.say("all-read-high"));
      }
    }
    if (signs.size() > fed.size()) {
      reasons.add(
          c.feeds().isEmpty()
              ? FaultWords.say("the-module-reports-its-own-supply")
              : FaultWords.say("the-modules-own-check-of-the"));
    }
  }

  static List<String> ofFault(KnownFault f, Pack pack, double now) {
    List<String> reasons = new ArrayList<>();
    if (pack.isGeneric(f.spn(), f.fmi())) {
      reasons.add(FaultWords.say("set-by-many-causes-and-nothing"));
    } else if (pack.components().isEmpty()) {
      reasons.add(FaultWords.say("no-pack-for-this-unit-relations"));
    } else {
      reasons.add(FaultWords.say("the-pack-names-no-part-for"));
    }
    common(List.of(f), now, reasons);
    return List.copyOf(reasons);
  }

  private static void common(List<KnownFault> signs, double now, List<String> reasons) {
    int most = signs.stream().mapToInt(KnownFault::times).max().orElse(0);
    boolean active = signs.stream().anyMatch(KnownFault::active);
    if (most >= COMES_AND_GOES && !active) {
      reasons.add(FaultWords.say("comes-and-goes-times-not-there", most));
    } else if (most > 1) {
      reasons.add("reported " + most + " times");
    }
    boolean untimed = !signs.isEmpty() && signs.stream().allMatch(f -> f.lastHour().isEmpty());
    if (untimed && !active) {
      reasons.add(FaultWords.say("when-it-was-last-there-is"));
    } else if (!Double.isNaN(now) && !active) {
      signs.stream()
          .filter(f -> f.lastHour().isPresent())
          .mapToDouble(f -> now - f.lastHour().getAsDouble())
          .min()
          .ifPresent(
              ago -> {
                if (ago > Recency.OLD_HOURS) {
                  reasons.add(FaultWords.say("last-there-long-ago", Figure.whole(ago, Unit.HOUR)));
                } else {
                  reasons.add(
                      FaultWords.say("last-there", new Figure(Math.max(0, ago), Unit.HOUR, 1)));
                }
              });
    }
  }

  private static String count(long n, String what) {
    return n + " " + what + (n == 1 ? "" : "s");
  }
}
