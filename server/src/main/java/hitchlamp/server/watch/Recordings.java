package hitchlamp.server.watch;

import hitchlamp.core.pack.Pack;
import hitchlamp.core.watch.RecordingPlan;
import hitchlamp.core.watch.Sample;
import hitchlamp.core.watch.Track;
import hitchlamp.server.account.Account;
import hitchlamp.server.config.DatabaseAway;
import hitchlamp.server.config.Settings;
import hitchlamp.server.config.TimedId;
import hitchlamp.server.job.Logbook;
import jakarta.annotation.PostConstruct;
import jakarta.annotation.PreDestroy;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.ThreadPoolExecutor;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.concurrent.atomic.AtomicLong;
import java.util.concurrent.locks.LockSupport;
import java.util.stream.Stream;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/**
 * Writes recordings: every sample goes into a {@link Spool} within a fifth of a second, full parts
 * as compressed columns into the database. One thread writes the spools, another the database; a
 * spool is removed when the whole recording is in the database. Whatever spools are found at a
 * start are of recordings that a crash cut short: they are brought into the database then.
 */
@Component
class Recordings {
  /** Samples that may wait for the writer: seconds of a hundred units. */
  static final int MOST_WAITING = 400_000;

  private static final Logger LOG = LoggerFactory.getLogger(Recordings.class);
  private static final long FLUSH_MILLIS = 150;
  private static final long RETRY_MILLIS = 500;

  /** Values that may wait for the database, about 160 MB; further ones are lost, and it is said. */
  static final long MOST_VALUES_WAITING = 20_000_000;

  private static final int TRIES = 1_200;
  private static final long PATIENCE_NANOS = 2_000_000;

  private final WatchMapper mapper;
  private final RecordingRows rows;
  private final Logbook logbook;
  private final JsonMapper json;
  private final Clock clock;
  private final Levels levels;
  private final Path folder;
  private final LinkedBlockingQueue<Runnable> wishes = new LinkedBlockingQueue<>();
  private final AtomicLong waitingValues = new AtomicLong();
  private final Map<Long, Writing> active = new ConcurrentHashMap<>();
  private final ThreadPoolExecutor database =
      new ThreadPoolExecutor(
          1,
          1,
          1,
          TimeUnit.MINUTES,
          new LinkedBlockingQueue<>(),
          r -> new Thread(r, "recordings to database"));
  private final Thread writer = new Thread(this::write, "recordings to spool");
  private volatile boolean stopping;

  Recordings(
      WatchMapper mapper,
      RecordingRows rows,
      Logbook logbook,
      JsonMapper json,
      Clock clock,
      Levels levels,
      Settings settings) {
    this.mapper = mapper;
    this.rows = rows;
    this.logbook = logbook;
    this.json = json;
    this.clock = clock;
    this.levels = levels;
    this.folder = Path.of(settings.spool());
  }

  /** A recording that is being written. Its lists are touched by the writer's thread alone. */
  final class Writing implements WatchReports.Recording {
    final Spooled.Head head;
    final Spool spool;
    final Path path;
    final Tracks tracks = new Tracks();
    private long samples;
    private volatile long lost;
    private volatile boolean ended;
    private final CompletableFuture<Void> kept = new CompletableFuture<>();
    private long lostFrom = Long.MIN_VALUE;
    private long lostHere;

    Writing(Spooled.Head head, Spool spool, Path path) {
      this.head = head;
      this.spool = spool;
      this.path = path;
    }

    @Override
    public long id() {
      return head.id();
    }

    @Override
    public void sample(Track track, Sample s) {
      if (wishes.size() >= MOST_WAITING) {
        losing(s.micros(), s.raws().length);
        return;
      }
      if (lostHere > 0) {
        mark(
            new Spooled.Mark(
                "GAP", lostFrom, s.micros(), WatchWords.say("values-were-lost", lostHere), null));
        lostHere = 0;
      }
      wishes.add(() -> take(this, track, s.micros(), s.raws()));
    }

    private void losing(long micros, int values) {
      lostFrom = lostHere == 0 ? micros : lostFrom;
      lostHere += values;
      lost += values;
    }

    /** Values of a part that nothing takes any more. */
    private void lose(Tracks.Part part) {
      int values = part.size() * part.raws().length;
      lost += values;
      samples -= values;
      Spooled.Mark gap =
          new Spooled.Mark(
              "GAP",
              part.micros()[0],
              part.micros()[part.size() - 1],
              WatchWords.say("values-were-lost-the-disk-is", values),
              null);
      later(() -> rows.addMark(head.id(), gap));
    }

    /** A sample of a file: waits where too many wait already. */
    void patiently(Track track, Sample s) {
      while (wishes.size() >= MOST_WAITING || waitingValues.get() > MOST_VALUES_WAITING / 2) {
        LockSupport.parkNanos(PATIENCE_NANOS);
      }
      put(() -> take(this, track, s.micros(), s.raws()));
    }

    @Override
    public void gap(long fromMicros, long toMicros) {
      mark(
          new Spooled.Mark("GAP", fromMicros, toMicros, WatchWords.say("the-link-was-gone"), null));
    }

    @Override
    public void held(long fromMicros, long toMicros, String what) {
      mark(new Spooled.Mark("HELD", fromMicros, toMicros, what, null));
    }

    void mark(Spooled.Mark mark) {
      put(() -> keepMark(this, mark));
    }

    @Override
    public void ends(long micros, String why) {
      put(() -> end(this, micros, why));
    }

    @Override
    public long lost() {
      return lost;
    }

    boolean ended() {
      return ended;
    }

    /** Waits until it is stored whole; false where that takes longer than a quarter of an hour. */
    boolean awaitKept() {
      try {
        kept.get(15, TimeUnit.MINUTES);
        return true;
      } catch (InterruptedException e) {
        Thread.currentThread().interrupt();
        return false;
      } catch (ExecutionException | TimeoutException e) {
        return false;
      }
    }
  }

  /** Hands something to the writer that must not be lost; never waits for it. */
  private void put(Runnable wish) {
    wishes.add(wish);
  }

  @PostConstruct
  void start() throws IOException {
    Files.createDirectories(folder);
    try (Stream<Path> left = Files.list(folder)) {
      for (Path spool : left.filter(p -> p.toString().endsWith(".spool")).sorted().toList()) {
        database.execute(() -> recover(spool));
      }
    }
    writer.setDaemon(true);
    writer.start();
  }

  /** A recording begins. */
  Writing begin(
      long job,
      RecordingPlan plan,
      Pack pack,
      Account who,
      WatchReports.Begin begin,
      Double hours) {
    Instant now = clock.instant();
    long id = TimedId.next();
    Spooled.Head head =
        new Spooled.Head(
            id,
            job,
            plan.name(),
            begin.source(),
            begin.firstMicros(),
            begin.startMicros(),
            now,
            begin.why(),
            who.id(),
            hours,
            pack.id(),
            pack.hash());
    Path path = folder.resolve(id + ".spool");
    Spool spool = new Spool(later(path));
    spool.put(Spool.HEAD, json.writeValueAsString(head));
    Writing w = new Writing(head, spool, path);
    active.put(id, w);
    later(() -> rows.addHead(head));
    return w;
  }

  /** A file that is made when the disk lets it be made. */
  private static Spool.Disk later(Path path) {
    return new LateDisk(() -> Spool.onFile(path));
  }

  private void write() {
    List<Runnable> batch = new ArrayList<>();
    long flushed = System.nanoTime();
    while (!stopping || !wishes.isEmpty()) {
      try {
        Runnable first = wishes.poll(FLUSH_MILLIS, TimeUnit.MILLISECONDS);
        if (first != null) {
          batch.add(first);
          wishes.drainTo(batch, 10_000);
          batch.forEach(Recordings::run);
          batch.clear();
        }
        if (System.nanoTime() - flushed > FLUSH_MILLIS * 1_000_000) {
          flushed = System.nanoTime();
          for (Writing w : active.values()) {
            if (!w.ended) {
              w.spool.flush();
              restart(w);
            }
          }
        }
      } catch (InterruptedException e) {
        return;
      }
    }
  }

  /** One that fails takes nothing of the others with it. */
  private static void run(Runnable wish) {
    try {
      wish.run();
    } catch (RuntimeException e) {
      LOG.error("a recording could not be written", e);
    }
  }

  /** Goes on in a spool that had to leave something out: what waits goes to the database first. */
  private void restart(Writing w) {
    if (!w.spool.broken()) {
      return;
    }
    Map<String, Integer> places = new HashMap<>();
    w.tracks.all().forEach(t -> places.put(t.track.id(), t.place));
    w.tracks.restart().forEach(p -> keepPart(w, places.get(p.track().id()), p));
    if (w.spool.restart(
        json.writeValueAsString(new Spooled.Restart(w.head, w.tracks.places(), w.samples)))) {
      LOG.info("the spool of recording {} goes on", w.head.id());
    }
  }

  private void take(Writing w, Track track, long micros, long[] raws) {
    if (w.ended) {
      return;
    }
    boolean fresh = !w.tracks.knows(track);
    Tracks.Waiting t = w.tracks.of(track);
    if (fresh) {
      w.spool.put(Spool.TRACK, json.writeValueAsString(track));
      later(() -> rows.addTrack(w.head.id(), t.place, track));
    }
    long[] steps = new long[raws.length];
    for (int i = 0; i < raws.length; i++) {
      steps[i] = raws[i] - t.last[i];
    }
    w.spool.sample(t.place, micros - t.lastMicros, steps);
    Tracks.Part full = w.tracks.add(t, micros, raws);
    w.samples += raws.length;
    if (full != null) {
      keepPart(w, t.place, full);
    }
  }

  /** Hands a part to the database; where too much waits for it, the part is lost and it is said. */
  private void keepPart(Writing w, int place, Tracks.Part part) {
    long values = (long) part.size() * part.raws().length;
    if (waitingValues.get() + values > MOST_VALUES_WAITING) {
      w.lose(part);
      return;
    }
    waitingValues.addAndGet(values);
    later(
        () -> {
          rows.addPart(w.head.id(), place, part);
          waitingValues.addAndGet(-values);
        });
  }

  private void keepMark(Writing w, Spooled.Mark m) {
    if (w.ended) {
      return;
    }
    w.spool.put(Spool.MARK, json.writeValueAsString(m));
    later(() -> rows.addMark(w.head.id(), m));
  }

  private void end(Writing w, long micros, String why) {
    if (w.ended) {
      return;
    }
    w.ended = true;
    if (w.lostHere > 0) {
      Spooled.Mark gap =
          new Spooled.Mark(
              "GAP", w.lostFrom, micros, WatchWords.say("values-were-lost", w.lostHere), null);
      later(() -> rows.addMark(w.head.id(), gap));
    }
    Spooled.End end = new Spooled.End(micros, w.samples, w.lost, why);
    try {
      w.spool.put(Spool.END, json.writeValueAsString(end));
      w.spool.close();
    } catch (UncheckedIOException e) {
      LOG.error("the end of recording {} could not be written", w.head.id(), e);
    }
    finish(w.head, w.tracks, end, w.path, false);
  }

  /** The rest of a recording goes to the database; then its spool is of no use any more. */
  private void finish(
      Spooled.Head head, Tracks tracks, Spooled.End end, Path spool, boolean recovered) {
    Map<String, Integer> places = new HashMap<>();
    tracks.all().forEach(t -> places.put(t.track.id(), t.place));
    tracks.rest().forEach(p -> later(() -> rows.addPart(head.id(), places.get(p.track().id()), p)));
    later(() -> levels.make(head.id()));
    later(
        () ->
            mapper.endRecording(head.id(), end.lastMicros(), end.samples(), end.lost(), end.why()));
    later(
        () -> {
          Writing w = active.remove(head.id());
          Spool.remove(spool);
          String seconds =
              String.format(
                  java.util.Locale.ROOT, "%,.0f s", (end.lastMicros() - head.firstMicros()) / 1e6);
          logbook.enter(
              head.job(),
              Logbook.Kind.WATCH,
              "Recording \""
                  + head.name()
                  + "\", "
                  + seconds
                  + (recovered ? WatchWords.say("recovered-after-a-crash") : "")
                  + ": "
                  + end.why()
                  + ".",
              head.account(),
              new Logbook.Moment(
                  end.lastMicros(), head.hours(), head.hours() == null ? null : "engine"));
          if (w != null) {
            w.kept.complete(null);
          }
        });
  }

  /** Does something with the database, in order; tried again for as long as it is away. */
  private void later(Runnable what) {
    database.execute(() -> stubbornly(what));
  }

  private void stubbornly(Runnable what) {
    int tries = 0;
    while (true) {
      try {
        what.run();
        return;
      } catch (RuntimeException e) {
        if (!DatabaseAway.is(e) && ++tries > TRIES) {
          LOG.error("a piece of a recording could not be kept", e);
          return;
        }
        if (stopping) {
          // The spool keeps it for the next start.
          return;
        }
        try {
          TimeUnit.MILLISECONDS.sleep(RETRY_MILLIS);
        } catch (InterruptedException stop) {
          Thread.currentThread().interrupt();
          return;
        }
      }
    }
  }

  /** Brings what a crash left behind into the database. */
  private void recover(Path path) {
    SpoolRecovery.read(path, json, rows)
        .ifPresent(
            r -> {
              stubbornly(() -> rows.addHead(r.head()));
              r.rows().forEach(this::stubbornly);
              finish(r.head(), r.tracks(), r.end(), path, !r.whole());
            });
  }

  /** Something that marks a moment of a recording, under way or ended. */
  void mark(long id, Spooled.Mark mark) {
    Writing w = active.get(id);
    if (w != null && !w.ended()) {
      w.mark(mark);
    } else {
      rows.addMark(id, mark);
    }
  }

  /** Waits until what was ended is in the database; for tests and for a stop. */
  void settle() {
    try {
      java.util.concurrent.CountDownLatch written = new java.util.concurrent.CountDownLatch(1);
      wishes.put(written::countDown);
      written.await(10, TimeUnit.SECONDS);
      database.submit(() -> {}).get(30, TimeUnit.SECONDS);
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    } catch (ExecutionException | TimeoutException e) {
      LOG.warn("recordings are not all in the database yet");
    }
  }

  @PreDestroy
  void close() throws InterruptedException {
    stopping = true;
    writer.join(5_000);
    for (Writing w : active.values()) {
      if (!w.ended) {
        w.spool.close();
      }
    }
    database.shutdown();
    if (!database.awaitTermination(5, TimeUnit.SECONDS)) {
      LOG.warn("recordings are not all in the database; their spools keep them");
    }
  }
}
