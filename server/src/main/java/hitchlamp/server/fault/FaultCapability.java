package hitchlamp.server.fault;

import hitchlamp.core.fault.FaultReading;
import hitchlamp.core.hookup.Replay;
import hitchlamp.core.hookup.Roll;
import hitchlamp.server.hookup.Again;
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
      return Optional.of(again(link, link.replay().get()));
    }
    return link.live() ? Optional.of(new FaultRun(link, faults)) : Optional.empty();
  }

  private Again<FaultReading> again(Linked link, Replay replay) {
    return new Again<>(
        link.reports(),
        replay::readings,
        reading -> {
          Roll roll = replay.rolls().get(replay.rolls().size() - 1);
          long job = link.reports().job();
          return () -> faults.replayed(job, reading, roll.silentKinds(), link.pack());
        });
  }
}
