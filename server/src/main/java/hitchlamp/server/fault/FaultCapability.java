package hitchlamp.server.fault;

import hitchlamp.core.hookup.Replay;
import hitchlamp.core.hookup.Roll;
import hitchlamp.server.hookup.Capability;
import hitchlamp.server.hookup.Linked;
import hitchlamp.server.hookup.Tenant;
import hitchlamp.server.hookup.UnitPacks;
import hitchlamp.server.outbox.Outbox;
import java.util.Optional;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;

/** Faults in hook-ups: read, cleared, tested; what is found is stored. */
@Component
@Order(Capability.FAULT)
class FaultCapability implements Capability {
  private final Faults faults;

  FaultCapability(Faults faults, Outbox outbox, UnitPacks packs) {
    this.faults = faults;
    outbox.handles(
        FaultReport.FaultsRead.class,
        r ->
            faults.reading(
                r.job(),
                r.reading(),
                r.silent(),
                packs.of(r.job(), r.pack()),
                r.by().account(),
                r.why()));
    outbox.handles(
        FaultReport.Cleared.class,
        r -> faults.cleared(r.job(), r.outcomes(), r.by().account(), r.hours(), r.busMicros()));
    outbox.handles(
        FaultReport.SelfTested.class,
        r ->
            faults.selfTest(
                r.job(), r.outcomes(), true, r.by().account(), r.hours(), r.busMicros()));
  }

  @Override
  public Optional<Tenant> join(Linked link) {
    if (link.replay().isPresent()) {
      return Optional.of(new Again(link, link.replay().get()));
    }
    return link.live() ? Optional.of(new FaultRun(link, faults)) : Optional.empty();
  }

  /** Reads of a stored hook-up that is lived again: shown, and not stored a second time. */
  private final class Again implements Tenant {
    private final Linked link;
    private final Replay replay;
    private int shown;

    Again(Linked link, Replay replay) {
      this.link = link;
      this.replay = replay;
    }

    @Override
    public void publish(long nanos, long micros) {
      for (; shown < replay.readings().size(); shown++) {
        Roll roll = replay.rolls().get(replay.rolls().size() - 1);
        var reading = replay.readings().get(shown);
        long job = link.reports().job();
        link.reports().show(() -> faults.replayed(job, reading, roll.silentKinds(), link.pack()));
      }
    }
  }
}
