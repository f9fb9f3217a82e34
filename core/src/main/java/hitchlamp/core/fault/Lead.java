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
 * @param rivals what it cannot be told from yet
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
    List<Rival> rivals,
    String moved) {
  /**
   * Something else that would show the same.
   *
   * @param id of the component
   * @param title as the technician reads it
   * @param by what tells the two apart, as the next step
   */
  public record Rival(String id, String title, String by) {}

  /** The same with other knock-ons. */
  Lead following(List<KnownFault> other) {
    return with(reasons, other, rivals, moved);
  }

  /** The same with what else it says. */
  Lead saying(List<String> other, List<Rival> against) {
    return with(other, knockOns, against, moved);
  }

  /** The same with the reason of the user who moved it. */
  Lead moved(String reason) {
    return with(reasons, knockOns, rivals, reason);
  }

  private Lead with(
      List<String> says, List<KnownFault> follow, List<Rival> against, String movedFor) {
    return new Lead(
        id,
        title,
        bearing,
        mark,
        List.copyOf(says),
        signs,
        List.copyOf(follow),
        times,
        lastHour,
        firstOfEpisode,
        List.copyOf(against),
        movedFor);
  }

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
    SILENT,
    /** No fault is stored, but its sensor disagrees with the others. */
    DISAGREES
  }
}
