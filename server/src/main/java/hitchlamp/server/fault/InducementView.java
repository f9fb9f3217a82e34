package hitchlamp.server.fault;

import hitchlamp.core.fault.FaultReading;
import hitchlamp.core.fault.InducementStanding;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.TestSpec;
import hitchlamp.core.words.Said;
import jakarta.validation.constraints.NotNull;
import java.util.List;
import java.util.Optional;

/**
 * How the unit makes somebody have its exhaust treatment mended.
 *
 * @param severity stage as the module told it; 0 where hours are kept from before
 * @param now what it does
 * @param why for what it does it
 * @param next what comes and when
 * @param finds tests that find the cause of what is counted
 * @param clears tests that clear what is counted, once the cause is gone
 */
public record InducementView(
    @NotNull int severity,
    @NotNull Said now,
    @NotNull Said why,
    @NotNull Said next,
    @NotNull List<InducementTest> finds,
    @NotNull List<InducementTest> clears) {
  /** A test, and the module at which it runs; empty where it is not one. */
  public record InducementTest(
      @NotNull String test, @NotNull String title, @NotNull String module) {}

  /** Of a read; null where the unit does nothing of the kind. */
  static InducementView of(FaultReading r, Pack pack) {
    return InducementStanding.of(r, pack).map(s -> of(s, pack)).orElse(null);
  }

  private static InducementView of(InducementStanding s, Pack pack) {
    return new InducementView(
        s.severity(), s.now(), s.why(), s.next(), tests(s.finds(), pack), tests(s.clears(), pack));
  }

  private static List<InducementTest> tests(List<String> ids, Pack pack) {
    return ids.stream()
        .flatMap(t -> Optional.ofNullable(pack.bench().tests().get(t)).stream())
        .map((TestSpec t) -> new InducementTest(t.id(), t.title(), pack.moduleOf(t)))
        .toList();
  }
}
