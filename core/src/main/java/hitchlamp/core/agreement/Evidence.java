package hitchlamp.core.agreement;

import hitchlamp.core.judge.Verdict;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;

/**
 * What the agreement of sensors says of a unit, for whoever asks where to start.
 *
 * @param sheets of the newest run of each test, by the module whose sensors they are
 */
public record Evidence(List<OfModule> sheets) {
  /** Nobody has looked at the agreement of sensors. */
  public static final Evidence NONE = new Evidence(List.of());

  public Evidence {
    sheets = List.copyOf(sheets);
  }

  /** A sheet with the module whose sensors it is about. */
  public record OfModule(String module, Sheet sheet) {}

  /** What disagrees, of all modules; a cause that two sheets name is there once. */
  public List<Disagreement> disagreements() {
    List<Disagreement> all = new ArrayList<>();
    Set<List<String>> named = new LinkedHashSet<>();
    for (OfModule m : sheets) {
      for (Disagreement d : m.sheet().disagreements()) {
        if (named.add(d.causes().stream().map(Cause::id).toList())) {
          all.add(d);
        }
      }
    }
    return all;
  }

  /** What disagrees about sensors of one module. */
  public List<Disagreement> of(String module) {
    return sheets.stream()
        .filter(m -> m.module().equals(module))
        .flatMap(m -> m.sheet().disagreements().stream())
        .toList();
  }

  /** True where a sensor was looked at, and agreed each time. */
  public boolean agrees(String module, int spn) {
    boolean agreed = false;
    for (OfModule m : sheets) {
      if (m.module().equals(module)) {
        for (Sheet.Row r : m.sheet().rows()) {
          if (r.spn() == spn && r.verdict() != Verdict.PASS) {
            return false;
          }
          agreed |= r.spn() == spn;
        }
      }
    }
    return agreed;
  }
}
