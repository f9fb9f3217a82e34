package hitchlamp.core.story;

import hitchlamp.core.pack.StoryKind;
import java.util.Optional;

/**
 * What a tool did to a module, as the module noted it.
 *
 * @param deed empty for a code that the pack does not know
 * @param hour engine hour
 * @param tool what the tool called itself
 */
public record TrailEntry(int code, Optional<StoryKind.ToolEvent> deed, double hour, String tool) {
  /** What was done, in words. */
  public String title() {
    return deed.map(StoryKind.ToolEvent::title)
        .orElse(StoryWords.say("deed-unknown-to-the-pack", code));
  }
}
