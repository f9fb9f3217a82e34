package hitchlamp.core.signoff;

import java.time.Instant;
import java.util.List;
import java.util.Map;

/**
 * A repair as a job tells it.
 *
 * @param id of the kept repair
 * @param title what was done
 * @param at when
 * @param who did it
 * @param note what else was said of it
 * @param obliges tests that must pass after it, by id
 * @param waived why a test is not needed, by its id
 */
public record Repair(
    long id,
    String title,
    Instant at,
    String who,
    String note,
    List<String> obliges,
    Map<String, String> waived) {
  public Repair {
    obliges = List.copyOf(obliges);
    waived = Map.copyOf(waived);
  }
}
