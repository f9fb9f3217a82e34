package hitchlamp.server.watch;

import hitchlamp.core.pack.DriveKind;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.watch.Alignment;
import hitchlamp.core.watch.Channel;
import hitchlamp.core.watch.Csv;
import hitchlamp.core.watch.CsvFault;
import hitchlamp.core.watch.CsvMap;
import hitchlamp.core.watch.PowerPull;
import hitchlamp.core.watch.RecordingPlan;
import hitchlamp.core.watch.Sample;
import hitchlamp.core.watch.SeaTrial;
import hitchlamp.core.watch.Series;
import hitchlamp.core.watch.Track;
import hitchlamp.server.account.Account;
import hitchlamp.server.config.Refusal;
import hitchlamp.server.hookup.WatchReports;
import hitchlamp.server.hookup.WatchView;
import hitchlamp.server.hookup.WatchWork;
import hitchlamp.server.job.Jobs;
import jakarta.validation.constraints.NotNull;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.Reader;
import java.io.Writer;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.json.JsonMapper;

/** All stored recordings: lists, windows, files in and out, comparison, what a drive shows. */
@Service
class Library {
  private static final int ENGINE_SPEED = 190;
  private static final int PEDAL = 91;
  private static final int ROAD_SPEED = 84;
  private static final int FRONT_AXLE = 904;
  private static final int TORQUE = 513;
  private static final int FRICTION = 514;
  private static final int COOLANT = 110;
  private static final int EXHAUST = 173;
  private static final int BOOST = 102;
  private static final int FUEL = 183;
  private static final int LOOKED_AT = 60;

  private final WatchMapper mapper;
  private final RecordingReader reader;
  private final Recordings recordings;
  private final WatchWork work;
  private final Jobs jobs;
  private final JsonMapper json;

  Library(
      WatchMapper mapper,
      RecordingReader reader,
      Recordings recordings,
      WatchWork work,
      Jobs jobs,
      JsonMapper json) {
    this.mapper = mapper;
    this.reader = reader;
    this.recordings = recordings;
    this.work = work;
    this.jobs = jobs;
    this.json = json;
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
            .map(recordings::channel)
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

  private static long last(WatchMapper.Head h) {
    return h.lastMicros() == null ? Long.MAX_VALUE / 4 : h.lastMicros();
  }

  List<RecordingView.Window> window(
      long id, List<String> channels, Double from, Double to, int columns) {
    WatchMapper.Head h = head(id);
    long first = micros(h, from, h.firstMicros());
    long end = micros(h, to, h.lastMicros() == null ? first + 60_000_000 : h.lastMicros());
    if (end <= first) {
      throw Refusal.bad("The window ends before it begins.", "Choose a later end.");
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
          "A comma cannot separate both fields and decimals.",
          "Choose a semicolon between fields.");
    }
    WatchMapper.Head h = head(id);
    List<Series> all =
        series(id, channels, micros(h, from, h.firstMicros()), micros(h, to, last(h)));
    Csv.write(out, all, h.firstMicros(), separator, decimalComma);
  }

  void mark(long id, double seconds, String text, Account who) {
    WatchMapper.Head h = head(id);
    long at = h.firstMicros() + Math.round(seconds * 1e6);
    recordings.mark(id, new Recordings.Mark("MARKER", at, at, text, who.id()));
  }

  // --- tables of other programs

  /**
   * What the first lines of a table look like, and how it was read the last time.
   *
   * @param remembered true where the map is one that was used before for such columns
   */
  record Look(@NotNull List<String> lines, @NotNull CsvMap map, @NotNull boolean remembered) {}

  Look look(Path file) {
    List<String> lines = new ArrayList<>();
    try (BufferedReader in = open(file)) {
      for (String l = in.readLine(); l != null && lines.size() < LOOKED_AT; l = in.readLine()) {
        lines.add(l.length() > 20_000 ? l.substring(0, 20_000) : l);
      }
    } catch (java.nio.charset.CharacterCodingException e) {
      throw new CsvFault(0, "the file is not text in UTF-8; save it as UTF-8 and try again");
    } catch (IOException e) {
      throw new IllegalStateException(e);
    }
    if (!lines.isEmpty() && lines.get(0).indexOf('\0') >= 0) {
      throw new CsvFault(0, "the file is not text");
    }
    if (!lines.isEmpty() && lines.get(0).startsWith("PK")) {
      throw new CsvFault(0, "the file is a zip archive; unpack it and choose the table in it");
    }
    CsvMap guess = CsvMap.guess(lines);
    Optional<String> kept = mapper.map(heads(lines.get(0)));
    return kept.map(text -> new Look(lines, json.readValue(text, CsvMap.class), true))
        .orElse(new Look(lines, guess, false));
  }

  /** A map of columns as the page sends it. */
  CsvMap map(String text) {
    try {
      return json.readValue(text, CsvMap.class);
    } catch (JacksonException e) {
      throw Refusal.bad(
          "The map of the columns cannot be read: " + e.getOriginalMessage(),
          "Choose the columns anew.");
    }
  }

  private static String heads(String line) {
    try {
      return HexFormat.of()
          .formatHex(
              MessageDigest.getInstance("SHA-256").digest(line.getBytes(StandardCharsets.UTF_8)));
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException(e);
    }
  }

  private static BufferedReader open(Path file) throws IOException {
    Reader in =
        new InputStreamReader(
            Files.newInputStream(file),
            StandardCharsets.UTF_8
                .newDecoder()
                .onMalformedInput(CodingErrorAction.REPORT)
                .onUnmappableCharacter(CodingErrorAction.REPORT));
    BufferedReader buffered = new BufferedReader(in, 1 << 16);
    buffered.mark(1);
    if (buffered.read() != '\uFEFF') {
      buffered.reset();
    }
    return buffered;
  }

  /** Makes a recording of a table; nothing is kept of a file with a fault. */
  RecordingView.Head addCsv(long job, String name, Path file, CsvMap map, Account who)
      throws IOException {
    jobs.job(job);
    Look look = look(file);
    Pack pack = work.pack(job);
    Recordings.Writing[] w = new Recordings.Writing[1];
    Track[] track = new Track[1];
    Csv.Read read =
        Csv.read(
            () -> open(file),
            map,
            name,
            new Csv.Sink() {
              @Override
              public void begins(Track t) {
                track[0] = t;
              }

              @Override
              public void row(long micros, long[] raws) {
                if (w[0] == null) {
                  w[0] =
                      recordings.begin(
                          job,
                          RecordingPlan.now(name),
                          pack,
                          who,
                          new WatchReports.Begin("file", micros, micros, "read from " + name),
                          null);
                }
                w[0].patiently(track[0], new Sample(0, micros, raws.clone()));
              }
            });
    w[0].ends(read.lastMicros(), "read from " + name + ", " + read.rows() + " rows");
    mapper.keepMap(
        heads(look.lines().get(map.headLine() - 1)), json.writeValueAsString(map), who.id());
    recordings.settle();
    return RecordingView.Head.of(head(w[0].id()));
  }

  // --- comparison

  /**
   * How two recordings lie over each other.
   *
   * @param laterSeconds to add to the second's seconds from its first moment, so that they are
   *     seconds from the first moment of the first
   * @param fit correlation there, null where it was not looked at
   */
  record AlignView(@NotNull double laterSeconds, Double fit, @NotNull String says) {}

  /** How an alignment is found. */
  enum By {
    START,
    MARKER,
    THRESHOLD,
    FIT
  }

  AlignView align(long first, long second, By by, String channel, Double threshold) {
    WatchMapper.Head a = head(first);
    WatchMapper.Head b = head(second);
    Alignment found =
        switch (by) {
          case START -> Alignment.at(a.startMicros(), b.startMicros(), "the starts");
          case MARKER -> Alignment.at(marker(a), marker(b), "the first markers");
          case THRESHOLD ->
              Alignment.byThreshold(
                      one(a, channel), one(b, channel), threshold == null ? 0 : threshold)
                  .orElseThrow(
                      () ->
                          Refusal.bad(
                              "One of the two never passes that value upwards.",
                              "Choose another value or another channel."));
          case FIT ->
              Alignment.bestFit(one(a, channel), one(b, channel))
                  .orElseThrow(
                      () ->
                          Refusal.bad(
                              "The two are nowhere alike in this channel.",
                              "Align them at markers, or choose another channel."));
        };
    double later = (found.later() + b.firstMicros() - a.firstMicros()) / 1e6;
    return new AlignView(later, RecordingView.figure(found.fit()), found.says());
  }

  private long marker(WatchMapper.Head h) {
    return mapper.marks(h.id()).stream()
        .filter(m -> m.kind().equals("MARKER"))
        .findFirst()
        .map(WatchMapper.MarkRow::fromMicros)
        .orElseThrow(
            () ->
                Refusal.bad(
                    "\"" + h.name() + "\" has no marker.",
                    "Open it and mark the moment, or align by something else."));
  }

  private Series one(WatchMapper.Head h, String channel) {
    List<WatchMapper.ChannelRow> rows = reader.rows(h.id(), List.of(channel));
    if (rows.isEmpty()) {
      throw Refusal.bad(
          "\"" + h.name() + "\" does not hold " + channel + ".",
          "Choose a channel that both hold.");
    }
    return reader.whole(h.id(), rows.get(0), h.firstMicros(), last(h));
  }

  // --- what a drive shows

  private Series bySpn(WatchMapper.Head h, int spn, String side) {
    return reader.rows(h.id(), List.of()).stream()
        .filter(r -> r.spn() == spn && (side.isEmpty() || r.side().equals(side)))
        .max(
            java.util.Comparator.comparing(r -> r.source().equals(Channel.Source.BROADCAST.name())))
        .map(r -> reader.whole(h.id(), r, h.firstMicros(), last(h)))
        .orElse(
            new Series(
                new Channel(
                    "none/" + spn,
                    "not recorded",
                    spn,
                    "",
                    "",
                    side,
                    Channel.Source.FILE,
                    0,
                    hitchlamp.core.watch.Scale.plain(1, hitchlamp.core.quantity.Unit.ONE)),
                new long[0],
                new long[0]));
  }

  private DriveKind drive(WatchMapper.Head h) {
    Pack pack = work.pack(h.jobId());
    return pack.drive()
        .orElseThrow(
            () ->
                Refusal.conflict(
                    "The pack of this unit does not say how it drives.",
                    "Call the roll, so that the unit is known; else add it to a workshop pack."));
  }

  PowerPull.Result pull(long id, PowerPull.Setup setup) {
    WatchMapper.Head h = head(id);
    Series rpm = bySpn(h, ENGINE_SPEED, "");
    if (rpm.size() == 0) {
      throw Refusal.bad(
          "This recording holds no engine speed (SPN 190).", "Record it, or map it in the file.");
    }
    Series pedal = bySpn(h, PEDAL, "");
    Series axle = bySpn(h, FRONT_AXLE, "");
    return PowerPull.of(
        rpm, pedal, axle.size() > 0 ? axle : bySpn(h, ROAD_SPEED, ""), drive(h), setup);
  }

  SeaTrial.Result sea(long id) {
    WatchMapper.Head h = head(id);
    List<String> sides =
        reader.rows(id, List.of()).stream()
            .filter(r -> r.spn() == ENGINE_SPEED)
            .map(WatchMapper.ChannelRow::side)
            .distinct()
            .sorted()
            .toList();
    List<String> named = sides.stream().filter(s -> !s.isEmpty()).toList();
    return SeaTrial.of(
        (named.isEmpty() ? List.of("") : named)
            .stream()
                .map(
                    side ->
                        new SeaTrial.Engine(
                            side,
                            bySpn(h, ENGINE_SPEED, side),
                            bySpn(h, TORQUE, side),
                            bySpn(h, FRICTION, side),
                            bySpn(h, PEDAL, side),
                            bySpn(h, COOLANT, side),
                            bySpn(h, EXHAUST, side),
                            bySpn(h, BOOST, side),
                            bySpn(h, FUEL, side)))
                .toList(),
        drive(h));
  }

  /** Names and channels of a set that somebody keeps. */
  record KeptSet(long id, String name, List<String> channels, String who) {}

  @SuppressWarnings("unchecked")
  List<KeptSet> sets() {
    return mapper.sets().stream()
        .map(s -> new KeptSet(s.id(), s.name(), json.readValue(s.channels(), List.class), s.who()))
        .toList();
  }

  void keepSet(String name, List<String> channels, Account who) {
    mapper.keepSet(name, json.writeValueAsString(channels), who.id());
  }

  void dropSet(long id) {
    if (mapper.dropSet(id) == 0) {
      throw Refusal.missing("set");
    }
  }

  /** Statistics of two recordings over one interval of the first, channel by channel. */
  record Difference(
      @NotNull String channel,
      @NotNull String name,
      @NotNull String unit,
      RecordingView.Stats first,
      RecordingView.Stats second) {}

  List<Difference> differences(
      long first, long second, double laterSeconds, Double from, Double to) {
    Map<String, WatchMapper.ChannelRow> ofSecond =
        reader.rows(second, List.of()).stream()
            .collect(Collectors.toMap(WatchMapper.ChannelRow::channel, r -> r, (a, b) -> a));
    List<WatchMapper.ChannelRow> both =
        reader.rows(first, List.of()).stream()
            .filter(r -> ofSecond.containsKey(r.channel()))
            .toList();
    List<String> ids = both.stream().map(WatchMapper.ChannelRow::channel).toList();
    if (ids.isEmpty()) {
      return List.of();
    }
    Map<String, RecordingView.Stats> a =
        statistics(first, ids, from, to).stream()
            .collect(Collectors.toMap(RecordingView.Stats::channel, s -> s));
    Map<String, RecordingView.Stats> b =
        statistics(
                second,
                ids,
                from == null ? null : from - laterSeconds,
                to == null ? null : to - laterSeconds)
            .stream()
            .collect(Collectors.toMap(RecordingView.Stats::channel, s -> s));
    return both.stream()
        .map(
            r ->
                new Difference(
                    r.channel(), r.name(), r.unit(), a.get(r.channel()), b.get(r.channel())))
        .toList();
  }
}
