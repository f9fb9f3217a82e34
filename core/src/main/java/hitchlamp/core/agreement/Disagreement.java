package hitchlamp.core.agreement;

import hitchlamp.core.words.Said;
import java.util.List;
import java.util.Set;

/**
 * Sensors that disagree with all others.
 *
 * @param causes what would explain it alone, equally likely; the first is shown first
 * @param spns that are off
 * @param says by how much they are off, and of what
 * @param next what tells the causes apart, or proves the one there is
 */
public record Disagreement(List<Cause> causes, Set<Integer> spns, Said says, Said next) {
  public Disagreement {
    causes = List.copyOf(causes);
    spns = Set.copyOf(spns);
  }

  /** True where one cause alone explains it. */
  public boolean certain() {
    return causes.size() == 1;
  }
}
