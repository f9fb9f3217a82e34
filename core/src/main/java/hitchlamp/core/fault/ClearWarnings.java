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

  /** The warnings for what a read shows, in sentences; none where there is nothing to lose. */
  public static List<String> of(FaultReading reading) {
    List<String> warnings = new ArrayList<>();
    List<KnownFault> faults = reading.faults();
    long frozen = faults.stream().filter(f -> !f.snapshots().isEmpty()).count();
    if (frozen > 0) {
      warnings.add(
          "The modules forget the times and frozen values of "
              + count(frozen)
              + ". They stay in this job, not in the unit.");
    }
    long active = faults.stream().filter(KnownFault::active).count();
    if (active > 0) {
      warnings.add(
          count(active)
              + (active == 1 ? " is" : " are")
              + " there now and will come back unless mended.");
    }
    if (faults.stream().anyMatch(KnownFault::emission)) {
      warnings.add(
          "Monitors of the emissions begin anew; each must run and pass before the repair is proven. Permanent faults stay until then.");
    }
    double soot = reading.sootPercent().orElse(0);
    if (soot >= SOOT_DUE_PERCENT) {
      warnings.add(
          "The particulate filter is "
              + Math.round(soot)
              + " % full of soot: clear after a regeneration has succeeded, not before.");
    } else if (faults.stream().anyMatch(f -> FILTER.contains(f.spn()) && !f.electrical())) {
      warnings.add(
          "The particulate filter is concerned: clear after a regeneration has succeeded, not before.");
    }
    reading.modules().stream()
        .filter(m -> !m.read())
        .forEach(
            m ->
                warnings.add(
                    "The faults of the "
                        + m.target().title().toLowerCase(Locale.ROOT)
                        + " module could not be read; it is left out."));
    return List.copyOf(warnings);
  }

  private static String count(long n) {
    return n + (n == 1 ? " fault" : " faults");
  }
}
