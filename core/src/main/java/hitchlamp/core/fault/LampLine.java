package hitchlamp.core.fault;

import hitchlamp.core.pack.LampKind;
import java.util.List;

/**
 * One lamp in a lamp check: what modules commanded and what the eye saw.
 *
 * @param lamp which
 * @param by what each of its modules commanded, in the pack's order
 * @param seen what the operator said
 */
public record LampLine(LampKind lamp, List<Commanded> by, Seen seen) {
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

  /** What the eye saw. */
  public enum Seen {
    NOT_ASKED,
    LIT_THEN_OUT,
    NEVER_LIT,
    STAYED_LIT,
    DID_NOT_LOOK
  }
}
