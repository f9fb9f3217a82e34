package hitchlamp.core.station;

import hitchlamp.core.uds.Services;

/**
 * The hold of an open diagnostic session (ISO 14229): kept by "tester present" that wants no
 * answer, let go of by the default session. A module that hears neither falls back by itself after
 * 5 s (S3 of ISO 14229-2, from memory).
 */
public final class SessionHold {
  private static final long KEEP_ALIVE_MICROS = 2_000_000;

  private SessionHold() {}

  /**
   * @param id among the holds of the hook-up
   * @param says what is held, for the strip
   * @param release what the button says
   * @param module address of the module whose session is open
   */
  public static Hold of(String id, String says, String release, long sinceMicros, int module) {
    return new Hold(
        id,
        says,
        release,
        sinceMicros,
        module,
        Services.session(Services.DEFAULT_SESSION),
        Services.silentTesterPresent(),
        KEEP_ALIVE_MICROS,
        true);
  }
}
