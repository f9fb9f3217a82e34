package hitchlamp.core.pack;

/**
 * What a value should not pass.
 *
 * @param of name of the value or derived figure
 * @param above greatest that is in place; infinity where there is none
 * @param below least that is in place; negative infinity where there is none
 * @param running true where it holds only with the engine running
 * @param loaded least engine load at which it holds, %
 * @param says why a value beyond it is out of place
 * @param source where the figure comes from
 */
public record Limit(
    String of,
    double above,
    double below,
    boolean running,
    double loaded,
    String says,
    String source) {
  /** True where a value is out of place. */
  public boolean passedBy(double value) {
    return value > above || value < below;
  }
}
