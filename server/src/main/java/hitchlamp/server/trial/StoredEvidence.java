package hitchlamp.server.trial;

import hitchlamp.core.agreement.Evidence;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.PackLibrary;
import hitchlamp.core.pack.TestSpec;
import hitchlamp.core.trial.agreement.Agreement;
import hitchlamp.core.trial.agreement.AgreementSeen;
import hitchlamp.server.fault.SensorEvidence;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** How the sensors of a unit agree, by the runs that are stored. */
@Component
class StoredEvidence implements SensorEvidence {
  private static final Agreement KIND = new Agreement();

  private final TrialMapper mapper;
  private final StoredRuns stored;
  private final PackLibrary shelf;

  StoredEvidence(TrialMapper mapper, StoredRuns stored, PackLibrary shelf) {
    this.mapper = mapper;
    this.stored = stored;
    this.shelf = shelf;
  }

  @Override
  public Evidence of(long job) {
    Map<String, Evidence.OfModule> newest = new LinkedHashMap<>();
    for (TrialMapper.Row row : mapper.ofKind(job, KIND.id())) {
      String name = row.test() + "@" + row.module();
      if (row.verdict() != null && !newest.containsKey(name)) {
        sheet(row).ifPresent(s -> newest.put(name, s));
      }
    }
    return new Evidence(java.util.List.copyOf(newest.values()));
  }

  private Optional<Evidence.OfModule> sheet(TrialMapper.Row row) {
    Optional<Pack> pack =
        shelf.packs().stream()
            .filter(p -> p.id().equals(row.pack()))
            .findFirst()
            .map(p -> shelf.with(p.id()));
    Optional<TestSpec> spec =
        pack.map(p -> p.bench().tests().get(row.test())).filter(t -> t.kind().equals(KIND.id()));
    return spec.flatMap(s -> mapper.content(row.id()))
        .map(c -> stored.read(KIND, row.layout(), c.content()).observed())
        .filter(AgreementSeen::complete)
        .map(
            seen ->
                new Evidence.OfModule(
                    row.module(), Agreement.sheet(KIND.read(spec.get(), pack.get()), seen)));
  }
}
