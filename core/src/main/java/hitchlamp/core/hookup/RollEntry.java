package hitchlamp.core.hookup;

import hitchlamp.core.fault.FaultRead;
import hitchlamp.core.j1939.Name;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalLong;

/**
 * One line of the roll.
 *
 * @param key how the module is known within its bus: its NAME in hex, "address-n" for one without a
 *     NAME, or the pack's id for one that is silent
 * @param title what the technician calls it
 * @param kind id in the pack, empty where the pack does not know it
 * @param address where it stands, or usually stands
 * @param name its NAME, empty where it told none
 * @param presence whether it answers
 * @param expected true where the pack expects it
 * @param identity what it told about itself
 * @param reads its fault lists as told
 * @param told what became of each item that was asked
 * @param oddities what does not make sense about it, in sentences
 * @param checks what to look at now, for silent ones
 * @param firstMicros bus time of its first sign of life
 * @param doneMicros bus time at which everything asked had ended
 */
public record RollEntry(
    String key,
    String title,
    Optional<String> kind,
    int address,
    Optional<Name> name,
    Presence presence,
    boolean expected,
    Identity identity,
    List<FaultRead> reads,
    Map<Item, Item.Told> told,
    List<String> oddities,
    List<String> checks,
    OptionalLong firstMicros,
    OptionalLong doneMicros) {
  /** Whether a module answers. */
  public enum Presence {
    /** Expected, not heard so far, the roll call still waits. */
    WAITED_FOR,
    ANSWERS,
    /** It sends on the bus and answers nothing. */
    SENDS_ONLY,
    /** Our questions to it did not come onto the bus; it may have been heard. */
    NOT_ASKED,
    /** Expected and not there. */
    SILENT
  }

  /** True where somebody should look at it first: silent, deaf, or saying what makes no sense. */
  public boolean outOfOrder() {
    return presence == Presence.SILENT || presence == Presence.SENDS_ONLY || !oddities.isEmpty();
  }

  /**
   * True where it answered nonsense to something: then its other answers are not to be trusted
   * either.
   */
  public boolean doubtful() {
    return told.containsValue(Item.Told.GARBLED);
  }
}
