package hitchlamp.core.bus;

/**
 * What a link can do and tell. What it cannot tell is shown as not told, never as zero.
 *
 * @param canSend false for a recorded log
 * @param tellsBitRate it knows the bit rate of the bus
 * @param tellsSupply it measures the supply voltage at the plug
 * @param tellsErrorCounters it reports the error counters of its controller
 * @param timeFactor bus seconds per second of the wall clock; 1 on a real bus
 */
public record LinkCapabilities(
    boolean canSend,
    boolean tellsBitRate,
    boolean tellsSupply,
    boolean tellsErrorCounters,
    double timeFactor) {
  /** A raw socket to a CAN daemon: sends and receives, tells nothing else. */
  public static LinkCapabilities raw(double timeFactor) {
    return new LinkCapabilities(true, false, false, false, timeFactor);
  }

  /** A log that plays back: nothing can be sent. */
  public static LinkCapabilities recorded() {
    return new LinkCapabilities(false, false, false, false, 1);
  }
}
