package hitchlamp.core.pack;

import hitchlamp.core.nmea2000.VesselReading;
import java.util.Locale;
import java.util.Map;

/**
 * What the instances on a vessel's network stand for.
 *
 * @param names by kind and instance, such as "engine/0" or "fuel/1"
 */
public record VesselKind(Map<String, String> names) {
  /** Nothing is known. */
  public static final VesselKind NONE = new VesselKind(Map.of());

  /** What a kind and an instance are called; the bare kind and number where the pack is silent. */
  public String name(String kind, int instance) {
    String known = names.get(key(kind, instance));
    return known != null
        ? known
        : kind.substring(0, 1).toUpperCase(Locale.ROOT)
            + kind.substring(1)
            + (kind.equals("vessel") ? "" : " " + instance);
  }

  private static String key(String kind, int instance) {
    return kind.replace(' ', '-') + "/" + instance;
  }

  /** What a reading is of. */
  public String name(VesselReading r) {
    return switch (r.group().about()) {
      case ENGINE -> name("engine", r.instance());
      case GEAR -> name("gear", r.instance());
      case BATTERY -> name("battery", r.instance());
      case TANK -> name(r.holds(), r.instance());
      case VESSEL -> name("vessel", 0);
    };
  }
}
