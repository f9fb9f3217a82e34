package hitchlamp.server.hookup;

import hitchlamp.core.hookup.Replay;
import hitchlamp.core.hookup.Roll;
import hitchlamp.core.j1939.Message;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.station.OperatorEvent;
import hitchlamp.core.station.Procedure;
import hitchlamp.core.station.Station;
import hitchlamp.server.account.Account;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.function.Consumer;

/** The capabilities that live on one link. Only the live owner's thread changes them. */
public final class Tenants {
  private final Station station;
  private final ProcedureQueue queue;
  private final List<Tenant> all = new CopyOnWriteArrayList<>();

  /** What all tenants of a hook-up share, whichever link it is on. */
  record Shared(
      List<Capability> capabilities,
      TenantReports reports,
      Consumer<OperatorEvent> operator,
      String source) {}

  /**
   * @param before the tenants of the link before it broke; null on the first
   */
  Tenants(Shared shared, Station station, Pack pack, Optional<Replay> replay, Tenants before) {
    this.station = station;
    queue = new ProcedureQueue(station);
    Linked link =
        new Linked(
            station,
            queue,
            shared.reports(),
            shared.operator(),
            pack,
            shared.source(),
            replay,
            this,
            Optional.ofNullable(before));
    shared.capabilities().forEach(c -> c.join(link).ifPresent(all::add));
  }

  void heard(Message message) {
    for (Tenant t : all) {
      t.heard(message);
    }
  }

  void progressed(Procedure<?> procedure) {
    queue.progressed(procedure);
  }

  void rolled(Roll roll, Pack pack) {
    all.forEach(t -> t.rolled(roll, pack));
  }

  /** The link is gone: each keeps what it has. */
  void brokenOff() {
    all.forEach(t -> t.brokenOff(station.now()));
    queue.brokenOff();
  }

  /** The hook-up ends. */
  void closed(String why) {
    brokenOff();
    all.forEach(t -> t.closed(station.now(), why));
  }

  /** True while something has its turn. */
  boolean busy() {
    return queue.busy();
  }

  /** What is under way, as a sentence; empty where nothing is. From any thread. */
  String underWay() {
    return queue.underWay();
  }

  void publish() {
    long nanos = System.nanoTime();
    queue.publish(nanos);
    for (Tenant t : all) {
      t.publish(nanos, station.now());
    }
  }

  /** Reads what a full roll is followed by, one tenant after the other. */
  void afterRoll(Roll roll, Pack used, Account who) {
    afterRoll(0, roll, used, who);
  }

  private void afterRoll(int from, Roll roll, Pack used, Account who) {
    if (from < all.size()) {
      all.get(from).afterRoll(roll, used, who, () -> afterRoll(from + 1, roll, used, who));
    }
  }

  /** One of them, where it has joined; from any thread. */
  public <T extends Tenant> Optional<T> find(Class<T> tenant) {
    return all.stream().filter(tenant::isInstance).map(tenant::cast).findFirst();
  }
}
