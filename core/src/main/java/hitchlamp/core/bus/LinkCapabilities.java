package hitchlamp.core.bus;

/**
 * What a link can do and tell. What it cannot tell is shown as not told, never as zero.
 *
 * @param canSend false for a recorded log
 * @param setsBitRate it runs its controller at the rate that it is told; else somebody else set it
 * @param listensOnly it can listen without acknowledging, so that a wrong rate disturbs nobody
 * @param tellsSupply it measures the supply voltage at the plug
 * @param tellsErrors it reports errors of the bus
 * @param tellsLost it reports that it lost frames itself
 * @param stampsFrames frames carry its own time; else that of their arrival
 * @param timeFactor bus seconds per second of the wall clock; 1 on a real bus
 */
public record LinkCapabilities(
    boolean canSend,
    boolean setsBitRate,
    boolean listensOnly,
    boolean tellsSupply,
    boolean tellsErrors,
    boolean tellsLost,
    boolean stampsFrames,
    double timeFactor) {
  /** A raw socket to a CAN daemon, which was given its rate before: errors are told by it. */
  public static LinkCapabilities raw(double timeFactor) {
    return new LinkCapabilities(true, false, false, false, true, false, true, timeFactor);
  }

  /** A serial adapter: it is given its rate, and listens only until that is proven. */
  public static LinkCapabilities serial(boolean stampsFrames) {
    return new LinkCapabilities(true, true, true, false, true, true, stampsFrames, 1);
  }

  /** A log that plays back: nothing can be sent. */
  public static LinkCapabilities recorded() {
    return new LinkCapabilities(false, false, true, false, false, false, true, 1);
  }
}
