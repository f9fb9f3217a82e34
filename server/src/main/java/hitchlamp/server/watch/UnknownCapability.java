package hitchlamp.server.watch;

import hitchlamp.server.hookup.Capability;
import hitchlamp.server.hookup.Linked;
import hitchlamp.server.hookup.Tenant;
import java.util.Optional;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;

/** Looks on every link for what no pack reads. */
@Component
@Order(Capability.WATCH)
class UnknownCapability implements Capability {
  @Override
  public Optional<Tenant> join(Linked link) {
    return Optional.of(new UnknownRun(link.pack()));
  }
}
