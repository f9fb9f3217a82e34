package hitchlamp.core.trial.together;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.judge.Verdict;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * What is known of the air and the fuel of one engine.
 *
 * @param judged the newest judgement of each kind of test, by its short name
 * @param faults SPNs of faults that stand now
 */
public record EngineEvidence(Map<String, Judgement> judged, Set<Integer> faults) {
  static final String AIR_PATH = "airpath";

  /** The same from a drive: it stands for the air path where that was not run. */
  static final String AIR_DRIVE = "airdrive";

  static final String ACTUATOR = "actuator";
  static final String COOLER = "cooler";
  static final String RAIL = "rail";
  static final String AGREEMENT = "agreement";
  static final String CONTRIBUTION = "contribution";

  /** Kinds of tests that tell something here. */
  public static final List<String> KINDS =
      List.of(AIR_PATH, AIR_DRIVE, ACTUATOR, COOLER, RAIL, AGREEMENT, CONTRIBUTION);

  public EngineEvidence {
    judged = Map.copyOf(judged);
    faults = Set.copyOf(faults);
  }

  /** What a kind of test says of a part; empty where it says nothing, or cannot tell. */
  Optional<Verdict> of(String kind, String part) {
    return told(kind)
        .flatMap(j -> j.part(part))
        .map(Judgement.Part::verdict)
        .filter(v -> v != Verdict.CANNOT_TELL);
  }

  /** The newest judgement of a kind; of the air path that of a drive where it was not run. */
  Optional<Judgement> told(String kind) {
    boolean driven = kind.equals(AIR_PATH) && !judged.containsKey(kind);
    return Optional.ofNullable(judged.get(driven ? AIR_DRIVE : kind));
  }

  boolean failed(String kind, String part) {
    return of(kind, part).equals(Optional.of(Verdict.FAIL));
  }

  boolean passed(String kind) {
    return Optional.ofNullable(judged.get(kind))
        .map(Judgement::verdict)
        .equals(Optional.of(Verdict.PASS));
  }

  boolean ran(String kind) {
    return told(kind).filter(j -> j.verdict() != Verdict.CANNOT_TELL).isPresent();
  }

  boolean stands(int... spns) {
    for (int spn : spns) {
      if (faults.contains(spn)) {
        return true;
      }
    }
    return false;
  }

  /** Cylinders that the automatic cutout names. */
  List<String> weakCylinders() {
    return Optional.ofNullable(judged.get(CONTRIBUTION))
        .map(
            j ->
                j.parts().stream()
                    .filter(p -> p.verdict() == Verdict.FAIL)
                    .map(Judgement.Part::id)
                    .toList())
        .orElse(List.of());
  }
}
