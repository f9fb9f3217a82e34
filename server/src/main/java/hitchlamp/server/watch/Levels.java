package hitchlamp.server.watch;

import hitchlamp.core.watch.Column;
import hitchlamp.core.watch.Scale;
import hitchlamp.core.watch.Series;
import hitchlamp.core.watch.Thinned;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/**
 * Extremes over buckets of time, made when a recording has ended, so that any window of a long
 * recording is drawn from about as many values as the screen has columns. Of each bucket the least
 * and the greatest count are kept: no extreme is lost.
 */
@Component
class Levels {
  /** Widths of the buckets, microseconds. */
  static final List<Long> BUCKETS = List.of(1_000_000L, 8_000_000L, 64_000_000L);

  /** Shorter recordings are read whole. */
  private static final long LEAST_SPAN_BUCKETS = 400;

  private final WatchMapper mapper;
  private final RecordingReader reader;

  Levels(WatchMapper mapper, RecordingReader reader) {
    this.mapper = mapper;
    this.reader = reader;
  }

  /** Makes the levels of a recording whose parts are all in the database. */
  void make(long recording) {
    Map<Integer, List<WatchMapper.ChannelRow>> tracks =
        mapper.channels(recording).stream()
            .collect(Collectors.groupingBy(WatchMapper.ChannelRow::track));
    tracks.forEach(
        (track, rows) -> {
          for (WatchMapper.ChannelRow row : rows) {
            Series s = reader.whole(recording, row, Long.MIN_VALUE / 4, Long.MAX_VALUE / 4);
            make(recording, row, s);
          }
        });
  }

  private void make(long recording, WatchMapper.ChannelRow row, Series s) {
    if (s.size() == 0) {
      return;
    }
    long first = s.micros()[0];
    long last = s.micros()[s.size() - 1];
    for (long bucket : BUCKETS) {
      long begin = Math.floorDiv(first, bucket) * bucket;
      long count = (last - begin) / bucket + 1;
      if (count < LEAST_SPAN_BUCKETS || s.size() < 2 * count) {
        continue;
      }
      Thinned.Gathering g = new Thinned.Gathering(begin, bucket, (int) count);
      Scale scale = s.channel().scale();
      for (int i = 0; i < s.size(); i++) {
        long raw = s.raws()[i];
        if (scale.state(raw) == hitchlamp.core.j1939.RawValue.VALID) {
          g.add(s.micros()[i], raw, raw);
        }
      }
      mapper.addLevel(recording, bucket, row.track(), row.place(), encode(begin, g.result()));
    }
  }

  /** Layout: begin, then least and greatest of each bucket, alternating; one column. */
  private static byte[] encode(long begin, Thinned t) {
    int n = Math.min(t.least().length, (Column.MOST_VALUES - 1) / 2);
    long[] all = new long[1 + 2 * n];
    all[0] = begin;
    for (int i = 0; i < n; i++) {
      all[1 + i] = t.least()[i];
      all[1 + n + i] = t.greatest()[i];
    }
    return RecordingRows.packed(Column.values(all, 0, all.length));
  }

  /** Adds a stored level to columns. */
  static void gather(byte[] content, long bucket, Thinned.Gathering to) {
    long[] all = Column.values(RecordingRows.unpacked(content));
    int n = (all.length - 1) / 2;
    for (int i = 0; i < n; i++) {
      if (all[1 + i] != Scale.MISSING) {
        to.add(all[0] + i * bucket, all[1 + i], all[1 + n + i]);
      }
    }
  }
}
