package hitchlamp.core.trial.cylinders;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.judge.Verdict;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * What is known of the cylinders of one engine: the newest judgement of each kind of test, and
 * whose injectors the module has stored faults of.
 *
 * @param judged by the short name of the kind
 * @param injectorFaults cylinders
 */
public record CylinderEvidence(Map<String, Judgement> judged, Set<Integer> injectorFaults) {
  /** Kinds that tell what a cylinder does, the one that tells most first. */
  static final String[] WORK = {"contribution", "cutout", "balance"};

  static final String COMPRESSION = "compression";
  static final String COILS = "coils";
  static final String LOADED = "loaded";

  /** First of the SPNs of the injectors (SAE J1939-71, from memory: 651 for cylinder 1 onwards). */
  public static final int FIRST_INJECTOR = 651;

  /** So many injectors have SPNs that follow each other. */
  public static final int INJECTORS = 20;

  public CylinderEvidence {
    judged = Map.copyOf(judged);
    injectorFaults = Set.copyOf(injectorFaults);
  }

  /** What a kind of test says of a cylinder; empty where it says nothing of it. */
  Optional<Verdict> of(String kind, int cylinder) {
    return Optional.ofNullable(judged.get(kind))
        .flatMap(j -> j.part(String.valueOf(cylinder)))
        .map(Judgement.Part::verdict);
  }

  /** What is known of the work of a cylinder, by the kind that tells most. */
  Optional<Verdict> work(int cylinder) {
    for (String kind : WORK) {
      Optional<Verdict> v = of(kind, cylinder).filter(x -> x != Verdict.CANNOT_TELL);
      if (v.isPresent()) {
        return v;
      }
    }
    return Optional.empty();
  }

  /** True where a kind of test has passed as a whole. */
  boolean passed(String kind) {
    return judged.containsKey(kind) && judged.get(kind).verdict() == Verdict.PASS;
  }

  /** True where it is known that all cylinders do the same. */
  boolean allAlike() {
    for (String kind : WORK) {
      if (judged.containsKey(kind) && judged.get(kind).verdict() != Verdict.CANNOT_TELL) {
        return passed(kind);
      }
    }
    return false;
  }
}
