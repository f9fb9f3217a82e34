package hitchlamp.server.storage;

import hitchlamp.server.config.Settings;
import hitchlamp.server.stream.StreamBody;
import hitchlamp.server.stream.Topics;
import jakarta.annotation.PostConstruct;
import jakarta.annotation.PreDestroy;
import jakarta.validation.constraints.NotNull;
import java.io.IOException;
import java.nio.file.FileStore;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.stereotype.Component;

/** Watches the disk that everything is kept on, and tells every open page before it is full. */
@Component
class DiskSpace {
  /** Below this many bytes, or this share of the disk where that is less, it is said. */
  static final long LOW_BYTES = 3L * 1024 * 1024 * 1024;

  static final double LOW_SHARE = 0.05;

  /** Below this a recording may soon lose values. */
  static final long FULL_BYTES = 300L * 1024 * 1024;

  private static final Logger LOG = LoggerFactory.getLogger(DiskSpace.class);
  private static final long EVERY_SECONDS = 10;

  private final Path folder;
  private final Topics topics;
  private final ScheduledExecutorService watch =
      Executors.newSingleThreadScheduledExecutor(
          r -> {
            Thread t = new Thread(r, "disk space");
            t.setDaemon(true);
            return t;
          });
  private volatile State last = State.ENOUGH;

  DiskSpace(Settings settings, Topics topics) {
    this.folder = Path.of(settings.spool());
    this.topics = topics;
  }

  /** How full the disk is. */
  enum State {
    ENOUGH,
    LOW,
    FULL
  }

  /** The same in words. */
  record DiskView(
      @NotNull State state,
      @NotNull long freeBytes,
      @NotNull long totalBytes,
      @NotNull String says,
      @NotNull String next) {}

  @Configuration
  static class Bodies {
    @Bean
    StreamBody disk() {
      return new StreamBody(DiskView.class);
    }
  }

  @PostConstruct
  void start() {
    watch.scheduleWithFixedDelay(this::look, 1, EVERY_SECONDS, TimeUnit.SECONDS);
  }

  @PreDestroy
  void stop() {
    watch.shutdownNow();
  }

  private void look() {
    try {
      DiskView v = now();
      if (v.state() != State.ENOUGH || last != State.ENOUGH) {
        topics.all("disk", v);
      }
      if (v.state() != last) {
        LOG.warn("disk: {}", v.says());
      }
      last = v.state();
    } catch (IOException | RuntimeException e) {
      LOG.warn("the disk's room cannot be told: {}", e.toString());
    }
  }

  /** How full the disk is now. */
  DiskView now() throws IOException {
    Files.createDirectories(folder);
    FileStore store = Files.getFileStore(folder);
    return of(store.getUsableSpace(), store.getTotalSpace());
  }

  static DiskView of(long free, long total) {
    long low = Math.min(LOW_BYTES, (long) (total * LOW_SHARE));
    State state =
        free < Math.min(FULL_BYTES, low) ? State.FULL : free < low ? State.LOW : State.ENOUGH;
    String room = StorageWords.say("mb-of-the-disk-are-left", free / 1024 / 1024);
    return switch (state) {
      case ENOUGH -> new DiskView(state, free, total, room, "");
      case LOW ->
          new DiskView(
              state,
              free,
              total,
              StorageWords.say("the-disk-runs-low", room),
              StorageWords.say("free-some-or-let-a-manager"));
      case FULL ->
          new DiskView(
              state,
              free,
              total,
              StorageWords.say("the-disk-is-nearly-full-recordings", room),
              StorageWords.say("free-some-now-what-runs-goes"));
    };
  }
}
