package hitchlamp.server.trial;

import hitchlamp.core.fault.KnownFault;
import hitchlamp.core.judge.Judgement;
import hitchlamp.core.judge.Measured;
import hitchlamp.core.trial.cylinders.CylinderEvidence;
import hitchlamp.core.trial.cylinders.CylinderRules;
import hitchlamp.core.trial.together.EngineEvidence;
import hitchlamp.core.trial.together.EngineRules;
import hitchlamp.core.words.Said;
import hitchlamp.server.fault.Faults;
import jakarta.validation.constraints.NotNull;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Service;

/** What the tests of an engine mean together, by their newest runs in a job. */
@Service
class TestsTogether {
  private static final List<String> KINDS =
      List.of("contribution", "cutout", "balance", "compression", "coils", "loaded");

  private final Trials trials;
  private final Faults faults;

  TestsTogether(Trials trials, Faults faults) {
    this.trials = trials;
    this.faults = faults;
  }

  /**
   * A finding as the page shows it.
   *
   * @param cylinder counted from 1; 0 where it is of the whole engine
   * @param points at what it points
   * @param test kind of the test that tells what is left; empty where none
   */
  record TogetherFinding(
      @NotNull int cylinder,
      @NotNull String points,
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
    Stream<TogetherFinding> ofCylinders =
        CylinderRules.of(new CylinderEvidence(judged, injectors(job, module)), cylinders).stream()
            .map(
                f ->
                    new TogetherFinding(
                        f.cylinder(), f.points().name(), f.says(), f.next(), f.test()));
    return Stream.concat(ofCylinders, ofEngine(job, module)).toList();
  }

  private Stream<TogetherFinding> ofEngine(long job, String module) {
    Map<String, Judgement> judged = new HashMap<>();
    for (String kind : EngineEvidence.KINDS) {
      trials.newest(job, kind, module).ifPresent(j -> judged.put(kind, j));
    }
    return EngineRules.of(new EngineEvidence(judged, faulty(job, module))).stream()
        .map(f -> new TogetherFinding(0, f.points(), f.says(), f.next(), f.test()));
  }

  /** SPNs of the faults that the module has stored. */
  private Set<Integer> faulty(long job, String module) {
    return faults
        .standing(job)
        .map(
            s ->
                s.reading().faults().stream()
                    .filter(f -> f.kind().equals(module))
                    .map(KnownFault::spn)
                    .collect(Collectors.toSet()))
        .orElse(Set.of());
  }

  /** Cylinders whose injectors the module has stored faults of. */
  private Set<Integer> injectors(long job, String module) {
    return faulty(job, module).stream()
        .map(spn -> spn - CylinderEvidence.FIRST_INJECTOR + 1)
        .filter(c -> c >= 1 && c <= CylinderEvidence.INJECTORS)
        .collect(Collectors.toSet());
  }
}
