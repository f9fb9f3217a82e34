package hitchlamp.core.story;

/**
 * How often something failed in the module's whole life.
 *
 * @param name what the SPN measures
 */
public record FailureCounter(int spn, String name, int count) {
  /** Counts after which a counter begins again at 0: two bytes. */
  public static final int WRAPS_AT = 0x1_0000;
}
