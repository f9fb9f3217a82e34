package hitchlamp.server.watch;

import hitchlamp.core.watch.Column;
import hitchlamp.core.watch.Series;
import hitchlamp.core.watch.Statistics;
import hitchlamp.core.watch.Thinned;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** Reads stored recordings: whole columns, or windows thinned to the columns of a screen. */
@Component
class RecordingReader {
  /** Recordings whose channels are remembered: those that people look at now. */
  private static final int MOST_REMEMBERED = 64;

  private final WatchMapper mapper;
  private final RecordingRows stored;

  /**
   * What a recording holds; of one that has ended it stays as it is.
   *
   * @param buckets widths of the extremes kept beside it, rising; none while it goes on
   */
  private record Contents(Map<String, WatchMapper.ChannelRow> channels, List<Long> buckets) {}

  private final Map<Long, Contents> remembered =
      Collections.synchronizedMap(
          new LinkedHashMap<>(16, 0.75f, true) {
            @Override
            protected boolean removeEldestEntry(Map.Entry<Long, Contents> eldest) {
              return size() > MOST_REMEMBERED;
            }
          });

  RecordingReader(WatchMapper mapper, RecordingRows stored) {
    this.mapper = mapper;
    this.stored = stored;
  }

  /** A channel of a recording between two times. */
  Series whole(long recording, WatchMapper.ChannelRow row, long from, long to) {
    return whole(recording, List.of(row), from, to).get(0);
  }

  /** Channels of one track between two times, in the order asked for. */
  List<Series> whole(long recording, List<WatchMapper.ChannelRow> rows, long from, long to) {
    List<Integer> places = rows.stream().map(WatchMapper.ChannelRow::place).toList();
    Map<Integer, List<WatchMapper.PartRow>> parts =
        mapper.partsOf(recording, rows.get(0).track(), places, from, to).stream()
            .collect(
                Collectors.groupingBy(
                    WatchMapper.PartRow::place, LinkedHashMap::new, Collectors.toList()));
    List<long[]> times =
        parts.getOrDefault(-1, List.of()).stream()
            .map(p -> Column.times(RecordingRows.unpacked(p.content())))
            .toList();
    long[] micros = joined(times);
    List<Series> all = new ArrayList<>();
    for (WatchMapper.ChannelRow row : rows) {
      long[] raws =
          joined(
              parts.getOrDefault(row.place(), List.of()).stream()
                  .map(p -> Column.values(RecordingRows.unpacked(p.content())))
                  .toList());
      int n = Math.min(micros.length, raws.length);
      Series s =
          new Series(
              stored.channel(row),
              n == micros.length ? micros : Arrays.copyOf(micros, n),
              n == raws.length ? raws : Arrays.copyOf(raws, n));
      all.add(s.size() == 0 ? s : s.between(from, to));
    }
    return all;
  }

  private static long[] joined(List<long[]> parts) {
    int n = parts.stream().mapToInt(p -> p.length).sum();
    long[] all = new long[n];
    int at = 0;
    for (long[] p : parts) {
      System.arraycopy(p, 0, all, at, p.length);
      at += p.length;
    }
    return all;
  }

  /** Channels asked for by their ids; unknown ones are left out. */
  List<WatchMapper.ChannelRow> rows(long recording, List<String> channels) {
    Map<String, WatchMapper.ChannelRow> known = contents(recording).channels();
    return channels.isEmpty()
        ? List.copyOf(known.values())
        : channels.stream().map(known::get).filter(java.util.Objects::nonNull).toList();
  }

  private Contents contents(long recording) {
    Contents known = remembered.get(recording);
    if (known != null) {
      return known;
    }
    boolean ended = mapper.recording(recording).filter(h -> h.lastMicros() != null).isPresent();
    List<Long> buckets = mapper.buckets(recording);
    Map<String, WatchMapper.ChannelRow> channels = new LinkedHashMap<>();
    mapper.channels(recording).forEach(r -> channels.putIfAbsent(r.channel(), r));
    Contents all = new Contents(Collections.unmodifiableMap(channels), List.copyOf(buckets));
    if (ended && !buckets.isEmpty()) {
      remembered.put(recording, all);
    }
    return all;
  }

  /** A window of channels as so many columns; from extremes kept beside where that is enough. */
  Map<String, Thinned> window(
      long recording, List<WatchMapper.ChannelRow> rows, long from, long to, int columns) {
    long width = Thinned.width(from, to, columns);
    long bucket =
        contents(recording).buckets().stream()
            .filter(b -> b <= width)
            .reduce((a, b) -> b)
            .orElse(0L);
    Map<String, Thinned> all = new LinkedHashMap<>();
    rows.forEach(r -> all.put(r.channel(), null));
    rows.stream()
        .collect(Collectors.groupingBy(WatchMapper.ChannelRow::track))
        .forEach((track, of) -> window(recording, track, of, from, width, columns, bucket, all));
    return all;
  }

  private void window(
      long recording,
      int track,
      List<WatchMapper.ChannelRow> rows,
      long from,
      long width,
      int columns,
      long bucket,
      Map<String, Thinned> to) {
    Map<Integer, byte[]> levels =
        bucket == 0
            ? Map.of()
            : mapper
                .levels(
                    recording,
                    bucket,
                    track,
                    rows.stream().map(WatchMapper.ChannelRow::place).toList())
                .stream()
                .collect(
                    Collectors.toMap(WatchMapper.LevelRow::place, WatchMapper.LevelRow::content));
    List<WatchMapper.ChannelRow> plain = new ArrayList<>();
    for (WatchMapper.ChannelRow row : rows) {
      byte[] level = levels.get(row.place());
      if (level == null) {
        plain.add(row);
      } else {
        Thinned.Gathering g = new Thinned.Gathering(from, width, columns);
        Levels.gather(level, bucket, g);
        to.put(row.channel(), g.result());
      }
    }
    if (!plain.isEmpty()) {
      long last = from + width * columns;
      for (Series s : whole(recording, plain, from, last)) {
        to.put(s.channel().id(), Thinned.of(s, from, last, columns));
      }
    }
  }

  /** Statistics of channels between two times. */
  Map<String, Statistics> statistics(
      long recording, List<WatchMapper.ChannelRow> rows, long from, long to) {
    Map<String, Statistics> all = new LinkedHashMap<>();
    rows.stream()
        .collect(
            Collectors.groupingBy(
                WatchMapper.ChannelRow::track, LinkedHashMap::new, Collectors.toList()))
        .values()
        .forEach(
            of ->
                whole(recording, of, from, to)
                    .forEach(s -> all.put(s.channel().id(), Statistics.of(s))));
    return all;
  }
}
