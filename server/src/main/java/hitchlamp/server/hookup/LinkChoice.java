package hitchlamp.server.hookup;

import jakarta.validation.constraints.NotNull;
import java.util.List;

/**
 * A way to a unit.
 *
 * @param id what the browser sends back: "sim/ID", "log/ID", "stored/ID", "serial/PORT" with "@BUS"
 *     behind it where a person names the rate, or "daemon/HOST:PORT/BUS,BUS" with "/n2k=BUS" behind
 *     it where a vessel's network is to be heard too
 * @param kind what it is
 * @param title what the user reads
 * @param buses bus names with their rates, empty for a log
 * @param backbone name of the network of a vessel, which is only heard; empty where there is none
 * @param host where the daemon listens, empty for a log
 * @param port its port, 0 for a log
 * @param factor bus seconds per second
 * @param able what it can do and tell, as far as that is known before it is opened
 */
public record LinkChoice(
    @NotNull String id,
    @NotNull Kind kind,
    @NotNull String title,
    @NotNull List<String> buses,
    @NotNull String backbone,
    @NotNull String host,
    @NotNull int port,
    @NotNull double factor,
    @NotNull LinkAble able) {
  /** Kinds of links. */
  public enum Kind {
    SIMULATED,
    DAEMON,
    /** An adapter at a serial port. */
    SERIAL,
    LOG,
    /** An earlier hook-up of the job, lived again from its stored frames. */
    STORED
  }

  /** True where frames come from a file or a store: nothing can be asked. */
  boolean readOnly() {
    return kind == Kind.LOG || kind == Kind.STORED;
  }

  /** Number of the earlier hook-up that is lived again; only of {@link Kind#STORED}. */
  long storedId() {
    return Long.parseLong(id.substring("stored/".length()));
  }
}
