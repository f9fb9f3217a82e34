package hitchlamp.core.watch;

import java.util.List;
import java.util.Optional;

/**
 * What is to be recorded and when.
 *
 * @param name what the technician calls it
 * @param channels ids of the channels wanted; empty for everything that is heard. Whole tracks are
 *     kept: what comes in one group comes together
 * @param preRollSeconds of what was before the start, at most {@link LiveValues#KEPT_MICROS}
 * @param start what begins it; empty for at once
 * @param stop what ends it; empty for a person or the longest time
 * @param postRollSeconds that go on after the stop
 * @param mostSeconds after which it ends in any case
 * @param again true where it is armed anew after each end
 */
public record RecordingPlan(
    String name,
    List<String> channels,
    double preRollSeconds,
    Optional<Trigger> start,
    Optional<Trigger> stop,
    double postRollSeconds,
    double mostSeconds,
    boolean again) {
  /** Longest recording, s. */
  public static final double LONGEST_SECONDS = 24 * 3_600;

  /** Most recordings of one arming. */
  public static final int MOST_AGAIN = 200;

  public RecordingPlan {
    channels = List.copyOf(channels);
    if (!(preRollSeconds >= 0 && preRollSeconds <= LiveValues.KEPT_MICROS / 1e6)) {
      throw new IllegalArgumentException(
          WatchWords.say("a-recording-has-0-to-s", LiveValues.KEPT_MICROS / 1_000_000));
    }
    if (!(postRollSeconds >= 0 && postRollSeconds <= 600)) {
      throw new IllegalArgumentException(WatchWords.say("a-recording-goes-on-for-0"));
    }
    if (!(mostSeconds >= 1 && mostSeconds <= LONGEST_SECONDS)) {
      throw new IllegalArgumentException(WatchWords.say("a-recording-lasts-1-s-to"));
    }
    if (again && start.isEmpty()) {
      throw new IllegalArgumentException(WatchWords.say("only-what-begins-by-itself-can"));
    }
  }

  /** Everything, from now until a person stops it. */
  public static RecordingPlan now(String name) {
    return new RecordingPlan(
        name, List.of(), 0, Optional.empty(), Optional.empty(), 0, LONGEST_SECONDS, false);
  }

  /** True where a track is wanted. */
  public boolean wants(Track track) {
    return channels.isEmpty() || track.channels().stream().anyMatch(c -> channels.contains(c.id()));
  }
}
