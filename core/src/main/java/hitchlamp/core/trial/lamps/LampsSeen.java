package hitchlamp.core.trial.lamps;

import java.util.List;

/**
 * What a lamp check observes.
 *
 * @param looking true once the key has been turned on, so that there is something to see
 * @param lamps in the pack's order
 */
public record LampsSeen(boolean looking, List<Lamp> lamps) {
  public LampsSeen {
    lamps = List.copyOf(lamps);
  }

  /** What the eye saw. */
  public enum Seen {
    NOT_ASKED,
    LIT_THEN_OUT,
    NEVER_LIT,
    STAYED_LIT,
    DID_NOT_LOOK
  }

  /**
   * One lamp.
   *
   * @param id short name in the pack
   * @param title what the technician reads
   * @param shown id of the module that lights it; empty where the pack does not say
   * @param by what each of its modules commanded, in the pack's order
   * @param seen what the operator said
   */
  public record Lamp(String id, String title, String shown, List<Commanded> by, Seen seen) {
    public Lamp {
      by = List.copyOf(by);
    }
  }

  /**
   * What one module commanded after the key went on.
   *
   * @param module id in the pack
   * @param title what the technician calls it
   * @param heard true where it said anything at all
   * @param told true where it said anything about this lamp
   * @param lit true where it commanded the lamp on
   * @param out true where its last word was "off"
   */
  public record Commanded(
      String module, String title, boolean heard, boolean told, boolean lit, boolean out) {}
}
