package hitchlamp.server.watch;

import hitchlamp.core.watch.Scale;
import hitchlamp.core.watch.Statistics;
import hitchlamp.core.watch.Thinned;
import jakarta.validation.constraints.NotNull;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;

/** Recordings as the browser shows them. */
final class RecordingView {
  private RecordingView() {}

  /**
   * A recording.
   *
   * @param seconds from the first moment to the last; null while it is under way
   * @param startSeconds from the first moment to the start itself
   * @param lost samples that could not be kept
   * @param bytes in the database
   */
  record Head(
      @NotNull long id,
      @NotNull long job,
      @NotNull String name,
      @NotNull String source,
      @NotNull Instant beganAt,
      @NotNull String why,
      @NotNull String who,
      Double hours,
      Double seconds,
      @NotNull double startSeconds,
      Long samples,
      Long lost,
      String endedWhy,
      @NotNull int channels,
      @NotNull long bytes) {
    static Head of(WatchMapper.Head h) {
      return new Head(
          h.id(),
          h.jobId(),
          h.name(),
          h.source(),
          h.beganAt().toInstant(ZoneOffset.UTC),
          h.why(),
          h.who(),
          h.hours(),
          h.lastMicros() == null ? null : (h.lastMicros() - h.firstMicros()) / 1e6,
          (h.startMicros() - h.firstMicros()) / 1e6,
          h.samples(),
          h.lost(),
          h.endedWhy(),
          h.channels(),
          h.bytes());
    }
  }

  /** A marked moment, or a gap; seconds from the first moment. */
  record MarkView(
      @NotNull long id,
      @NotNull String kind,
      @NotNull double from,
      @NotNull double to,
      @NotNull String text,
      String who) {}

  /** A recording with what is in it. */
  record Whole(
      @NotNull Head head,
      @NotNull List<WatchView.ChannelView> channels,
      @NotNull List<MarkView> marks) {}

  /**
   * A channel in columns.
   *
   * @param from seconds of the first column
   * @param width of a column, s
   * @param least counts, null where there is none
   * @param greatest counts
   */
  record Window(
      @NotNull String channel,
      @NotNull double from,
      @NotNull double width,
      @NotNull Long[] least,
      @NotNull Long[] greatest) {
    static Window of(String channel, Thinned t, long origin) {
      return new Window(
          channel,
          (t.firstMicros() - origin) / 1e6,
          t.columnMicros() / 1e6,
          boxed(t.least()),
          boxed(t.greatest()));
    }

    private static Long[] boxed(long[] values) {
      Long[] all = new Long[values.length];
      for (int i = 0; i < all.length; i++) {
        all[i] = values[i] == Scale.MISSING ? null : Long.valueOf(values[i]);
      }
      return all;
    }
  }

  /** Statistics of a channel over an interval; null where there is no number. */
  record Stats(
      @NotNull String channel,
      @NotNull long count,
      @NotNull long states,
      Double min,
      Double max,
      Double mean,
      Double deviation,
      Double first,
      Double last) {
    static Stats of(String channel, Statistics s) {
      return new Stats(
          channel,
          s.count(),
          s.states(),
          figure(s.min()),
          figure(s.max()),
          figure(s.mean()),
          figure(s.deviation()),
          figure(s.first()),
          figure(s.last()));
    }
  }

  static Double figure(double value) {
    return Double.isFinite(value) ? value : null;
  }
}
