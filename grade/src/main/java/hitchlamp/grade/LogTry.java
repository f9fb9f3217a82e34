package hitchlamp.grade;

import hitchlamp.core.bus.Candump;
import hitchlamp.core.bus.LinkEvent;
import hitchlamp.core.bus.Pcap;
import hitchlamp.core.hookup.ListenIn;
import hitchlamp.core.j1939.Identifier;
import hitchlamp.core.j1939.Message;
import hitchlamp.core.j1939.Pgn;
import hitchlamp.core.log.LogReport;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.station.Station;
import hitchlamp.core.watch.LogValues;
import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.io.Writer;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.atomic.AtomicInteger;

/**
 * {@code try --log}: a log is listened to frame by frame, each of its buses by itself, and every
 * parameter of the pack is read in every frame that carries it.
 */
final class LogTry {
  /** Transfers that were still under way when the log ended did not arrive whole. */
  private static final long AFTERWARDS_MICROS = 10_000_000;

  private static final int ADDRESSES = 256;
  private static final boolean[] HEEDED = new boolean[Pgn.GREATEST + 1];

  static {
    for (int pgn = 0; pgn <= Pgn.GREATEST; pgn++) {
      HEEDED[pgn] = ListenIn.heeds(pgn);
    }
  }

  private final Pack pack;
  private final Path candump;
  private final Path pcap;
  private final AtomicInteger room = new AtomicInteger(LogValues.MOST);
  private final List<Bus> buses = new ArrayList<>();

  /**
   * @param candump where the sound frames go as a candump log; null for nowhere
   * @param pcap the same as a capture
   */
  LogTry(Pack pack, Path candump, Path pcap) {
    this.pack = pack;
    this.candump = candump;
    this.pcap = pcap;
  }

  /** One bus of the log. */
  private final class Bus {
    final String name;
    final ListenIn listen = new ListenIn(pack);
    final LogValues values = new LogValues(pack, room);
    final Station station =
        new Station(
            Reading.OWN,
            0,
            true,
            f -> {},
            new Station.Listener() {
              @Override
              public void heard(Message m) {
                values.take(m);
              }
            });
    final boolean[] known = new boolean[ADDRESSES];
    long frames;
    long last;
    long timer;

    Bus(String name, long start) {
      this.name = name;
      station.start(start);
      station.run(listen);
    }

    /** A frame that only says again that its sender is there is not handed to the station. */
    void take(FrameBatch b, int i) {
      frames++;
      last = b.micros(i);
      boolean heeded = false;
      if (b.extended(i)) {
        int id = b.identifier(i);
        int pgn = Identifier.pgnOf(id);
        int source = Identifier.sourceOf(id);
        values.take(pgn, source, b.length(i), b.payload(i));
        heeded = HEEDED[pgn] || !known[source];
        known[source] = true;
      }
      if (heeded) {
        station.on(new LinkEvent.Seen(b.frame(i)));
        timer = station.nextTimer();
      } else if (last >= timer) {
        station.on(new LinkEvent.Ticked(last));
        timer = station.nextTimer();
      }
    }

    Map<String, Object> found() {
      station.on(new LinkEvent.Lost(last, "the recording ends here"));
      station.on(new LinkEvent.Ticked(last + AFTERWARDS_MICROS));
      station.stop(listen);
      Map<String, Object> found = new LinkedHashMap<>();
      found.put("frames", frames);
      found.put("roll", ReadingJson.of(listen.result()));
      found.put("broken", ReadingJson.broken(listen.broken()));
      found.put("valuesRead", values.read());
      found.put("messagesWithoutRoom", values.leftOut());
      found.put("values", values.all().stream().map(ReadingJson::value).toList());
      return found;
    }
  }

  Map<String, Object> read(Path log) throws IOException {
    LogReport report;
    try (Writer text = candump == null ? Writer.nullWriter() : Files.newBufferedWriter(candump);
        OutputStream capture =
            pcap == null
                ? OutputStream.nullOutputStream()
                : new BufferedOutputStream(Files.newOutputStream(pcap))) {
      Pcap.begin(capture);
      report =
          AheadReader.read(
              log,
              batch -> {
                for (int i = 0; i < batch.count(); i++) {
                  bus(batch, i).take(batch, i);
                }
                keep(text, capture, batch);
              });
    } catch (UncheckedIOException e) {
      throw e.getCause();
    }
    Map<String, Object> perBus = new LinkedHashMap<>();
    buses.forEach(bus -> perBus.put(bus.name, bus.found()));
    Map<String, Object> out = new LinkedHashMap<>();
    out.put("schema", 1);
    out.put("log", log.getFileName().toString());
    out.put("says", report.whole());
    out.put("buses", perBus);
    return out;
  }

  private Bus bus(FrameBatch b, int i) {
    int n = b.bus(i);
    if (n == buses.size()) {
      buses.add(new Bus(b.busName(i), b.micros(i)));
    }
    return buses.get(n);
  }

  private void keep(Writer text, OutputStream capture, FrameBatch b) {
    if (candump == null && pcap == null) {
      return;
    }
    try {
      for (int i = 0; i < b.count(); i++) {
        if (candump != null) {
          Candump.write((Appendable) text, b.busName(i), b.frame(i));
        }
        if (pcap != null) {
          Pcap.append(capture, b.frame(i));
        }
      }
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }
}
