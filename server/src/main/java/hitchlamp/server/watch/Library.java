package hitchlamp.server.watch;

import hitchlamp.core.watch.CsvTable;
import hitchlamp.core.watch.Series;
import hitchlamp.server.account.Account;
import hitchlamp.server.config.Refusal;
import hitchlamp.server.job.JobPage;
import hitchlamp.server.job.Jobs;
import java.io.IOException;
import java.io.Writer;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;

/** All stored recordings: lists, windows, statistics, tables out, marks. */
@Service
class Library implements JobPage {
  private final WatchMapper mapper;
  private final RecordingReader reader;
  private final Recordings recordings;
  private final RecordingRows rows;
  private final Jobs jobs;

  Library(
      WatchMapper mapper,
      RecordingReader reader,
      Recordings recordings,
      RecordingRows rows,
      Jobs jobs) {
    this.mapper = mapper;
    this.reader = reader;
    this.recordings = recordings;
    this.rows = rows;
    this.jobs = jobs;
  }

  List<RecordingView.Head> ofJob(long job) {
    jobs.job(job);
    return mapper.recordings(job).stream().map(RecordingView.Head::of).toList();
  }

  List<RecordingView.Head> ofUnit(long unit) {
    jobs.unit(unit);
    return mapper.recordingsOfUnit(unit).stream().map(RecordingView.Head::of).toList();
  }

  WatchMapper.Head head(long id) {
    return mapper.recording(id).orElseThrow(() -> Refusal.missing("recording"));
  }

  /** Bus time of the first moment, s. */
  double origin(long id) {
    return head(id).firstMicros() / 1e6;
  }

  /** Refuses where there is no such recording. */
  void mustExist(long id) {
    head(id);
  }

  RecordingView.Whole whole(long id) {
    WatchMapper.Head h = head(id);
    return new RecordingView.Whole(
        RecordingView.Head.of(h),
        reader.rows(id, List.of()).stream()
            .map(rows::channel)
            .map(c -> WatchView.ChannelView.of(c, List.of()))
            .toList(),
        mapper.marks(id).stream()
            .map(
                m ->
                    new RecordingView.MarkView(
                        m.id(),
                        m.kind(),
                        (m.fromMicros() - h.firstMicros()) / 1e6,
                        (m.toMicros() - h.firstMicros()) / 1e6,
                        m.text(),
                        m.who()))
            .toList());
  }

  private static long micros(WatchMapper.Head h, Double seconds, long otherwise) {
    return seconds == null ? otherwise : h.firstMicros() + Math.round(seconds * 1e6);
  }

  static long last(WatchMapper.Head h) {
    return h.lastMicros() == null ? Long.MAX_VALUE / 4 : h.lastMicros();
  }

  List<RecordingView.Window> window(
      long id, List<String> channels, Double from, Double to, int columns) {
    WatchMapper.Head h = head(id);
    long first = micros(h, from, h.firstMicros());
    long end = micros(h, to, h.lastMicros() == null ? first + 60_000_000 : h.lastMicros());
    if (end <= first) {
      throw Refusal.bad(
          WatchWords.say("the-window-ends-before-it-begins"), WatchWords.say("choose-a-later-end"));
    }
    List<RecordingView.Window> all = new ArrayList<>();
    reader
        .window(id, reader.rows(id, channels), first, end, columns)
        .forEach(
            (channel, t) -> {
              if (t != null) {
                all.add(RecordingView.Window.of(channel, t, h.firstMicros()));
              }
            });
    return all;
  }

  List<RecordingView.Stats> statistics(long id, List<String> channels, Double from, Double to) {
    WatchMapper.Head h = head(id);
    List<RecordingView.Stats> all = new ArrayList<>();
    reader
        .statistics(
            id, reader.rows(id, channels), micros(h, from, h.firstMicros()), micros(h, to, last(h)))
        .forEach((c, s) -> all.add(RecordingView.Stats.of(c, s)));
    return all;
  }

  /** Series of channels between two seconds, track by track. */
  private List<Series> series(long id, List<String> channels, long from, long to) {
    List<Series> all = new ArrayList<>();
    reader.rows(id, channels).stream()
        .collect(
            Collectors.groupingBy(
                WatchMapper.ChannelRow::track, java.util.LinkedHashMap::new, Collectors.toList()))
        .values()
        .forEach(rows -> all.addAll(reader.whole(id, rows, from, to)));
    return all;
  }

  /** Writes a window, or all of it, as a table. */
  void csv(
      long id,
      List<String> channels,
      Double from,
      Double to,
      char separator,
      boolean decimalComma,
      Writer out)
      throws IOException {
    if (decimalComma && separator == ',') {
      throw Refusal.bad(
          WatchWords.say("a-comma-cannot-separate-both-fields"),
          WatchWords.say("choose-a-semicolon-between-fields"));
    }
    WatchMapper.Head h = head(id);
    List<Series> all =
        series(id, channels, micros(h, from, h.firstMicros()), micros(h, to, last(h)));
    CsvTable.write(out, all, h.firstMicros(), separator, decimalComma);
  }

  void mark(long id, double seconds, String text, Account who) {
    WatchMapper.Head h = head(id);
    long at = h.firstMicros() + Math.round(seconds * 1e6);
    recordings.mark(id, new Spooled.Mark("MARKER", at, at, text, who.id()));
  }

  @Override
  public String page() {
    return "recordings page";
  }

  @Override
  public void showAll(long job) {
    for (RecordingView.Head r : ofJob(job)) {
      whole(r.id());
      window(r.id(), List.of(), null, null, 10);
    }
  }
}
