package hitchlamp.server.hookup;

import hitchlamp.core.bus.LinkCapabilities;
import jakarta.validation.constraints.NotNull;
import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;

/** What each kind of link to a real unit can do, told before one is chosen. */
@RestController
class LinkKindsController {
  /** A kind of link with what it can do. */
  record LinkKind(@NotNull LinkChoice.Kind kind, @NotNull LinkAble able) {}

  @GetMapping("/api/link-kinds")
  List<LinkKind> kinds() {
    return List.of(
        new LinkKind(LinkChoice.Kind.SERIAL, LinkAble.of(LinkCapabilities.serial(true))),
        new LinkKind(LinkChoice.Kind.DAEMON, LinkAble.of(LinkCapabilities.raw(1))),
        new LinkKind(LinkChoice.Kind.LOG, LinkAble.of(LinkCapabilities.recorded())));
  }
}
