package hitchlamp.server.story;

import hitchlamp.core.hookup.Replay;
import hitchlamp.core.story.StoryReading;
import hitchlamp.server.hookup.Again;
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
      return Optional.of(again(link, link.replay().get()));
    }
    return link.live() ? Optional.of(new StoryRun(link, stories)) : Optional.empty();
  }

  private Again<StoryReading> again(Linked link, Replay replay) {
    long job = link.reports().job();
    return new Again<>(
        link.reports(),
        replay::stories,
        reading -> () -> stories.replayed(job, reading, link.pack()));
  }
}
