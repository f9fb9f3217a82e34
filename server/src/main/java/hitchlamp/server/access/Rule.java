package hitchlamp.server.access;

import hitchlamp.server.account.Role.Right;
import java.util.Optional;

/**
 * What an endpoint wants of whoever calls it: one row of {@code rights.csv}.
 *
 * @param method of HTTP
 * @param path as the endpoint declares it, with its variables
 * @param right empty where nobody has to be signed in
 * @param onCase true where it may be called on a job that was opened from a case file
 * @param bytes largest body of a request
 */
public record Rule(
    String method, String path, Optional<Right> right, Seat seat, boolean onCase, long bytes) {
  /** Whose the seat at the unit must be. */
  public enum Seat {
    /** Whoever has it. */
    ANY,
    /** Nobody else has it. */
    FREE,
    /** The caller has it. */
    MINE
  }

  /** Method and path. */
  public String endpoint() {
    return method + " " + path;
  }

  /** True where it can change something. */
  public boolean changes() {
    return !method.equals("GET");
  }
}
