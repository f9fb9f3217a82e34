package hitchlamp.core.watch;

import java.util.List;

/**
 * Channels that come together and so share their times: those of one group of one module, or all
 * columns of a file.
 *
 * @param number its place among the tracks
 * @param id stable name
 */
public record Track(int number, String id, List<Channel> channels) {
  /** Most channels of one track. */
  public static final int MOST_CHANNELS = 1_024;

  public Track {
    channels = List.copyOf(channels);
    if (channels.isEmpty() || channels.size() > MOST_CHANNELS) {
      throw new IllegalArgumentException(
          "a track has 1 to " + MOST_CHANNELS + " channels, not " + channels.size());
    }
  }
}
