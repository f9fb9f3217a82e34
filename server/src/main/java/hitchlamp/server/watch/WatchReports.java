package hitchlamp.server.watch;

import hitchlamp.core.pack.Pack;
import hitchlamp.core.watch.RecordingPlan;
import hitchlamp.core.watch.Sample;
import hitchlamp.core.watch.Track;
import hitchlamp.server.account.Account;

/**
 * Takes what hook-ups watch and record. Called from live owners' threads; must not make them wait.
 */
interface WatchReports {
  /** Takes what one hook-up watches. */
  interface Sink {
    /** True where somebody looks at the values. */
    boolean looked();

    /** The values there are; they changed since they were last told. */
    void channels(WatchView.Channels channels);

    /** The values as they are now. */
    void now(WatchView.Now now);

    /** What was gathered of each value. */
    void since(WatchView.Since since);

    /** How far recorders are. */
    void recorders(WatchView.Recorders recorders);

    /** A recording begins. */
    Recording begins(RecordingPlan plan, Pack pack, Account who, Begin begin);
  }

  /**
   * @param source "live", or the link that it is made of
   * @param firstMicros bus time of its first moment
   * @param startMicros bus time of the start itself
   */
  record Begin(String source, long firstMicros, long startMicros, String why) {}

  /** A recording under way. */
  interface Recording {
    long id();

    /** A sample of a track; the track is known before its first sample. */
    void sample(Track track, Sample sample);

    void gap(long fromMicros, long toMicros);

    /** Something was held between these times. */
    void held(long fromMicros, long toMicros, String what);

    void ends(long micros, String why);

    /** Samples that were lost because too many waited. */
    long lost();
  }
}
