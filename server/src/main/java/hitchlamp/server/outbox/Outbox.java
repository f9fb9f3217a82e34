package hitchlamp.server.outbox;

import hitchlamp.server.config.DatabaseAway;
import hitchlamp.server.config.Settings;
import hitchlamp.server.config.TimedId;
import jakarta.annotation.PreDestroy;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.RejectedExecutionException;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.ThreadPoolExecutor;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicLong;
import java.util.stream.Stream;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Update;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.dao.DuplicateKeyException;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionOperations;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.json.JsonMapper;

/**
 * What must be stored and may not wait for the database: each report goes to a file of its own
 * first, then into the database in the order of its lane, however long that takes. A server that
 * ends meanwhile stores what is left at its next start, each report once. What was reported bears
 * the time at which it happened, not that at which it was stored.
 */
@Component
public class Outbox {
  /** Reports that may wait in files; further ones are lost, and counted. */
  static final int MOST_WAITING = 50_000;

  /** Bytes, as written, of those that wait in memory since no file takes them; so with others. */
  static final long MOST_IN_MEMORY = 128L << 20;

  /** Tries of a report that fails though the database is there; then it is set aside. */
  static final int TRIES = 40;

  /** The same at a start, which must not take for ever. */
  static final int TRIES_AT_START = 8;

  private static final Logger LOG = LoggerFactory.getLogger(Outbox.class);
  private static final long PAUSE_MILLIS = 250;
  private static final int MOST_LOOSE = 2_000;
  private static final String END = ".report";

  /** End of the name of a file that is being written: none of it counts before it is whole. */
  private static final String HALF = ".half";

  private static final Duration SHOWN_AFTER = Duration.ofSeconds(1);
  private static final Duration AT_END = Duration.ofSeconds(5);

  private final Path folder;
  private final Path aside;
  private final KeptMapper kept;
  private final TransactionOperations transactions;
  private final JsonMapper json;
  private final Clock clock;
  private final Map<String, Handling<?>> handlers = new ConcurrentHashMap<>();
  private final Map<Lane, Boolean> lanes = new ConcurrentHashMap<>();
  private final ExecutorService disk =
      Executors.newSingleThreadExecutor(r -> new Thread(r, "reports to disk"));
  private final ScheduledExecutorService late =
      Executors.newSingleThreadScheduledExecutor(r -> new Thread(r, "shown before stored"));
  private final AtomicInteger waiting = new AtomicInteger();
  private final AtomicLong lost = new AtomicLong();
  private final AtomicLong inMemory = new AtomicLong();
  private final Runnable pause;
  private volatile boolean stopping;
  private boolean recovered;

  /** What a report does to the database, in a transaction. */
  public interface Handler<T> {
    void keep(T report);
  }

  private record Handling<T>(Class<T> type, Handler<T> to) {
    void keep(Object report) {
      to.keep(type.cast(report));
    }
  }

  @Mapper
  interface KeptMapper {
    @Insert("INSERT INTO report_kept (id) VALUES (#{id})")
    void once(long id);

    @Delete(
        "DELETE FROM report_kept WHERE kept_at < UTC_TIMESTAMP(3) - INTERVAL 7 DAY LIMIT 100000")
    void forgetOld();

    /** What the session takes for the time from now on, s. */
    @Update("SET @@timestamp = #{seconds}")
    void at(double seconds);

    @Update("SET @@timestamp = DEFAULT")
    void now();
  }

  @Autowired
  Outbox(
      Settings settings,
      KeptMapper kept,
      TransactionTemplate transactions,
      JsonMapper json,
      Clock clock) {
    this(
        Path.of(settings.spool()).resolve("reports"),
        kept,
        transactions,
        json,
        clock,
        Outbox::pause);
  }

  Outbox(
      Path folder,
      KeptMapper kept,
      TransactionOperations transactions,
      JsonMapper json,
      Clock clock,
      Runnable pause) {
    this.folder = folder;
    this.pause = pause;
    this.aside = folder.resolve("aside");
    this.kept = kept;
    this.transactions = transactions;
    this.json = json;
    this.clock = clock;
    try {
      Files.createDirectories(aside);
    } catch (IOException e) {
      throw new UncheckedIOException("no reports can be kept in " + folder, e);
    }
  }

  /** From now on reports of a type are kept so. Said while the application starts. */
  public <T> void handles(Class<T> type, Handler<T> how) {
    handlers.put(type.getSimpleName(), new Handling<>(type, how));
  }

  /** An order of its own, in a thread of its own. */
  public Lane lane(String name) {
    Lane lane = new Lane(name);
    lanes.put(lane, true);
    return lane;
  }

  /** Reports that wait, those that are being stored among them. */
  public int waiting() {
    return waiting.get();
  }

  /**
   * Reports that could not be written to disk and were not in the database when it was given up.
   */
  public long lost() {
    return lost.get();
  }

  /** Reports in order. */
  public final class Lane implements AutoCloseable {
    private final ThreadPoolExecutor thread;
    private final AtomicInteger loose = new AtomicInteger();

    private Lane(String name) {
      thread =
          new ThreadPoolExecutor(
              1, 1, 1, TimeUnit.MINUTES, new LinkedBlockingQueue<>(), r -> new Thread(r, name));
      thread.allowCoreThreadTimeOut(true);
    }

    /** Reports something that must be stored. Returns at once. */
    public void put(Object report) {
      put(report, () -> {});
    }

    /**
     * The same, and shows it though it is not stored where that takes longer than {@link
     * #SHOWN_AFTER}.
     */
    public void put(Object report, Runnable ifLate) {
      Instant at = clock.instant();
      long id = TimedId.next();
      if (waiting.incrementAndGet() > MOST_WAITING) {
        waiting.decrementAndGet();
        lost.incrementAndGet();
        LOG.error("a report is lost: {} wait already", MOST_WAITING);
        return;
      }
      AtomicBoolean stored = new AtomicBoolean();
      onDisk(() -> write(id, at, report, stored));
      if (!late.isShutdown()) {
        late.schedule(
            () -> {
              if (!stored.get()) {
                ifLate.run();
              }
            },
            SHOWN_AFTER.toMillis(),
            TimeUnit.MILLISECONDS);
      }
    }

    /** Does something in the same order that need not be stored; left out where it fails. */
    public void loosely(Runnable what) {
      if (loose.incrementAndGet() > MOST_LOOSE) {
        loose.decrementAndGet();
        return;
      }
      onDisk(
          () ->
              toDatabase(
                  () -> {
                    loose.decrementAndGet();
                    try {
                      what.run();
                    } catch (RuntimeException e) {
                      LOG.debug("something to show was left out", e);
                    }
                  }));
    }

    private void onDisk(Runnable what) {
      try {
        disk.execute(what);
      } catch (RejectedExecutionException e) {
        // The application has ended; whoever reports now does it himself.
        what.run();
      }
    }

    private void toDatabase(Runnable what) {
      try {
        thread.execute(what);
      } catch (RejectedExecutionException ended) {
        what.run();
      }
    }

    private void write(long id, Instant at, Object report, AtomicBoolean stored) {
      String kind = report.getClass().getSimpleName();
      Path file = folder.resolve(String.format("%019d-%s%s", id, kind, END));
      Path half = folder.resolve(id + HALF);
      byte[] bytes = json.writeValueAsBytes(report);
      try {
        Files.write(half, bytes);
        Files.move(half, file, StandardCopyOption.ATOMIC_MOVE);
        toDatabase(() -> stored.set(stubbornly(id, at, kind, file, null)));
      } catch (IOException e) {
        remove(half);
        if (inMemory.addAndGet(bytes.length) > MOST_IN_MEMORY) {
          inMemory.addAndGet(-bytes.length);
          waiting.decrementAndGet();
          lost.incrementAndGet();
          LOG.error("a report is lost: {} takes none, and memory holds enough", folder, e);
          return;
        }
        LOG.error("a report cannot be written to {}; it waits in memory", folder, e);
        toDatabase(
            () -> {
              stored.set(stubbornly(id, at, kind, null, report));
              inMemory.addAndGet(-bytes.length);
            });
      }
    }

    /**
     * Waits until everything reported so far is stored, at most a while.
     *
     * @return true where it is
     */
    public boolean await(Duration most) {
      CountDownLatch done = new CountDownLatch(1);
      onDisk(() -> toDatabase(done::countDown));
      try {
        return done.await(most.toMillis(), TimeUnit.MILLISECONDS);
      } catch (InterruptedException e) {
        Thread.currentThread().interrupt();
        return false;
      }
    }

    /** Nothing more is reported; what waits is still stored. */
    @Override
    public void close() {
      onDisk(
          () ->
              toDatabase(
                  () -> {
                    lanes.remove(this);
                    thread.shutdown();
                  }));
    }
  }

  /** True where it is stored now. */
  private boolean stubbornly(long id, Instant at, String kind, Path file, Object inMemory) {
    return stubbornly(id, at, kind, file, inMemory, false);
  }

  private boolean stubbornly(
      long id, Instant at, String kind, Path file, Object inMemory, boolean atStart) {
    int most = atStart ? TRIES_AT_START : TRIES;
    int tries = 0;
    // Once it ends nothing more is stored: what follows must not overtake what is left in its file.
    while (!stopping) {
      try {
        Object report = inMemory == null ? read(kind, file) : inMemory;
        keep(id, at, kind, report);
        done(file);
        return true;
      } catch (NoSuchFileException gone) {
        done(null);
        return true;
      } catch (IOException | RuntimeException e) {
        if (atStart && DatabaseAway.full(e)) {
          throw new UncheckedIOException(
              new IOException("what the last run left has no room in the database", e));
        }
        boolean away = DatabaseAway.is(e);
        if (!away && ++tries == 1) {
          LOG.warn("a report ({}) could not be kept yet: {}", kind, e.toString());
        }
        if (!away && tries >= most) {
          setAside(file, kind, e);
          return false;
        }
        pause.run();
      }
    }
    return false;
  }

  private void keep(long id, Instant at, String kind, Object report) {
    Handling<?> how = handlers.get(kind);
    if (how == null) {
      throw new IllegalStateException("nobody keeps reports of kind " + kind);
    }
    try {
      transactions.executeWithoutResult(
          t -> {
            kept.once(id);
            kept.at(at.toEpochMilli() / 1e3);
            try {
              how.keep(report);
            } finally {
              kept.now();
            }
          });
    } catch (DuplicateKeyException e) {
      if (!String.valueOf(e.getMessage()).contains("report_kept")) {
        throw e;
      }
      // It was kept before the server ended, and only its file was left.
    }
  }

  private Object read(String kind, Path file) throws IOException {
    Handling<?> how = handlers.get(kind);
    if (how == null) {
      throw new IllegalStateException("nobody keeps reports of kind " + kind);
    }
    return json.readValue(Files.readAllBytes(file), how.type());
  }

  private void done(Path file) {
    waiting.decrementAndGet();
    if (file != null) {
      remove(file);
    }
  }

  private static void remove(Path file) {
    try {
      Files.deleteIfExists(file);
    } catch (IOException e) {
      LOG.warn("{} cannot be removed; it will not be stored twice", file);
    }
  }

  private void setAside(Path file, String kind, Exception why) {
    waiting.decrementAndGet();
    LOG.error("a report ({}) cannot be kept; it is set aside in {}", kind, aside, why);
    try {
      if (file != null) {
        Files.move(file, aside.resolve(file.getFileName()), StandardCopyOption.REPLACE_EXISTING);
        return;
      }
    } catch (IOException e) {
      LOG.error("it cannot even be set aside", e);
    }
    lost.incrementAndGet();
  }

  private static void pause() {
    try {
      TimeUnit.MILLISECONDS.sleep(PAUSE_MILLIS);
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    }
  }

  /**
   * Stores what an end of the server left behind; said once, before anybody hooks up.
   *
   * @throws UncheckedIOException where the database's disk is full: everything stays for a later
   *     start
   */
  public synchronized void recover() {
    if (recovered) {
      return;
    }
    recovered = true;
    kept.forgetOld();
    List<Path> left;
    try (Stream<Path> files = Files.list(folder)) {
      List<Path> all = files.sorted().toList();
      all.stream().filter(f -> f.toString().endsWith(HALF)).forEach(Outbox::remove);
      left = all.stream().filter(f -> f.toString().endsWith(END)).toList();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    if (left.isEmpty()) {
      return;
    }
    LOG.info("{} reports are left of the last time; they are stored now", left.size());
    for (Path file : left) {
      String name = file.getFileName().toString();
      long id = Long.parseLong(name.substring(0, name.indexOf('-')));
      String kind = name.substring(name.indexOf('-') + 1, name.length() - END.length());
      waiting.incrementAndGet();
      stubbornly(id, Instant.ofEpochMilli(TimedId.millis(id)), kind, file, null, true);
    }
  }

  @PreDestroy
  void close() throws InterruptedException {
    long until = System.nanoTime() + AT_END.toNanos();
    for (Lane lane : lanes.keySet()) {
      lane.await(Duration.ofNanos(Math.max(1, until - System.nanoTime())));
    }
    endNow();
    if (waiting.get() > 0) {
      LOG.warn("{} reports are not in the database yet; their files keep them", waiting.get());
    }
  }

  /** Ends without waiting for the database; what is not in it is on disk. */
  void endNow() throws InterruptedException {
    stopping = true;
    late.shutdownNow();
    disk.shutdown();
    disk.awaitTermination(2, TimeUnit.SECONDS);
    for (Lane lane : lanes.keySet()) {
      lane.thread.shutdown();
      lane.thread.awaitTermination(2, TimeUnit.SECONDS);
    }
  }
}
