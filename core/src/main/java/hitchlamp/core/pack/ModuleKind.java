package hitchlamp.core.pack;

import hitchlamp.core.j1939.ConversionVersion;
import hitchlamp.core.j1939.Name;
import java.util.List;

/**
 * A control module that a pack knows.
 *
 * @param id short name in the pack
 * @param title what the technician calls it
 * @param function NAME function
 * @param functionInstance NAME function instance
 * @param address address it usually has; it may stand elsewhere
 * @param expected true where every unit of this kind has one, so that its silence is a finding
 * @param conversion how it writes faults where the conversion bit is set
 * @param services true where it has the diagnostic services of ISO 14229
 * @param role id under which included packs speak of it; its own id where there is only one such
 *     module
 * @param side of the unit that it belongs to, such as "port"; empty where the unit has one of it
 * @param checks what to look at when it is silent, in order
 */
public record ModuleKind(
    String id,
    String title,
    int function,
    int functionInstance,
    int address,
    boolean expected,
    ConversionVersion conversion,
    boolean services,
    String role,
    String side,
    List<String> checks) {
  /** True where a NAME is of this kind. */
  public boolean matches(Name name) {
    return name.function() == function && name.functionInstance() == functionInstance;
  }
}
