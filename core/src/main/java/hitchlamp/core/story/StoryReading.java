package hitchlamp.core.story;

import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;

/**
 * One read of what all modules remember.
 *
 * @param startedMicros bus time at which it began
 * @param endedMicros bus time of its last event
 * @param engineHours the engine's clock at the read; empty where nobody told it
 */
public record StoryReading(
    State state,
    long startedMicros,
    long endedMicros,
    OptionalDouble engineHours,
    List<ModuleStory> modules) {
  /** How far it is. */
  public enum State {
    UNDER_WAY,
    COMPLETE,
    /** It ended halfway: stopped, or the link broke. What was found is kept. */
    CUT_SHORT
  }

  /** The modules that keep trip and life and told them: one for each engine. */
  public List<ModuleStory> keepers() {
    return modules.stream().filter(m -> !m.life().nothing()).toList();
  }

  /** The first of them. */
  public Optional<ModuleStory> keeper() {
    return keepers().stream().findFirst();
  }
}
