package hitchlamp.core.station;

import hitchlamp.core.bus.Frame;
import java.util.List;

/**
 * The hold of an open diagnostic session (ISO 14229): kept by "tester present" that wants no
 * answer, let go of by the default session. A module that hears neither falls back by itself after
 * 5 s.
 */
public final class SessionHold {
  private static final long KEEP_ALIVE_MICROS = 2_000_000;
  private static final int PHYSICAL = 0x18DA0000;

  private SessionHold() {}

  /**
   * @param id among the holds of the hook-up
   * @param says what is held, for the strip
   * @param release what the button says
   * @param own our address
   */
  public static Hold of(
      String id, String says, String release, long sinceMicros, int address, int own) {
    int to = PHYSICAL | address << 8 | own;
    Frame present = Frame.extended(to, 2, 0x3E, 0x80, 0xFF, 0xFF, 0xFF, 0xFF, 0xFF);
    Frame close = Frame.extended(to, 2, 0x10, 0x81, 0xFF, 0xFF, 0xFF, 0xFF, 0xFF);
    return new Hold(
        id,
        says,
        release,
        sinceMicros,
        List.of(),
        List.of(present),
        KEEP_ALIVE_MICROS,
        List.of(close));
  }
}
