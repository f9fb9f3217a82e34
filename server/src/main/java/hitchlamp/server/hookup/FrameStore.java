package hitchlamp.server.hookup;

import com.github.luben.zstd.Zstd;
import hitchlamp.core.bus.FrameBlock;
import hitchlamp.server.outbox.Outbox;
import jakarta.annotation.PreDestroy;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.util.Iterator;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ArrayBlockingQueue;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.RejectedExecutionException;
import java.util.concurrent.ThreadPoolExecutor;
import java.util.concurrent.TimeUnit;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/**
 * Stores all frames of all hook-ups as compressed blocks, packed by one thread of its own and kept
 * through the outbox, so that no live owner waits for database or disk. At most {@link #MOST_BYTES}
 * a hook-up are kept: the oldest unpinned go first.
 */
@Component
class FrameStore {
  /** Compressed bytes kept for one hook-up, pinned blocks apart. */
  static final long MOST_BYTES = 64L * 1024 * 1024;

  /** Blocks that wait to be packed. */
  static final int MOST_QUEUED = 2_000;

  private static final Logger LOG = LoggerFactory.getLogger(FrameStore.class);
  private static final int LEVEL = 3;

  private final HookUpMapper mapper;
  private final Clock clock;
  private final Outbox.Lane lane;
  private final Map<Long, Long> bytes = new ConcurrentHashMap<>();
  private final ThreadPoolExecutor packer;

  FrameStore(HookUpMapper mapper, Clock clock, Outbox outbox) {
    this.mapper = mapper;
    this.clock = clock;
    this.lane = outbox.lane("frames");
    outbox.handles(Report.FramesHeard.class, this::keep);
    this.packer =
        new ThreadPoolExecutor(
            1,
            1,
            1,
            TimeUnit.MINUTES,
            new ArrayBlockingQueue<>(MOST_QUEUED),
            r -> new Thread(r, "frame store"));
  }

  /**
   * Hands over a run of entries; where too many wait to be packed they are lost, and it is said.
   */
  void store(
      long hookUp, List<FrameBlock.Entry> entries, boolean pinned, Double hours, String module) {
    List<FrameBlock.Entry> copy = List.copyOf(entries);
    Instant wall = clock.instant();
    try {
      packer.execute(
          () ->
              lane.put(
                  new Report.FramesHeard(
                      hookUp,
                      copy.get(0).micros(),
                      copy.get(copy.size() - 1).micros(),
                      wall,
                      hours,
                      module,
                      copy.size(),
                      pinned,
                      Zstd.compress(FrameBlock.encode(copy), LEVEL))));
    } catch (RejectedExecutionException e) {
      LOG.error("{} frames of hook-up {} could not be stored: too many wait", copy.size(), hookUp);
    }
  }

  private void keep(Report.FramesHeard f) {
    mapper.addBlock(
        f.hookUp(),
        f.firstMicros(),
        f.lastMicros(),
        LocalDateTime.ofInstant(f.wall(), ZoneOffset.UTC),
        f.hours(),
        f.module(),
        f.entries(),
        f.pinned(),
        f.content());
    if (!f.pinned()
        && bytes.merge(f.hookUp(), (long) f.content().length, Long::sum) > MOST_BYTES
        && mapper.dropOldest(f.hookUp()) > 0) {
      bytes.put(f.hookUp(), MOST_BYTES * 3 / 4);
    }
  }

  /** A hook-up ended: what was handed over is stored, as far as that takes no longer than this. */
  void ended(long hookUp, Duration most) {
    bytes.remove(hookUp);
    CountDownLatch packed = new CountDownLatch(1);
    try {
      packer.execute(packed::countDown);
      if (packed.await(most.toMillis(), TimeUnit.MILLISECONDS)) {
        lane.await(most);
      }
    } catch (RejectedExecutionException e) {
      // So many wait that nobody waits for them.
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    }
  }

  /** All that is stored of a hook-up, in order; one block is held at a time. */
  Iterator<FrameBlock.Entry> entries(long hookUp) {
    return mapper.blocks(hookUp).stream()
        .flatMap(id -> StoredBlocks.unpack(mapper.block(id).content()).stream())
        .iterator();
  }

  @PreDestroy
  void close() throws InterruptedException {
    packer.shutdown();
    if (!packer.awaitTermination(8, TimeUnit.SECONDS)) {
      LOG.error("{} blocks of frames were not stored at the end", packer.getQueue().size());
    }
  }
}
