package hitchlamp.server.watch;

import com.github.luben.zstd.Zstd;
import hitchlamp.core.quantity.Unit;
import hitchlamp.core.watch.Channel;
import hitchlamp.core.watch.Column;
import hitchlamp.core.watch.Scale;
import hitchlamp.core.watch.Track;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** Recordings as rows of the database. */
@Component
class RecordingRows {
  private static final int LEVEL = 9;
  private static final int PLACES_AT_ONCE = 64;

  private final WatchMapper mapper;
  private final JsonMapper json;

  RecordingRows(WatchMapper mapper, JsonMapper json) {
    this.mapper = mapper;
    this.json = json;
  }

  void addHead(Spooled.Head h) {
    mapper.addRecording(
        h.id(),
        h.job(),
        h.name(),
        h.source(),
        h.firstMicros(),
        h.startMicros(),
        LocalDateTime.ofInstant(h.began(), ZoneOffset.UTC),
        h.why(),
        h.account(),
        h.hours(),
        h.pack(),
        h.packHash());
  }

  void addMark(long id, Spooled.Mark m) {
    mapper.addMark(id, m.kind(), m.fromMicros(), m.toMicros(), m.text(), m.account());
  }

  void addTrack(long id, int place, Track track) {
    List<WatchMapper.ChannelRow> rows = new ArrayList<>();
    for (int c = 0; c < track.channels().size(); c++) {
      rows.add(row(place, c, track.channels().get(c)));
    }
    mapper.addChannels(id, rows);
  }

  private WatchMapper.ChannelRow row(int track, int place, Channel c) {
    Scale s = c.scale();
    return new WatchMapper.ChannelRow(
        track,
        place,
        c.id(),
        c.name(),
        c.spn(),
        c.module(),
        c.moduleTitle(),
        c.side(),
        c.source().name(),
        c.group(),
        s.bits(),
        s.factor(),
        s.offset(),
        s.unit().symbol(),
        json.writeValueAsString(s.words()));
  }

  void addPart(long id, int track, Tracks.Part p) {
    long first = p.micros()[0];
    long last = p.micros()[p.size() - 1];
    List<WatchMapper.PartRow> rows = new ArrayList<>();
    rows.add(
        new WatchMapper.PartRow(
            track,
            -1,
            p.number(),
            p.size(),
            first,
            last,
            packed(Column.times(p.micros(), 0, p.size()))));
    for (int c = 0; c < p.raws().length; c++) {
      rows.add(
          new WatchMapper.PartRow(
              track,
              c,
              p.number(),
              p.size(),
              first,
              last,
              packed(Column.values(p.raws()[c], 0, p.size()))));
    }
    for (int i = 0; i < rows.size(); i += PLACES_AT_ONCE) {
      mapper.addParts(id, rows.subList(i, Math.min(rows.size(), i + PLACES_AT_ONCE)));
    }
  }

  static byte[] packed(byte[] column) {
    return Zstd.compress(column, LEVEL);
  }

  static byte[] unpacked(byte[] content) {
    long size = Zstd.getFrameContentSize(content);
    if (size < 0 || size > 8L * Column.MOST_VALUES * 2) {
      throw new IllegalArgumentException(WatchWords.say("a-stored-column-claims-bytes", size));
    }
    return Zstd.decompress(content, (int) size);
  }

  /** A channel as it is stored. */
  Channel channel(WatchMapper.ChannelRow r) {
    @SuppressWarnings("unchecked")
    Map<String, String> words = json.readValue(r.words(), Map.class);
    Map<Integer, String> of = new HashMap<>();
    words.forEach((k, v) -> of.put(Integer.valueOf(k), v));
    return new Channel(
        r.channel(),
        r.name(),
        r.spn(),
        r.module(),
        r.moduleTitle(),
        r.side(),
        Channel.Source.valueOf(r.source()),
        r.grp(),
        new Scale(r.bits(), r.factor(), r.shift(), Unit.ofSymbol(r.unit()).orElse(Unit.ONE), of));
  }
}
