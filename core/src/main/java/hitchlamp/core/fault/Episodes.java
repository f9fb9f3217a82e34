package hitchlamp.core.fault;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * Faults that began in the same hour form an episode, and the first of it is marked. Faults whose
 * beginning nobody told join none.
 */
public final class Episodes {
  /** A consequence cannot have begun earlier than its cause by more than this, hours. */
  private static final double BEFORE_HOURS = 1;

  private Episodes() {}

  /** Several faults that began together, the first one first. */
  public record Episode(double from, List<KnownFault> faults) {}

  /** The episodes of at least two faults, in order of time. */
  public static List<Episode> of(List<KnownFault> faults) {
    List<KnownFault> timed =
        faults.stream()
            .filter(f -> f.firstHour().isPresent())
            .sorted(Comparator.comparingDouble(f -> f.firstHour().getAsDouble()))
            .toList();
    List<Episode> episodes = new ArrayList<>();
    List<KnownFault> together = new ArrayList<>();
    double from = 0;
    for (KnownFault f : timed) {
      double at = f.firstHour().getAsDouble();
      if (!together.isEmpty() && at - from > Leads.EPISODE_HOURS) {
        close(together, from, episodes);
      }
      if (together.isEmpty()) {
        from = at;
      }
      together.add(f);
    }
    close(together, from, episodes);
    return episodes;
  }

  private static void close(List<KnownFault> together, double from, List<Episode> episodes) {
    if (together.size() > 1) {
      episodes.add(new Episode(from, List.copyOf(together)));
    }
    together.clear();
  }

  /**
   * Keys of the faults that came first in their episode, with its hour. Stored hours come in steps:
   * all in the first step share the mark, unless that is the whole episode.
   */
  static Map<String, Double> firsts(List<KnownFault> faults) {
    Map<String, Double> firsts = new HashMap<>();
    for (Episode e : of(faults)) {
      List<KnownFault> first =
          e.faults().stream().filter(f -> f.firstHour().getAsDouble() <= e.from() + 1e-9).toList();
      if (first.size() < e.faults().size()) {
        first.forEach(f -> firsts.put(f.key(), e.from()));
      }
    }
    return firsts;
  }

  /** True where a fault can follow from what began at an hour. */
  static boolean inTime(KnownFault f, double began) {
    return f.firstHour().isEmpty() || f.firstHour().getAsDouble() >= began - BEFORE_HOURS;
  }

  /** Hour at which the first of some faults began; before everything where nobody tells. */
  static double began(List<KnownFault> signs) {
    return signs.stream()
        .filter(f -> f.firstHour().isPresent())
        .mapToDouble(f -> f.firstHour().getAsDouble())
        .min()
        .orElse(Double.NEGATIVE_INFINITY);
  }
}
