package hitchlamp.server.watch;

import hitchlamp.core.hookup.Roll;
import hitchlamp.core.hookup.RollEntry;
import hitchlamp.core.j1939.Message;
import hitchlamp.core.pack.EngineState;
import hitchlamp.core.pack.ModuleKind;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.WatchSet;
import hitchlamp.core.station.OperatorEvent;
import hitchlamp.core.station.Station;
import hitchlamp.core.watch.Channel;
import hitchlamp.core.watch.LiveValues;
import hitchlamp.core.watch.Poll;
import hitchlamp.core.watch.Recorder;
import hitchlamp.core.watch.RecordingPlan;
import hitchlamp.core.watch.Sample;
import hitchlamp.core.watch.Series;
import hitchlamp.core.watch.Track;
import hitchlamp.core.watch.Trigger;
import hitchlamp.server.account.Account;
import hitchlamp.server.hookup.Linked;
import hitchlamp.server.hookup.Tenant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.function.Consumer;

/**
 * What is watched and recorded in one hook-up. Only the live owner's thread touches it; it tells
 * values at most forty times a second, and only while somebody looks.
 */
public final class WatchRun implements Tenant {
  /** Recorders at once. */
  static final int MOST_RECORDERS = 8;

  private static final long TELL_NANOS = 25_000_000L;
  private static final long WANTED_MICROS = 5_000_000L;
  private static final long GATHER_NANOS = 500_000_000L;

  private final WatchReports.Sink sink;
  private final Consumer<OperatorEvent> operator;
  private final String source;
  private final List<Running> recorders = new ArrayList<>();
  private Pack pack;
  private LiveValues book;
  private Station station;
  private Poll poll;

  /** What the running poll asks for. */
  private List<Poll.Wish> polled = List.of();

  private Roll roll;
  private int version;
  private int toldTracks = -1;
  private long toldNanos;
  private long gatheredNanos;
  private boolean dirty;
  private boolean looked;
  private int nextNumber = 1;
  private long breakSince = Long.MIN_VALUE;
  private long wantedUntil = Long.MIN_VALUE;
  private long now = Long.MIN_VALUE;

  private static final class Running {
    final int number;
    final Recorder recorder;
    final Account who;
    WatchReports.Recording recording;
    Long id;

    /** True where a test reads by itself what it wants; nothing is polled for it. */
    final boolean ofTest;

    Running(
        int number,
        Account who,
        RecordingPlan plan,
        LiveValues book,
        WatchRun run,
        boolean ofTest) {
      this.ofTest = ofTest;
      this.number = number;
      this.who = who;
      this.recorder = new Recorder(plan, book, run.new Out(this));
    }
  }

  private final class Out implements Recorder.Out {
    private final Running of;

    Out(Running of) {
      this.of = of;
    }

    @Override
    public void begins(long micros, long startMicros, String why) {
      of.recording =
          sink.begins(
              of.recorder.plan(),
              pack,
              of.who,
              new WatchReports.Begin(source, micros, startMicros, why));
      of.id = of.recording.id();
    }

    @Override
    public void sample(Sample s) {
      of.recording.sample(book.receiver().track(s.track()), s);
    }

    @Override
    public void gap(long fromMicros, long toMicros) {
      of.recording.gap(fromMicros, toMicros);
    }

    @Override
    public void ends(long micros, String why) {
      of.recording.ends(micros, why);
    }
  }

  WatchRun(Pack pack, WatchReports.Sink sink, Consumer<OperatorEvent> operator, String source) {
    this.sink = sink;
    this.operator = operator;
    this.source = source;
    this.pack = pack;
    this.book = new LiveValues(pack);
  }

  /** A station begins, for the first time or after a break of the link. */
  void begin(Station with) {
    station = with;
    poll = null;
    if (breakSince != Long.MIN_VALUE) {
      recorders.forEach(r -> r.recorder.gap(with.now()));
      breakSince = Long.MIN_VALUE;
    }
  }

  /** The link is gone; recordings go on when it is back. */
  @Override
  public void brokenOff(long micros) {
    breakSince = micros;
  }

  /** The roll was called under a pack: what is watched is read by it from now on. */
  @Override
  public void rolled(Roll shown, Pack with) {
    roll = shown;
    reads(with);
    kinds(shown);
    if (poll != null && !Poll.wishes(pack, roll.modules(pack)).equals(polled)) {
      stopPolling();
    }
    startPolling();
  }

  /** Another pack reads the unit from now on; where something is recorded, from the next roll. */
  void reads(Pack with) {
    if (!with.hash().equals(pack.hash()) && idle()) {
      pack = with;
      book = new LiveValues(pack);
      toldTracks = -1;
      if (roll != null) {
        kinds(roll);
      }
    }
  }

  private void kinds(Roll shown) {
    for (RollEntry e : shown.entries()) {
      e.kind().ifPresent(k -> book.receiver().at(e.address(), k));
    }
  }

  private boolean idle() {
    return recorders.stream()
        .allMatch(
            r ->
                r.recorder.stage() == Recorder.Stage.ENDED
                    || r.recorder.stage() == Recorder.Stage.ARMED
                        && r.recorder.plan().start().isEmpty());
  }

  /** The newest values. */
  public LiveValues book() {
    return book;
  }

  /** Somebody needs values for the next seconds though no page of values is looked at. */
  public void wantedNow(long micros) {
    now = micros;
    wantedUntil = micros + WANTED_MICROS;
    if (poll == null) {
      startPolling();
    }
  }

  /** Values that no module sends by itself are asked for while somebody looks or records. */
  private void startPolling() {
    if (station == null || roll == null || !source.equals(Linked.LIVE)) {
      return;
    }
    boolean wanted =
        looked
            || wantedUntil > now
            || recorders.stream()
                .anyMatch(r -> !r.ofTest && r.recorder.stage() != Recorder.Stage.ENDED);
    if (wanted && poll == null) {
      polled = Poll.wishes(pack, roll.modules(pack));
      Poll fresh = new Poll(pack, polled, this::value);
      if (!fresh.finished()) {
        poll = fresh;
        operator.accept(OperatorEvent.of(OperatorEvent.POLL, OperatorEvent.BEGIN, pack.id()));
        station.run(poll);
      }
    } else if (!wanted && poll != null) {
      stopPolling();
    }
  }

  private void stopPolling() {
    operator.accept(OperatorEvent.of(OperatorEvent.POLL, OperatorEvent.STOP));
    station.stop(poll);
    poll = null;
  }

  /** Takes a value that was read by identifier. */
  public void value(String module, int address, int identifier, long raw, long micros) {
    book.receiver()
        .identifier(module, address, identifier)
        .ifPresent(t -> take(new Sample(t.number(), micros, new long[] {raw})));
  }

  @Override
  public void heard(Message m) {
    book.receiver().heard(m).ifPresent(this::take);
  }

  private void take(Sample s) {
    book.take(s);
    dirty = true;
    for (int i = 0; i < recorders.size(); i++) {
      recorders.get(i).recorder.sample(s);
    }
  }

  /** Tells what is new. */
  @Override
  public void publish(long nanos, long micros) {
    now = micros;
    if (wantedUntil != Long.MIN_VALUE && micros >= wantedUntil) {
      wantedUntil = Long.MIN_VALUE;
      startPolling();
    }
    for (Running r : recorders) {
      r.recorder.tick(micros);
    }
    if (nanos - toldNanos < TELL_NANOS) {
      return;
    }
    boolean looks = sink.looked();
    if (looks != looked) {
      looked = looks;
      toldTracks = -1;
      startPolling();
    }
    if (!recorders.isEmpty() && nanos - gatheredNanos >= GATHER_NANOS) {
      sink.recorders(recordersView(micros));
    }
    if (!looks) {
      if (nanos - gatheredNanos >= GATHER_NANOS) {
        gatheredNanos = nanos;
      }
      return;
    }
    if (toldTracks != book.receiver().size()) {
      toldTracks = book.receiver().size();
      version++;
      sink.channels(channels());
    }
    if (dirty) {
      dirty = false;
      toldNanos = nanos;
      sink.now(now(micros));
    }
    if (nanos - gatheredNanos >= GATHER_NANOS) {
      gatheredNanos = nanos;
      sink.since(since(micros));
    }
  }

  private WatchView.Channels channels() {
    List<WatchView.ChannelView> all = new ArrayList<>();
    for (Track t : book.receiver().tracks()) {
      for (Channel c : t.channels()) {
        all.add(view(c, pack));
      }
    }
    Map<String, String> titles = new LinkedHashMap<>();
    pack.watch().sets().values().forEach(s -> titles.put(s.id(), s.title()));
    return new WatchView.Channels(version, all, titles);
  }

  static WatchView.ChannelView view(Channel c, Pack pack) {
    return WatchView.ChannelView.of(
        c,
        pack.watch().sets().values().stream()
            .filter(s -> s.holds(c.spn(), c.name()))
            .map(WatchSet::id)
            .toList());
  }

  private WatchView.Now now(long micros) {
    int n = 0;
    for (int t = 0; t < toldTracks; t++) {
      n += book.receiver().track(t).channels().size();
    }
    long[] raws = new long[n];
    char[] states = new char[n];
    int at = 0;
    for (int t = 0; t < toldTracks; t++) {
      int size = book.receiver().track(t).channels().size();
      for (int c = 0; c < size; c++) {
        Optional<LiveValues.Now> now = book.now(t, c, micros);
        raws[at] = now.map(LiveValues.Now::raw).orElse(0L);
        states[at++] = now.map(x -> letter(x.state())).orElse('-');
      }
    }
    return new WatchView.Now(version, micros / 1e6, raws, new String(states));
  }

  private static char letter(LiveValues.State s) {
    return switch (s) {
      case VALID -> 'V';
      case STALE -> 'S';
      case NOT_AVAILABLE -> 'N';
      case ERROR -> 'E';
      case NOT_AWAKE -> 'A';
      case PARAMETER_SPECIFIC -> 'P';
      case RESERVED -> 'R';
    };
  }

  private WatchView.Since since(long micros) {
    List<LiveValues.Now> all = new ArrayList<>();
    for (int t = 0; t < toldTracks; t++) {
      int size = book.receiver().track(t).channels().size();
      for (int c = 0; c < size; c++) {
        all.add(book.now(t, c, micros).orElse(null));
      }
    }
    Map<String, EngineState> engines = new LinkedHashMap<>();
    for (ModuleKind e : pack.engines()) {
      engines.put(e.side(), book.engine(e.side(), micros));
    }
    engines.putIfAbsent("", book.engine("", micros));
    int n = all.size();
    Double[] min = new Double[n];
    Double[] max = new Double[n];
    Double[] mean = new Double[n];
    double[] age = new double[n];
    double[] period = new double[n];
    Double[] normal = new Double[2 * n];
    for (int i = 0; i < n; i++) {
      LiveValues.Now now = all.get(i);
      if (now == null) {
        continue;
      }
      min[i] = number(now.since().min());
      max[i] = number(now.since().max());
      mean[i] = number(now.since().mean());
      age[i] = (micros - now.micros()) / 1e3;
      period[i] = now.periodMicros() / 1e3;
      String side = engines.containsKey(now.channel().side()) ? now.channel().side() : "";
      int place = i;
      book.normal(now.channel(), engines.get(side))
          .ifPresent(
              r -> {
                normal[2 * place] = r.low();
                normal[2 * place + 1] = r.high();
              });
    }
    Map<String, String> words = new LinkedHashMap<>();
    engines.forEach((side, state) -> words.put(side, state.words()));
    return new WatchView.Since(version, words, min, max, mean, age, period, normal);
  }

  private static Double number(double value) {
    return Double.isNaN(value) ? null : value;
  }

  private WatchView.Recorders recordersView(long micros) {
    return new WatchView.Recorders(
        recorders.stream()
            .map(
                r -> {
                  Recorder rec = r.recorder;
                  boolean on =
                      rec.stage() == Recorder.Stage.RECORDING
                          || rec.stage() == Recorder.Stage.POST_ROLL;
                  return new WatchView.RecorderView(
                      r.number,
                      rec.plan().name(),
                      rec.stage(),
                      says(rec),
                      on ? (micros - rec.startedAt()) / 1e6 : 0,
                      rec.samples(),
                      r.recording == null ? 0 : r.recording.lost(),
                      rec.recordings(),
                      r.id);
                })
            .toList());
  }

  private static String says(Recorder r) {
    return switch (r.stage()) {
      case ARMED ->
          WatchWords.say(
              "waits-for", r.plan().start().map(Trigger::says).orElse(WatchWords.say("the-start")));
      case RECORDING ->
          r.plan()
              .stop()
              .map(s -> WatchWords.say("recording-until", s.says()))
              .orElse("Recording.");
      case POST_ROLL -> WatchWords.say("recording-what-follows-the-end");
      case ENDED -> r.recordings() == 0 ? WatchWords.say("ended-nothing-was-recorded") : "Kept.";
    };
  }

  /** Starts or arms a recorder; gives its number, or empty where there are too many. */
  Optional<Integer> record(RecordingPlan plan, Account who, long micros) {
    return record(plan, who, micros, false);
  }

  private Optional<Integer> record(RecordingPlan plan, Account who, long micros, boolean ofTest) {
    recorders.removeIf(r -> r.recorder.stage() == Recorder.Stage.ENDED);
    if (recorders.size() >= MOST_RECORDERS) {
      return Optional.empty();
    }
    Running r = new Running(nextNumber++, who, plan, book, this, ofTest);
    recorders.add(r);
    r.recorder.begin(micros);
    startPolling();
    sink.recorders(recordersView(micros));
    return Optional.of(r.number);
  }

  /** Records what a test looks at, beside its own reading; gives the number of the recorder. */
  public Optional<Integer> recordTest(RecordingPlan plan, Account who, long micros) {
    return record(plan, who, micros, true);
  }

  /** Marks in a recorder that something was held. */
  public void held(int number, long fromMicros, long toMicros, String what) {
    recorders.stream()
        .filter(r -> r.number == number && r.recording != null)
        .forEach(r -> r.recording.held(fromMicros, toMicros, what));
  }

  /** The recording that a recorder makes; empty before it has begun. */
  public Optional<Long> recordingOf(int number) {
    return recorders.stream().filter(r -> r.number == number).findFirst().map(r -> r.id);
  }

  /** Stops a recorder. */
  public void stop(int number, long micros) {
    recorders.stream().filter(r -> r.number == number).forEach(r -> r.recorder.stop(micros));
    sink.recorders(recordersView(micros));
    startPolling();
  }

  void beginStatistics() {
    book.beginStatistics();
  }

  /** What channels told in the last minutes; unknown ones are left out. */
  void series(List<String> channels, CompletableFuture<List<Series>> to) {
    List<Series> all = new ArrayList<>();
    channels.forEach(c -> book.series(c).ifPresent(all::add));
    to.complete(all);
  }

  /** The hook-up ends: recordings are kept as they are. */
  @Override
  public void closed(long micros, String why) {
    recorders.forEach(r -> r.recorder.brokenOff(micros, why));
    if (!recorders.isEmpty()) {
      sink.recorders(recordersView(micros));
    }
  }

  /** Recordings under way, by their ids. */
  List<Long> recording() {
    return recorders.stream()
        .filter(r -> r.recorder.stage() == Recorder.Stage.RECORDING && r.id != null)
        .map(r -> r.id)
        .toList();
  }
}
