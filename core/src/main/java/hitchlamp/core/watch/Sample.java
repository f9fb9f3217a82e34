package hitchlamp.core.watch;

/**
 * What a track told at one moment.
 *
 * @param track number of the track
 * @param micros bus time
 * @param raws counts, one a channel of the track; owned by the sample, not to be changed
 */
public record Sample(int track, long micros, long[] raws) {}
