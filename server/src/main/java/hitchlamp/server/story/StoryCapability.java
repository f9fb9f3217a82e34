package hitchlamp.server.story;

import hitchlamp.core.hookup.Replay;
import hitchlamp.server.hookup.Capability;
import hitchlamp.server.hookup.Linked;
import hitchlamp.server.hookup.Tenant;
import hitchlamp.server.hookup.UnitPacks;
import hitchlamp.server.outbox.Outbox;
import java.util.Optional;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;

/** The story in hook-ups: read, its trip reset; what is found is stored. */
@Component
@Order(Capability.STORY)
class StoryCapability implements Capability {
  private final Stories stories;

  StoryCapability(Stories stories, Outbox outbox, UnitPacks packs) {
    this.stories = stories;
    outbox.handles(
        StoryReport.StoryRead.class,
        r ->
            stories.reading(
                r.job(), r.reading(), packs.of(r.job(), r.pack()), r.by().account(), r.why()));
    outbox.handles(
        StoryReport.TripWasReset.class,
        r ->
            stories.tripReset(
                r.job(), r.keeper(), r.result(), r.by().account(), r.hours(), r.busMicros()));
  }

  @Override
  public Optional<Tenant> join(Linked link) {
    if (link.replay().isPresent()) {
      return Optional.of(new Again(link, link.replay().get()));
    }
    return link.live() ? Optional.of(new StoryRun(link, stories)) : Optional.empty();
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
      for (; shown < replay.stories().size(); shown++) {
        var reading = replay.stories().get(shown);
        long job = link.reports().job();
        link.reports().show(() -> stories.replayed(job, reading, link.pack()));
      }
    }
  }
}
