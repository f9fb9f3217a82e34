package hitchlamp.server.trace;

import hitchlamp.server.hookup.Capability;
import hitchlamp.server.hookup.Linked;
import hitchlamp.server.hookup.Tenant;
import hitchlamp.server.outbox.Outbox;
import hitchlamp.server.watch.WatchRun;
import java.util.Optional;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;

/** Checks of guides in hook-ups that the unit answers. */
@Component
@Order(Capability.TRACE)
class TraceCapability implements Capability {
  private final Traces traces;

  TraceCapability(Traces traces, Outbox outbox) {
    this.traces = traces;
    outbox.handles(
        CheckAnswered.class,
        r -> traces.answered(r.job(), r.trace(), r.check(), r.answer(), r.hours(), r.busMicros()));
  }

  @Override
  public Optional<Tenant> join(Linked link) {
    return link.live()
        ? link.here().find(WatchRun.class).map(watch -> new TraceRun(link, watch, traces))
        : Optional.empty();
  }
}
