package hitchlamp.core.watch;

/**
 * Something that can be watched and recorded: one value of one module.
 *
 * @param id stable name: module and parameter, such as {@code engine/190} or {@code engine/x0107}
 * @param name what it measures
 * @param spn its SPN, 0 where it has none
 * @param module id of the module that tells it, from the pack, or "address n"
 * @param moduleTitle what the technician calls that module
 * @param side of the unit; empty where there are none
 * @param source how it comes
 * @param group PGN or data identifier that carries it; 0 for a file
 * @param scale what its counts mean
 */
public record Channel(
    String id,
    String name,
    int spn,
    String module,
    String moduleTitle,
    String side,
    Source source,
    int group,
    Scale scale) {
  /** How a value comes. */
  public enum Source {
    /** Sent by itself. */
    BROADCAST,
    /** Asked for as a group. */
    REQUEST,
    /** Asked for as a data identifier of ISO 14229. */
    IDENTIFIER,
    /** Read from a file. */
    FILE
  }
}
