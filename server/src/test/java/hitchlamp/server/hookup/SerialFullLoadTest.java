package hitchlamp.server.hookup;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.bus.Link;
import hitchlamp.core.bus.LinkEvent;
import hitchlamp.server.config.Settings;
import hitchlamp.standin.scenario.Scenario;
import hitchlamp.standin.serve.StandIn;
import java.io.IOException;
import java.net.InetAddress;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/**
 * A serial adapter on a bus of 500 kbit/s that is as full as it gets: no frame goes missing without
 * a word. With {@code ADAPTER_WRITE} set to so many seconds it takes its time and writes the page
 * of the measurement.
 */
class SerialFullLoadTest {
  private static final Path PAGE = Path.of("../docs/measured/adapter.md");
  private static final int RATE = 500_000;
  private static final String FULL =
      "scenario: full\ntitle: Full\nunit: road-truck\nseed: 1\nvin: SMW0TPR0100000100\n"
          + "bus: {rate: 500000, load: 1.1}\nhistory: {from: 50, hours: 60}\nstart: {key-on: yes}\n";

  @TempDir Path folder;

  /** What came over a link in a time of its bus. */
  private record Counted(long frames, double bits, double seconds) {
    double perSecond() {
      return frames / seconds;
    }
  }

  private static Counted count(Link link, double seconds) {
    long frames = 0;
    long first = 0;
    double bits = 0;
    try {
      while (true) {
        LinkEvent event = link.await(Long.MAX_VALUE);
        if (event instanceof LinkEvent.Seen s) {
          first = frames == 0 ? s.micros() : first;
          frames++;
          bits += s.stamped().frame().bitsOnWire();
          if (s.micros() - first > seconds * 1e6) {
            return new Counted(frames, bits, (s.micros() - first) / 1e6);
          }
        }
      }
    } catch (InterruptedException e) {
      throw new IllegalStateException(e);
    }
  }

  @Test
  void onAFullBusNoFrameIsLostWithoutAWord() throws Exception {
    String wanted = System.getenv("ADAPTER_WRITE");
    double seconds = wanted == null ? 4 : Double.parseDouble(wanted);
    Path path = folder.resolve("adapter");
    SerialPorts ports = new SerialPorts(new Settings("", "", "", false, path.toString(), 115_200));
    try (StandIn units =
            StandIn.start(
                InetAddress.getLoopbackAddress(), 0, 0, 1, List.of(Scenario.read("full", FULL)));
        Plugged in = Plugged.in(path, units.adapterPort(0));
        TcpLink tap = TcpLink.open("127.0.0.1", units.port(0), "can500", 1);
        SerialLink link =
            SerialLink.open(ports.open(in.path().toString()), "adapter", RATE, false)) {
      CompletableFuture<Counted> tapping = CompletableFuture.supplyAsync(() -> count(tap, seconds));
      Counted heard = count(link, seconds);
      Counted tapped = tapping.get();
      long lost = link.lost();
      double load = tapped.bits() / tapped.seconds() / RATE;
      if (wanted != null) {
        write(heard, tapped, load, lost);
      }
      assertThat(load).as("it fills up in the first second").isGreaterThan(0.75);
      if (lost == 0) {
        // They begin at different moments, while the bus still fills up.
        assertThat(heard.perSecond()).isBetween(0.9 * tapped.perSecond(), 1.1 * tapped.perSecond());
      }
    }
  }

  private static void write(Counted heard, Counted tapped, double load, long lost)
      throws IOException, InterruptedException {
    Process git = new ProcessBuilder("git", "rev-parse", "--short=7", "HEAD").start();
    git.waitFor(10, TimeUnit.SECONDS);
    String commit = new String(git.getInputStream().readAllBytes(), StandardCharsets.UTF_8).strip();
    Files.writeString(
        PAGE,
        String.format(
            Locale.ROOT,
            """
            # A serial adapter on a full bus

            A simulated truck on a bus of 500 kbit/s that makers' own groups fill, its serial adapter (SLCAN text protocol) at a pseudo-terminal laid by socat; Hitch Lamp's own link reads it through jSerialComm. Measured at commit %s by `SerialFullLoadTest` of the server (`ADAPTER_WRITE=60`).

            | figure | value |
            | --- | --- |
            | seconds of the bus | %.0f |
            | load of the bus, %% | %.1f |
            | frames a second on the bus | %.0f |
            | frames a second through the adapter | %.0f |
            | frames through the adapter | %d |
            | lost in the adapter or here | %d |
            | times unplugged and plugged in again in a row (`SerialPortsTest`), each told and survived | 20 |
            """,
            commit,
            heard.seconds(),
            100 * load,
            tapped.perSecond(),
            heard.perSecond(),
            heard.frames(),
            lost));
  }
}
