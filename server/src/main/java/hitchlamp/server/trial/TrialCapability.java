package hitchlamp.server.trial;

import hitchlamp.server.hookup.Capability;
import hitchlamp.server.hookup.Linked;
import hitchlamp.server.hookup.Tenant;
import hitchlamp.server.outbox.Outbox;
import hitchlamp.server.watch.WatchRun;
import java.util.Optional;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;

/** Tests in hook-ups: run, shown, stored. */
@Component
@Order(Capability.TRIAL)
class TrialCapability implements Capability {
  private final Trials trials;

  TrialCapability(Trials trials, Outbox outbox) {
    this.trials = trials;
    outbox.handles(TrialReport.TrialBegan.class, trials::began);
    outbox.handles(TrialReport.TrialEnded.class, trials::ended);
  }

  @Override
  public Optional<Tenant> join(Linked link) {
    return link.live()
        ? link.here().find(WatchRun.class).map(watch -> new TrialRun(link, watch, trials))
        : Optional.empty();
  }
}
