package hitchlamp.core.pack;

import hitchlamp.core.j1939.Lamps;
import java.util.List;
import java.util.Optional;

/**
 * A warning lamp or indicator that must light at key-on.
 *
 * @param id short name
 * @param title what the technician reads
 * @param by ids of the modules that command it
 * @param fault which of the four lamps of the fault messages it is; empty for another
 * @param spn parameter that commands it, 0 for one of the four
 * @param shown id of the module that lights it, empty where the pack does not say
 */
public record LampKind(
    String id, String title, List<String> by, Optional<Four> fault, int spn, String shown) {
  /** The lamps of the fault messages (J1939-73, from memory). */
  public enum Four {
    MALFUNCTION,
    STOP,
    WARNING,
    PROTECT;

    /** What a fault message commands of it. */
    public Lamps.Lamp of(Lamps lamps) {
      return switch (this) {
        case MALFUNCTION -> lamps.malfunction();
        case STOP -> lamps.stop();
        case WARNING -> lamps.warning();
        case PROTECT -> lamps.protect();
      };
    }
  }
}
