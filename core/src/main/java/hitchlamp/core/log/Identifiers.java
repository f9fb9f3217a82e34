package hitchlamp.core.log;

import hitchlamp.core.bus.Frame;

/** What the digits of an identifier say, also with the flags of a socket before them. */
final class Identifiers {
  private static final long EXTENDED = 0x8000_0000L;
  private static final long REMOTE = 0x4000_0000L;
  private static final long ERROR = 0x2000_0000L;
  private static final int STANDARD_DIGITS = 3;

  private Identifiers() {}

  /**
   * A frame of an identifier as it stands in a text.
   *
   * @param digits of it
   * @return null where it is none; the reason is then told to the tally
   */
  static Frame frame(long raw, int digits, int length, long payload, Tally tally, long place) {
    if (raw >= EXTENDED && raw <= 0xFFFF_FFFFL) {
      return flagged(raw, length, payload, tally, place);
    }
    if ((raw & REMOTE) != 0 && raw <= 0xFFFF_FFFFL) {
      tally.odd(Odd.REMOTE, place);
      return null;
    }
    if ((raw & ERROR) != 0 && raw <= 0xFFFF_FFFFL) {
      tally.odd(Odd.ERROR_FRAME, place);
      return null;
    }
    boolean extended = digits > STANDARD_DIGITS;
    if (raw > (extended ? Frame.GREATEST_EXTENDED : Frame.GREATEST_STANDARD)) {
      tally.odd(Odd.BAD_IDENTIFIER, place);
      return null;
    }
    return new Frame((int) raw, extended, length, payload);
  }

  private static Frame flagged(long raw, int length, long payload, Tally tally, long place) {
    if ((raw & ERROR) != 0) {
      tally.odd(Odd.ERROR_FRAME, place);
      return null;
    }
    if ((raw & REMOTE) != 0) {
      tally.odd(Odd.REMOTE, place);
      return null;
    }
    tally.odd(Odd.FLAGGED_IDENTIFIER, place);
    return new Frame((int) (raw & Frame.GREATEST_EXTENDED), true, length, payload);
  }
}
