package hitchlamp.core.fault;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;

/** What clearing now would destroy or undo. */
public final class ClearWarnings {
  /** What the particulate filter is about: its pressure drop and its soot load. */
  private static final Set<Integer> FILTER = Set.of(3251, 3719);

  /** Soot load above which a regeneration is due (common practice, no source). */
  private static final double SOOT_DUE_PERCENT = 80;

  private ClearWarnings() {}

  /** The warnings for a clear of everything that a read shows. */
  public static List<String> of(FaultReading reading) {
    return of(reading, "", "");
  }

  /**
   * The warnings for what a read shows, in sentences; none where there is nothing to lose.
   *
   * @param module key of the one that is to be cleared, empty for all
   * @param fault key of the fault that is to be cleared alone, empty for all
   */
  public static List<String> of(FaultReading reading, String module, String fault) {
    List<String> warnings = new ArrayList<>();
    List<KnownFault> faults =
        reading.faults().stream()
            .filter(f -> module.isEmpty() || module.equals(f.fault().module()))
            .filter(f -> fault.isEmpty() || fault.equals(f.key()))
            .toList();
    long frozen = faults.stream().filter(f -> !f.snapshots().isEmpty()).count();
    if (frozen > 0) {
      warnings.add(FaultWords.say("the-modules-forget-the-times-and", count(frozen)));
    }
    long active = faults.stream().filter(KnownFault::active).count();
    if (active > 0) {
      warnings.add(
          FaultWords.say(
              "there-now-and-will-come-back", count(active) + (active == 1 ? " is" : " are")));
    }
    if (fault.isEmpty() && faults.stream().anyMatch(KnownFault::emission)) {
      warnings.add(FaultWords.say("monitors-of-the-emissions-begin-anew"));
    }
    double soot = reading.sootPercent().orElse(0);
    if (soot >= SOOT_DUE_PERCENT) {
      warnings.add(FaultWords.say("the-particulate-filter-is-full-of", Math.round(soot)));
    } else if (faults.stream().anyMatch(f -> FILTER.contains(f.spn()) && !f.electrical())) {
      warnings.add(FaultWords.say("the-particulate-filter-is-concerned-clear"));
    }
    reading.modules().stream()
        .filter(m -> !m.read() && module.isEmpty() && fault.isEmpty())
        .forEach(
            m ->
                warnings.add(
                    FaultWords.say(
                        "the-faults-of-the-module-could",
                        m.target().title().toLowerCase(Locale.ROOT))));
    return List.copyOf(warnings);
  }

  private static String count(long n) {
    return n + (n == 1 ? " fault" : " faults");
  }
}
