package hitchlamp.grade;

import hitchlamp.core.bus.Candump;
import hitchlamp.core.bus.LinkEvent;
import hitchlamp.core.bus.Pcap;
import hitchlamp.core.bus.StampedFrame;
import hitchlamp.core.hookup.ListenIn;
import hitchlamp.core.log.LogFile;
import hitchlamp.core.log.LogReport;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.station.Station;
import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.io.Writer;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Map;

/** {@code try --log}: a log is listened to frame by frame, each of its buses by itself. */
final class LogTry {
  /** Transfers that were still under way when the log ended did not arrive whole. */
  private static final long AFTERWARDS_MICROS = 10_000_000;

  private final Pack pack;
  private final Path candump;
  private final Path pcap;
  private final Map<String, Bus> buses = new LinkedHashMap<>();

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
    final ListenIn listen = new ListenIn(pack);
    final Station station = new Station(Reading.OWN, 0, true, f -> {}, new Station.Listener() {});
    long frames;
    long last;

    Bus(long start) {
      station.start(start);
      station.run(listen);
    }

    void take(StampedFrame f) {
      frames++;
      last = f.micros();
      station.on(new LinkEvent.Seen(f));
    }

    Map<String, Object> found() {
      station.on(new LinkEvent.Lost(last, "the recording ends here"));
      station.on(new LinkEvent.Ticked(last + AFTERWARDS_MICROS));
      station.stop(listen);
      Map<String, Object> found = new LinkedHashMap<>();
      found.put("frames", frames);
      found.put("roll", ReadingJson.of(listen.result()));
      found.put("broken", ReadingJson.broken(listen.broken()));
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
          LogFile.read(
              log,
              (name, f) -> {
                buses.computeIfAbsent(name, n -> new Bus(f.micros())).take(f);
                keep(text, capture, name, f);
              });
    } catch (UncheckedIOException e) {
      throw e.getCause();
    }
    Map<String, Object> perBus = new LinkedHashMap<>();
    buses.forEach((name, bus) -> perBus.put(name, bus.found()));
    Map<String, Object> out = new LinkedHashMap<>();
    out.put("schema", 1);
    out.put("log", log.getFileName().toString());
    out.put("says", report.whole());
    out.put("buses", perBus);
    return out;
  }

  private void keep(Writer text, OutputStream capture, String name, StampedFrame f) {
    try {
      if (candump != null) {
        Candump.write((Appendable) text, name, f);
      }
      if (pcap != null) {
        Pcap.append(capture, f);
      }
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }
}
