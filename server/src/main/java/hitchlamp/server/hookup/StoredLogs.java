package hitchlamp.server.hookup;

import com.github.luben.zstd.Zstd;
import hitchlamp.core.bus.FrameBlock;
import hitchlamp.core.bus.StampedFrame;
import hitchlamp.core.log.LogFault;
import hitchlamp.core.log.LogFile;
import hitchlamp.core.log.LogReport;
import hitchlamp.server.account.Account;
import hitchlamp.server.config.Refusal;
import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.Iterator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * Logs of other programs, kept block by block and read block by block: a log of ten million frames
 * takes no more memory than one of a thousand.
 */
@Component
class StoredLogs {
  private final HookUpMapper mapper;

  StoredLogs(HookUpMapper mapper) {
    this.mapper = mapper;
  }

  /** One bus of a log on its way in. */
  private final class Bus {
    final long id;
    final List<FrameBlock.Entry> waiting = new ArrayList<>();
    int frames;

    Bus(long id) {
      this.id = id;
    }

    void take(StampedFrame frame) {
      waiting.add(new FrameBlock.Entry.OfFrame(frame, false));
      frames++;
      if (waiting.size() == FrameBlock.MOST_ENTRIES) {
        keep();
      }
    }

    void keep() {
      if (!waiting.isEmpty()) {
        mapper.addLogBlock(id, waiting.size(), Zstd.compress(FrameBlock.encode(waiting)));
        waiting.clear();
      }
    }
  }

  /**
   * Keeps a log with a job: what is sound of it; what is not is counted and named.
   *
   * @return what it was and what was left out
   */
  @Transactional
  public LogReport add(long job, String name, InputStream content, Account who) {
    Map<String, Bus> buses = new LinkedHashMap<>();
    LogReport report;
    try {
      report =
          LogFile.read(
              content,
              (bus, frame) ->
                  buses
                      .computeIfAbsent(bus, b -> new Bus(mapper.addLog(job, name, b, who.id())))
                      .take(frame));
    } catch (LogFault e) {
      throw Refusal.bad(
          HookupWords.say("is-no-log", name, e.getMessage()),
          HookupWords.say("choose-a-log-as-they-come"));
    } catch (IOException e) {
      throw new IllegalStateException(e);
    }
    buses
        .values()
        .forEach(
            b -> {
              b.keep();
              mapper.logHolds(b.id, b.frames);
            });
    return report;
  }

  /** All frames of one bus of a log, in order; one block is held at a time. */
  Iterator<StampedFrame> frames(long log) {
    return mapper.logBlocks(log).stream()
        .flatMap(id -> StoredBlocks.unpack(mapper.logBlock(id).content()).stream())
        .map(e -> ((FrameBlock.Entry.OfFrame) e).stamped())
        .iterator();
  }
}
