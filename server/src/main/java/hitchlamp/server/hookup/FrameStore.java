package hitchlamp.server.hookup;

import com.github.luben.zstd.Zstd;
import hitchlamp.core.bus.FrameBlock;
import jakarta.annotation.PreDestroy;
import java.time.Clock;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.util.Iterator;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ArrayBlockingQueue;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.RejectedExecutionException;
import java.util.concurrent.ThreadPoolExecutor;
import java.util.concurrent.TimeUnit;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.DataAccessException;
import org.springframework.stereotype.Component;

/**
 * Stores all frames of all hook-ups as compressed blocks, written by one thread of its own, so that
 * no live owner waits for the database. At most {@link #MOST_BYTES} a hook-up are kept: the oldest
 * unpinned go first. While the database is away up to {@link #MOST_QUEUED} blocks wait in memory.
 */
@Component
class FrameStore {
  /** Compressed bytes kept for one hook-up, pinned blocks apart. */
  static final long MOST_BYTES = 64L * 1024 * 1024;

  /** Blocks that wait while the database is slow or away. */
  static final int MOST_QUEUED = 2_000;

  private static final Logger LOG = LoggerFactory.getLogger(FrameStore.class);
  private static final int LEVEL = 3;
  private static final int TRIES = 20;
  private static final long RETRY_MILLIS = 500;

  private final HookUpMapper mapper;
  private final Clock clock;
  private final Map<Long, Long> bytes = new ConcurrentHashMap<>();
  private final ThreadPoolExecutor writer;

  FrameStore(HookUpMapper mapper, Clock clock) {
    this.mapper = mapper;
    this.clock = clock;
    this.writer =
        new ThreadPoolExecutor(
            1,
            1,
            1,
            TimeUnit.MINUTES,
            new ArrayBlockingQueue<>(MOST_QUEUED),
            r -> new Thread(r, "frame store"));
  }

  /** Hands over a run of entries; false where too many wait already, then they are lost. */
  boolean store(
      long hookUp, List<FrameBlock.Entry> entries, boolean pinned, Double hours, String module) {
    List<FrameBlock.Entry> copy = List.copyOf(entries);
    LocalDateTime wall = LocalDateTime.ofInstant(clock.instant(), ZoneOffset.UTC);
    try {
      writer.execute(() -> write(hookUp, copy, pinned, wall, hours, module));
      return true;
    } catch (RejectedExecutionException e) {
      LOG.error(
          "{} frames of hook-up {} could not be stored: too many wait for the database",
          copy.size(),
          hookUp);
      return false;
    }
  }

  private void write(
      long hookUp,
      List<FrameBlock.Entry> entries,
      boolean pinned,
      LocalDateTime wall,
      Double hours,
      String module) {
    byte[] content = Zstd.compress(FrameBlock.encode(entries), LEVEL);
    for (int tries = 1; ; tries++) {
      try {
        mapper.addBlock(
            hookUp,
            entries.get(0).micros(),
            entries.get(entries.size() - 1).micros(),
            wall,
            hours,
            module,
            entries.size(),
            pinned,
            content);
        if (!pinned
            && bytes.merge(hookUp, (long) content.length, Long::sum) > MOST_BYTES
            && mapper.dropOldest(hookUp) > 0) {
          bytes.put(hookUp, MOST_BYTES * 3 / 4);
        }
        return;
      } catch (DataAccessException e) {
        if (tries == TRIES || writer.isShutdown()) {
          LOG.error(
              "{} frames of hook-up {} could not be stored: {}",
              entries.size(),
              hookUp,
              e.getMessage());
          return;
        }
        try {
          TimeUnit.MILLISECONDS.sleep(RETRY_MILLIS * Math.min(tries, 10));
        } catch (InterruptedException stop) {
          Thread.currentThread().interrupt();
        }
      }
    }
  }

  /** A hook-up ended. */
  void forget(long hookUp) {
    bytes.remove(hookUp);
  }

  /** All that is stored of a hook-up, in order; one block is held at a time. */
  Iterator<FrameBlock.Entry> entries(long hookUp) {
    return mapper.blocks(hookUp).stream()
        .flatMap(id -> StoredBlocks.unpack(mapper.block(id).content()).stream())
        .iterator();
  }

  @PreDestroy
  void close() throws InterruptedException {
    writer.shutdown();
    if (!writer.awaitTermination(8, TimeUnit.SECONDS)) {
      LOG.error("{} blocks of frames were not stored at the end", writer.getQueue().size());
    }
  }
}
