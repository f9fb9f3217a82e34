package hitchlamp.core.fault;

import java.util.List;
import java.util.OptionalDouble;

/**
 * A fault worth chasing: a component or line, what points at it, and what follows from it.
 *
 * @param id id of the component in the pack, or "fault:" and the key of a fault that no component
 *     of the pack explains
 * @param title what the technician reads
 * @param bearing what it has to do with today
 * @param mark how it stands: now, earlier, silent
 * @param reasons why it leads, in sentences, built from facts of this job
 * @param signs faults that point at it
 * @param knockOns faults that follow from it
 * @param times occurrences of the sign that occurred most often
 * @param lastHour engine hour at which a sign was last there; empty where unknown
 * @param firstOfEpisode true where a sign of it began an episode of several faults
 * @param moved the reason of the user who moved it; empty where the rules put it here
 */
public record Lead(
    String id,
    String title,
    Recency bearing,
    Mark mark,
    List<String> reasons,
    List<KnownFault> signs,
    List<KnownFault> knockOns,
    int times,
    OptionalDouble lastHour,
    boolean firstOfEpisode,
    String moved) {
  /** Engine hour at which the first of its signs began; empty where nobody told a time. */
  public OptionalDouble firstHour() {
    return signs.stream()
        .filter(f -> f.firstHour().isPresent())
        .mapToDouble(f -> f.firstHour().getAsDouble())
        .min();
  }

  /** How it stands. */
  public enum Mark {
    NOW,
    EARLIER,
    SILENT
  }
}
