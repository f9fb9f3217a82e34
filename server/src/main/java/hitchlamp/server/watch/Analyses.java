package hitchlamp.server.watch;

import hitchlamp.core.pack.DriveKind;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.trial.UnusableTable;
import hitchlamp.core.trial.conversion.Conversion;
import hitchlamp.core.trial.conversion.ConversionJudge;
import hitchlamp.core.trial.conversion.ConversionSetup;
import hitchlamp.core.trial.conversion.ConversionTable;
import hitchlamp.core.trial.loaded.LoadTable;
import hitchlamp.core.trial.loaded.LoadedCutout;
import hitchlamp.core.trial.loaded.LoadedJudge;
import hitchlamp.core.trial.loaded.LoadedSetup;
import hitchlamp.core.watch.Alignment;
import hitchlamp.core.watch.Channel;
import hitchlamp.core.watch.PowerPull;
import hitchlamp.core.watch.SeaTrial;
import hitchlamp.core.watch.Series;
import hitchlamp.server.config.Refusal;
import jakarta.validation.constraints.NotNull;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;

/** What is worked out of recordings: how two lie over each other, pulls, sea trials. */
@Service
class Analyses {
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

  private final WatchMapper mapper;
  private final Library library;
  private final RecordingReader reader;
  private final WatchWork work;

  Analyses(WatchMapper mapper, Library library, RecordingReader reader, WatchWork work) {
    this.mapper = mapper;
    this.library = library;
    this.reader = reader;
    this.work = work;
  }

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
    WatchMapper.Head a = library.head(first);
    WatchMapper.Head b = library.head(second);
    Alignment found =
        switch (by) {
          case START ->
              Alignment.at(a.startMicros(), b.startMicros(), WatchWords.say("the-starts"));
          case MARKER -> Alignment.at(marker(a), marker(b), WatchWords.say("the-first-markers"));
          case THRESHOLD ->
              Alignment.byThreshold(
                      one(a, channel), one(b, channel), threshold == null ? 0 : threshold)
                  .orElseThrow(
                      () ->
                          Refusal.bad(
                              WatchWords.say("one-of-the-two-never-passes"),
                              WatchWords.say("choose-another-value-or-another-channel")));
          case FIT ->
              Alignment.bestFit(one(a, channel), one(b, channel))
                  .orElseThrow(
                      () ->
                          Refusal.bad(
                              WatchWords.say("the-two-are-nowhere-alike-in"),
                              WatchWords.say("align-them-at-markers-or-choose")));
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
                    WatchWords.say("has-no-marker", h.name()),
                    WatchWords.say("open-it-and-mark-the-moment")));
  }

  private Series one(WatchMapper.Head h, String channel) {
    List<WatchMapper.ChannelRow> rows = reader.rows(h.id(), List.of(channel));
    if (rows.isEmpty()) {
      throw Refusal.bad(
          WatchWords.say("does-not-hold", h.name(), channel),
          WatchWords.say("choose-a-channel-that-both-hold"));
    }
    return reader.whole(h.id(), rows.get(0), h.firstMicros(), Library.last(h));
  }

  private Series bySpn(WatchMapper.Head h, int spn, String side) {
    return reader.rows(h.id(), List.of()).stream()
        .filter(r -> r.spn() == spn && (side.isEmpty() || r.side().equals(side)))
        .max(
            java.util.Comparator.comparing(r -> r.source().equals(Channel.Source.BROADCAST.name())))
        .map(r -> reader.whole(h.id(), r, h.firstMicros(), Library.last(h)))
        .orElse(
            new Series(
                new Channel(
                    "none/" + spn,
                    WatchWords.say("not-recorded"),
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
                    WatchWords.say("the-pack-of-this-unit-does"),
                    WatchWords.say("call-the-roll-so-that-the")));
  }

  PowerPull.Result pull(long id, PowerPull.Setup setup) {
    WatchMapper.Head h = library.head(id);
    Series rpm = bySpn(h, ENGINE_SPEED, "");
    if (rpm.size() == 0) {
      throw Refusal.bad(
          WatchWords.say("this-recording-holds-no-engine-speed"),
          WatchWords.say("record-it-or-map-it-in"));
    }
    Series pedal = bySpn(h, PEDAL, "");
    Series axle = bySpn(h, FRONT_AXLE, "");
    return PowerPull.of(
        rpm, pedal, axle.size() > 0 ? axle : bySpn(h, ROAD_SPEED, ""), drive(h), setup);
  }

  LoadedView loaded(long id) {
    WatchMapper.Head h = library.head(id);
    Pack pack = work.pack(h.jobId());
    LoadedCutout kind = new LoadedCutout();
    Optional<LoadedSetup> told =
        pack.bench().tests().values().stream()
            .filter(t -> t.kind().equals(kind.id()))
            .findFirst()
            .map(t -> kind.read(t, pack));
    List<Series> all =
        reader.rows(id, List.of()).stream()
            .filter(r -> LoadTable.reads(r.spn(), r.name()))
            .map(r -> reader.whole(id, r, h.firstMicros(), Library.last(h)))
            .toList();
    try {
      // A table of a unit that nobody knows tells itself how many cylinders there are.
      LoadedSetup setup = told.orElseGet(() -> LoadTable.usual(all));
      return LoadedView.of(
          LoadedJudge.of(setup, LoadTable.of(all, setup)), setup.cylinders(), setup.normalKpa());
    } catch (UnusableTable e) {
      throw Refusal.bad(e.getMessage(), WatchWords.say("record-it-or-map-it-in"));
    }
  }

  ConversionView conversion(long id) {
    WatchMapper.Head h = library.head(id);
    Pack pack = work.pack(h.jobId());
    Conversion kind = new Conversion();
    ConversionSetup setup =
        pack.bench().tests().values().stream()
            .filter(t -> t.kind().equals(kind.id()))
            .findFirst()
            .map(t -> kind.read(t, pack))
            .orElse(ConversionSetup.USUAL);
    List<Series> all =
        reader.rows(id, List.of()).stream()
            .filter(r -> ConversionTable.reads(r.spn()))
            .map(r -> reader.whole(id, r, h.firstMicros(), Library.last(h)))
            .toList();
    try {
      return ConversionView.of(ConversionJudge.of(setup, ConversionTable.of(all)));
    } catch (UnusableTable e) {
      throw Refusal.bad(e.getMessage(), WatchWords.say("record-it-or-map-it-in"));
    }
  }

  SeaTrial.Result sea(long id) {
    WatchMapper.Head h = library.head(id);
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
        library.statistics(first, ids, from, to).stream()
            .collect(Collectors.toMap(RecordingView.Stats::channel, s -> s));
    Map<String, RecordingView.Stats> b =
        library
            .statistics(
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
