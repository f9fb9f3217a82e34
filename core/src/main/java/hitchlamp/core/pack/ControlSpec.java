package hitchlamp.core.pack;

import hitchlamp.core.quantity.Unit;
import java.util.Optional;

/**
 * An output that a module gives into the tester's hand: an input/output control of ISO 14229.
 *
 * @param id short name
 * @param title as the user reads it
 * @param role of the module that has it
 * @param identifier data identifier of the control
 * @param coding how a value is written
 * @param from least value that may be commanded
 * @param to greatest value
 * @param withinSeconds until the module has confirmed it and feedback shows it
 * @param longestSeconds that one value may be held
 * @param readBack true where the identifier can be read, so that what is really set is known
 * @param feedback a value that must follow; empty where none does
 */
public record ControlSpec(
    String id,
    String title,
    String role,
    int identifier,
    Coding coding,
    double from,
    double to,
    double withinSeconds,
    double longestSeconds,
    boolean readBack,
    Optional<Feedback> feedback) {
  /**
   * How a value is written.
   *
   * @param mask true for one bit each: the first lowest in the first byte, the ninth lowest in the
   *     second; false for a number, high byte first
   * @param bits of the value
   * @param scale of a number, in {@code unit} a count
   * @param offset of a number
   * @param unit of the value
   */
  public record Coding(boolean mask, int bits, double scale, double offset, Unit unit) {}

  /**
   * A value that follows what is commanded.
   *
   * @param spn of the value, in the control's own unit
   * @param tolerance how far it may stay away
   */
  public record Feedback(int spn, double tolerance) {}

  /**
   * The state that is commanded for a value.
   *
   * @throws IllegalArgumentException where the value is not one that may be commanded
   */
  public int[] state(double value) {
    if (!(value >= from && value <= to)) {
      throw new IllegalArgumentException(
          PackWords.say("a-control-goes-from-to", title, from, to, value));
    }
    long raw = Math.round(coding.mask() ? value : (value - coding.offset()) / coding.scale());
    int[] bytes = new int[(coding.bits() + 7) / 8];
    for (int i = 0; i < bytes.length; i++) {
      int at = coding.mask() ? i : bytes.length - 1 - i;
      bytes[at] = (int) (raw >> 8 * i & 0xFF);
    }
    return bytes;
  }

  /** The value of a bit mask with these places set, counted from 1. */
  public static double mask(Iterable<Integer> places) {
    long mask = 0;
    for (int place : places) {
      mask |= 1L << place - 1;
    }
    return mask;
  }
}
