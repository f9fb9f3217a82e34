package hitchlamp.server.hookup;

import hitchlamp.core.station.Held;
import jakarta.validation.constraints.NotNull;
import java.util.List;

/**
 * The hook-up as the browser shows it.
 *
 * @param state where it stands
 * @param says what happened, in a sentence
 * @param next what the user does next
 * @param link title of the link, null where there is none
 * @param linkId its id
 * @param simulated id of the simulated unit, null for a real one
 * @param bus name of the bus, null until found
 * @param bitRate its rate, 0 until found
 * @param address our own address, null while we have none
 * @param able what the link can do and tell, null before one is open
 * @param held what is commanded now
 */
public record LinkView(
    @NotNull State state,
    @NotNull String says,
    @NotNull String next,
    String link,
    String linkId,
    String simulated,
    String bus,
    @NotNull int bitRate,
    Integer address,
    LinkAble able,
    @NotNull List<HeldView> held) {
  /** Where a hook-up stands. */
  public enum State {
    OFF,
    CONNECTING,
    LISTENING,
    UP,
    WRONG_SPEED,
    SILENT,
    REFUSED,
    LOST
  }

  /**
   * Something held.
   *
   * @param seconds since it stands as it does
   */
  public record HeldView(
      @NotNull String id,
      @NotNull String says,
      @NotNull String release,
      @NotNull Held.State state,
      @NotNull double seconds) {}

  static final LinkView OFF = off(HookupWords.say("not-hooked-up"));

  static LinkView off(String says) {
    return new LinkView(
        State.OFF,
        says,
        HookupWords.say("choose-a-link-and-hook-up"),
        null,
        null,
        null,
        null,
        0,
        null,
        null,
        List.of());
  }
}
