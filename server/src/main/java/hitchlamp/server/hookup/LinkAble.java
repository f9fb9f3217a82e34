package hitchlamp.server.hookup;

import hitchlamp.core.bus.LinkCapabilities;
import jakarta.validation.constraints.NotNull;

/**
 * What a link can do and tell, as the browser shows it.
 *
 * @param sends frames can be sent
 * @param setsRate it runs at the rate that this tool gives it
 * @param listensOnly it can listen without taking part, so that a wrong rate disturbs nobody
 * @param tellsErrors it reports errors of the bus
 * @param tellsLost it reports that it lost frames itself
 * @param tellsSupply it measures the supply at the plug
 * @param stamps frames carry its own time
 */
public record LinkAble(
    @NotNull boolean sends,
    @NotNull boolean setsRate,
    @NotNull boolean listensOnly,
    @NotNull boolean tellsErrors,
    @NotNull boolean tellsLost,
    @NotNull boolean tellsSupply,
    @NotNull boolean stamps) {
  static LinkAble of(LinkCapabilities c) {
    return new LinkAble(
        c.canSend(),
        c.setsBitRate(),
        c.listensOnly(),
        c.tellsErrors(),
        c.tellsLost(),
        c.tellsSupply(),
        c.stampsFrames());
  }
}
