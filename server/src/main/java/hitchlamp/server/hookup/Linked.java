package hitchlamp.server.hookup;

import hitchlamp.core.hookup.Replay;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.station.OperatorEvent;
import hitchlamp.core.station.Station;
import java.util.Optional;
import java.util.function.Consumer;

/**
 * A link of a hook-up as its tenants know it.
 *
 * @param queue whose turn it is to ask many modules
 * @param operator enters what a person did into the stored traffic, before it is done
 * @param pack that the unit is read by as the link begins
 * @param source {@value #LIVE}, or the id of the recording that is read
 * @param replay the stored hook-up that is lived again
 * @param here the tenants that have joined this link
 * @param before those of the link before it broke
 */
public record Linked(
    Station station,
    ProcedureQueue queue,
    TenantReports reports,
    Consumer<OperatorEvent> operator,
    Pack pack,
    String source,
    Optional<Replay> replay,
    Tenants here,
    Optional<Tenants> before) {
  /** The source of what a unit says now. */
  public static final String LIVE = "live";

  /** True where a unit hears what is asked. */
  public boolean live() {
    return source.equals(LIVE);
  }
}
