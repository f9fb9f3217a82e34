package hitchlamp.server.watch;

import hitchlamp.core.hookup.Roll;
import hitchlamp.core.j1939.Message;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.Parameter;
import hitchlamp.core.watch.UnknownTraffic;
import hitchlamp.server.hookup.Tenant;
import java.util.List;

/** What no pack reads on one link. Fed by its owner's thread, looked at from any. */
final class UnknownRun implements Tenant {
  private final UnknownTraffic traffic;
  private String hash;
  private long now;

  UnknownRun(Pack pack) {
    this.traffic = new UnknownTraffic(pack);
    this.hash = pack.hash();
  }

  @Override
  public synchronized void heard(Message message) {
    now = Math.max(now, message.lastMicros());
    traffic.accept(message);
  }

  @Override
  public synchronized void rolled(Roll roll, Pack pack) {
    read(pack);
  }

  /** Another pack reads the unit from now on. */
  synchronized void read(Pack pack) {
    if (!pack.hash().equals(hash)) {
      hash = pack.hash();
      traffic.read(pack);
    }
  }

  /** Bus time of the newest message, microseconds. */
  synchronized long now() {
    return now;
  }

  synchronized List<UnknownTraffic.Group> groups() {
    return traffic.groups();
  }

  synchronized int dropped() {
    return traffic.dropped();
  }

  synchronized List<UnknownTraffic.Sample> samples(Parameter field, int source) {
    return traffic.samples(field, source);
  }
}
