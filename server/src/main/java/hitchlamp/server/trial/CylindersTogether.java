package hitchlamp.server.trial;

import hitchlamp.core.fault.KnownFault;
import hitchlamp.core.judge.Judgement;
import hitchlamp.core.judge.Measured;
import hitchlamp.core.trial.cylinders.CylinderEvidence;
import hitchlamp.core.trial.cylinders.CylinderFinding;
import hitchlamp.core.trial.cylinders.CylinderRules;
import hitchlamp.core.words.Said;
import hitchlamp.server.fault.Faults;
import jakarta.validation.constraints.NotNull;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;

/** What the tests of the cylinders of an engine mean together, by their newest runs in a job. */
@Service
class CylindersTogether {
  private static final List<String> KINDS =
      List.of("contribution", "cutout", "balance", "compression", "coils", "loaded");

  private final Trials trials;
  private final Faults faults;

  CylindersTogether(Trials trials, Faults faults) {
    this.trials = trials;
    this.faults = faults;
  }

  /**
   * A finding as the page shows it.
   *
   * @param cylinder counted from 1; 0 where it is of the whole engine
   * @param test kind of the test that tells what is left; empty where none
   */
  record TogetherFinding(
      @NotNull int cylinder,
      @NotNull CylinderFinding.Points points,
      @NotNull Said says,
      @NotNull Said next,
      @NotNull String test) {}

  /** Findings of an engine's module; empty where too little was tested. */
  List<TogetherFinding> of(long job, String module) {
    Map<String, Judgement> judged = new HashMap<>();
    for (String kind : KINDS) {
      trials.newest(job, kind, module).ifPresent(j -> judged.put(kind, j));
    }
    int cylinders =
        judged.values().stream()
            .flatMap(j -> j.measured().stream())
            .mapToInt(Measured::place)
            .max()
            .orElse(0);
    return CylinderRules.of(new CylinderEvidence(judged, injectors(job, module)), cylinders)
        .stream()
        .map(f -> new TogetherFinding(f.cylinder(), f.points(), f.says(), f.next(), f.test()))
        .toList();
  }

  /** Cylinders whose injectors the module has stored faults of. */
  private Set<Integer> injectors(long job, String module) {
    return faults
        .standing(job)
        .map(
            s ->
                s.reading().faults().stream()
                    .filter(f -> f.kind().equals(module))
                    .map(KnownFault::spn)
                    .map(spn -> spn - CylinderEvidence.FIRST_INJECTOR + 1)
                    .filter(c -> c >= 1 && c <= CylinderEvidence.INJECTORS)
                    .collect(Collectors.toSet()))
        .orElse(Set.of());
  }
}
