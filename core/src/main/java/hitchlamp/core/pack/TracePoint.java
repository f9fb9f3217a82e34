package hitchlamp.core.pack;

import java.util.Locale;
import java.util.Optional;

/**
 * Points as a guide for many parts writes them: "part/signal" at the plug of the part that is
 * traced, "module/signal" at the module's end of the same line, "fuse/2" at the fuse that it hangs
 * on, else a point of the wiring.
 */
public final class TracePoint {
  /** Stands for the part that is traced. */
  public static final String PART = "part";

  private static final String MODULE = "module";

  private static final String FUSE = "fuse";

  private TracePoint() {}

  /**
   * The point in the wiring.
   *
   * @param part component as the pack file names it
   */
  public static Optional<String> resolve(Wiring wiring, String part, String point) {
    int slash = point.indexOf('/');
    String head = slash < 0 ? point : point.substring(0, slash);
    if (head.equals(FUSE)) {
      return wiring
          .pointOf(part, Wiring.Role.POWER)
          .flatMap(wiring::fuseOf)
          .map(f -> f.id() + "/" + point.substring(slash + 1))
          .filter(p -> wiring.contactAt(p).isPresent());
    }
    if (!head.equals(PART) && !head.equals(MODULE)) {
      return wiring.contactAt(point).map(c -> point);
    }
    Optional<Wiring.Role> role = role(point.substring(slash + 1));
    return role.flatMap(
        r -> head.equals(PART) ? wiring.pointOf(part, r) : wiring.farPointOf(part, r));
  }

  private static Optional<Wiring.Role> role(String written) {
    for (Wiring.Role r : Wiring.Role.values()) {
      if (r.name().toLowerCase(Locale.ROOT).replace('_', '-').equals(written)) {
        return Optional.of(r);
      }
    }
    return Optional.empty();
  }
}
