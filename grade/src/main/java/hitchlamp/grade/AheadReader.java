package hitchlamp.grade;

import hitchlamp.core.bus.StampedFrame;
import hitchlamp.core.log.LogFault;
import hitchlamp.core.log.LogFile;
import hitchlamp.core.log.LogReport;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.ArrayBlockingQueue;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.function.Consumer;

/**
 * Reads a log on a thread of its own while the caller works on what came before it: two cores share
 * one file. Holds four batches at the most.
 */
final class AheadReader {
  /** Frames that are read from one log, since none is kept: half a year of a busy bus. */
  static final long MOST_FRAMES = 10_000_000_000L;

  private static final int BATCHES = 4;

  private final Path file;
  private final List<String> names = new CopyOnWriteArrayList<>();
  private final BlockingQueue<FrameBatch> free = new ArrayBlockingQueue<>(BATCHES);
  private final BlockingQueue<FrameBatch> full = new ArrayBlockingQueue<>(BATCHES + 1);
  private final FrameBatch end = new FrameBatch(names);
  private FrameBatch filling;
  private String bus = "";
  private int ofBus = -1;
  private LogReport report;
  private Throwable failure;

  private AheadReader(Path file) {
    this.file = file;
    for (int i = 0; i < BATCHES; i++) {
      free.add(new FrameBatch(names));
    }
  }

  /** The one that listens has given up. */
  private static final class GivenUp extends RuntimeException {
    private static final long serialVersionUID = 1;
  }

  /**
   * Reads a file; {@code to} is called here, on the thread of the caller, in order.
   *
   * @throws LogFault where it is a folder, empty, or no log at all; frames that came before were
   *     handed over
   */
  static LogReport read(Path file, Consumer<FrameBatch> to) throws IOException {
    return new AheadReader(file).read(to);
  }

  private LogReport read(Consumer<FrameBatch> to) throws IOException {
    Thread reader = new Thread(this::fill, "log reader");
    reader.setDaemon(true);
    reader.start();
    try {
      for (FrameBatch b = full.take(); b != end; b = full.take()) {
        to.accept(b);
        b.clear();
        free.put(b);
      }
      reader.join();
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new IOException(e);
    } finally {
      reader.interrupt();
    }
    if (failure instanceof IOException e) {
      throw e;
    } else if (failure instanceof RuntimeException e) {
      throw e;
    } else if (failure instanceof Error e) {
      throw e;
    }
    return report;
  }

  private void fill() {
    try {
      filling = free.take();
      report = LogFile.read(file, this::frame, MOST_FRAMES);
    } catch (GivenUp | InterruptedException e) {
      return;
    } catch (IOException | RuntimeException | Error e) {
      failure = e;
    }
    full.add(filling);
    full.add(end);
  }

  private void frame(String name, StampedFrame f) {
    if (!name.equals(bus)) {
      bus = name;
      ofBus = names.indexOf(name);
      if (ofBus < 0) {
        ofBus = names.size();
        names.add(name);
      }
    }
    if (filling.add(ofBus, f)) {
      try {
        full.put(filling);
        filling = free.take();
      } catch (InterruptedException e) {
        throw new GivenUp();
      }
    }
  }
}
